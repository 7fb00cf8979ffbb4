<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { TASTE_WORDS, type Added, type TasteWord } from '#core/balance'
import { itemKey, isPoured, type ItemRef } from '#core/recipe'
import { useAmounts } from '~/forms/useAmounts'
import type { Took } from '~/composables/useCorrection'
import type { Glass } from '~/composables/useGlass'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'
import { uuid } from '~/utils/api'

// A pot that is not right: what it reads or how it tastes, the smallest additions, taken one after the other; and then
// what went in in all, as a standard to propose.
const props = defineProps<{ glass: Glass }>()
const { t } = useI18n()
const { name, typed, amount } = useFormat()
const catalogue = useCatalogue()
const drinks = useDrinks()
const session = useSession()
const ready = useWords('balance')
const { evaluation, recipe } = props.glass
const work = useWork(props.glass.id)
const past = work.of('correction')
const fix = useCorrection()
const amounts = useAmounts(['pot', 'vessel', 'brix', 'ta'] as const)
const form = useSubmit(async () => {})

const words = ref<TasteWord[]>([])
const byLots = ref(true)
let saved = uuid()
const vessels = computed(() => catalogue.vessels.filter((v) => v.standId === session.stand?.id))
const vesselId = ref<string | null>(null)
watch(vesselId, (id) => {
  const vessel = vessels.value.find((v) => v.id === id)
  if (!vessel) return
  amounts.text.vessel = typed(vessel.capacityMl / 1000, 'L', 2)
})
const keysOf = (items: readonly ItemRef[]): string[] => items.map(itemKey)
const itemOf = (key: string): ItemRef => (key.startsWith('prep:') ? { prep: key.slice(5) } : { ingredient: key })
const onHand = ref<string[]>([
  ...new Set([...keysOf(evaluation.value?.layers.flatMap((l) => l.item ?? []) ?? []), 'water', 'white-sugar']),
])
const items = computed(() => onHand.value.map(itemOf))
const choices = computed(() =>
  [
    ...catalogue.ingredients.filter((i) => isPoured(i.kind)).map((i) => i.key),
    ...drinks.preps.filter((p) => p.standard).map((p) => `prep:${p.id}`),
  ]
    .map((value) => ({ value, title: name(value) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
/** As it was the last time: the pot, its vessel, what was at hand. */
watch(
  past,
  ([last], before) => {
    if (!last || before?.length || amounts.text.pot) return
    amounts.text.pot = typed(last.body.potMl / 1000, 'L', 2)
    amounts.text.vessel = typed(last.body.vesselMl / 1000, 'L', 2)
    onHand.value = keysOf(last.body.onHand)
  },
  { immediate: true },
)
function toggle(word: TasteWord): void {
  words.value = words.value.includes(word) ? words.value.filter((w) => w !== word) : [...words.value, word]
}
const told = () => ({
  potMl: amounts.number.pot! * 1000,
  vesselMl: (amounts.number.vessel ?? amounts.number.pot!) * 1000,
  reading: {
    ...(amounts.number.brix === null ? {} : { brix: amounts.number.brix }),
    ...(amounts.number.ta === null ? {} : { ta: amounts.number.ta }),
  },
  words: words.value,
  onHand: items.value,
  byLots: byLots.value,
})
/** What a pot that tasted so took the last time. */
const last = computed((): Took | null => {
  const took = past.value.filter((w) => w.body.added.length && w.id !== saved)
  const isSo = (w: (typeof took)[number]): boolean =>
    w.body.words.length === words.value.length && w.body.words.every((x) => words.value.includes(x))
  return took.find(isSo)?.body ?? null
})
async function find(asLast?: Took): Promise<void> {
  form.clear()
  amounts.guard(form, (f) => f, { pot: t('problem.amount-missing') })
  if (!form.fields.value.pot && !(amounts.number.pot! > 0)) form.refuse('pot', t('problem.pot-empty'))
  const { pot, vessel } = amounts.number
  if (pot !== null && vessel !== null && vessel < pot) form.refuse('vessel', t('correct.vesselSmall'))
  if (Object.keys(form.fields.value).length) return
  await fix.find(evaluation.value!, told(), asLast)
}
const tookOf = ({ potMl, added }: Took): string =>
  [...added.map((a) => `${name(itemKey(a.item))} ${amount(a.massG, 'g', 1)}`), amount(potMl / 1000, 'L', 2)].join(' · ')
/** Kept after each addition, so that the next one at this drink knows what it took. */
async function added(one: Added): Promise<void> {
  fix.added(one, items.value)
  amounts.text.pot = typed(fix.pot.value!.mix.volume.value / 1000, 'L', 2)
  const { potMl, vesselMl, reading } = told()
  await work.put(
    {
      kind: 'correction',
      potMl: fix.startMl.value || potMl,
      vesselMl,
      brix: reading.brix ?? null,
      ta: reading.ta ?? null,
      words: words.value,
      onHand: items.value,
      added: [...fix.done.value],
    },
    saved,
  )
}
/** Tasted or read again: the pot is what it was worked out to be, or what is read of it now. */
function again(): void {
  words.value = []
  amounts.text.brix = amounts.text.ta = ''
  fix.finding.clear()
}
function propose(): void {
  props.glass.edit(fix.total())
  fix.reset()
  saved = uuid()
  void navigateTo({ query: {} })
}
</script>

<template>
  <div v-if="ready && evaluation && recipe" class="stack" data-test="correct">
    <p class="quiet">{{ t('correct.why') }}</p>
    <form class="stack" novalidate @submit.prevent="find()">
      <div class="fields">
        <FieldAmountField
          v-bind="amounts.bind('pot')"
          :label="t('correct.pot')"
          unit="L"
          :error="form.fields.value.pot"
          test="correct-pot"
        />
        <v-select
          v-if="vessels.length"
          v-model="vesselId"
          :items="vessels.map((v) => ({ value: v.id, title: v.name }))"
          :label="t('correct.vessel')"
          data-test="correct-vessel"
        />
        <FieldAmountField
          v-bind="amounts.bind('vessel')"
          :label="t('correct.holds')"
          unit="L"
          :error="form.fields.value.vessel"
          test="correct-holds"
        />
        <FieldAmountField
          v-bind="amounts.bind('brix')"
          :label="t('correct.brix')"
          unit="°Bx"
          device
          :error="form.fields.value.brix || (fix.finding.field.value === 'brix' ? fix.finding.said.value : '')"
          test="correct-brix"
        />
        <FieldAmountField
          v-bind="amounts.bind('ta')"
          :label="t('correct.ta')"
          unit="g/100 mL"
          metric
          :error="form.fields.value.ta"
          test="correct-ta"
        />
      </div>
      <div class="words" role="group" :aria-label="t('correct.words')">
        <span class="small quiet">{{ t('correct.words') }}</span>
        <button
          v-for="w in TASTE_WORDS"
          :key="w"
          type="button"
          :aria-pressed="words.includes(w)"
          :data-test="`word-${w}`"
          @click="toggle(w)"
        >
          {{ t(`correct.word.${w}`) }}
        </button>
      </div>
      <p class="small quiet">{{ t(words.length ? 'correct.byWord' : 'correct.toStandard') }}</p>
      <v-autocomplete
        v-model="onHand"
        :items="choices"
        :label="t('correct.onHand')"
        multiple
        chips
        closable-chips
        data-test="correct-on-hand"
      />
      <v-switch
        v-model="byLots"
        :label="t('correct.byLots')"
        color="primary"
        hide-details
        data-test="correct-by-lots"
      />
      <div class="row">
        <v-btn type="submit" color="primary" :loading="fix.finding.busy.value" data-test="correct-find">{{
          t('correct.find')
        }}</v-btn>
        <v-btn v-if="last && !fix.done.value.length" data-test="correct-as-last" @click="find(last)">{{
          t('correct.asLast', { list: tookOf(last) })
        }}</v-btn>
        <v-btn v-if="fix.finding.busy.value" @click="fix.finding.cancel">{{ t('do.cancel') }}</v-btn>
      </div>
      <p v-if="fix.finding.said.value" class="caution" role="alert">{{ fix.finding.said.value }}</p>
    </form>
    <DrinksCorrection
      v-if="fix.pot.value"
      :fix="fix"
      :vessel-ml="told().vesselMl"
      :family="recipe.family"
      :cup-ml="evaluation.jug.volume.value"
      :bitter="words.includes('bitter')"
      @added="added"
      @again="again"
      @propose="propose"
    />
    <p v-if="work.said.value" class="caution" role="alert">{{ work.said.value }}</p>
    <DrinksPastCorrections v-if="past.length" :past="past" />
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 12px;
}
.words {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.words button {
  min-height: 48px;
  padding: 0 16px;
  border: 1.5px solid var(--rule);
  border-radius: 24px;
  background: var(--sheet);
  color: var(--ink);
  font: 500 16px var(--text);
  cursor: pointer;
}
.words button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
</style>
