import { ProcessLimit } from '../process'
import { atLeast, atMost, binomial, leastChance, MOST_TASTERS, mostChance } from './exact'
import type { Discriminating } from './words'

// Tests that count right answers: whether anybody can tell, which is more, which is liked. ISO 4120 (triangle), ISO
// 10399 (duo-trio), ISO 5495 (paired): right answers against what guessing gives.

/** Chance of a right answer of somebody who cannot tell. */
export const GUESS: Readonly<Record<Discriminating, number>> = {
  triangle: 1 / 3,
  'duo-trio': 1 / 2,
  'which-is-more': 1 / 2,
  preference: 1 / 2,
}
/** Whether either of the two may be the one: then both ends count. */
const TWO_SIDED: readonly Discriminating[] = ['preference']
/** A difference is said where chance alone gives as much no oftener than this. Common practice, ISO 4120. */
export const ALPHA = 0.05
/** How sure a bound is. */
export const SURE = 0.95

/** @throws ProcessLimit where so many answers cannot be */
function checkAnswers(right: number, n: number): void {
  if (!(Number.isInteger(n) && n >= 1 && n <= MOST_TASTERS))
    throw new ProcessLimit('tasters-none', { n, most: MOST_TASTERS })
  if (!(Number.isInteger(right) && right >= 0 && right <= n))
    throw new ProcessLimit('more-right-than-asked', { right, n })
}

/** How often chance alone gives such a count, or one that is further off; 0 to 1. */
export function chanceAlone(kind: Discriminating, right: number, n: number): number {
  checkAnswers(right, n)
  const p = GUESS[kind]
  if (!TWO_SIDED.includes(kind)) return atLeast(right, n, p)
  return Math.min(1, 2 * atLeast(Math.max(right, n - right), n, p))
}

/** The fewest right answers of n that say that there is a difference; null where even all of them do not. */
export function fewestRight(kind: Discriminating, n: number, alpha = ALPHA): number | null {
  const chances = binomial(n, GUESS[kind])
  const most = TWO_SIDED.includes(kind) ? alpha / 2 : alpha
  let beyond = 0
  let fewest: number | null = null
  for (let right = n; right > n * GUESS[kind]; right--) {
    beyond += chances[right]!
    if (beyond > most) break
    fewest = right
  }
  return fewest
}

export interface Told {
  kind: Discriminating
  right: number
  n: number
  /** right answers from which it is said; null where so few tasters can never say it */
  fewest: number | null
  chance: number
  /** whether it is said that there is a difference */
  differs: boolean
  /** of the people, the share who can tell: what was seen, and at most so many, as sure as {@link SURE}; 0 to 1 */
  tell: { seen: number; least: number; most: number }
}

/**
 * What right answers say. Who cannot tell guesses: of those who are right beyond that, all can.
 * @param right of a preference: those who chose the first
 */
export function toldOf(kind: Discriminating, right: number, n: number): Told {
  const chance = chanceAlone(kind, right, n)
  const ofAll = (p: number): number => Math.max(0, (p - GUESS[kind]) / (1 - GUESS[kind]))
  return {
    ...{ kind, right, n, chance, fewest: fewestRight(kind, n), differs: chance <= ALPHA },
    tell: {
      seen: ofAll(right / n),
      least: ofAll(leastChance(right, n, SURE)),
      most: ofAll(mostChance(right, n, SURE)),
    },
  }
}

/** Chance that n tasters find a difference which such a share of people can tell. */
export function powerOf(kind: Discriminating, n: number, share: number, alpha = ALPHA): number {
  const fewest = fewestRight(kind, n, alpha)
  if (fewest === null) return 0
  const p = GUESS[kind] + (1 - GUESS[kind]) * share
  return atLeast(fewest, n, p) + (TWO_SIDED.includes(kind) ? atMost(n - fewest, n, p) : 0)
}

/**
 * The fewest tasters who find such a difference so surely, as ISO 4120 counts them. Counts are whole: one taster more
 * may find it a little less surely, and two more do again.
 * @param share of people who can tell, above 0 @param power 0 to 1
 * @returns null where it is more than {@link MOST_TASTERS}
 */
export function tastersFor(kind: Discriminating, share: number, power: number, alpha = ALPHA): number | null {
  for (let n = 2; n <= MOST_TASTERS; n++) if (powerOf(kind, n, share, alpha) >= power) return n
  return null
}
