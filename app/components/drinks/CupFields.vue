<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { MOST_ICE_G, volumeOf, withServe, withVolume, type RecipeDocument } from '#core/recipe'
import type { Cup } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'

/** The cup that it is served in, how much drink, how much ice. */
const props = defineProps<{ document: RecipeDocument; cup: Cup | undefined }>()
const emit = defineEmits<{ edit: [document: RecipeDocument] }>()
const { t } = useI18n()
const catalogue = useCatalogue()

const serve = computed(() => props.document.serve)
const volume = computed(() => volumeOf(props.document))
const { typed } = useFormat()
const volumeText = ref(typed(volume.value, 'mL', 2))
const iceText = ref(typed(serve.value?.iceG ?? 0, 'g', 2))
function setVolume(v: number | null): void {
  if (v && v > 0 && v !== volume.value) emit('edit', withVolume(props.document, v))
}
function setIce(v: number | null): void {
  if (v !== null && v >= 0 && v <= MOST_ICE_G && v !== serve.value?.iceG)
    emit('edit', withServe(props.document, { iceG: v }))
}
const cups = computed(() => catalogue.cups.map((c) => ({ value: c.id, title: c.name })))
</script>

<template>
  <div class="cup-row">
    <v-select
      :model-value="serve?.cupId ?? cup?.id"
      :items="cups"
      :label="t('cup.cup')"
      @update:model-value="emit('edit', withServe(document, { cupId: $event }))"
    />
    <FieldAmountField v-model="volumeText" :label="t('cup.drink')" unit="mL" test="volume" @number="setVolume" />
    <FieldAmountField v-model="iceText" :label="t('cup.ice')" unit="g" of="ice" test="ice" @number="setIce" />
  </div>
</template>

<style scoped>
.cup-row {
  display: grid;
  grid-template-columns: 1.4fr 1fr 1fr;
  gap: 10px;
}
@media (max-width: 820px) {
  .cup-row {
    grid-template-columns: 1fr 1fr;
  }
  .cup-row > :first-child {
    grid-column: 1 / -1;
  }
}
</style>
