import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
  type ChartDataset,
} from 'chart.js'

// What all charts are made of: the app's own type, lines in its ink, and quiet marks. Imported by charts alone.
Chart.defaults.font.family = "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif"
Chart.register(
  BarController,
  BarElement,
  LinearScale,
  CategoryScale,
  PointElement,
  LineElement,
  ScatterController,
  Tooltip,
  Legend,
)
Chart.defaults.plugins.legend.display = false

export const INK = '#15302B'
export const QUIET = '#566864'
export const GRID = '#EFE8D6'

/** Points joined by a line, without marks. */
export const line = (
  data: { x: number; y: number }[],
  over: Partial<ChartDataset<'scatter'>> = {},
): ChartDataset<'scatter'> => ({
  data,
  showLine: true,
  pointRadius: 0,
  pointHitRadius: 0,
  borderColor: INK,
  borderWidth: 2.5,
  ...over,
})
