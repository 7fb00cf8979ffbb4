<script setup lang="ts">
import { Chart, type ChartDataset } from 'chart.js'
import { Scatter } from 'vue-chartjs'
import { useI18n } from 'vue-i18n'
import type { PressPoint } from '#core/yield/study'
import { GRID, INK, line, QUIET } from '~/utils/charts'

// Every press as a point over time, one shape for each method, with the mean as a line and the handbook dashed: a
// slope, a break and an outlier are seen at once.
const props = defineProps<{
  points: PressPoint[]
  mean: number | null
  handbook: number
  asked: string[]
  fill: string
  now: string
}>()
const { t } = useI18n()
const { n, amount, parts, unit, day } = useFormat()
const SHAPES = ['circle', 'rectRot', 'triangle', 'rect', 'star'] as const
const DAY = 864e5
const back = (at: string): number => (Date.parse(at) - Date.parse(props.now)) / DAY
const methods = computed(() => [...new Set(props.points.map((p) => p.method))])
const span = computed(() => Math.min(-7, ...props.points.map((p) => back(p.at))))
const level = (y: number, dash: number[]): ChartDataset<'scatter'> =>
  line(
    [
      { x: span.value, y },
      { x: 0, y },
    ],
    { borderWidth: dash.length ? 1.5 : 2.5, borderDash: dash },
  )
/** The sign of an estimate as a point: the same as beside numbers. */
function estimateSign(): HTMLCanvasElement {
  const canvas = document.createElement('canvas')
  canvas.width = canvas.height = 22
  const pen = canvas.getContext('2d')!
  pen.font = `bold 22px ${Chart.defaults.font.family}`
  pen.textAlign = 'center'
  pen.textBaseline = 'middle'
  pen.fillStyle = INK
  pen.fillText('≈', 11, 12)
  return canvas
}
const sign = estimateSign()
const data = computed(() => ({
  datasets: [
    ...methods.value.map((m, i): ChartDataset<'scatter'> => {
      const own = props.points.filter((p) => p.method === m)
      return {
        label: t(`method.${m}`),
        data: own.map((p) => ({ x: back(p.at), y: p.mlPerKg })),
        pointStyle: own.map((p) => (p.guessed ? sign : SHAPES[i % SHAPES.length])),
        pointRadius: own.map((p) => (props.asked.includes(p.id) ? 9 : 6)),
        pointBackgroundColor: own.map((p) =>
          p.leftOut ? '#FFFDF8' : props.asked.includes(p.id) ? '#A3274F' : props.fill,
        ),
        pointBorderColor: INK,
        pointBorderWidth: 2,
      }
    }),
    ...(props.mean === null ? [] : [level(props.mean, [])]),
    level(props.handbook, [5, 4]),
  ],
}))
const isGuess = ({ datasetIndex, dataIndex }: { datasetIndex: number; dataIndex: number }): boolean => {
  const method = methods.value[datasetIndex]
  return props.points.filter((p) => p.method === method)[dataIndex]?.guessed ?? false
}
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  scales: {
    x: {
      type: 'linear' as const,
      max: 0,
      title: { display: true, text: t('yield.daysAgo') },
      ticks: { color: QUIET, callback: (v: string | number) => n(-Number(v)) },
      grid: { display: false },
    },
    y: {
      grace: '8%',
      title: { display: true, text: unit('mL/kg') },
      ticks: { color: QUIET, callback: (v: string | number) => parts(Number(v), 'mL/kg').number },
      grid: { color: GRID },
    },
  },
  plugins: {
    tooltip: {
      callbacks: {
        label: (c: { datasetIndex: number; dataIndex: number; parsed: { x: number | null; y: number | null } }) =>
          `${day(new Date(Date.parse(props.now) + (c.parsed.x ?? 0) * DAY).toISOString())}: ${isGuess(c) ? '≈ ' : ''}${amount(c.parsed.y ?? 0, 'mL/kg')}`,
      },
    },
  },
}))
</script>

<template>
  <figure class="chart">
    <div class="canvas"><Scatter :data="data" :options="options" :aria-label="t('yield.chart')" /></div>
    <figcaption class="small quiet">
      <span v-for="(m, i) in methods" :key="m">{{ ['●', '◆', '▲', '■', '✱'][i % 5] }} {{ t(`method.${m}`) }}</span
      ><span v-if="points.some((p) => p.guessed)">≈ {{ t('yield.guessed') }}</span
      ><span>━ {{ t('yield.meanLine') }}</span
      ><span>┄ {{ t('yield.handbook') }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.chart {
  margin: 0;
}
.canvas {
  height: 230px;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin-top: 6px;
}
</style>
