<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { MOST_SIZES, inSize, isOver, sizeFor, volumeOf, withServe, type Size } from '#core/recipe'
import type { Glass } from '~/composables/useGlass'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

// The same drink in other cups, each with ice of its own.
const props = defineProps<{ glass: Glass }>()
const { t } = useI18n()
const { n, money, typed } = useFormat()
const catalogue = useCatalogue()
const drinks = useDrinks()
const { document, evaluation, draft } = props.glass
const session = useSession()

const sizes = computed(() => document.value?.serve?.sizes ?? [])
const set = (to: Size[], of = ''): void => props.glass.edit(withServe(document.value!, { sizes: to }), of)
const change = (i: number, over: Partial<Size>): void =>
  set(
    sizes.value.map((s, at) => (at === i ? { ...s, ...over } : s)),
    `size ${i}`,
  )
/** What was typed that no size can have; it stays as it was typed, and changes nothing. */
const wrong = reactive<Record<string, string>>({})
function typedOf(i: number, field: 'drinkMl' | 'iceG', value: number | null): void {
  const key = `${sizes.value[i]!.cupId} ${field}`
  delete wrong[key]
  if (value === null || value === sizes.value[i]![field]) return
  if (field === 'drinkMl' && !(value > 0)) wrong[key] = t('problem.volume-not-positive')
  else if (value < 0) wrong[key] = t('problem.ice-negative')
  else change(i, { [field]: value })
}
/** What a size is sold at; nothing where it goes by what it holds. */
const priceOf = (cupId: string): number | null =>
  draft.sizePrices.value.find((s) => s.cupId === cupId)?.sizePrice ?? null
const prices = reactive<Record<string, string>>({})
watch(
  () => sizes.value.map((s) => s.cupId),
  (ids) => ids.forEach((cupId) => (prices[cupId] ??= typed(priceOf(cupId)))),
  { immediate: true },
)
function price(cupId: string, value: number | null): void {
  // What cannot be read stays as it was typed, and changes nothing.
  if (value === priceOf(cupId) || (value === null && prices[cupId]?.trim())) return
  const others = draft.sizePrices.value.filter((s) => s.cupId !== cupId)
  draft.sizePrices.value = value === null ? others : [...others, { cupId, sizePrice: value }]
  draft.later()
}
const left = computed(() =>
  catalogue.cups.filter((c) => c.id !== props.glass.cup.value?.id && !sizes.value.some((s) => s.cupId === c.id)),
)
const chosen = ref<string | null>(null)
watch(chosen, async (id) => {
  const [cup, usual] = [catalogue.cups.find((c) => c.id === id), props.glass.cup.value]
  if (!cup || !usual) return
  const served = {
    drinkMl: evaluation.value!.jug.volume.value,
    iceG: document.value!.serve?.iceG ?? 0,
    fillLineMl: usual.fillLineMl,
  }
  set([...sizes.value, sizeFor(cup, served)])
  await nextTick()
  chosen.value = null
})
const rows = computed(() =>
  sizes.value.map((size) => {
    const cup = catalogue.cups.find((c) => c.id === size.cupId)
    const one = evaluation.value!.document
    const drawn = inSize(one, size, volumeOf(one) || evaluation.value!.jug.volume.value)
    const made = drinks.evaluate(drinks.live(drawn)).evaluation
    return { size, cup, made, cost: made && drinks.costOf(drawn, made) }
  }),
)
</script>

<template>
  <section class="stack" data-test="sizes">
    <h2>{{ t('serving.sizes') }}</h2>
    <p v-if="!sizes.length" class="small quiet">{{ t('serving.sizesWhy') }}</p>
    <div v-for="({ size, cup, made, cost }, i) in rows" :key="size.cupId" class="size" :data-test="`size-${i}`">
      <b>{{ cup?.name ?? t('serving.cupGone') }}</b>
      <FieldAmountField
        :model-value="typed(size.drinkMl, 'mL', 1)"
        :label="t('cup.drink')"
        unit="mL"
        :test="`size-drink-${i}`"
        :error="wrong[`${size.cupId} drinkMl`]"
        @number="typedOf(i, 'drinkMl', $event)"
      />
      <FieldAmountField
        :model-value="typed(size.iceG, 'g', 1)"
        :label="t('cup.ice')"
        unit="g"
        of="ice"
        :test="`size-ice-${i}`"
        :error="wrong[`${size.cupId} iceG`]"
        @number="typedOf(i, 'iceG', $event)"
      />
      <FieldAmountField
        v-if="session.isOwner"
        v-model="prices[size.cupId]!"
        :label="t('cost.sell')"
        unit="money"
        paid
        :test="`size-price-${i}`"
        @number="price(size.cupId, $event)"
      />
      <span class="small">
        <template v-if="made?.cup">{{ t('serving.lastSip', { bx: n(made.cup.lastSip.brix.value, 1) }) }}</template>
        <template v-if="cost?.total"> · {{ money(cost.total.value) }}</template>
        <b v-if="made?.cup && cup && isOver(made.cup.filled.value, cup.fillLineMl)" class="warn">
          · {{ t('glass.overLine') }}</b
        >
      </span>
      <v-btn
        variant="text"
        :aria-label="t('layer.remove', { name: cup?.name ?? '' })"
        :data-test="`size-remove-${i}`"
        @click="set(sizes.filter((_, at) => at !== i))"
        >✕</v-btn
      >
    </div>
    <v-select
      v-if="left.length && sizes.length < MOST_SIZES"
      v-model="chosen"
      :items="left.map((c) => ({ value: c.id, title: c.name }))"
      :label="t('serving.addSize')"
      data-test="add-size"
    />
    <p v-else-if="!left.length && !sizes.length" class="small quiet">{{ t('serving.oneCup') }}</p>
  </section>
</template>

<style scoped>
.size {
  display: grid;
  grid-template-columns: minmax(90px, 1fr) 116px 104px auto minmax(0, 1fr) 44px;
  gap: 10px;
  align-items: center;
}
.warn {
  color: var(--hibiscus);
}
@media (max-width: 700px) {
  .size {
    grid-template-columns: 1fr 1fr 44px;
  }
  .size > b,
  .size > span {
    grid-column: 1 / -1;
  }
}
</style>
