import { median } from 'simple-statistics'

/** Fewer than this do not show which of them is far. */
const LEAST = 5
/** Neighbours in time on each side that a value is held against. */
const BESIDE = 3
/**
 * Modified z above which a value is a slip of the pen and no lot (Iglewicz and Hoaglin, How to Detect and Handle
 * Outliers, 1993, take 3.5 for what is looked at; memory). Higher here: what is dropped is dropped for good.
 */
const FAR = 4.5
/** A spread below this share of the middle is the jug's, not the fruit's. */
const LEAST_SPREAD_SHARE = 0.02

/**
 * Places of values that stand alone far from those before and after them: a decimal mark or a unit that slipped. Values
 * that moved together are no slips, so a new season is not taken for one.
 * @param values in the order of time, above 0
 */
export function slipsOf(values: readonly number[]): number[] {
  if (values.length < LEAST) return []
  const off = values.map((v, i) => {
    const from = Math.max(0, Math.min(i - BESIDE, values.length - 2 * BESIDE - 1))
    const beside = values.slice(from, from + 2 * BESIDE + 1).filter((_, j) => from + j !== i)
    return v - median(beside)
  })
  const usual = Math.max(median(off.map(Math.abs)), LEAST_SPREAD_SHARE * median([...values]))
  const isFar = (distance: number): boolean => (0.6745 * Math.abs(distance)) / usual > FAR
  /** far from the one before and the one after too, as far as there are any */
  const isAlone = (i: number): boolean =>
    [values[i - 1], values[i + 1]].every((next) => next === undefined || isFar(values[i]! - next))
  return off.flatMap((d, i) => (isFar(d) && isAlone(i) ? [i] : []))
}
