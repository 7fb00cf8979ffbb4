<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Lot } from '#shared/contract'

// What was kept of pressing: where it is, until when, and what for.
defineProps<{ lots: Lot[]; bare?: boolean }>()
const { t } = useI18n()
const { name, calendarDay } = useFormat()
</script>

<template>
  <section class="kept" :class="{ bare }" data-test="kept">
    <h2 v-if="!bare">{{ t('kept.title') }}</h2>
    <ul>
      <li v-for="l in lots" :key="l.id">
        <NuxtLink :to="`/fruit/lot/${l.id}`" data-test="kept-lot"
          ><b>{{ t(`byPart.${l.part}`) }}</b
          >, {{ name(l.itemKey) }}</NuxtLink
        >
        <FigureShown :value="l.onHand" :unit="l.unit" />
        <span class="quiet small">{{
          [t(`place.${l.place ?? 'cold'}`), l.useFor, l.useBy ? t('kept.until', { day: calendarDay(l.useBy) }) : '']
            .filter(Boolean)
            .join(' · ')
        }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.kept {
  margin-top: 22px;
}
ul {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(150px, 1fr) 80px 2fr;
  gap: 12px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding: 4px 10px;
}
a {
  line-height: 44px;
  text-underline-offset: 4px;
}
.bare {
  margin-top: 0;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: 1fr auto;
  }
  li > :last-child {
    grid-column: 1 / -1;
    padding-bottom: 6px;
  }
}
</style>
