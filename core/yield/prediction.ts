import { mean } from 'simple-statistics'
import { difference, given, product, type Figure } from '../figures'
import type { FruitYield } from './fruit'
import { tBelow, tQuantile } from './student'

/**
 * What is known of a fruit's yield before anyone here has pressed any: the handbook's mean counts as one press, and
 * lots are taken to differ by 12 % of it (between lots of one fruit 8 to 18 %, common practice, no source), as surely
 * as three presses would tell.
 */
export const PRIOR = { presses: 1, spreadShare: 0.12, dof: 3 } as const

export interface YieldPrediction {
  /** mL per kg expected of the next lot */
  expected: number
  /** the scale of the t distribution of the next lot, mL per kg, and its degrees of freedom */
  scale: number
  dof: number
  count: number
}

/**
 * Yield of the next lot from the presses so far and the handbook: a normal model with unknown mean and spread and a
 * conjugate prior, so that the handbook counts much with no press and hardly with twelve (Gelman et al., Bayesian Data
 * Analysis, section 3.3, memory). The next lot follows a Student t.
 * @param handbookMlPerKg prior mean, above 0
 * @param yields mL per kg of each press, outliers left out by the caller
 */
export function predictYield(handbookMlPerKg: number, yields: readonly number[]): YieldPrediction {
  const n = yields.length
  const k = PRIOR.presses + n
  const dof = PRIOR.dof + n
  const average = n ? mean([...yields]) : handbookMlPerKg
  const expected = (PRIOR.presses * handbookMlPerKg + n * average) / k
  const priorSpread = PRIOR.spreadShare * handbookMlPerKg
  const within = yields.reduce((sum, y) => sum + (y - average) ** 2, 0)
  const between = ((PRIOR.presses * n) / k) * (average - handbookMlPerKg) ** 2
  const variance = (PRIOR.dof * priorSpread ** 2 + within + between) / dof
  return { expected, scale: Math.sqrt(variance * (1 + 1 / k)), dof, count: n }
}

/** The yield, mL per kg, that the next lot stays below with chance `p`. @param p above 0 and below 1 */
export const yieldQuantile = (prediction: YieldPrediction, p: number): number =>
  prediction.expected + prediction.scale * tQuantile(p, prediction.dof)

/** Between these the next lot lies with chance `p`. */
export function yieldInterval(prediction: YieldPrediction, p: number): readonly [low: number, high: number] {
  return [yieldQuantile(prediction, (1 - p) / 2), yieldQuantile(prediction, (1 + p) / 2)]
}

/**
 * Kilos to buy for `juiceMl`, so that they are enough with chance `p`. The lot bought is one lot: its yield holds for
 * all its kilos.
 * @throws RangeError when no amount gives that chance, since so low a yield cannot be ruled out
 */
export function kgForJuice(prediction: YieldPrediction, juiceMl: number, p: number): number {
  const sure = yieldQuantile(prediction, 1 - p)
  if (!(sure > 0)) throw new RangeError(`a chance of ${p} cannot be had with what is known of this fruit`)
  return juiceMl / sure
}

/**
 * The least that the next lot gives with chance `p`, mL per kg, as a figure that opens: what is expected, less so many
 * times its spread. Null where that is nothing.
 */
export function sureYield(known: FruitYield, p: number, params: Figure['params']): Figure | null {
  const next = predictYield(known.handbook.value, known.recent)
  const expected = given(
    'yield-expected',
    next.expected,
    'mL/kg',
    known.count ? 'estimated' : 'default',
    known.count ? 'source.presses-and-handbook' : (known.handbook.source ?? 'source.handbook'),
    { ...params, count: next.count },
  )
  const spread = given('yield-scale', next.scale, 'mL/kg', 'estimated', 'source.presses-and-handbook', {
    ...params,
    count: next.count,
  })
  const times = given('t-quantile', tQuantile(p, next.dof), '1', 'default', 'source.student', {
    chance: Math.round(p * 100),
    dof: next.dof,
  })
  const sure = difference('yield-sure', 'mL/kg', expected, product('yield-allowance', 'mL/kg', [spread, times]), {
    ...params,
    chance: Math.round(p * 100),
  })
  return sure.value > 0 ? sure : null
}

export interface Comparison {
  /** how much more the first gives, mL per kg */
  difference: number
  low: number
  high: number
  /** chance that the first gives more, 0 to 1 */
  firstIsBetter: number
}

/**
 * Two methods (or fruit cold against warm) by their presses: difference of means with its 90 % interval by Welch's t
 * (Welch 1947, memory). Null with fewer than two presses of either, or where neither varies.
 */
export function compareYields(first: readonly number[], second: readonly number[]): Comparison | null {
  if (first.length < 2 || second.length < 2) return null
  const part = (ys: readonly number[]): { m: number; v: number; n: number } => {
    const m = mean([...ys])
    return { m, v: ys.reduce((s, y) => s + (y - m) ** 2, 0) / (ys.length - 1) / ys.length, n: ys.length }
  }
  const [a, b] = [part(first), part(second)]
  const variance = a.v + b.v
  if (variance <= 0) return null
  const dof = variance ** 2 / (a.v ** 2 / (a.n - 1) + b.v ** 2 / (b.n - 1))
  const error = Math.sqrt(variance)
  const difference = a.m - b.m
  const reach = error * tQuantile(0.95, dof)
  return {
    difference,
    low: difference - reach,
    high: difference + reach,
    firstIsBetter: tBelow(difference / error, dof),
  }
}
