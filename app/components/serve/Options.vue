<script setup lang="ts">
import { itemKey, type Evaluation } from '#core/recipe'

// What a guest may have with it, as plain buttons: what is on goes on the next cups.
const props = defineProps<{ standard: Evaluation | null }>()
const chosen = defineModel<string[]>({ required: true })
const { amount, name } = useFormat()
const all = computed(() => props.standard?.document.serve?.options ?? [])
function touch(key: string): void {
  chosen.value = chosen.value.includes(key) ? chosen.value.filter((k) => k !== key) : [...chosen.value, key]
}
</script>

<template>
  <div v-if="all.length" class="options">
    <v-btn
      v-for="o in all"
      :key="itemKey(o.item)"
      height="72"
      :aria-pressed="chosen.includes(itemKey(o.item))"
      :class="{ on: chosen.includes(itemKey(o.item)) }"
      :data-test="`option-${itemKey(o.item)}`"
      @click="touch(itemKey(o.item))"
      >+ {{ name(itemKey(o.item)) }} {{ amount(o.massG, 'g', 0) }}</v-btn
    >
  </div>
</template>

<style scoped>
.options {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.on {
  background: var(--zest) !important;
}
</style>
