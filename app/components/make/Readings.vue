<script setup lang="ts">
import type { ChartDataset } from 'chart.js'
import { Scatter } from 'vue-chartjs'
import { useI18n } from 'vue-i18n'
import { standing, type StreamReading } from '#core/batch'
import { GRID, INK, line, QUIET } from '~/utils/charts'
import type { RunView } from '~/stores/make'

// What was read of a batch over its time: one line for each thing that was read more than once; all of it in words.
const props = defineProps<{ view: RunView }>()
const { t } = useI18n({ useScope: 'global' })
const { time, parts, unit } = useFormat()
const MS_PER_MIN = 60_000
const KINDS = [
  { key: 'tempC', unit: '°C', colour: '#A3274F' },
  { key: 'brix', unit: '°Bx', colour: INK },
] as const
const reads = computed(() => standing(props.view.run.events).flatMap((e) => (e.kind === 'read' ? [e] : [])))
const minutesOf = (at: string): number => (Date.parse(at) - Date.parse(props.view.run.at)) / MS_PER_MIN
const pointsOf = (key: keyof StreamReading, kept: string) =>
  reads.value.flatMap((e) => {
    const value = e.reading[key]
    return value === undefined ? [] : [{ x: minutesOf(e.at), y: Number(parts(value, kept).number.replace(',', '.')) }]
  })
const drawn = computed(() =>
  KINDS.map((k) => ({ ...k, points: pointsOf(k.key, k.unit) })).filter((k) => k.points.length > 1),
)
const datasets = computed((): ChartDataset<'scatter'>[] =>
  drawn.value.map((k) =>
    line(k.points, { label: unit(k.unit), borderColor: k.colour, pointRadius: 5, pointBackgroundColor: k.colour }),
  ),
)
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  scales: {
    x: { title: { display: true, text: t('preps.minutes') }, ticks: { color: QUIET }, grid: { display: false } },
    y: { ticks: { color: QUIET }, grid: { color: GRID } },
  },
}))
const label = computed(() =>
  drawn.value
    .map(
      (k) =>
        `${unit(k.unit)}: ${reads.value
          .filter((e) => e.reading[k.key] !== undefined)
          .map((e) => `${time(e.at)} ${parts(e.reading[k.key]!, k.unit).number}`)
          .join(', ')}`,
    )
    .join('; '),
)
</script>

<template>
  <section v-if="drawn.length" class="sheet stack" data-test="readings">
    <h2>{{ t('make.readings') }}</h2>
    <div class="chart">
      <Scatter :data="{ datasets }" :options="options" :aria-label="label" role="img" />
    </div>
  </section>
</template>

<style scoped>
.chart {
  height: 200px;
}
</style>
