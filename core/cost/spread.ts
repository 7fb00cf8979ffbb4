import { seeded, type Random } from '../random'

// What a cup costs from day to day: prices, yields and portions vary, and a cost is as sure as they are. By a seeded
// simulation; each varies by so many times (log-normal), its middle as often below as above.

/** What an ingredient varies by, wherever it is in the menu: shares, such as 0.2 for a fifth. */
export interface Varies {
  price: number
  yield: number
}
/** One thing in a cup. */
export interface VaryingLine {
  key: string
  /** money in a cup, at the middle of all that varies */
  cost: number
  /** what a portion of it varies by, from cup to cup: a share */
  portion: number
}
export interface VaryingCup {
  id: string
  lines: readonly VaryingLine[]
  /** money that is the same in every cup: cup, lid, straw */
  fixed: number
}
export interface CostSpread {
  mean: number
  middle: number
  /** nine cups of ten lie between these */
  low: number
  high: number
  /** the chance that a cup costs more than an amount of money */
  above: (money: number) => number
}

const DRAWS = 10_000
const [LOW, HIGH] = [0.05, 0.95]

/**
 * The cost of each cup of a menu. An ingredient that is dear on a day is dear in every drink of that day.
 * @param varies by the keys of ingredients; what is not in it does not vary
 * @param draws days that are drawn
 * @throws RangeError where a share that something varies by is below 0
 */
export function costSpreads(
  cups: readonly VaryingCup[],
  varies: ReadonlyMap<string, Varies>,
  seed: number,
  draws = DRAWS,
): Map<string, CostSpread> {
  const random = seeded(seed)
  const days = new Map<string, Float64Array>()
  for (const key of new Set(cups.flatMap((c) => c.lines.map((l) => l.key)))) {
    const { price, yield: gives } = varies.get(key) ?? { price: 0, yield: 0 }
    // What a kilo costs more, and what it gives less, make a cup dearer alike.
    days.set(key, timesOf(random, Math.hypot(shareOf(price), shareOf(gives)), draws))
  }
  return new Map(
    cups.map(({ id, lines, fixed }) => {
      const costs = new Float64Array(draws).fill(fixed)
      for (const { key, cost, portion } of lines) {
        const day = days.get(key)!
        const cup = timesOf(random, shareOf(portion), draws)
        for (let i = 0; i < draws; i++) costs[i]! += cost * day[i]! * cup[i]!
      }
      return [id, spreadOf(costs.sort())]
    }),
  )
}

function shareOf(share: number): number {
  if (!(share >= 0)) throw new RangeError('what varies, varies by a share of 0 or more')
  return share
}
/** So many times the middle, each day; without a spread, once. */
const timesOf = (random: Random, share: number, draws: number): Float64Array =>
  share > 0
    ? Float64Array.from({ length: draws }, () => Math.exp(share * random.normal()))
    : new Float64Array(draws).fill(1)

/** @param costs in order, the lowest first */
function spreadOf(costs: Float64Array): CostSpread {
  const at = (share: number): number => costs[Math.min(costs.length - 1, Math.floor(share * costs.length))]!
  return {
    mean: costs.reduce((sum, c) => sum + c, 0) / costs.length,
    middle: at(0.5),
    low: at(LOW),
    high: at(HIGH),
    above: (money) => {
      // The first that costs more, by halves.
      let [from, to] = [0, costs.length]
      while (from < to) {
        const half = (from + to) >> 1
        if (costs[half]! > money) to = half
        else from = half + 1
      }
      return (costs.length - from) / costs.length
    },
  }
}
