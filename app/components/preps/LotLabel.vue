<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Lot } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'

// What stands on the label of a prep: what is in it, heaviest first, what to mind, and what the authority approved.
const props = defineProps<{ lot: Lot }>()
const { t, te } = useI18n({ useScope: 'global' })
const ready = useWords('preps')
const { name, amount, calendarDay } = useFormat()
const drinks = useDrinks()
const fruit = useFruit()
const source = computed(() => {
  const recipe = drinks.recipes.find((r) => r.standard?.id === props.lot.itemKey)
  return recipe && drinks.standardOf(recipe)
})
const approval = computed(() => source.value?.document.keeping?.approval)
const { ingredients, allergens, minded: others } = useLabel(() => props.lot)
const inIt = computed(() => ingredients.value.map(name).join(', '))
const minded = computed(() =>
  [...allergens.value, ...others.value].filter((c) => te(`caution.${c}`)).map((c) => t(`caution.${c}`)),
)
const added = computed(() =>
  (fruit.batches.find((b) => b.id === props.lot.sourceId)?.added ?? [])
    .map((a) => `${name(a.key)} ${amount(a.g, 'g', 1)}`)
    .join(', '),
)
</script>

<template>
  <section v-if="ready" class="stack" data-test="lot-label">
    <p v-if="!source && !inIt" class="small quiet">{{ t('lotLabel.earlier') }}</p>
    <p v-if="inIt" class="small">{{ t('lotLabel.inIt', { list: inIt }) }}</p>
    <p v-if="added" class="small">{{ t('lotLabel.added', { list: added }) }}</p>
    <p v-if="minded.length" class="small caution">{{ minded.join(' ') }}</p>
    <p v-if="approval" class="small" data-test="lot-approval">
      {{ t('keeps.approved', { number: approval.number, day: calendarDay(approval.date), words: approval.words }) }}
    </p>
  </section>
</template>
