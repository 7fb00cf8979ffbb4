<script setup lang="ts">
// The name of a row that opens what it rests on beneath it.
defineProps<{ isOpen: boolean }>()
defineEmits<{ toggle: [] }>()
</script>

<template>
  <button type="button" class="link" :aria-expanded="isOpen" @click="$emit('toggle')"><slot /></button>
</template>

<style scoped>
.link {
  min-height: 44px;
  border: 0;
  background: none;
  padding: 0;
  font: 600 16px var(--text);
  color: var(--ink);
  text-align: left;
  text-decoration: underline;
  text-underline-offset: 4px;
  cursor: pointer;
}
</style>
