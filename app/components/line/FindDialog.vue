<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { finder, type Searchable } from '~/utils/search'
import { wordsOf } from '~/utils/words'

const open = defineModel<boolean>({ default: false })
const text = ref('')
const field = ref<{ focus: () => void } | null>(null)
const { t } = useI18n()
const { name } = useFormat()
const stops = useStops()
const drinks = useDrinks()
const catalogue = useCatalogue()
const router = useRouter()
watch(open, () => (text.value = ''))

/** A drink of the stand's own is looked for more than what it is made of. */
const OWN = 4
interface Entry extends Searchable {
  kind: string
  to: string
}
const all = computed((): Entry[] => [
  ...drinks.drinks.map((d) => ({
    id: d.id,
    title: d.name,
    kind: t('stop.drinks'),
    to: `/drinks/${d.id}`,
    weight: OWN,
  })),
  ...catalogue.ingredients.map((i) => ({
    id: i.key,
    title: name(i.key),
    words: wordsOf(i.key),
    kind: i.kind === 'fruit' ? t('stop.fruit') : t('menu.store'),
    to: i.kind === 'fruit' ? `/fruit?fruit=${i.key}` : '/store',
  })),
  { id: 'buy', title: t('buying.title'), kind: t('stop.fruit'), to: '/buy' },
  ...stops.value.map((s) => ({ id: `stop ${s.key}`, title: t(`stop.${s.key}`), kind: '', to: s.path })),
])
const find = computed(() => finder(all.value))
const lotByCode = useLotByCode()
/** The code of a label is a lot, and nothing else. */
const byCode = computed((): Entry[] => {
  const id = lotByCode(text.value)
  return id ? [{ id, title: text.value.trim().toUpperCase(), kind: t('find.lot'), to: `/fruit/lot/${id}` }] : []
})
const found = computed(() => [...byCode.value, ...(text.value.trim() ? find.value(text.value) : all.value)].slice(0, 8))
function go(to: string): void {
  // A dialog that is closing keeps its field for a moment: the next key is meant for the page.
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
  open.value = false
  void router.push(to)
}
</script>

<template>
  <v-dialog v-model="open" max-width="520" :aria-label="t('find.label')" @after-enter="open && field?.focus()">
    <v-card>
      <v-text-field
        ref="field"
        v-model="text"
        :label="t('find.label')"
        data-test="find"
        @keydown.enter="found[0] && go(found[0].to)"
      />
      <v-list>
        <v-list-item v-for="e in found" :key="e.to + e.title" :title="e.title" :subtitle="e.kind" @click="go(e.to)" />
        <p v-if="!found.length" class="quiet">{{ t('find.none', { text }) }}</p>
      </v-list>
    </v-card>
  </v-dialog>
</template>
