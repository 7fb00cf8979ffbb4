<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useCatalogue } from '~/stores/catalogue'

// What was added by taste, one after the other, beyond what the standard takes: each is kept as it was told.
export interface AddedTyped {
  key: string
  g: number
}
const added = defineModel<AddedTyped[]>({ default: () => [] })
const { t } = useI18n({ useScope: 'global' })
const { amount, name } = useFormat()
const catalogue = useCatalogue()
/** What is tasted for: sour, sweet, salty. */
const KINDS = ['acid', 'sweetener', 'salt', 'juice', 'water']
const items = computed(() =>
  catalogue.ingredients
    .filter((i) => KINDS.includes(i.kind))
    .map((i) => ({ value: i.key, title: name(i.key) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const key = ref<string | null>(null)
const text = ref('')
const g = ref<number | null>(null)
function add(): void {
  if (!key.value || !(g.value! > 0)) return
  added.value = [...added.value, { key: key.value, g: g.value! }]
  text.value = ''
  g.value = null
}
const without = (at: number): void => void (added.value = added.value.filter((_, i) => i !== at))
</script>

<template>
  <section data-test="added">
    <h3>{{ t('making.added') }}</h3>
    <p class="small quiet">{{ t('making.addedWhy') }}</p>
    <ol v-if="added.length">
      <li v-for="(a, i) in added" :key="i" data-test="added-one">
        <span
          >{{ name(a.key) }} <b class="num">{{ amount(a.g, 'g', 1) }}</b></span
        >
        <v-btn variant="text" :aria-label="t('making.takeBack', { what: name(a.key) })" @click="without(i)">✕</v-btn>
      </li>
    </ol>
    <div class="one">
      <v-autocomplete
        v-model="key"
        :items="items"
        :label="t('making.addWhat')"
        auto-select-first
        data-test="add-what"
      />
      <FieldAmountField
        v-model="text"
        :label="t('making.addG')"
        unit="g"
        :of="key ?? undefined"
        device
        test="add-g"
        @number="g = $event"
        @done="add"
      />
      <v-btn :disabled="!key || !(g! > 0)" data-test="add-it" @click="add">{{ t('making.addIt') }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
h3 {
  margin: 4px 0;
}
ol {
  margin: 0;
  padding-left: 20px;
}
li span {
  display: inline-flex;
  gap: 8px;
  min-width: 70%;
}
.one {
  display: grid;
  grid-template-columns: 1fr 110px auto;
  gap: 8px;
  align-items: start;
}
</style>
