<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import {
  MOST_OPTIONS,
  OPTION_KINDS,
  USUAL_OPTION_G,
  choicesOf,
  isPoured,
  itemKey,
  rangeOf,
  withOptions,
  withServe,
  type GuestOption,
  type ItemRef,
} from '#core/recipe'
import type { Glass } from '~/composables/useGlass'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'

// What a guest may have with it: a sparkling top, a spoon of something; and between what the cup then is and costs.
const props = defineProps<{ glass: Glass }>()
const { t } = useI18n()
const { n, money, name, typed } = useFormat()
const catalogue = useCatalogue()
const drinks = useDrinks()
const { document, evaluation } = props.glass

const options = computed(() => document.value?.serve?.options ?? [])
const set = (to: GuestOption[], of = ''): void => props.glass.edit(withServe(document.value!, { options: to }), of)
const change = (i: number, over: Partial<GuestOption>): void =>
  set(
    options.value.map((o, at) => (at === i ? { ...o, ...over } : o)),
    `option ${i}`,
  )
const kinds = computed(() => OPTION_KINDS.map((value) => ({ value, title: t(`serving.kind.${value}`) })))
const items = computed(() =>
  [
    ...catalogue.ingredients.filter((i) => isPoured(i.kind)).map((i) => i.key),
    ...drinks.preps.filter((p) => p.standard).map((p) => `prep:${p.id}`),
  ]
    .filter((key) => !options.value.some((o) => itemKey(o.item) === key))
    .map((value) => ({ value, title: name(value) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const chosen = ref<string | null>(null)
const search = ref('')
watch(chosen, async (key) => {
  if (!key) return
  const item: ItemRef = key.startsWith('prep:') ? { prep: key.slice(5) } : { ingredient: key }
  const kind = catalogue.byKey.get(key)?.kind === 'water' ? 'top' : 'spoon'
  set([...options.value, { kind, item, massG: USUAL_OPTION_G[kind] }])
  await nextTick()
  chosen.value = null
  search.value = ''
})
/** Of every choice that guests can make: the weakest and the strongest cup, the cheapest and the dearest. */
const range = computed(() => {
  if (!options.value.length || !evaluation.value) return null
  const cups = choicesOf(options.value).flatMap((chosen) => {
    const drawn = withOptions(evaluation.value!.document, chosen)
    const made = drinks.evaluate(drinks.live(drawn)).evaluation
    const cost = made && drinks.costOf(drawn, made)?.total?.value
    return made ? [{ brix: made.jug.brix.value, cost: cost ?? null }] : []
  })
  return { brix: rangeOf(cups.map((c) => c.brix)), cost: rangeOf(cups.map((c) => c.cost)) }
})
</script>

<template>
  <section class="stack" data-test="options">
    <h2>{{ t('serving.options') }}</h2>
    <p v-if="!options.length" class="small quiet">{{ t('serving.optionsWhy') }}</p>
    <div v-for="(o, i) in options" :key="itemKey(o.item)" class="option" :data-test="`option-${i}`">
      <b>{{ name(itemKey(o.item)) }}</b>
      <v-select
        :model-value="o.kind"
        :items="kinds"
        :aria-label="t('serving.how')"
        @update:model-value="change(i, { kind: $event })"
      />
      <FieldAmountField
        :model-value="typed(o.massG, 'g', 1)"
        label=""
        dense
        unit="g"
        :of="'ingredient' in o.item ? o.item.ingredient : undefined"
        :aria-label="name(itemKey(o.item))"
        :test="`option-g-${i}`"
        @number="$event && $event > 0 && $event <= 1000 && $event !== o.massG && change(i, { massG: $event })"
      />
      <v-btn
        variant="text"
        :aria-label="t('layer.remove', { name: name(itemKey(o.item)) })"
        :data-test="`option-remove-${i}`"
        @click="set(options.filter((_, at) => at !== i))"
        >✕</v-btn
      >
    </div>
    <p v-if="range?.brix" data-test="option-range">
      {{ t('serving.range', { low: n(range.brix[0], 1), high: n(range.brix[1], 1) }) }}
      <template v-if="range.cost">{{
        t('serving.rangeCost', { low: money(range.cost[0]), high: money(range.cost[1]) })
      }}</template>
      <template v-else>{{ t('cost.hole') }}</template>
    </p>
    <v-autocomplete
      v-if="options.length < MOST_OPTIONS"
      v-model="chosen"
      v-model:search="search"
      :items="items"
      :label="t('serving.addOption')"
      auto-select-first
      data-test="add-option"
    />
  </section>
</template>

<style scoped>
.option {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px 104px 44px;
  gap: 10px;
  align-items: center;
}
@media (max-width: 700px) {
  .option {
    grid-template-columns: 1fr 1fr 44px;
  }
  .option > b {
    grid-column: 1 / -1;
  }
}
</style>
