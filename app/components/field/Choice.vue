<script setup lang="ts" generic="T extends string">
// One of a few, as buttons; a second touch takes it back where nothing may be chosen.
const props = defineProps<{
  label: string
  items: readonly { value: T; title: string }[]
  optional?: boolean
  test?: string
}>()
const value = defineModel<T | null>({ default: null })
const pick = (v: T): void => {
  value.value = props.optional && value.value === v ? null : v
}
</script>

<template>
  <div class="choice" role="radiogroup" :aria-label="label" :data-test="test">
    <span class="small quiet">{{ label }}</span>
    <span class="items"
      ><button
        v-for="i in items"
        :key="i.value"
        type="button"
        role="radio"
        :aria-checked="value === i.value"
        :data-value="i.value"
        @click="pick(i.value)"
      >
        {{ i.title }}
      </button></span
    >
  </div>
</template>

<style scoped>
.choice {
  display: grid;
  gap: 4px;
}
.items {
  display: flex;
  flex-wrap: wrap;
  background: var(--sand);
  border-radius: 12px;
  padding: 3px;
  gap: 2px;
}
button {
  flex: 1 0 auto;
  min-width: 44px;
  min-height: 44px;
  border: 0;
  border-radius: 10px;
  background: none;
  font: 600 15px var(--text);
  color: var(--ink);
  cursor: pointer;
  padding: 0 10px;
}
button[aria-checked='true'] {
  background: var(--ink);
  color: var(--sheet);
}
</style>
