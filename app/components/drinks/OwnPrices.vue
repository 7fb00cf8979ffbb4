<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { earningsOf, soldAt, type Cost, type OwnPrice } from '#core/cost'
import type { Recipe } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'
import { api, uuid } from '~/utils/api'

// What cups of a drink are sold at at this stand and at no other; what nothing is said of goes by the business' price.
const props = defineProps<{ recipe: Recipe; cost: Cost }>()
const { t } = useI18n()
const { money, typed } = useFormat()
const drinks = useDrinks()
const session = useSession()
const catalogue = useCatalogue()

const USUAL = null
const use = computed(() => drinks.useOf(props.recipe.id))
const own = computed(() => use.value?.ownPrices ?? [])
const sizes = computed(() => drinks.served(props.recipe).document.serve?.sizes ?? [])
const elsewhere = computed(() => soldAt(props.recipe, []))
const rows = computed(() =>
  [USUAL, ...sizes.value.map((s) => s.cupId)].map((cupId) => ({
    cupId,
    name: cupId === USUAL ? t('cost.usualCup') : (catalogue.cups.find((c) => c.id === cupId)?.name ?? ''),
    elsewhere: cupId === USUAL ? elsewhere.value.price : (elsewhere.value.bySize.get(cupId) ?? null),
  })),
)
const priceOf = (cupId: string | null): number | null => own.value.find((p) => p.cupId === cupId)?.sizePrice ?? null
const texts = reactive<Record<string, string>>({})
watch(
  () => [session.standId, rows.value.map((r) => r.cupId).join(' ')],
  () => rows.value.forEach((r) => (texts[r.cupId ?? ''] = typed(priceOf(r.cupId)))),
  { immediate: true },
)

const wanted = shallowRef<OwnPrice[]>([])
const saving = useSubmit(async (key) => {
  await api('putUse', {
    key,
    params: { id: use.value?.id ?? uuid() },
    body: {
      ...{ standId: session.stand!.id, recipeId: props.recipe.id },
      ...{ versionId: use.value?.versionId ?? null, isServed: use.value?.isServed ?? true },
      ...{ ownPrices: wanted.value, version: use.value?.version ?? 0 },
    },
  })
  await drinks.load()
})
async function set(cupId: string | null): Promise<void> {
  const value = read.get(cupId) ?? null
  // What cannot be read stays as it was typed, and changes nothing.
  if (value === priceOf(cupId) || (value === null && texts[cupId ?? '']?.trim())) return
  const others = own.value.filter((p): p is OwnPrice => p.cupId !== cupId && p.sizePrice !== null)
  wanted.value = value === null ? others : [...others, { cupId, sizePrice: value }]
  await saving.submit()
}
const read = new Map<string | null, number | null>()
const earns = computed(() => {
  const price = priceOf(USUAL)
  return price === null ? null : earningsOf(props.cost.total, price, session.taxShare).earns
})
</script>

<template>
  <section class="sheet stack own" data-test="own-prices">
    <h2>{{ t('cost.ownAt', { stand: session.stand?.name ?? '' }) }}</h2>
    <p class="small quiet">{{ t('cost.ownWhy') }}</p>
    <FieldAmountField
      v-for="r in rows"
      :key="r.cupId ?? ''"
      v-model="texts[r.cupId ?? '']!"
      :label="r.name"
      :hint="r.elsewhere === null ? t('cost.elsewhereNone') : t('cost.elsewhere', { price: money(r.elsewhere) })"
      unit="money"
      paid
      :test="`own-price-${r.cupId ?? 'usual'}`"
      @number="read.set(r.cupId, $event)"
      @done="set(r.cupId)"
    />
    <p v-if="earns" class="spread">
      <span>{{ t('cost.earns') }}</span><FigureButton :figure="earns" :label="t('cost.earns')" />
    </p>
    <p v-if="saving.said.value" class="caution" role="alert">{{ saving.said.value }}</p>
  </section>
</template>

<style scoped>
.own h2 {
  font-size: 17px;
}
</style>
