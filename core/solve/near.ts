/** A place, and what the function is there. */
export interface Tried {
  x: number
  y: number
}

/**
 * Where `f` is zero, from a good guess: secants through the two best places so far, kept between `low` and `high`. For
 * what is costly to try and nearly straight; {@link rootBetween} is for what is neither.
 * @param near the guess
 * @param known a place where the value is known, or nearly, without trying
 * @param tolerance of `f`, in its unit
 * @returns null where it is not found in so many tries
 */
export function rootNear(
  f: (x: number) => number,
  near: number,
  known: Tried,
  [low, high]: readonly [number, number],
  tolerance: number,
  mostTries: number,
): number | null {
  let before = known
  let x = Math.min(high, Math.max(low, near))
  for (let i = 0; i < mostTries; i++) {
    const y = f(x)
    if (Math.abs(y) <= tolerance) return x
    const slope = (y - before.y) / (x - before.x)
    if (!Number.isFinite(slope) || slope === 0) return null
    const next = Math.min(high, Math.max(low, x - y / slope))
    // At an end, and it still asks for more.
    if (next === x) return null
    before = { x, y }
    x = next
  }
  return null
}
