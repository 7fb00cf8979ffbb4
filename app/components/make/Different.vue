<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { swapsFor, takenLayers, tasteGroupOf, type Swap, type TasteGroup } from '#core/balance'
import { cupOf, type EventBody, type Weigh } from '#core/batch'
import { fillsUp, isPoured, itemKey, itemsOf, type ItemRef } from '#core/recipe'
import type { BatchInHand } from '~/composables/useBatch'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'

// Something is missing, or something else is taken: what on hand holds sweetness, acid and volume in its place.
const props = defineProps<{ hand: BatchInHand; weigh: Weigh }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { name, amount, typed, money } = useFormat()
const catalogue = useCatalogue()
const fruit = useFruit()
const drinks = useDrinks()
const { triesIn } = useTries()
const { costOf } = useCorrection()
const finding = useFind<Swap[]>()
const lots = useLotsOf()
const [SHOWN, MOST_TRIED, NOTICED] = [4, 12, 0.005]
const view = computed(() => props.hand.view.value!)
const document = computed(() => view.value.actual.document)
const cup = computed(() => cupOf(document.value, view.value.planned?.jug.volume.value ?? 1))
/** A layer of the drink can be weighed against the others; what goes into a step before it is just taken instead. */
const isLayer = computed(
  () =>
    takenLayers(document.value).some((s) => s.out === props.weigh.take) && fillsUp(document.value) !== props.weigh.take,
)
const wantedG = computed(() => view.value.planned?.bill.own.find((o) => o.stream === props.weigh.take)?.mass.value ?? 0)

const onHand = computed((): ItemRef[] => {
  const taken = new Set(itemsOf(document.value).map(itemKey))
  const can = (key: string): boolean => isPoured(catalogue.byKey.get(key)?.kind ?? '') && !taken.has(key)
  const there = fruit.lots.filter((l) => l.onHand > 0).map((l) => l.itemKey)
  const priced = catalogue.ingredients
    .filter((i) => catalogue.priceOf(i.key) || catalogue.fruitOf(i.key))
    .map((i) => i.key)
  return [...new Set([...there, ...priced])].filter(can).map((ingredient) => ({ ingredient }))
})
function groupOf(item: ItemRef): TasteGroup | null {
  const data = 'prep' in item ? undefined : catalogue.dataOf(item.ingredient)
  return data ? tasteGroupOf(data) : null
}
async function find(): Promise<void> {
  const group = groupOf(props.weigh.item)
  const candidates = [...onHand.value]
    .sort((a, b) => Number(groupOf(b) === group) - Number(groupOf(a) === group))
    .slice(0, MOST_TRIED)
  // What is in already stays as it is.
  const held = new Set(view.value.actual.told)
  const tries = triesIn(drinks.contextOfRun(view.value.run))
  const evaluate = (doc: Parameters<typeof tries>[0]) => ({ ...tries(doc), cost: null })
  await finding.find((solve) =>
    swapsFor(cup.value.document, props.weigh.take, candidates, groupOf, evaluate, solve, held),
  )
}
const massOf = (s: Swap): number => {
  const own = s.tried.evaluation.bill.own.find((o) => itemKey(o.item) === s.key)
  return (own?.mass.value ?? 0) * cup.value.times
}
/** Layers that give way, with what they are to be now. */
const others = (s: Swap): { take: string; name: string; massG: number }[] =>
  s.tried.evaluation.bill.own.flatMap((o) => {
    const before = view.value.evaluation?.bill.own.find((b) => b.stream === o.stream)
    const massG = o.mass.value * cup.value.times
    // What moves by less than a scale tells apart stays.
    if (!before || Math.abs(before.mass.value - massG) < NOTICED * massG) return []
    if (view.value.actual.told.has(o.stream) || o.stream === fillsUp(document.value)) return []
    return [{ take: o.stream, name: name(itemKey(o.item)), massG }]
  })
function costChange(s: Swap): number | null {
  const [now, before] = [costOf(s.key, massOf(s)), costOf(itemKey(props.weigh.item), wantedG.value)]
  return now === null || before === null ? null : now - before
}
const swapped = (item: ItemRef, massG: number): EventBody[] => {
  const { take } = props.weigh
  const [first, ...more] = lots.outOf(itemKey(item), massG)
  const amountOf = (value: number) => ({ value, unit: 'g' as const })
  return [
    { kind: 'swapped', take, item, amount: amountOf(first!.amount), lotId: first!.lotId, ...lots.isAs(first!.lotId) },
    ...lots.weighed(take, 'g', more),
  ]
}
async function take(s: Swap): Promise<void> {
  const gives = others(s).map(({ take: of, massG }) => ({ take: of, amount: { value: massG, unit: 'g' as const } }))
  const events: EventBody[] = [
    ...swapped(s.item, massOf(s)),
    ...(gives.length ? [{ kind: 'wanted' as const, takes: gives }] : []),
  ]
  if (await props.hand.tell(events)) emit('close')
}

const choices = computed(() =>
  onHand.value
    .map((i) => ({ value: itemKey(i), title: name(itemKey(i)) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const other = ref<string | null>(null)
const { number, bind } = useAmounts(['grams'], { grams: typed(wantedG.value || null, 'g', 0) })
async function takeOther(): Promise<void> {
  if (!other.value || number.grams === null) return
  if (await props.hand.tell(swapped({ ingredient: other.value }, number.grams))) emit('close')
}
</script>

<template>
  <article class="sheet stack" data-test="different-panel">
    <h2>{{ t('make.insteadOf', { name: name(itemKey(weigh.item)) }) }}</h2>
    <template v-if="isLayer">
      <v-btn color="primary" height="72" :loading="finding.busy.value" data-test="swap-find" @click="find">{{
        t('make.findSwap')
      }}</v-btn>
      <p v-if="finding.said.value" class="caution" role="alert">{{ finding.said.value }}</p>
      <p v-if="finding.answer.value && !finding.answer.value.length" class="quiet">{{ t('swap.none') }}</p>
      <ul v-if="finding.answer.value" class="swaps">
        <li v-for="s in finding.answer.value.slice(0, SHOWN)" :key="s.key" :data-test="`swap-${s.key}`">
          <div>
            <b>{{ name(s.key) }}</b> <span class="num">{{ amount(massOf(s), 'g', 0) }}</span>
            <p v-if="others(s).length" class="small">
              {{
                t('make.andThen', {
                  list: others(s)
                    .map((o) => `${o.name} ${amount(o.massG, 'g', 0)}`)
                    .join(' · '),
                })
              }}
            </p>
            <p class="small quiet">
              {{
                s.missed.length
                  ? t('swap.misses', { list: s.missed.map((m) => t(`notMet.of.${m}`)).join(', ') })
                  : t('swap.holds')
              }}
              {{ s.sameGroup ? t('swap.same') : t('swap.other') }}
              <template v-if="costChange(s) !== null"
                >{{ costChange(s)! < 0 ? '−' : '+' }}{{ money(Math.abs(costChange(s)!)) }}</template
              >
            </p>
            <p v-for="c in s.comes" :key="c" class="small caution">{{ t('swap.comes') }} {{ t(`caution.${c}`) }}</p>
            <p v-for="c in s.goes" :key="c" class="small quiet">{{ t('swap.goes') }} {{ t(`caution.${c}`) }}</p>
          </div>
          <v-btn height="72" :disabled="hand.busy.value" :data-test="`take-swap-${s.key}`" @click="take(s)">{{
            t('make.takeSwap')
          }}</v-btn>
        </li>
      </ul>
    </template>
    <form class="stack" novalidate @submit.prevent="takeOther">
      <h3>{{ t('make.orThis') }}</h3>
      <div class="two">
        <v-autocomplete v-model="other" :items="choices" :label="t('make.what')" data-test="other-item" />
        <FieldAmountField v-bind="bind('grams')" :label="t('make.grams')" unit="g" device test="other-grams" />
      </div>
      <div class="row">
        <v-btn
          type="submit"
          height="72"
          :disabled="!other || number.grams === null || hand.busy.value"
          data-test="other-take"
          >{{ t('make.isIn') }}</v-btn
        >
        <v-btn height="72" variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
      </div>
    </form>
  </article>
</template>

<style scoped>
.swaps {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 10px;
}
.swaps li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  align-items: center;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 160px;
  gap: 10px;
}
@media (max-width: 700px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
