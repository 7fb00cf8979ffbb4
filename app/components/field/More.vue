<script setup lang="ts">
// What is offered, never demanded: folded away until it is asked for, or until something in it is wrong.
const props = defineProps<{ label: string; show?: boolean; test?: string }>()
const open = ref(props.show ?? false)
watch(
  () => props.show,
  (now) => {
    if (now) open.value = true
  },
)
</script>

<template>
  <div class="more">
    <button type="button" :aria-expanded="open" :data-test="test" @click="open = !open">
      <span aria-hidden="true">{{ open ? '−' : '+' }}</span> {{ label }}
    </button>
    <div v-show="open" class="stack"><slot /></div>
  </div>
</template>

<style scoped>
.more {
  display: grid;
  gap: 12px;
  border-top: 1px solid var(--rule);
  padding-top: 4px;
}
button {
  min-height: 48px;
  border: 0;
  background: none;
  font: 600 16px var(--text);
  color: var(--ink);
  text-align: left;
  cursor: pointer;
  padding: 0 4px;
}
button span {
  display: inline-block;
  width: 18px;
}
</style>
