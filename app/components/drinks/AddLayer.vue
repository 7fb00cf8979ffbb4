<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isPoured, type Amount, type ItemRef } from '#core/recipe'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { usePreps } from '~/stores/preps'

// What is poured, stirred or laid in; dry tea, flowers, seeds and fruit become a layer only after a step of their own.
const LAID: string[] = ['herb', 'root', 'peel']
const props = defineProps<{ taken: string[] }>()
const emit = defineEmits<{ add: [item: ItemRef, amount: Amount] }>()
const { t } = useI18n()
const { name, amount } = useFormat()
const catalogue = useCatalogue()
const drinks = useDrinks()
const preps = usePreps()
const chosen = ref<string | null>(null)
const search = ref('')

/** What stands there of a prep, so that it is picked off the shelf. */
function onShelf(id: string): string {
  const ml = preps.byId.get(id)?.onHandMl ?? 0
  if (ml <= 0) return t('layer.notOnShelf')
  return t('layer.onShelf', { ml: ml >= 1000 ? amount(ml / 1000, 'L') : amount(ml, 'mL', 0) })
}
const items = computed(() =>
  [
    ...drinks.preps.map((p) => ({ value: `prep:${p.id}`, title: p.name, props: { subtitle: onShelf(p.id) } })),
    ...catalogue.ingredients.filter((i) => isPoured(i.kind)).map((i) => ({ value: i.key, title: name(i.key) })),
  ]
    .filter((i) => !props.taken.includes(i.value))
    .sort((a, b) => Number(begins(b.title)) - Number(begins(a.title)) || a.title.localeCompare(b.title)),
)
/** What begins with the letters typed comes before what only holds them. */
const begins = (title: string): boolean =>
  search.value.length > 0 && title.toLowerCase().startsWith(search.value.toLowerCase())

/** A first amount near what such a thing is used at; typed over at once. */
function firstAmount(key: string): Amount {
  const kind = catalogue.byKey.get(key)?.kind
  if (kind === 'acid' || kind === 'salt') return { value: 1, unit: 'g' }
  if (kind === 'sweetener') return { value: 20, unit: 'g' }
  if (kind && LAID.includes(kind)) return { value: 5, unit: 'g' }
  return { value: 30, unit: 'mL' }
}
watch(chosen, async (key) => {
  if (!key) return
  emit('add', key.startsWith('prep:') ? { prep: key.slice(5) } : { ingredient: key }, firstAmount(key))
  await nextTick()
  chosen.value = null
  search.value = ''
})
</script>

<template>
  <v-autocomplete
    v-model="chosen"
    v-model:search="search"
    :items="items"
    :label="t('layer.add')"
    data-test="add-layer"
    auto-select-first
  />
</template>
