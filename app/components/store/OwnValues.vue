<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Ingredient } from '#shared/contract'
import { FACTS, INGREDIENTS, type OwnValues } from '#core/substances'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { api } from '~/utils/api'

// What an ingredient is made of here: the shipped figures until somebody types what they measured or read off a label.
const props = defineProps<{ ingredient: Ingredient }>()
const emit = defineEmits<{ done: [] }>()
const catalogue = useCatalogue()
const { t } = useI18n()
const { n, typed } = useFormat()
const FIELDS = [
  'sucrose',
  'glucose',
  'fructose',
  'lactose',
  'otherSugars',
  'citric',
  'malic',
  'otherSolids',
  'protein',
  'fat',
  'fibre',
] as const
type Field = (typeof FIELDS)[number]
const shipped = INGREDIENTS.get(props.ingredient.likeKey)!
// A base that is not in the books any more has no values until somebody types some.
const now = catalogue.dataOf(props.ingredient.key) ?? { ...shipped, composition: {}, ph: undefined }
const ph = FACTS[props.ingredient.likeKey]?.ph
const { number, bind, guard } = useAmounts([...FIELDS, 'ph'], {
  ...Object.fromEntries(FIELDS.map((f) => [f, now.composition[f] ? typed(now.composition[f]!) : ''])),
  ph: now.ph === undefined ? '' : typed(now.ph),
})
/** Rarer components keep what they have. */
const composition = computed((): OwnValues['composition'] => ({
  ...now.composition,
  ...Object.fromEntries(FIELDS.map((f: Field) => [f, number[f] ?? 0])),
}))
const water = computed(() => 100 - Object.values(composition.value).reduce((sum, v) => sum + v, 0))
const form = useSubmit(async (key) => {
  await api('putIngredient', {
    params: { id: props.ingredient.key },
    key,
    body: {
      own: toShipped.value ? null : { composition: composition.value, ph: number.ph ?? null },
      version: props.ingredient.version,
    },
  })
})
const toShipped = ref(false)
async function save(shippedAgain = false): Promise<void> {
  toShipped.value = shippedAgain
  form.fields.value = {}
  if (!shippedAgain) guard(form, (f) => (f === 'ph' ? 'own.ph' : `own.composition.${f}`))
  if (Object.keys(form.fields.value).length || !(await form.submit())) return
  await catalogue.load()
  emit('done')
}
</script>

<template>
  <form class="own" novalidate data-test="own-values" @submit.prevent="save()">
    <p class="small quiet all">{{ t('store.ownWhy', { source: t(ingredient.own ? shipped.source : now.source) }) }}</p>
    <FieldAmountField
      v-for="f in FIELDS"
      :key="f"
      v-bind="bind(f)"
      :label="t(`store.component.${f}`)"
      unit="g"
      metric
      :error="form.fields.value[`own.composition.${f}`]"
      :test="`own-${f}`"
    />
    <FieldAmountField
      v-bind="bind('ph')"
      label="pH"
      :hint="ph ? t('store.usualPh', { low: n(ph[0], 1), high: n(ph[1], 1) }) : ''"
      :error="form.fields.value['own.ph']"
      test="own-ph"
    />
    <p class="all small">
      <b class="num">{{ n(water, 2) }}</b> <span class="unit">g</span> {{ t('store.waterLeft') }}
    </p>
    <p v-if="form.fields.value['own.composition'] || form.message.value" class="caution all" role="alert">
      {{ form.fields.value['own.composition'] || form.message.value }}
    </p>
    <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="own-values-save">{{
      t('do.save')
    }}</v-btn>
    <v-btn v-if="ingredient.own" data-test="own-values-shipped" @click="save(true)">{{
      t('store.shippedAgain')
    }}</v-btn>
  </form>
</template>

<style scoped>
.own {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 10px;
  align-items: start;
  padding: 6px 0 16px;
}
.all {
  grid-column: 1 / -1;
}
</style>
