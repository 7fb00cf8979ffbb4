<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isShown } from '#core/yield'
import type { Recipe } from '#shared/contract'
import type { PrepOnShelf } from '~/stores/preps'

// What of a prep is on the shelf, lot by lot; a making is recorded here.
const props = defineProps<{ recipe: Recipe; shelf: PrepOnShelf | undefined }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, day, calendarDay } = useFormat()
const recording = ref(false)
const lots = computed(() => (props.shelf?.lots ?? []).filter((l) => isShown(l.onHand)))
const told = (v: number, unit: string): string =>
  unit === 'mL' && v >= 1000 ? amount(v / 1000, 'L') : amount(v, unit, 0)
</script>

<template>
  <section class="sheet stack" data-test="lots">
    <div class="spread">
      <h2>{{ t('preps.lots') }}</h2>
      <v-btn
        v-if="recipe.standard && !recording"
        :color="shelf && shelf.shortMl > 0 ? 'primary' : undefined"
        data-test="record"
        @click="recording = true"
        >{{ t('preps.record') }}</v-btn
      >
    </div>
    <PrepsMakingForm
      v-if="recording && shelf?.evaluation"
      :prep="shelf"
      @done="recording = false"
      @close="recording = false"
    />
    <p v-if="!lots.length" class="quiet">{{ t('preps.noLots') }}</p>
    <ul class="lots">
      <li v-for="l in lots" :key="l.id">
        <NuxtLink :to="`/fruit/lot/${l.id}`">{{
          t('preps.lotOf', { amount: told(l.onHand, l.unit), of: told(l.amount, l.unit), day: day(l.at), who: l.by })
        }}</NuxtLink>
        <span v-if="l.useBy" class="small quiet">{{ t('preps.until', { day: calendarDay(l.useBy) }) }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.lots {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.lots li {
  display: grid;
  gap: 2px;
}
.lots a {
  min-height: 32px;
  display: inline-flex;
  align-items: center;
  color: inherit;
  text-underline-offset: 4px;
}
</style>
