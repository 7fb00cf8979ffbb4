<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { swapsFor, takenLayers, tasteGroupOf, type Swap, type TasteGroup } from '#core/balance'
import { fillsUp, isPoured, itemKey, itemsOf, type ItemRef } from '#core/recipe'
import type { Glass } from '~/composables/useGlass'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'

// Something is missing today: what on hand holds sweetness, acid and volume in its place.
const props = defineProps<{ glass: Glass }>()
const { t } = useI18n()
const { name, amount, money } = useFormat()
const catalogue = useCatalogue()
const fruit = useFruit()
const { document } = props.glass
const { triesIn } = useTries()
const finding = useFind<Swap[]>()
const SHOWN = 5

const missing = ref<string | null>(null)
const layers = computed(() => {
  const filler = document.value && fillsUp(document.value)
  return (document.value ? takenLayers(document.value) : [])
    .filter((s) => s.out !== filler)
    .map((s) => ({ value: s.out, title: name(itemKey(s.item)) }))
})
/** Of what is on the shelf; with nothing there, of all that a drink can be poured from and has a price. */
const onHand = computed((): ItemRef[] => {
  const taken = new Set(document.value ? itemsOf(document.value).map(itemKey) : [])
  const held = new Set(fruit.lots.filter((l) => l.onHand > 0).map((l) => l.itemKey))
  const can = (key: string): boolean => isPoured(catalogue.byKey.get(key)?.kind ?? '') && !taken.has(key)
  const there = [...held].filter(can)
  const priced = catalogue.ingredients
    .filter((i) => can(i.key) && (catalogue.priceOf(i.key) || catalogue.fruitOf(i.key)))
    .map((i) => i.key)
  return [...new Set([...there, ...priced])].map((ingredient) => ({ ingredient }))
})
function groupOf(item: ItemRef): TasteGroup | null {
  if ('prep' in item) return null
  const data = catalogue.dataOf(item.ingredient)
  return data ? tasteGroupOf(data) : null
}
/** Of the same taste first: those are tried, so that nobody waits for all of the shelf. */
const MOST_TRIED = 14
async function find(): Promise<void> {
  const take = document.value!.steps.find((s) => s.out === missing.value)
  const group = take?.op === 'take' ? groupOf(take.item) : null
  const candidates = [...onHand.value]
    .sort((a, b) => Number(groupOf(b) === group) - Number(groupOf(a) === group))
    .slice(0, MOST_TRIED)
  await finding.find((solve) => swapsFor(document.value!, missing.value!, candidates, groupOf, triesIn(), solve))
}
const gramsOf = (s: Swap): string =>
  s.tried.evaluation.layers
    .filter((l) => l.mass.value > 0.05)
    .map((l) => `${name(l.key)} ${amount(l.mass.value, 'g', 1)}`)
    .join(' · ')
const costOf = (s: Swap): string =>
  s.costChange === null ? t('swap.noCost') : `${s.costChange < 0 ? '−' : '+'}${money(Math.abs(s.costChange))}`
function take(s: Swap): void {
  props.glass.edit(s.document)
  finding.clear()
  missing.value = null
}
</script>

<template>
  <FieldMore v-if="layers.length" :label="t('swap.title')" test="swap">
    <p class="small quiet">{{ t('swap.why') }}</p>
    <div class="row">
      <v-select v-model="missing" :items="layers" :label="t('swap.missing')" data-test="swap-missing" />
      <v-btn :disabled="!missing" :loading="finding.busy.value" data-test="swap-find" @click="find">{{
        t('swap.find')
      }}</v-btn>
      <v-btn v-if="finding.busy.value" @click="finding.cancel">{{ t('do.cancel') }}</v-btn>
    </div>
    <p v-if="finding.said.value" class="caution" role="alert">{{ finding.said.value }}</p>
    <p v-if="finding.answer.value && !finding.answer.value.length" class="quiet">{{ t('swap.none') }}</p>
    <ul v-if="finding.answer.value" class="swaps">
      <li v-for="s in finding.answer.value.slice(0, SHOWN)" :key="s.key" :data-test="`swap-${s.key}`">
        <div class="spread">
          <b>{{ name(s.key) }}</b>
          <span class="small">{{ costOf(s) }}</span>
        </div>
        <span class="small">{{ gramsOf(s) }}</span>
        <span class="small quiet">
          {{
            s.missed.length
              ? t('swap.misses', { list: s.missed.map((m) => t(`notMet.of.${m}`)).join(', ') })
              : t('swap.holds')
          }}
          {{ s.sameGroup ? t('swap.same') : t('swap.other') }}
        </span>
        <span v-for="c in s.comes" :key="c" class="small warn">{{ t('swap.comes') }} {{ t(`caution.${c}`) }}</span>
        <span v-for="c in s.goes" :key="c" class="small quiet">{{ t('swap.goes') }} {{ t(`caution.${c}`) }}</span>
        <v-btn size="small" height="44" :data-test="`take-swap-${s.key}`" @click="take(s)">{{ t('found.take') }}</v-btn>
      </li>
    </ul>
  </FieldMore>
</template>

<style scoped>
.swaps {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 10px;
}
li {
  display: grid;
  gap: 4px;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
li .v-btn {
  justify-self: start;
}
.warn {
  color: var(--hibiscus);
}
</style>
