<script setup lang="ts">
import { useI18n } from 'vue-i18n'

/** The ways through the work on a drink: the glass stays beside each of them. */
defineProps<{ task: DrinkTask }>()
const { t } = useI18n()
</script>

<template>
  <nav :aria-label="t('drinkTask.label')">
    <NuxtLink
      v-for="to in DRINK_TASKS"
      :key="to"
      :to="to === 'glass' ? { query: {} } : { query: { do: to } }"
      replace
      :aria-current="to === task ? 'page' : undefined"
      :data-test="`task-${to}`"
      >{{ t(`drinkTask.${to}`) }}</NuxtLink
    >
  </nav>
</template>

<style scoped>
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  border-bottom: 1px solid var(--rule);
}
a {
  display: inline-flex;
  align-items: center;
  min-height: 48px;
  color: var(--quiet);
  text-decoration: none;
  border-bottom: 3px solid transparent;
  white-space: nowrap;
}
a[aria-current] {
  color: var(--ink);
  font-weight: 600;
  border-color: var(--zest);
}
a:hover {
  color: var(--ink);
}
</style>
