<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { MOST_LOADS, type Amount, type ItemRef } from '#core/recipe'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'

// What can be done with a step beside its numbers: more of them, something more into it, loads, and a drawing.
defineProps<{ out: string; hasMore: boolean; hasChart: boolean; takesMany: boolean }>()
const all = defineModel<boolean>('all', { required: true })
const drawn = defineModel<boolean>('drawn', { required: true })
const emit = defineEmits<{ add: [item: ItemRef, amount: Amount]; split: [loads: number] }>()
const { t } = useI18n({ useScope: 'global' })
const { name } = useFormat()
const catalogue = useCatalogue()
const drinks = useDrinks()

/** What is being asked beside its numbers: what goes in too, or how many loads. */
const asking = ref<'add' | 'split' | null>(null)
const ask = (what: 'add' | 'split'): void => void (asking.value = asking.value === what ? null : what)
const chosen = ref<string | null>(null)
const choices = computed(() =>
  [
    ...drinks.preps.map((p) => ({ value: `prep:${p.id}`, title: p.name })),
    ...catalogue.ingredients.map((i) => ({ value: i.key, title: name(i.key) })),
  ].sort((a, b) => a.title.localeCompare(b.title)),
)
watch(chosen, async (key) => {
  if (!key) return
  emit('add', key.startsWith('prep:') ? { prep: key.slice(5) } : { ingredient: key }, { value: 100, unit: 'g' })
  await nextTick()
  chosen.value = null
  asking.value = null
})
const loadsText = ref('2')
const loads = ref<number | null>(2)
function split(): void {
  emit('split', loads.value ?? NaN)
  asking.value = null
}
</script>

<template>
  <div v-if="hasMore || takesMany || hasChart" class="tools">
    <v-btn v-if="hasMore" variant="text" size="small" height="44" @click="all = !all">{{
      t(all ? 'preps.fewer' : 'preps.more')
    }}</v-btn>
    <template v-if="takesMany">
      <v-btn variant="text" size="small" height="44" :data-test="`add-to-${out}`" @click="ask('add')">{{
        t('preps.addTo')
      }}</v-btn>
      <v-btn variant="text" size="small" height="44" :data-test="`split-${out}`" @click="ask('split')">{{
        t('preps.split')
      }}</v-btn>
    </template>
    <v-btn v-if="hasChart" variant="text" size="small" height="44" :data-test="`draw-${out}`" @click="drawn = !drawn">{{
      t(drawn ? 'preps.hideChart' : 'preps.chart')
    }}</v-btn>
  </div>
  <v-autocomplete
    v-if="asking === 'add'"
    v-model="chosen"
    :items="choices"
    :label="t('preps.addTo')"
    auto-select-first
    :data-test="`choose-for-${out}`"
  />
  <form v-if="asking === 'split'" class="loads" novalidate @submit.prevent="split">
    <FieldAmountField
      v-model="loadsText"
      :label="t('preps.loads', { most: MOST_LOADS })"
      test="loads"
      @number="loads = $event"
    />
    <v-btn type="submit" data-test="split">{{ t('preps.splitIt') }}</v-btn>
  </form>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  margin-left: -8px;
}
.tools :deep(.v-btn) {
  padding: 0 8px;
  font-size: 14px;
}
.loads {
  display: flex;
  gap: 10px;
  align-items: start;
}
</style>
