// Chances of counts, summed as they are: no normal curve stands in for them. Binomial distribution, textbooks.

/** Tasters that a sum is made of at most: more than any stand has, and few enough to be exact. */
export const MOST_TASTERS = 300

/** Chance of each number of right answers, 0 to n. @param p chance of one, 0 to 1 */
export function binomial(n: number, p: number): number[] {
  if (!Number.isInteger(n) || n < 0 || n > MOST_TASTERS) throw new RangeError(`${n} is no number of tasters`)
  if (!(p >= 0 && p <= 1)) throw new RangeError(`${p} is no chance`)
  let row = [1]
  for (let i = 0; i < n; i++) {
    const next = Array.from({ length: i + 2 }, () => 0)
    for (const [k, share] of row.entries()) {
      next[k]! += share * (1 - p)
      next[k + 1]! += share * p
    }
    row = next
  }
  return row
}

const summed = (chances: readonly number[]): number =>
  Math.min(
    1,
    chances.reduce((a, b) => a + b, 0),
  )
/** Chance of k or more of n. */
export const atLeast = (k: number, n: number, p: number): number => summed(binomial(n, p).slice(Math.max(0, k)))
/** Chance of k or fewer of n. */
export const atMost = (k: number, n: number, p: number): number => summed(binomial(n, p).slice(0, Math.max(0, k + 1)))

const HALVINGS = 60
/** The p at which a chance that rises with it is reached. */
function whereIs(chance: (p: number) => number, wanted: number): number {
  let [low, high] = [0, 1]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (chance(middle) < wanted) low = middle
    else high = middle
  }
  return (low + high) / 2
}
/**
 * The chance of a right answer that lies above that of the truth at most so seldom: one-sided, exact (Clopper and
 * Pearson 1934, memory). @param sure 0 to 1, such as 0.95
 */
export const mostChance = (k: number, n: number, sure: number): number =>
  k >= n ? 1 : whereIs((p) => 1 - atMost(k, n, p), sure)
export const leastChance = (k: number, n: number, sure: number): number =>
  k <= 0 ? 0 : whereIs((p) => atLeast(k, n, p), 1 - sure)
