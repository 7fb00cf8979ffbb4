<script setup lang="ts">
import { Bar } from 'vue-chartjs'
import { useI18n } from 'vue-i18n'
import type { CountSheet } from '#shared/contract'
import { GRID, INK, QUIET } from '~/utils/charts'

// When in the day the cups went, from the first hour that sold any to the last.
const props = defineProps<{ sheet: CountSheet }>()
const { t } = useI18n({ useScope: 'global' })
const { n } = useFormat()
const hours = computed(() => {
  const cups = new Map(props.sheet.hours.map((h) => [h.hour, h.cups]))
  const known = [...cups.keys()]
  const [first, last] = [Math.min(...known), Math.max(...known)]
  return Array.from({ length: last - first + 1 }, (_, i) => ({ hour: first + i, cups: cups.get(first + i) ?? 0 }))
})
const wall = (hour: number): string => `${String(hour).padStart(2, '0')}:00`
const data = computed(() => ({
  labels: hours.value.map((h) => wall(h.hour)),
  datasets: [{ data: hours.value.map((h) => h.cups), backgroundColor: '#7FA650', borderColor: INK, borderWidth: 1 }],
}))
const options = {
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  scales: {
    x: { ticks: { color: QUIET }, grid: { display: false } },
    y: { ticks: { color: QUIET, precision: 0 }, grid: { color: GRID } },
  },
}
const said = computed(() => hours.value.map((h) => `${wall(h.hour)}: ${n(h.cups)}`).join(', '))
</script>

<template>
  <section v-if="sheet.hours.length > 1" class="sheet stack" data-test="count-hours">
    <h2>{{ t('count.perHourOfDay') }}</h2>
    <div class="chart">
      <Bar :data="data" :options="options" :aria-label="said" role="img" />
    </div>
  </section>
</template>

<style scoped>
.chart {
  height: 180px;
}
</style>
