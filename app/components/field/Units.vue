<script setup lang="ts" generic="U extends string">
// The unit of an amount, beside it.
defineProps<{ units: readonly U[]; label: string }>()
const unit = defineModel<U>({ required: true })
</script>

<template>
  <div class="units" role="radiogroup" :aria-label="label">
    <button v-for="u in units" :key="u" type="button" role="radio" :aria-checked="unit === u" @click="unit = u">
      {{ u }}
    </button>
  </div>
</template>

<style scoped>
.units {
  display: flex;
  background: var(--sand);
  border-radius: 12px;
  padding: 3px;
}
.units button {
  min-width: 44px;
  min-height: 44px;
  border: 0;
  border-radius: 10px;
  background: none;
  font: 600 15px var(--text);
  color: var(--ink);
  cursor: pointer;
}
.units button[aria-checked='true'] {
  background: var(--ink);
  color: var(--sheet);
}
</style>
