<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { cupFacts, energyRuleOf, herbsPerLitre } from '#core/label'
import { bitternessFigure, phEstimate, phFigure } from '#core/process'
import type { Evaluation } from '#core/recipe'
import { useCatalogue } from '~/stores/catalogue'
import { useSession } from '~/stores/session'

// What a label says of a cup: energy, sugar, fat, caffeine, acidity; what it is made of by mass; what to mind.
const props = defineProps<{ evaluation: Evaluation }>()
const { t } = useI18n()
const { n, name } = useFormat()
const catalogue = useCatalogue()
const session = useSession()
const ready = useWords('balance')

const facts = computed(() => cupFacts(props.evaluation.output, energyRuleOf(session.region)))
const ph = computed(() => ({ ...phEstimate(props.evaluation.output), figure: phFigure(props.evaluation.output) }))
const bitterness = computed(() => bitternessFigure(props.evaluation.output))
const herbs = computed(() => herbsPerLitre(props.evaluation, catalogue.dataOf))
const LEAST = { fat: 0.1, protein: 0.1, caffeineMg: 0.5 } as const
const rows = computed(() => [
  { key: 'sugars', figure: facts.value.sugars, digits: 1 },
  { key: 'acid', figure: facts.value.acid, digits: 2 },
  ...(['fat', 'protein', 'caffeineMg'] as const).flatMap((key) =>
    facts.value[key].value >= LEAST[key]
      ? [{ key, figure: facts.value[key], digits: key === 'caffeineMg' ? 0 : 1 }]
      : [],
  ),
])
const made = computed(() => [...props.evaluation.bill.ingredients.keys()].map(name).join(', '))
const allergens = computed(() => props.evaluation.cautions.filter((c) => c.startsWith('allergen-')))
</script>

<template>
  <section v-if="ready && evaluation.jug.mass.value > 0" class="sheet stack" data-test="in-a-cup">
    <h2>{{ t('inCup.title') }}</h2>
    <table class="rows close">
      <tbody>
        <tr data-test="cup-energy">
          <th>{{ t('inCup.energy') }}</th>
          <td class="r">
            <FigureButton :figure="facts.kj" :digits="0" :label="t('inCup.energy')" /> ·
            <FigureButton :figure="facts.kcal" :digits="0" :label="t('inCup.energy')" />
          </td>
        </tr>
        <tr v-for="r in rows" :key="r.key" :data-test="`cup-${r.key}`">
          <th>{{ t(`inCup.${r.key}`) }}</th>
          <td class="r"><FigureButton :figure="r.figure" :digits="r.digits" :label="t(`inCup.${r.key}`)" /></td>
        </tr>
        <tr data-test="cup-ph">
          <th>pH</th>
          <td class="r">
            <FigureButton :figure="ph.figure" :digits="1" unit="" label="pH" />{{ ' ' }}
            <span class="small quiet">{{ t('inCup.between', { low: n(ph.low, 1), high: n(ph.high, 1) }) }}</span>
          </td>
        </tr>
        <tr v-if="bitterness" data-test="cup-bitterness">
          <th>{{ t('inCup.bitterness') }}</th>
          <td class="r"><FigureButton :figure="bitterness" :digits="1" :label="t('inCup.bitterness')" /></td>
        </tr>
        <tr v-for="h in herbs" :key="h.key" :data-test="`per-litre-${h.key}`">
          <th>{{ name(h.key) }}</th>
          <td class="r"><FigureButton :figure="h.perLitre" :digits="1" :label="name(h.key)" /></td>
        </tr>
      </tbody>
    </table>
    <p v-for="d in ph.doubts" :key="d" class="small quiet">{{ t(`inCup.${d}`) }}</p>
    <p class="small">
      <b>{{ t('inCup.made') }}</b> {{ made }}.
    </p>
    <p v-for="a in allergens" :key="a" class="small">
      <b>{{ t(`caution.${a}`) }}</b>
    </p>
    <p class="small quiet">{{ t(`inCup.rule.${facts.rule}`) }}</p>
  </section>
</template>

<style scoped>
th {
  text-align: left;
  font-weight: 500;
}
</style>
