import { aboveNormal, normalDensity, normalQuantile, tQuantile } from '../evidence/student'
import { dotOf, inverse, timesVector, type Matrix } from '../evidence/matrix'

// How many cups will be sold: days behind it, by weekday and by what the stand says of a day (weather, an event).
// Log-linear: each effect is so many times the usual day, and the days vary by a share of it. Effects start from
// nothing with a stated spread (ridge), so that few days lean on what was expected; a day that was sold out counts as
// at least what was sold (censored normal, by expectation and maximisation: Tobin 1958, Dempster 1977, from memory).

/** A day as it went. */
export interface SoldDay {
  /** Monday 1 to Sunday 7 */
  weekday: number
  /** what the stand said of it: rain, market day */
  tags: readonly string[]
  cups: number
  /** more would have been sold */
  soldOut: boolean
}
/** What is expected where nothing was seen yet. */
export interface DemandPrior {
  /** cups of a usual day, above 0 */
  cups: number
}

/** Effects vary by so much from one to the next, as shares: of weekdays, of tags; and how sure the first guess is. */
const SPREAD = { usual: 0.8, weekday: 0.4, tag: 0.4 } as const
/** Days of one kind vary by this share of themselves, and that is worth so many days. Common practice, no source. */
const [DAY_SPREAD, WORTH_DAYS] = [0.25, 4]
const WEEKDAYS = 7
/** A day of nothing is counted as half a cup: it has no logarithm. */
const LEAST_CUPS = 0.5
const TURNS = 60
const STILL = 1e-7

export interface DemandModel {
  tags: readonly string[]
  /** logarithm of a usual day's cups, then effects: seven weekdays, then tags */
  effects: readonly number[]
  /** how unsure effects are together, in units of a day's own variance */
  unsure: Matrix
  /** variance of a day about what is expected of it, as a logarithm */
  variance: number
  dof: number
  days: number
}

const row = (tags: readonly string[], weekday: number, of: readonly string[]): number[] => [
  1,
  ...Array.from({ length: WEEKDAYS }, (_, i) => Number(i + 1 === weekday)),
  ...tags.map((t) => Number(of.includes(t))),
]

/**
 * @param days in any order @param prior what was expected before
 * @throws RangeError where the prior is no number above 0
 */
export function demandOf(days: readonly SoldDay[], prior: DemandPrior): DemandModel {
  if (!(prior.cups > 0) || !Number.isFinite(prior.cups)) throw new RangeError('what is expected is above nothing')
  const tags = [...new Set(days.flatMap((d) => d.tags))].sort()
  const x = days.map((d) => row(tags, d.weekday, d.tags))
  const told = days.map((d) => Math.log(Math.max(LEAST_CUPS, d.cups)))
  const start = [Math.log(prior.cups), ...Array.from({ length: WEEKDAYS + tags.length }, () => 0)]
  const precision = start.map((_, i) => 1 / (i === 0 ? SPREAD.usual : i <= WEEKDAYS ? SPREAD.weekday : SPREAD.tag) ** 2)
  const together = start.map((_, i) => start.map((__, j) => x.reduce((sum, r) => sum + r[i]! * r[j]!, 0)))
  let [effects, variance] = [start, DAY_SPREAD ** 2]
  let unsure: number[][] = []
  for (let turn = 0; turn < TURNS; turn++) {
    const before = effects
    // What a sold-out day would have sold, above what it did: its mean and its own variance.
    const spread = Math.sqrt(variance)
    const full = days.map((d, i) => {
      if (!d.soldOut) return { y: told[i]!, v: 0 }
      const mean = dotOf(x[i]!, effects)
      const a = (told[i]! - mean) / spread
      const ratio = normalDensity(a) / aboveNormal(a)
      return { y: mean + spread * ratio, v: variance * Math.max(0, 1 + a * ratio - ratio * ratio) }
    })
    const normal = together.map((r, i) => r.map((v, j) => v + (i === j ? precision[i]! * variance : 0)))
    const right = start.map(
      (b, i) => x.reduce((sum, r, d) => sum + r[i]! * full[d]!.y, 0) + precision[i]! * variance * b,
    )
    unsure = inverse(normal)
    effects = timesVector(unsure, right)
    const off = full.reduce((sum, { y, v }, d) => sum + (y - dotOf(x[d]!, effects)) ** 2 + v, 0)
    const known = x.reduce((sum, r) => sum + dotOf(r, timesVector(unsure, r)) * variance, 0)
    variance = (WORTH_DAYS * DAY_SPREAD ** 2 + off + known) / (WORTH_DAYS + days.length)
    if (effects.every((e, i) => Math.abs(e - before[i]!) < STILL)) break
  }
  // A day that was sold out says less than one that was not.
  const whole = days.filter((d) => !d.soldOut).length
  return { tags, effects, unsure, variance, dof: WORTH_DAYS + whole, days: days.length }
}

export interface Forecast {
  /** cups; as often more as less */
  expected: number
  /** cups, as a standard deviation: what the low and the high ends are apart, by the normal distribution */
  spread: number
  /** of it, `share` of such days lie between these */
  low: number
  high: number
  /** days it rests on: of few, it is mostly what was expected before */
  days: number
}

/**
 * What such a day will sell.
 * @param share of days that lie between low and high, above 0 and below 1
 */
export function forecastOf(model: DemandModel, day: Pick<SoldDay, 'weekday' | 'tags'>, share = 0.9): Forecast {
  const { tags, effects, unsure, variance, dof, days } = model
  const x = row(tags, day.weekday, day.tags)
  // What was never seen of a tag is as unsure as tags are.
  const unseen = day.tags.filter((t) => !tags.includes(t)).length * SPREAD.tag ** 2
  const middle = dotOf(x, effects)
  const own = variance * (1 + dotOf(x, timesVector(unsure, x))) + unseen
  const reach = tQuantile(0.5 + share / 2, dof) * Math.sqrt(own)
  const [low, high] = [Math.exp(middle - reach), Math.exp(middle + reach)]
  const spread = (high - low) / (2 * normalQuantile(0.5 + share / 2))
  return { expected: Math.exp(middle), spread, low, high, days }
}

/** The forecast of a day that is open for a part of its usual hours. @param share of its cups that come then, 0 to 1 */
export const inOpenHours = ({ expected, spread, low, high, days }: Forecast, share: number): Forecast => ({
  ...{ expected: expected * share, spread: spread * share, low: low * share, high: high * share, days },
})

/** A forecast as it is planned by: whole cups, at least one, and a spread that is never wider than what is expected. */
export interface WholeCups {
  expected: number
  spread: number
  low: number
  high: number
}
export function inWholeCups(f: Pick<Forecast, 'expected' | 'spread' | 'low' | 'high'>): WholeCups {
  const expected = Math.max(1, Math.round(f.expected))
  const spread = Math.max(1, Math.min(expected, Math.round(f.spread)))
  return { expected, spread, low: Math.floor(f.low), high: Math.ceil(f.high) }
}
