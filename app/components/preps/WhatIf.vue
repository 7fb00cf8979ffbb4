<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { COMPARED, compare, type Compared, type Values } from '#core/preps'
import { ProcessLimit } from '#core/process'
import type { Evaluation, RecipeDocument } from '#core/recipe'
import { useDrinks } from '~/stores/drinks'

// Old and new side by side: what comes out of each, and which change makes the difference. Kept, or dropped.
const props = defineProps<{
  /** the standard, or the draft as it was when the page was opened */
  before: RecipeDocument
  ofStandard: boolean
  after: RecipeDocument
  evaluate: (document: RecipeDocument) => Evaluation
}>()
const emit = defineEmits<{ drop: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, money } = useFormat()
const drinks = useDrinks()
/** Money of a making, for whoever sees prices; null where one is missing. */
const costOf = computed(() =>
  drinks.priceBook ? (of: Evaluation) => drinks.costOfPrep(of)?.total?.value ?? null : undefined,
)

const compared = computed(() => {
  try {
    return compare(props.before, props.after, props.evaluate, costOf.value)
  } catch (e) {
    // What cannot be made is said where it is typed.
    if (e instanceof ProcessLimit) return null
    throw e
  }
})
const DIGITS: Readonly<Record<Compared, number>> = {
  mass: 0,
  volume: 0,
  brix: 1,
  ta: 2,
  handMin: 1,
  waitMin: 0,
  energyKj: 0,
  cost: 2,
}
const NEXT_TO_NOTHING = 0.5
const names = Object.keys(COMPARED) as Compared[]
const isOther = (a: number | null, b: number | null, of: Compared): boolean =>
  a !== b && (a === null || b === null || Math.abs(a - b) * 10 ** DIGITS[of] >= NEXT_TO_NOTHING)
const rows = computed(() =>
  names.filter((f) => compared.value && isOther(compared.value.before[f], compared.value.after[f], f)),
)
function shown(v: number | null, f: Compared): string {
  if (v === null) return t('whatIf.notKnown')
  return f === 'cost' ? money(v) : amount(v, COMPARED[f], DIGITS[f])
}
const signed = (v: number, f: Compared): string => `${v < 0 ? '−' : '+'}${shown(Math.abs(v), f)}`
const { stepOf, ofStep } = useChangeWords()
const effectsOf = (alone: Values): string =>
  names
    .filter((f) => alone[f] !== null && isOther(alone[f], 0, f))
    .map((f) => `${t(`whatIf.of.${f}`)} ${signed(alone[f]!, f)}`)
    .join(' · ') || t('whatIf.nothing')
</script>

<template>
  <section v-if="compared?.changes.length" class="sheet stack" data-test="what-if">
    <div class="spread">
      <h2>{{ t(ofStandard ? 'whatIf.title' : 'whatIf.titleOpened') }}</h2>
      <v-btn size="small" height="44" data-test="drop" @click="emit('drop')">{{ t('whatIf.drop') }}</v-btn>
    </div>
    <table v-if="rows.length" class="rows">
      <thead>
        <tr>
          <td />
          <th class="r">{{ t(ofStandard ? 'whatIf.before' : 'whatIf.opened') }}</th>
          <th class="r">{{ t('whatIf.after') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="f in rows" :key="f">
          <td>{{ t(`whatIf.of.${f}`) }}</td>
          <td class="r num">{{ shown(compared.before[f], f) }}</td>
          <td class="r num">
            <b>{{ shown(compared.after[f], f) }}</b>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="small quiet">{{ t('whatIf.same') }}</p>
    <ul>
      <li v-for="c in compared.changes" :key="c.kind + c.out" data-test="change">
        <b>{{ stepOf(c) }}</b>: {{ ofStep(c) }}
        <span class="small quiet">{{ c.alone ? effectsOf(c.alone) : t('whatIf.together') }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding-left: 18px;
  display: grid;
  gap: 6px;
  line-height: 1.4;
}
li span {
  display: block;
}
</style>
