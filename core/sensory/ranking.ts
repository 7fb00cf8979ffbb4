import { aboveNormal, normalQuantile } from '../evidence/student'
import { ProcessLimit } from '../process'
import { ALPHA } from './discriminate'
import { MOST_TASTERS } from './exact'

// Three or four samples put into an order by each taster: ISO 8587, Friedman 1937. Chances are counted out over all
// orders that the tasters could have given; no chi-square stands in for them on a small panel.

/** Samples of a ranking. */
export const RANKED = { least: 3, most: 4 } as const
/** Tasters up to whom all orders are counted out. */
const COUNTED_OUT = 24

export interface Ranked {
  /** of each sample, the ranks of all tasters together: the lower, the further in front */
  sums: number[]
  /** Friedman's F, with Conover's correction for ties */
  f: number
  /** how often chance alone gives an F as large, or larger */
  chance: number
  differs: boolean
  /** pairs of samples that lie further apart than chance puts them; empty where nothing differs */
  apart: [number, number][]
  /** rank sums that lie so far apart differ */
  leastApart: number
}

/** Ranks of one taster, from places that may be shared: those that share lie in the middle of their places. */
export function ranksOf(places: readonly number[]): number[] {
  return places.map((p) => {
    const before = places.filter((q) => q < p).length
    const same = places.filter((q) => q === p).length
    return before + (same + 1) / 2
  })
}

/** Both ends of the normal distribution hold so much together: ISO 8587's least significant difference. */
const Z = normalQuantile(1 - ALPHA / 2)
/**
 * @param answers of each taster, the place that each sample got; 1 in front, a place may be shared
 * @throws ProcessLimit where the samples are too few or too many, or an answer has other samples
 */
export function rankedOf(answers: readonly (readonly number[])[]): Ranked {
  const k = answers[0]?.length ?? 0
  const n = answers.length
  if (!(n >= 1 && n <= MOST_TASTERS)) throw new ProcessLimit('tasters-none', { n, most: MOST_TASTERS })
  if (k < RANKED.least || k > RANKED.most || answers.some((a) => a.length !== k))
    throw new ProcessLimit('samples-out-of-range', { k, ...RANKED })
  const ranks = answers.map(ranksOf)
  const sums = Array.from({ length: k }, (_, j) => ranks.reduce((sum, r) => sum + r[j]!, 0))
  const f = friedman(sums, ranks)
  const chance = chanceOfRanks(sums, ranks, f)
  const differs = chance <= ALPHA
  const leastApart = Z * Math.sqrt((n * k * (k + 1)) / 6)
  const pairs = sums.flatMap((_, i) => sums.slice(i + 1).map((__, d): [number, number] => [i, i + 1 + d]))
  const apart = differs ? pairs.filter(([i, j]) => Math.abs(sums[i]! - sums[j]!) >= leastApart) : []
  return { sums, f, chance, differs, apart, leastApart }
}

const squares = (values: readonly number[]): number => values.reduce((sum, v) => sum + v * v, 0)
/** 0 where every taster put all samples in one place. */
function friedman(sums: readonly number[], ranks: readonly (readonly number[])[]): number {
  const [n, k] = [ranks.length, sums.length]
  const middle = (n * k * (k + 1) ** 2) / 4
  const spread = ranks.reduce((sum, r) => sum + squares(r), 0) - middle
  return spread > TINY ? ((k - 1) * (squares(sums) - n * middle)) / spread : 0
}
const TINY = 1e-9

/** How often F is as large by chance: each taster's ranks in every order. */
function chanceOfRanks(sums: readonly number[], ranks: readonly (readonly number[])[], f: number): number {
  if (!(f > TINY)) return 1
  if (ranks.length > COUNTED_OUT) return aboveChiSquare(f, sums.length - 1)
  const seen = 4 * squares(sums)
  let chance = 0
  // F rises with the squares of the sums, and with nothing else.
  for (const [of, share] of chancesOfSquares(ranks)) if (of >= seen - TINY) chance += share
  return Math.min(1, chance)
}
/** Of ranks that were counted out, the last few: every panel of so many without ties has the same. */
const counted = new Map<string, ReadonlyMap<number, number>>()
const KEPT = 16
/** How often each sum of squares comes by chance, of sums counted in halves: ranks that are shared have them. */
function chancesOfSquares(ranks: readonly (readonly number[])[]): ReadonlyMap<number, number> {
  const tied = ranks.map((r) => [...r].sort((a, b) => a - b).map((x) => 2 * x))
  const key = tied
    .map((r) => r.join(' '))
    .sort()
    .join(',')
  const known = counted.get(key)
  if (known) return known
  const squared = new Map<number, number>()
  for (const [state, share] of sumsByChance(tied)) {
    const of = squares(sumsOf(state, ranks[0]!.length))
    squared.set(of, (squared.get(of) ?? 0) + share)
  }
  if (counted.size >= KEPT) counted.delete(counted.keys().next().value!)
  counted.set(key, squared)
  return squared
}
/** Above any sum of ranks in halves that is counted out: a state is its sums as digits, the smallest in front. */
const BASE = 256
function sumsOf(state: number, k: number): number[] {
  const sums: number[] = []
  for (let rest = state; sums.length < k; rest = Math.floor(rest / BASE)) sums.unshift(rest % BASE)
  return sums
}
/**
 * Sums that are the same but for their order are one. Done a million times: it sorts as it adds, and makes no lists.
 */
function stateAfter(before: readonly number[], order: readonly number[]): number {
  for (let i = 0; i < order.length; i++) {
    const sum = before[i]! + order[i]!
    let at = i
    for (; at > 0 && sorted[at - 1]! > sum; at--) sorted[at] = sorted[at - 1]!
    sorted[at] = sum
  }
  let state = 0
  for (let i = 0; i < order.length; i++) state = state * BASE + sorted[i]!
  return state
}
const sorted: number[] = []
function sumsByChance(ranks: readonly (readonly number[])[]): ReadonlyMap<number, number> {
  let reached = new Map([[0, 1]])
  for (const r of ranks) {
    const orders = ordersOf(r)
    const next = new Map<number, number>()
    for (const [state, chance] of reached) {
      const before = sumsOf(state, r.length)
      const share = chance / orders.length
      for (const order of orders) {
        const to = stateAfter(before, order)
        next.set(to, (next.get(to) ?? 0) + share)
      }
    }
    reached = next
  }
  return reached
}
const ordersOf = (values: readonly number[]): number[][] =>
  values.length <= 1
    ? [[...values]]
    : values.flatMap((v, i) => ordersOf([...values.slice(0, i), ...values.slice(i + 1)]).map((rest) => [v, ...rest]))

/** Of two and three degrees of freedom it has a closed form (textbooks). */
function aboveChiSquare(x: number, dof: number): number {
  if (dof === 2) return Math.exp(-x / 2)
  // dof 3: both ends of the normal distribution, and its density.
  return 2 * aboveNormal(Math.sqrt(x)) + Math.sqrt((2 * x) / Math.PI) * Math.exp(-x / 2)
}
