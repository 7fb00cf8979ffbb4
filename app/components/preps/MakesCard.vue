<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { costPerLitre } from '#core/cost'
import { stepStudies } from '#core/batch'
import { expectedOf } from '#core/preps'
import type { Evaluation } from '#core/recipe'
import { useFruit } from '~/stores/fruit'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

// What a making comes to: by the recipe, and by what its makings taught.
const props = defineProps<{ id: string; evaluation: Evaluation }>()
const { t } = useI18n({ useScope: 'global' })
const { n, amount, name, money } = useFormat()
const drinks = useDrinks()
const fruit = useFruit()
const session = useSession()
const cost = computed(() => drinks.costOfPrep(props.evaluation, props.id))
const made = computed(() => drinks.made.get(props.id))
const perL = computed(() => (cost.value?.total ? costPerLitre(cost.value.total, props.evaluation, made.value) : null))
/** Below this, °Bx, a refractometer reads the same. */
const READ_THE_SAME = 0.3
const readOff = computed(() => {
  const off = drinks.studyOf(props.id, props.evaluation).brixOff
  return off === null || Math.abs(off) < READ_THE_SAME ? null : off
})
/** What the makings say against the standard: what comes out, and how long it takes. */
const learned = computed(() => {
  const { runs = 0, timed = 0, output = 1, minutes = 1 } = made.value ?? {}
  const { volumeMl, handMin } = expectedOf(props.evaluation, { output, minutes })
  const [out, min] = [amount(volumeMl, 'mL', 0), n(handMin, 0)]
  const steps = stepStudies(
    fruit.batches
      .filter((b) => b.recipeId === props.id)
      .toReversed()
      .flatMap((b) => b.made?.learned ?? []),
  ).map((s) =>
    t(`preps.learnedStep.${s.quantity}`, {
      step: t(`step.${s.op}`),
      percent: n(s.ratio.expected * 100),
      n: s.ratio.count,
    }),
  )
  return [
    ...steps,
    ...(runs ? [t('preps.learnedOut', { n: runs, out }, runs)] : []),
    ...(timed ? [t('preps.learnedMin', { n: timed, min }, timed)] : []),
  ].join(' ')
})
</script>

<template>
  <section class="sheet stack" data-test="makes">
    <h2>{{ t('preps.makes') }}</h2>
    <dl>
      <div>
        <dt>{{ t('preps.volume') }}</dt>
        <dd><FigureButton :figure="evaluation.jug.volume" :digits="0" large /></dd>
      </div>
      <div>
        <dt>{{ t('figure.mass') }}</dt>
        <dd><FigureButton :figure="evaluation.jug.mass" :digits="0" large /></dd>
      </div>
      <div>
        <dt>°Bx</dt>
        <dd><FigureButton :figure="evaluation.jug.brix" /></dd>
      </div>
      <div>
        <dt>{{ t('sip.acid') }}</dt>
        <dd><FigureButton :figure="evaluation.jug.ta" :digits="2" /></dd>
      </div>
    </dl>
    <p class="small">
      {{ t('preps.hands', { min: n(evaluation.handMin) }) }} · {{ t('preps.waits', { min: n(evaluation.waitMin) }) }}
    </p>
    <p v-if="learned" class="small quiet" data-test="learned">{{ learned }}</p>
    <p v-if="readOff !== null" class="small quiet" data-test="read-off">
      {{ t('preps.readOff', { by: n(Math.abs(readOff), 1) }, readOff > 0 ? 1 : 2) }}
    </p>
    <p v-if="session.isOwner && cost" data-test="prep-cost">
      <template v-if="cost.total"
        ><FigureCostTotal :total="cost.total" :known="cost.known" :label="t('preps.makes')" /> ·
        {{ t('preps.perL', { money: money(perL!.value) }) }}</template
      ><template v-else>{{ t('preps.costHole', { list: cost.missing.map(name).join(', ') }) }}</template>
    </p>
  </section>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 14px;
  margin: 0;
}
dt {
  font-size: 13px;
  color: var(--quiet);
}
dd {
  margin: 0;
  font-size: 18px;
}
</style>
