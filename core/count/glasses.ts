import { ProcessLimit } from '../process'

// Glasses that came of a pot, against those that it holds.

/** A pot, mL of it all. */
export interface PotUsed {
  /** that was made */
  madeMl: number
  /** that is still there */
  leftMl: number
  spilledMl: number
  /** for tasting */
  tastedMl: number
  /** that strainer, jug and hose kept */
  keptMl: number
  /** cups that were poured of it, by size */
  poured: readonly { drinkMl: number; cups: number }[]
}
export interface Glasses {
  /** cups of the sizes that were poured, that what is gone would have filled */
  expected: number
  got: number
  /** mL that are gone, and in no cup; below 0 where more was poured than there was */
  missingMl: number
  /** of what should have been poured; null where that is nothing */
  missingShare: number | null
  /** so much is missing, or too much, that its cause is asked */
  isAsked: boolean
}

/** Of what should have been poured, so much is asked about. Common practice, no source. */
const ASKED_ABOVE = 0.1

/** @throws ProcessLimit where an amount is below 0, or a cup of nothing was poured */
export function glassesOf({ madeMl, leftMl, spilledMl, tastedMl, keptMl, poured }: PotUsed): Glasses {
  for (const [field, value] of Object.entries({ madeMl, leftMl, spilledMl, tastedMl, keptMl }))
    if (!(value >= 0)) throw new ProcessLimit('amount-negative', { value }, field)
  const wrong = poured.find((p) => !(p.drinkMl > 0) || !(p.cups >= 0))
  if (wrong) throw new ProcessLimit('volume-not-positive', { volumeMl: wrong.drinkMl }, 'poured')
  const got = poured.reduce((n, p) => n + p.cups, 0)
  const gotMl = poured.reduce((n, p) => n + p.cups * p.drinkMl, 0)
  const goneMl = madeMl - leftMl - spilledMl - tastedMl - keptMl
  const missingMl = goneMl - gotMl
  const missingShare = goneMl > 0 ? missingMl / goneMl : null
  return {
    // Of the sizes that were poured, in their mix; where nothing was, nobody knows of which.
    expected: gotMl > 0 ? (got * goneMl) / gotMl : 0,
    got,
    missingMl,
    missingShare,
    isAsked: missingShare === null ? missingMl < 0 : Math.abs(missingShare) > ASKED_ABOVE,
  }
}

/** A lot as it is counted, against what the books say. */
export interface Counted {
  /** in the unit of the lot */
  difference: number
  /** so much of it that it is asked about before it is put down */
  isLarge: boolean
}
/** Of what should be there, and never of less than a hand's throw: so much difference is asked. Common practice. */
const [LARGE_SHARE, LARGE_LEAST] = [0.25, 200]
/**
 * @param counted what is there @param onHand by the books; both in g, mL or pieces, 0 or more
 * @param leastLarge of less than this nobody asks
 * @throws ProcessLimit where less than nothing is counted
 */
export function countedOf(counted: number, onHand: number, leastLarge = LARGE_LEAST): Counted {
  if (!(counted >= 0)) throw new ProcessLimit('amount-negative', { value: counted }, 'counted')
  const difference = counted - onHand
  return { difference, isLarge: Math.abs(difference) > Math.max(leastLarge, LARGE_SHARE * onHand) }
}
