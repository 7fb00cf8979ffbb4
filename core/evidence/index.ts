import { rootBetween } from '../solve'
import { levelsAfter, type Level, type Prior } from './level'
import { slipsOf } from './slips'
import { tBelow, tQuantile } from './student'

export type { Level, Prior } from './level'
export { slipsOf } from './slips'
export * from './student'

// What learns from what was seen: mL out of a kilo, minutes of hands, a rate. One model for all: a prior with a stated
// spread, observations, and what the next one will be, with its chances.

/** Sums and shares vary evenly; rates and minutes by so many times. */
export type Scale = 'linear' | 'logarithmic'

/** What the next observation will be. */
export interface Prediction {
  scale: Scale
  /** the middle, in the unit of what was observed */
  expected: number
  levels: readonly Level[]
  /** observations it rests on, and how many stood alone far off and were not counted */
  count: number
  slips: number
}

/**
 * The next observation, after those so far.
 * @param prior in the unit of what is observed; on a logarithmic scale its spread is a share, such as 0.3 for 30 %
 * @param values in the order of time, above 0; what is not above 0 is no observation of these kinds
 * @throws RangeError where prior or values are not above 0
 */
export function predict(prior: Prior, values: readonly number[], scale: Scale = 'linear'): Prediction {
  if (![prior.mean, prior.worth, prior.spread, prior.dof, ...values].every((v) => v > 0 && Number.isFinite(v)))
    throw new RangeError('what is learned from is above nothing')
  const far = new Set(slipsOf(values))
  const counted = values.filter((_, i) => !far.has(i))
  const on = scale === 'linear' ? (v: number) => v : Math.log
  const levels = levelsAfter({ ...prior, mean: on(prior.mean) }, counted.map(on))
  const middle = levels.reduce((sum, l) => sum + l.weight * l.mean, 0)
  const expected = scale === 'linear' ? middle : Math.exp(middle)
  return { scale, expected, levels, count: counted.length, slips: far.size }
}

const below = (levels: readonly Level[], x: number): number =>
  levels.reduce((sum, l) => sum + l.weight * tBelow((x - l.mean) / l.scale, l.dof), 0)

/**
 * What the next observation stays below with chance `p`; nothing where that is less than nothing.
 * @param p above 0 and below 1
 */
export function quantile({ levels, scale }: Prediction, p: number): number {
  const linear = scale === 'linear'
  const ends = levels.map((l) => l.mean + l.scale * tQuantile(p, l.dof))
  if (ends.length === 1) return linear ? Math.max(0, ends[0]!) : Math.exp(ends[0]!)
  // A mixture's quantile lies between those of its parts, which are good to a few millionths.
  const margin = MARGIN * Math.max(...levels.map((l) => l.scale))
  const [low, high] = [Math.min(...ends) - margin, Math.max(...ends) + margin]
  const x = rootBetween((v) => below(levels, v) - p, low, high, margin * TOLERANCE)
  return linear ? Math.max(0, x) : Math.exp(x)
}
const [MARGIN, TOLERANCE] = [0.01, 1e-4]

/** Between these the next observation lies with chance `p`. */
export const interval = (prediction: Prediction, p: number): readonly [low: number, high: number] => [
  quantile(prediction, (1 - p) / 2),
  quantile(prediction, (1 + p) / 2),
]

/** What something is learned for; null: any. */
export interface Key {
  quantity: string
  item: string
  tool: string | null
  stand: string | null
}
/** The next wider key: any tool at the stand, then any stand; null for the widest. */
export function wider(key: Key): Key | null {
  if (key.tool !== null) return { ...key, tool: null }
  return key.stand === null ? null : { ...key, stand: null }
}
const covers = (wide: Key, narrow: Key): boolean =>
  wide.quantity === narrow.quantity &&
  wide.item === narrow.item &&
  (wide.tool === null || wide.tool === narrow.tool) &&
  (wide.stand === null || wide.stand === narrow.stand)

/** What a wider key says counts for no more than this in a narrower one: stands and tools differ. */
const MOST_WORTH = 2
const MOST_DOF = 8

/** What is predicted, as a prior for something like it. */
function asPrior({ levels, count, expected }: Prediction, before: Prior): Prior {
  const best = levels.reduce((a, b) => (b.weight > a.weight ? b : a))
  return {
    mean: expected,
    worth: count ? Math.min(MOST_WORTH, before.worth + count) : before.worth,
    spread: count ? best.scale / Math.sqrt(1 + 1 / (before.worth + count)) : before.spread,
    dof: Math.min(MOST_DOF, best.dof),
  }
}

/**
 * The next observation for a key: what others have seen under the next wider key, and not under this one, is its prior,
 * and so on out to the prior that is given. Nothing is counted twice.
 * @param observed in the order of time, each with its own key
 */
export function learn(
  key: Key,
  observed: readonly { key: Key; value: number }[],
  prior: Prior,
  scale: Scale = 'linear',
): Prediction {
  const chain: Key[] = []
  for (let at: Key | null = key; at; at = wider(at)) chain.unshift(at)
  let before = prior
  for (const [i, at] of chain.entries()) {
    const next = chain[i + 1]
    const own = observed.filter((o) => covers(at, o.key) && !(next && covers(next, o.key))).map((o) => o.value)
    const prediction = predict(before, own, scale)
    if (!next) return prediction
    if (own.length) before = asPrior(prediction, before)
  }
  return predict(before, [], scale)
}
