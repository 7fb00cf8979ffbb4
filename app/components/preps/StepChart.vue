<script setup lang="ts">
import type { ChartDataset } from 'chart.js'
import { Scatter } from 'vue-chartjs'
import { useI18n } from 'vue-i18n'
import { boilingCurve, coolingCurve } from '#core/process'
import type { Evaluation } from '#core/recipe'
import { GRID, INK, line, QUIET } from '~/utils/charts'

// A step over its minutes: how it cools, under what the two stages allow; or how it thickens while it boils down.
const props = defineProps<{ done: Evaluation['done'][number] }>()
const { t } = useI18n({ useScope: 'global' })
const { n, parts, unit, amount } = useFormat()

/** How near the line is touched for its numbers, in pixels. */
const HIT = 6
const isCooling = computed(() => props.done.step.op === 'cool')
const cooling = computed(() => (isCooling.value ? coolingCurve(props.done.result) : null))
const boiling = computed(() => (isCooling.value ? null : boilingCurve(props.done.inputs, props.done.result)))
const yUnit = computed(() => (isCooling.value ? '°C' : '°Bx'))
const shownAs = (v: number): string => parts(v, yUnit.value, 0).number
const datasets = computed((): ChartDataset<'scatter'>[] => {
  const { step } = props.done
  if (cooling.value)
    return [
      line(
        cooling.value.points.map((p) => ({ x: p.min, y: p.value })),
        { label: t(`step.${step.op}`), pointHitRadius: HIT },
      ),
      ...(cooling.value.allowed.length
        ? [
            line(
              cooling.value.allowed.map((p) => ({ x: p.min, y: p.value })),
              { label: t('preps.allowed'), borderColor: '#A3274F', borderDash: [6, 4], borderWidth: 2 },
            ),
          ]
        : []),
    ]
  return [
    line(
      boiling.value!.map((p) => ({ x: p.min, y: p.brix })),
      { label: t('preps.thickens'), pointHitRadius: HIT },
    ),
  ]
})
/** The same in words, for whoever does not see the lines. */
const said = computed(() => {
  if (boiling.value) {
    const [from, to] = [boiling.value[0]!, boiling.value.at(-1)!]
    return t('preps.boilSaid', {
      min: n(to.min, 0),
      from: amount(from.volumeMl, 'mL', 0),
      to: amount(to.volumeMl, 'mL', 0),
      brix: n(to.brix, 1),
    })
  }
  const [from, to] = [cooling.value!.points[0]!, cooling.value!.points.at(-1)!]
  return t('preps.coolSaid', { from: amount(from.value, '°C', 0), to: amount(to.value, '°C', 0), min: n(to.min, 0) })
})
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  scales: {
    x: {
      type: 'linear' as const,
      min: 0,
      title: { display: true, text: t('preps.minutes') },
      ticks: { color: QUIET },
      grid: { display: false },
    },
    y: {
      title: { display: true, text: unit(yUnit.value) },
      ticks: { color: QUIET, callback: (v: string | number) => shownAs(Number(v)) },
      grid: { color: GRID },
    },
  },
  plugins: {
    legend: { display: isCooling.value, labels: { color: INK, usePointStyle: true, pointStyle: 'line' } },
    tooltip: {
      callbacks: {
        label: (c: { parsed: { x: number | null; y: number | null } }) =>
          `${n(c.parsed.x ?? 0, 0)} min: ${amount(c.parsed.y ?? 0, yUnit.value, 1)}`,
      },
    },
  },
}))
</script>

<template>
  <figure class="chart" data-test="step-chart">
    <div class="canvas"><Scatter :data="{ datasets }" :options="options" :aria-label="said" /></div>
    <figcaption class="small quiet">
      {{ said }}<template v-if="cooling?.allowed.length">{{ ' ' }}{{ t('preps.stages') }}</template>
    </figcaption>
  </figure>
</template>

<style scoped>
.chart {
  margin: 0;
}
.canvas {
  height: 220px;
}
</style>
