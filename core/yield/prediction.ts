import { mean } from 'simple-statistics'
import { predict, quantile, tBelow, tQuantile, type Prediction } from '../evidence'
import { difference, given, type Figure } from '../figures'
import { TAP } from '../substances'
import type { BaseMake } from './base-make'
import type { FruitYield } from './fruit'

/**
 * What is known of a fruit's yield before anyone here has pressed any: the handbook's mean counts as one press, and
 * lots are taken to differ by 12 % of it (between lots of one fruit 8 to 18 %, common practice, no source), as surely
 * as three presses would tell.
 */
export const PRIOR = { presses: 1, spreadShare: 0.12, dof: 3 } as const

/**
 * Yield of the next lot from the presses so far and the handbook, which counts much with no press and hardly with
 * twelve.
 * @param handbookMlPerKg prior mean, above 0
 * @param yields mL per kg of each press, newest first; presses that somebody left out are not among them
 */
export function predictYield(handbookMlPerKg: number, yields: readonly number[]): Prediction {
  const prior = {
    mean: handbookMlPerKg,
    worth: PRIOR.presses,
    spread: PRIOR.spreadShare * handbookMlPerKg,
    dof: PRIOR.dof,
  }
  return predict(prior, [...yields].filter((y) => y > 0).reverse())
}

/** Less than this share of what is expected is no answer: nobody buys ten times the fruit to be sure. */
const LEAST_SURE_SHARE = 0.1

/** What the next lot gives at least with chance `p`, mL per kg; null where so little is known that it is hardly any. */
export function sureMlPerKg(prediction: Prediction, p: number): number | null {
  const sure = quantile(prediction, 1 - p)
  return sure >= LEAST_SURE_SHARE * prediction.expected ? sure : null
}

/**
 * Kilos to buy for `juiceMl`, so that they are enough with chance `p`; null where no sensible amount gives that chance.
 * The lot bought is one lot: its yield holds for all its kilos.
 */
export function kgForJuice(prediction: Prediction, juiceMl: number, p: number): number | null {
  const sure = sureMlPerKg(prediction, p)
  return sure === null ? null : juiceMl / sure
}

/**
 * The least that the next lot gives with chance `p`, mL per kg, as a figure that opens: what is expected, less an
 * allowance for how lots differ. Null where that is next to nothing.
 */
export function sureYield(known: FruitYield, p: number, params: Figure['params']): Figure | null {
  const next = predictYield(known.handbook.value, known.history)
  const sure = sureMlPerKg(next, p)
  if (sure === null) return null
  const told = { ...params, count: next.count, chance: Math.round(p * 100) }
  const [basis, source] = next.count
    ? (['estimated', 'source.presses-and-handbook'] as const)
    : (['default', known.handbook.source ?? 'source.handbook'] as const)
  const expected = given('yield-expected', next.expected, 'mL/kg', basis, source, told)
  const allowance = given(
    'yield-allowance',
    next.expected - sure,
    'mL/kg',
    'estimated',
    next.count ? 'source.presses-and-handbook' : 'source.evidence',
    told,
  )
  return difference('yield-sure', 'mL/kg', expected, allowance, told)
}

/**
 * The least that a gram of fruit gives of a base with chance `p`, in g as a figure that opens. What its makings gave in
 * the mean stands where a handbook would; only the juice in it is unsure, the water is poured.
 * @returns null where that is next to nothing
 */
export function sureBase(base: BaseMake, p: number, params: Figure['params']): Figure | null {
  const fruitG = base.parts.reduce((sum, part) => sum + (part.key === TAP ? 0 : part.gPerG), 0)
  const waterG = base.parts.find((part) => part.key === TAP)?.gPerG ?? 0
  const juiceG = Math.max(1 - waterG, LEAST_SURE_SHARE) / fruitG
  const prior = { mean: 1 / fruitG, worth: PRIOR.presses, spread: PRIOR.spreadShare * juiceG, dof: PRIOR.dof }
  const next = predict(prior, [...base.perFruit].reverse())
  const sure = sureMlPerKg(next, p)
  if (sure === null) return null
  const told = { ...params, count: base.runs, chance: Math.round(p * 100) }
  const expected = given('base-per-fruit', next.expected, 'g/g', 'estimated', 'source.runs', told)
  const allowance = given('base-allowance', next.expected - sure, 'g/g', 'estimated', 'source.runs', told)
  return difference('base-sure', 'g/g', expected, allowance, told)
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
