import { linearRegression, mean, median, medianAbsoluteDeviation, sampleStandardDeviation } from 'simple-statistics'
import { given } from '../figures'
import { dayOf, monthOf, type Day } from '../time'
import { withLabour } from './press'
import { compareYields, type Comparison } from './prediction'
import { tQuantile } from '../evidence'

/** One press as the study of a fruit sees it. */
export interface PressPoint {
  id: string
  /** ISO instant */
  at: string
  mlPerKg: number
  method: string
  tool: string | null
  /** temperature of the fruit: cold, room, warm */
  fruitTemp: string | null
  minutesPerL: number | null
  costPerL: number | null
  /** somebody was asked about it: true left out, false counts; null not asked yet */
  leftOut: boolean | null
  /** false where its fruit was only counted: then it does not count */
  weighed: boolean
  /** it is of an estimate: only counted, or with water in it that was reckoned off */
  guessed: boolean
}
export interface Group {
  key: string
  count: number
  /** one of its presses is of an estimate */
  guessed: boolean
  mean: number
  spread: number | null
  minutesPerL: number | null
  costPerL: number | null
}
/**
 * What a litre costs that was pressed one way, the work in it. Null where nobody knows what the fruit cost.
 * @param labourPerH what an hour costs; null leaves work out
 */
export function costOfLitre(g: Group, labourPerH: number | null): number | null {
  if (g.costPerL === null || g.minutesPerL === null || !labourPerH) return g.costPerL
  return withLabour(
    given('mean-cost-per-litre', g.costPerL, 'money/L', 'measured'),
    given('mean-minutes-per-litre', g.minutesPerL, 'min/L', 'measured'),
    labourPerH,
  ).value
}
export interface Pair extends Comparison {
  first: string
  second: string
}
export interface Trend {
  perMonth: number
  low: number
  high: number
}
export interface YieldStudy {
  count: number
  leftOut: number
  /** of fruit that nobody weighed */
  unweighed: number
  /** one of those that count is of an estimate */
  guessed: boolean
  mean: number | null
  spread: number | null
  trend: Trend | null
  /** far from the others, and nobody has said yet what to do with them; they count until somebody does */
  asked: string[]
  methods: Group[]
  tools: Group[]
  temps: Group[]
  /** by calendar quarter, where the presses span more than half a year */
  seasons: Group[]
  /** the best of each kind against each other one, where both have two presses and vary */
  pairs: Pair[]
}

/**
 * Modified z above which a press is asked about (Iglewicz and Hoaglin, How to Detect and Handle Outliers, 1993,
 * memory).
 */
export const OUTLIER_Z = 3.5
const LEAST_FOR_OUTLIERS = 5
/**
 * A spread below this share of the median is the jug's, not the fruit's: without it, five equal presses make the sixth
 * an outlier.
 */
const LEAST_SPREAD_SHARE = 0.02

/** Ids of presses that are far from the rest, by their distance from the median in median absolute deviations. */
export function outliers(points: readonly Pick<PressPoint, 'id' | 'mlPerKg'>[]): string[] {
  if (points.length < LEAST_FOR_OUTLIERS) return []
  const yields = points.map((p) => p.mlPerKg)
  const middle = median(yields)
  const mad = Math.max(medianAbsoluteDeviation(yields), LEAST_SPREAD_SHARE * middle)
  return points.filter((p) => (0.6745 * Math.abs(p.mlPerKg - middle)) / mad > OUTLIER_Z).map((p) => p.id)
}

const MONTH_MS = 30 * 864e5
/**
 * Slope of a straight line through the presses, mL per kg a month, with its 90 % interval (ordinary least squares).
 * Null with fewer than five presses or all on one day.
 */
export function trendOf(points: readonly Pick<PressPoint, 'at' | 'mlPerKg'>[]): Trend | null {
  if (points.length < 5) return null
  const xy = points.map((p): [number, number] => [Date.parse(p.at) / MONTH_MS, p.mlPerKg])
  const middle = mean(xy.map(([x]) => x))
  const sxx = xy.reduce((s, [x]) => s + (x - middle) ** 2, 0)
  if (sxx < 1e-4) return null
  const { m, b } = linearRegression(xy)
  const dof = xy.length - 2
  const error = Math.sqrt(xy.reduce((s, [x, y]) => s + (y - m * x - b) ** 2, 0) / dof / sxx)
  const reach = error * tQuantile(0.95, dof)
  return { perMonth: m, low: m - reach, high: m + reach }
}

const some = (values: (number | null)[]): number | null => {
  const known = values.filter((v): v is number => v !== null)
  return known.length ? mean(known) : null
}
function groups(points: readonly PressPoint[], keyOf: (p: PressPoint) => string | null): Group[] {
  const by = new Map<string, PressPoint[]>()
  for (const p of points) {
    const key = keyOf(p)
    if (key !== null) by.set(key, [...(by.get(key) ?? []), p])
  }
  return [...by]
    .map(([key, ps]) => {
      const yields = ps.map((p) => p.mlPerKg)
      return {
        key,
        count: ps.length,
        guessed: ps.some((p) => p.guessed),
        mean: mean(yields),
        spread: ps.length > 1 ? sampleStandardDeviation(yields) : null,
        minutesPerL: some(ps.map((p) => p.minutesPerL)),
        costPerL: some(ps.map((p) => p.costPerL)),
      }
    })
    .sort((a, b) => b.mean - a.mean)
}
function pairsOf(kinds: Group[], points: readonly PressPoint[], keyOf: (p: PressPoint) => string | null): Pair[] {
  const yieldsOf = (key: string): number[] => points.filter((p) => keyOf(p) === key).map((p) => p.mlPerKg)
  const known = kinds.filter((k) => k.count >= 2)
  return known.slice(1).flatMap((other) => {
    const c = compareYields(yieldsOf(known[0]!.key), yieldsOf(other.key))
    return c ? [{ ...c, first: known[0]!.key, second: other.key }] : []
  })
}
const quarter = (day: Day): string => `q${Math.ceil(monthOf(day) / 3)}`

/**
 * All that a fruit's presses say together: mean, spread, trend, by method, tool, temperature and season, and which
 * presses to ask about.
 * @param timeZone of the stand: its days make its seasons
 */
export function studyYield(points: readonly PressPoint[], timeZone: string): YieldStudy {
  const weighed = points.filter((p) => p.weighed)
  const counted = weighed.filter((p) => p.leftOut !== true)
  const yields = counted.map((p) => p.mlPerKg)
  const far = new Set(outliers(counted))
  const span = counted.length
    ? Date.parse(counted.reduce((a, p) => (p.at > a ? p.at : a), '')) -
      Date.parse(counted.reduce((a, p) => (p.at < a ? p.at : a), '9'))
    : 0
  const [byMethod, byTool, byTemp] = [
    (p: PressPoint) => p.method,
    (p: PressPoint) => p.tool,
    (p: PressPoint) => p.fruitTemp,
  ]
  const [methods, tools, temps] = [groups(counted, byMethod), groups(counted, byTool), groups(counted, byTemp)]
  return {
    count: counted.length,
    leftOut: weighed.length - counted.length,
    unweighed: points.length - weighed.length,
    guessed: counted.some((p) => p.guessed),
    mean: yields.length ? mean(yields) : null,
    spread: yields.length > 1 ? sampleStandardDeviation(yields) : null,
    trend: trendOf(counted),
    asked: counted.filter((p) => far.has(p.id) && p.leftOut === null).map((p) => p.id),
    methods,
    tools,
    temps,
    seasons: span > 6 * MONTH_MS ? groups(counted, (p) => quarter(dayOf(p.at, timeZone))) : [],
    pairs: [
      ...pairsOf(methods, counted, byMethod),
      ...pairsOf(tools, counted, byTool),
      ...pairsOf(temps, counted, byTemp),
    ],
  }
}
