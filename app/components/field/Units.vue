<script setup lang="ts" generic="U extends string">
// The unit of an amount, beside it.
defineProps<{ units: readonly U[]; label: string; labelOf?: (unit: U) => string }>()
const unit = defineModel<U>({ required: true })
</script>

<template>
  <v-radio-group v-model="unit" class="segments" inline hide-details :aria-label="label">
    <v-radio v-for="u in units" :key="u" :value="u" :label="labelOf ? labelOf(u) : u" :data-value="u" />
  </v-radio-group>
</template>
