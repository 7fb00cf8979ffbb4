<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { LADDER_OF, type LadderOf } from '#core/sensory'
import { useTaste } from '~/stores/taste'

// A ladder of small cups: how much goes into each, what cannot be held, and what is done with it: tongues learn it, or a
// panel guesses.
const { t } = useI18n({ useScope: 'global' })
const { amount, n } = useFormat()
const { ofLimit } = useSentence()
const ready = useWords('taste')
const taste = useTaste()
useTasteLive()
const asked = useLadder()
const { of, drink, added, ladder, limit, chosen, raised } = asked
const items = useChoices()
const text = reactive({ step: '1', rungs: '4', cupMl: '30' })
watch(asked.step, (to) => (text.step = String(to ?? '')))
const digits = computed(() => (of.value === 'ta' ? 2 : 1))
const unit = computed(() => (of.value === 'ta' ? 'g/100 mL' : '°Bx'))
/** What is learned of it: its steps, or words for its cups. */
const learning = ref<'steps' | 'words' | null>(null)
/** Before the hatch opens a short one is enough. */
const kind = useRoute().query.check ? ('check' as const) : ('lesson' as const)
const tasters = ref<number | null>(4)
const form = useSubmit(async () => {
  const samples = ladder.value!.rungs.map((r, i) => ({
    ...chosen.value!.sample,
    ...{ name: t('taste.ladder.cup', { n: i + 1 }), brix: r.brix, ta: r.ta, step: i },
    allergens: [...new Set([...chosen.value!.sample.allergens, ...(raised.value?.sample.allergens ?? [])])],
  }))
  const what = of.value === 'ta' ? ('sour' as const) : ('sweet' as const)
  const cupMl = asked.cupMl.value!
  const id = await taste.setUp({
    kind: 'guess',
    purpose: 'guess',
    about: null,
    asked: what,
    samples,
    cupMl,
    tasters: tasters.value ?? 4,
  })
  await navigateTo(`/taste/${id}`)
})
const mostG = computed(() => Math.max(1, ...(ladder.value?.rungs ?? []).map((r) => r.drinkG + r.addedG + r.waterG)))
const ofMost = (g: number): string => `${(100 * g) / mostG.value}%`
const word = (o: LadderOf): string => t(`taste.ladder.of.${o}`)
</script>

<template>
  <div v-if="ready" class="ladder" data-test="ladder-page">
    <section class="sheet stack">
      <NuxtLink to="/taste" class="small no-print">← {{ t('taste.back') }}</NuxtLink>
      <h1>{{ t('taste.toLadder') }}</h1>
      <p class="quiet">{{ t('taste.ladder.why') }}</p>
      <div class="asks no-print">
        <FieldChoice
          v-model="of"
          :label="t('taste.ladder.ofWhat')"
          :items="items(LADDER_OF, 'taste.ladder.of')"
          test="ladder-of"
        />
        <v-autocomplete
          v-model="drink"
          :items="asked.choices.value"
          :label="t('taste.ladder.drink')"
          data-test="ladder-drink"
        />
        <v-autocomplete
          v-if="of !== 'strength'"
          v-model="added"
          :items="asked.ofLots.value"
          :label="t('taste.ladder.added')"
          data-test="ladder-added"
        />
        <FieldAmountField
          v-model="text.step"
          :label="t('taste.ladder.step')"
          :unit="unit"
          test="ladder-step"
          @number="(v: number | null) => (asked.step.value = v)"
        />
        <FieldAmountField
          v-model="text.rungs"
          :label="t('taste.ladder.rungs')"
          unit=""
          test="ladder-rungs"
          @number="(v: number | null) => (asked.rungs.value = v)"
        />
        <FieldAmountField
          v-model="text.cupMl"
          :label="t('taste.cupMl')"
          unit="mL"
          test="ladder-cup"
          @number="(v: number | null) => (asked.cupMl.value = v)"
        />
      </div>
      <p v-if="chosen?.isOld || raised?.isOld" class="caution" role="alert">
        {{ t('taste.old', { name: (chosen?.isOld ? chosen : raised)!.sample.name }) }}
      </p>
      <p v-else-if="limit" class="caution" role="alert" data-test="ladder-limit">{{ ofLimit(limit) }}</p>
      <p v-else-if="!ladder" class="quiet" data-test="ladder-empty">{{ t('taste.ladder.empty') }}</p>
      <template v-else>
        <div class="wide">
          <table class="rows" data-test="ladder">
            <thead>
              <tr>
                <th>{{ t('taste.ladder.cupHead') }}</th>
                <td />
                <th class="r">{{ chosen!.sample.name }}</th>
                <th v-if="raised" class="r">{{ raised.sample.name }}</th>
                <th class="r">{{ t('taste.ladder.water') }}</th>
                <th class="r">°Bx</th>
                <th class="r">{{ t('taste.ladder.acid') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(r, i) in ladder.rungs" :key="i" data-test="rung">
                <td>{{ t('taste.ladder.cup', { n: i + 1 }) }}</td>
                <td class="bar" aria-hidden="true">
                  <i class="drink" :style="{ width: ofMost(r.drinkG) }" /><i
                    class="added"
                    :style="{ width: ofMost(r.addedG) }"
                  /><i class="water" :style="{ width: ofMost(r.waterG) }" />
                </td>
                <td class="r num">{{ amount(r.drinkG, 'g', 1) }}</td>
                <td v-if="raised" class="r num">{{ amount(r.addedG, 'g', 1) }}</td>
                <td class="r num">{{ amount(r.waterG, 'g', 1) }}</td>
                <td class="r num">{{ n(r.brix, 1) }}</td>
                <td class="r num">{{ n(r.ta, 2) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-if="ladder.moves" class="caution" role="note" data-test="ladder-moves">
          {{
            t('taste.ladder.moves', {
              what: word(ladder.moves.of === 'ta' ? 'ta' : 'brix'),
              from: n(ladder.moves.from, ladder.moves.of === 'ta' ? 2 : 1),
              to: n(ladder.moves.to, ladder.moves.of === 'ta' ? 2 : 1),
            })
          }}
        </p>
        <p v-else class="small quiet">{{ t('taste.ladder.held') }}</p>
        <div class="row no-print">
          <v-btn height="72" color="primary" data-test="learn" @click="learning = 'steps'">{{
            t(kind === 'check' ? 'taste.today.check' : 'taste.toTrainer')
          }}</v-btn>
          <v-btn v-if="kind === 'lesson'" height="72" data-test="learn-words" @click="learning = 'words'">{{
            t('taste.trainer.toWords')
          }}</v-btn>
          <v-btn height="72" :loading="form.busy.value" data-test="ladder-guess" @click="form.submit()">{{
            t('taste.purpose.guess')
          }}</v-btn>
        </div>
        <p v-if="form.said.value" class="caution" role="alert">{{ form.said.value }}</p>
      </template>
    </section>
    <TasteTrainer
      v-if="learning === 'steps' && ladder"
      :key="`${of} ${ladder.rungs.length}`"
      :of="of"
      :ladder="ladder"
      :unit="unit"
      :digits="digits"
      :kind="kind"
    />
    <TasteWordLesson
      v-if="learning === 'words' && ladder"
      :key="`words ${of} ${ladder.rungs.length}`"
      :of="of"
      :ladder="ladder"
      :unit="unit"
      :digits="digits"
    />
    <TasteProgress />
  </div>
</template>

<style scoped>
.ladder {
  display: grid;
  gap: 14px;
  max-width: 960px;
  margin: 0 auto;
}
.asks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 12px;
  align-items: start;
}
.asks > :first-child {
  grid-column: 1 / -1;
}
.wide {
  overflow-x: auto;
}
.row {
  flex-wrap: wrap;
  gap: 8px;
}
.bar {
  width: 26%;
  min-width: 90px;
  white-space: nowrap;
  font-size: 0;
}
.bar i {
  display: inline-block;
  height: 20px;
  border: 1px solid var(--ink);
}
.drink {
  background: var(--zest);
}
.added {
  background: var(--hibiscus);
}
.water {
  background: var(--sheet);
}
</style>
