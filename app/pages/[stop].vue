<script setup lang="ts">
import { useI18n } from 'vue-i18n'

// A stop that is not built yet: one sentence on what will be there.
definePageMeta({ validate: (route) => ['taste'].includes(String(route.params.stop)) })
const route = useRoute()
const { t } = useI18n()
const stop = computed(() => String(route.params.stop))
</script>

<template>
  <section class="sheet later">
    <h1>{{ t(`stop.${stop}`) }}</h1>
    <p>{{ t(`later.${stop}`) }}</p>
  </section>
</template>

<style scoped>
.later {
  max-width: 640px;
  margin: 24px auto;
  padding: 34px;
  display: grid;
  gap: 12px;
  font-size: 18px;
  line-height: 1.5;
}
</style>
