<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isRinging, nextJob } from '#core/batch'
import { itemKey } from '#core/recipe'
import { useMake } from '~/stores/make'
import type { BatchInHand } from '~/composables/useBatch'

// What goes on beside: steps of this batch that are under way or come, clocks, and the other batches, so that a wait
// is used.
const props = defineProps<{ id: string; hand: BatchInHand; loadOf: (step: string) => string }>()
const chosen = defineModel<string | null>({ default: null })
const { t } = useI18n({ useScope: 'global' })
const { n, name, amount } = useFormat()
const make = useMake()
const now = useServerClock()
const { stepName, left } = useRunWords()
const jobs = computed(() => props.hand.view.value?.jobs ?? [])
const others = computed(() => make.underWay.filter((v) => v.run.id !== props.id))
const clocks = computed(() => props.hand.view.value?.clocks ?? [])
const MINUTES = [1, 3, 5, 10]
const isSetting = ref(false)
async function set(minutes: number): Promise<void> {
  isSetting.value = false
  await props.hand.tell([{ kind: 'timer', minutes, name: '' }])
}
</script>

<template>
  <aside class="strip" data-test="strip">
    <section class="sheet">
      <h3>{{ t('make.steps') }}</h3>
      <ol class="steps">
        <li v-for="j in jobs" :key="j.step" :class="[j.state, { now: j === hand.job.value }]">
          <button
            type="button"
            :disabled="j.state === 'done'"
            :aria-current="j === hand.job.value ? 'step' : undefined"
            :data-test="`strip-${j.step}`"
            @click="chosen = j.step"
          >
            <span aria-hidden="true">{{ j.state === 'done' ? '✓' : j.state === 'begun' ? '…' : '' }}</span>
            <span>{{ stepName(j) }}</span>
            <span
              v-for="c in clocks.filter((x) => x.step === j.step)"
              :key="c.id"
              class="num"
              :class="{ rings: isRinging(c, now) }"
              >{{ left(c, now) }}</span
            >
          </button>
          <ul v-if="j.state !== 'done' && j.weighs.length > 1" class="weighs small">
            <li v-for="w in j.weighs" :key="w.take" :class="{ in: w.isDone }">
              <span aria-hidden="true">{{ w.isDone ? '✓' : '' }}</span> {{ name(itemKey(w.item)) }}
              <span class="num">{{ w.fills ? '' : amount(w.wanted.value, w.wanted.unit, 0) }}</span>
            </li>
          </ul>
        </li>
      </ol>
    </section>
    <section class="sheet">
      <div class="spread">
        <h3>{{ t('make.clocks') }}</h3>
        <v-btn height="72" data-test="set-timer" @click="isSetting = !isSetting">{{ t('make.set') }}</v-btn>
      </div>
      <div v-if="isSetting" class="minutes">
        <v-btn v-for="m in MINUTES" :key="m" height="72" :data-test="`timer-${m}`" @click="set(m)">{{
          t('make.min', { n: n(m) })
        }}</v-btn>
      </div>
      <ul class="plain">
        <li
          v-for="c in clocks.filter((x) => !x.step)"
          :key="c.id"
          class="num"
          :class="{ rings: isRinging(c, now) }"
          data-test="own-timer"
        >
          {{ left(c, now) }}
        </li>
      </ul>
    </section>
    <MakeCooling v-if="hand.view.value" :view="hand.view.value" />
    <section v-if="others.length" class="sheet">
      <h3>{{ t('make.beside') }}</h3>
      <ul class="plain">
        <li v-for="v in others" :key="v.run.id">
          <NuxtLink :to="`/make/${v.run.id}`" class="other" :data-test="`beside-${v.run.id}`">
            <b>{{ v.run.name }}</b>
            <span class="small">{{ nextJob(v.jobs) ? stepName(nextJob(v.jobs)!) : '' }}</span>
            <span v-if="v.clocks[0]" class="num" :class="{ rings: isRinging(v.clocks[0], now) }">{{
              left(v.clocks[0], now)
            }}</span>
          </NuxtLink>
        </li>
      </ul>
    </section>
  </aside>
</template>

<style scoped>
.strip {
  display: grid;
  gap: 12px;
}
.steps,
.plain {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.steps button {
  width: 100%;
  min-height: 72px;
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) auto;
  gap: 6px;
  align-items: center;
  text-align: left;
  background: none;
  border: 1.5px solid transparent;
  border-radius: 10px;
  color: inherit;
  font: 400 15px/1.25 var(--text);
  padding: 4px 6px;
  cursor: pointer;
}
.steps .now button {
  border-color: var(--ink);
  font-weight: 700;
}
.steps .done button {
  color: var(--quiet);
  cursor: default;
}
.weighs {
  list-style: none;
  margin: 0;
  padding: 0 6px 6px 8px;
  display: grid;
  gap: 2px;
}
.weighs li {
  display: grid;
  grid-template-columns: 16px minmax(0, 1fr) auto;
  gap: 6px;
}
.weighs .in {
  color: var(--quiet);
}
.minutes {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  margin-top: 8px;
}
.rings {
  background: var(--zest);
  border-radius: 6px;
  padding: 0 6px;
}
.other {
  display: grid;
  min-height: 72px;
  align-content: center;
  text-decoration: none;
}
@media (max-width: 1100px) {
  .strip {
    grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  }
}
</style>
