import Decimal from 'decimal.js'

/**
 * Rounds to the step of a scale or jug, half away from zero, exactly in decimal (0.15 to a 0.1 step is 0.2).
 * @param step same unit as `value`, above 0
 * @throws RangeError when the step is not above 0 or the value is not finite
 */
export function roundToStep(value: number, step: number): number {
  return toStep(value, step, Decimal.ROUND_HALF_UP)
}

/** As {@link roundToStep} but never below the value: for what must be enough, such as kilos to buy. */
export function roundUpToStep(value: number, step: number): number {
  return toStep(value, step, Decimal.ROUND_CEIL)
}

function toStep(value: number, step: number, mode: Decimal.Rounding): number {
  if (!(step > 0) || !Number.isFinite(value)) throw new RangeError(`cannot round ${value} to a step of ${step}`)
  // 12 significant digits first: 21.700000000000003 kg is 21.7 kg, not a reason to buy another step.
  return new Decimal(value).toSignificantDigits(12).div(step).toDecimalPlaces(0, mode).mul(step).toNumber()
}

/**
 * Splits a total, in whole units of `step`, over shares so that the shown rows add up to the shown total
 * (largest remainder). Shares must be finite; below zero is a share too.
 */
export function largestRemainder(shares: readonly number[], step: number): number[] {
  const total = roundToStep(
    shares.reduce((a, b) => a + b, 0),
    step,
  )
  const inSteps = shares.map((s) => new Decimal(s).toSignificantDigits(12).div(step))
  const floors = inSteps.map((s) => s.floor())
  let left = new Decimal(total)
    .div(step)
    .minus(floors.reduce((a, b) => a.plus(b), new Decimal(0)))
    .toNumber()
  const order = inSteps
    .map((s, i) => ({ i, rest: s.minus(floors[i]!).toNumber() }))
    .sort((a, b) => b.rest - a.rest || a.i - b.i)
  const out = floors.slice()
  for (const { i } of order) {
    if (left < 0.5) break
    out[i] = out[i]!.plus(1)
    left -= 1
  }
  return out.map((o) => o.mul(step).toNumber())
}
