/**
 * Where `f` is zero between `low` and `high`, at whose ends it has different signs: Brent's method (R. P. Brent,
 * Algorithms for Minimization without Derivatives, 1973, from memory). As sure as bisection, and some eight evaluations
 * instead of forty.
 * @param tolerance width, in the unit of the argument, below which it is found
 * @throws RangeError when the signs at the ends are the same, or a value is not a number
 */
export function rootBetween(f: (x: number) => number, low: number, high: number, tolerance: number): number {
  let [a, b] = [low, high]
  let [fa, fb] = [f(a), f(b)]
  if (fa === 0) return a
  if (fb === 0) return b
  // By their signs: a product of very small values is zero.
  if (!(Math.sign(fa) === -Math.sign(fb)))
    throw new RangeError(`no change of sign from ${low} to ${high}: ${fa}, ${fb}`)
  let [c, fc] = [a, fa]
  let [step, before] = [b - a, b - a]
  for (let i = 0; i < MOST_TRIES; i++) {
    if (Math.sign(fb) === Math.sign(fc)) {
      ;[c, fc] = [a, fa]
      step = before = b - a
    }
    // `b` is the best so far, `c` lies on the other side of the root.
    if (Math.abs(fc) < Math.abs(fb)) {
      ;[a, b, c] = [b, c, b]
      ;[fa, fb, fc] = [fb, fc, fb]
    }
    const least = 2 * Number.EPSILON * Math.abs(b) + tolerance / 2
    const half = (c - b) / 2
    if (Math.abs(half) <= least || fb === 0) return b
    if (Math.abs(before) < least || Math.abs(fa) <= Math.abs(fb)) step = before = half
    else {
      const [p, q] = stepOver(a, b, c, fa, fb, fc)
      const isGood = 2 * p < Math.min(3 * half * q - Math.abs(least * q), Math.abs(before * q))
      ;[before, step] = isGood ? [step, p / q] : [half, half]
    }
    ;[a, fa] = [b, fb]
    b += Math.abs(step) > least ? step : Math.sign(half) * least
    fb = f(b)
  }
  return b
}
const MOST_TRIES = 200

/** The step from `b` as a fraction: a straight line through two points, or the inverse parabola through three. */
function stepOver(a: number, b: number, c: number, fa: number, fb: number, fc: number): [p: number, q: number] {
  const s = fb / fa
  let [p, q] = [(c - b) * s, 1 - s]
  if (a !== c) {
    const [r, t] = [fb / fc, fa / fc]
    p = s * ((c - b) * t * (t - r) - (b - a) * (r - 1))
    q = (t - 1) * (r - 1) * (s - 1)
  }
  return p > 0 ? [p, -q] : [-p, q]
}
