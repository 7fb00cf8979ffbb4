<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isRinging, type Job } from '#core/batch'
import { CATALOGUE, type StepKind } from '#core/process'
import { itemKey, type MakingStep } from '#core/recipe'
import { volumeMl } from '#core/process'
import { useMake } from '~/stores/make'
import type { BatchInHand } from '~/composables/useBatch'

// One step: what is done, for how long, what to mind, and how one sees that it is done. The clock prompts, the sign
// decides.
const props = defineProps<{ hand: BatchInHand; job: Job }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, n, name, time } = useFormat()
const { stepName, left } = useRunWords()
const now = useServerClock()
const make = useMake()
const view = computed(() => props.hand.view.value!)
const step = computed(
  () => view.value.evaluation?.document.steps.find((s) => s.out === props.job.step) as MakingStep | undefined,
)
const kind = computed(() => CATALOGUE[props.job.op] as unknown as StepKind)
const timed = computed(() => view.value.evaluation?.timeline.find((s) => s.out === props.job.step))
const done = computed(() => view.value.evaluation?.done.find((d) => d.step.out === props.job.step))
const filler = computed(() => props.job.weighs.find((w) => w.fills))
const minutes = computed(() => (timed.value ? timed.value.handMin + timed.value.waitMin : 0))
const goesByItself = computed(() => (timed.value?.waitMin ?? 0) > 0)
const clock = computed(() => view.value.clocks.find((c) => c.step === props.job.step))
/** A minute and more in minutes, less in seconds. */
const lasting = (min: number): string => (min >= 2 ? amount(Math.round(min), 'min', 0) : `${n(min * 60)} s`)
/** What this kind of step takes here, where batches taught it. */
const here = computed(() => {
  const of = make.studies.find((s) => s.op === props.job.op && s.quantity === 'minutes')
  return of && minutes.value > 0 ? { min: minutes.value * of.ratio.expected, count: of.ratio.count } : null
})
const cautions = computed(() => done.value?.result.cautions ?? [])
const litres = (ml: number): string => amount(ml / 1000, 'L', 2)
/** The figure above says them. */
const SHOWN_ABOVE = ['minutes', 'toVolumeMl']
async function go(): Promise<void> {
  const { step: of, state } = props.job
  await props.hand.tell([{ kind: state === 'to-do' && goesByItself.value ? 'begun' : 'done', step: of }])
}
usePedal(go)
</script>

<template>
  <article class="sheet step" data-test="step" :data-step="job.step" :data-state="job.state">
    <h2>{{ stepName({ ...job, weighs: job.weighs.filter((w) => !w.fills) }) }}</h2>
    <p v-if="filler && step && step.op === 'makeUp'" class="big" data-test="fill-to">
      <span class="small quiet">{{ t('make.fillWith', { name: name(itemKey(filler.item)) }) }}</span>
      <span class="num">{{ litres(step.toVolumeMl) }}</span>
    </p>
    <p
      v-else-if="clock && job.state === 'begun'"
      class="big"
      :class="{ rings: isRinging(clock, now) }"
      data-test="clock"
    >
      <span class="num">{{ left(clock, now) }}</span>
    </p>
    <p v-else-if="minutes > 0" class="big" data-test="lasting">
      <span class="num">{{ lasting(minutes) }}</span>
    </p>
    <p v-if="here" class="small quiet" data-test="here">
      {{ t('make.here', { min: lasting(here.min), n: here.count }, here.count) }}
    </p>
    <p v-if="job.ready" class="small" data-test="window">
      {{
        job.ready.untilAt
          ? t('make.between', { from: time(job.ready.fromAt), to: time(job.ready.untilAt) })
          : t('make.earliest', { from: time(job.ready.fromAt) })
      }}
    </p>
    <PrepsStepNumbers v-if="step" :step="step" :kind="kind" :editable="false" :all="false" :without="SHOWN_ABOVE" />
    <p v-if="done && !filler" class="small quiet">
      {{ t('make.comesTo', { ml: litres(volumeMl(done.result.out)), temp: amount(done.result.out.tempC, '°C', 0) }) }}
    </p>
    <p v-for="c in cautions" :key="c" class="caution" data-test="step-caution">{{ t(`stepCaution.${c}`) }}</p>
    <p class="sign" data-test="end-sign">
      <b>{{ t('make.doneWhen') }}</b> {{ t(`endSign.${kind.endSign}`) }}
    </p>
    <v-btn
      color="primary"
      height="84"
      class="main-act"
      :disabled="hand.busy.value"
      :data-test="job.state === 'to-do' && goesByItself ? 'begin-step' : 'done'"
      @click="go"
      >{{ t(job.state === 'to-do' && goesByItself ? 'make.clockRuns' : 'make.done') }}</v-btn
    >
  </article>
</template>

<style scoped>
.step {
  display: grid;
  gap: 12px;
}
h2 {
  font-size: 32px;
}
.big {
  display: grid;
  justify-items: start;
}
.big .num {
  font-size: 84px;
  line-height: 1.05;
}
.rings .num {
  background: var(--zest);
  border-radius: 14px;
  padding: 0 14px;
}
.sign {
  font-size: 18px;
}
.main-act {
  font-size: 22px;
}
@media (max-width: 700px) {
  .big .num {
    font-size: 60px;
  }
  h2 {
    font-size: 26px;
  }
}
</style>
