import { ProcessLimit } from '../process'
import { largestRemainder } from '../units'

// Why what was used cost something else than the standard says: by price, yield, usage, waste, and what nobody can
// explain. Cost accounting textbooks (memory): price variance (Pa − Ps) Qa, quantity variance (Qa − Qs) Ps; here the
// quantity is split further by what fruit gave and by where its juice went.

export const CAUSES = ['price', 'yield', 'usage', 'waste', 'unexplained'] as const
export type Cause = (typeof CAUSES)[number]
/** Money by its cause; above 0 is dearer than the standard. */
export type Causes = Readonly<Record<Cause, number>>

/** One ingredient over some days. What is not pressed yields all of itself: 1000 g a kg. */
export interface Used {
  key: string
  /** money for a kg as purchased: by the standard, and in the mean as it was paid */
  standardPerKg: number
  paidPerKg: number
  /** mL or g that a kg gives: by the standard, and as it gave; above 0 */
  standardPerKgGives: number
  gave: number
  /** mL or g of it that the standard wants for what was poured */
  wanted: number
  /** that were used in all, wasted and missing ones too */
  used: number
  /** of these, thrown and spilled as somebody told */
  wasted: number
  /** of these, missing by counts; below 0 where more was found */
  missing: number
}

/**
 * What one ingredient cost more than the standard, by its causes. They add up to {@link differenceOf} by construction:
 * price (Pa − Ps) Qa, yield (E/ya − E/ys) Ps, and (E − Es)/ys Ps for usage, waste and what is missing together.
 * @throws ProcessLimit where a kg gives nothing
 */
export function causesOf(u: Used): Causes {
  if (!(u.gave > 0) || !(u.standardPerKgGives > 0)) throw new ProcessLimit('yield-not-positive', {}, u.key)
  const boughtKg = u.used / u.gave
  const perUnit = u.standardPerKg / u.standardPerKgGives
  return {
    price: (u.paidPerKg - u.standardPerKg) * boughtKg,
    yield: (boughtKg - u.used / u.standardPerKgGives) * u.standardPerKg,
    usage: (u.used - u.wanted - u.wasted - u.missing) * perUnit,
    waste: u.wasted * perUnit,
    unexplained: u.missing * perUnit,
  }
}

/** Money paid for what was used, less what the standard says for what was poured. */
export const differenceOf = (u: Used): number =>
  (u.paidPerKg * u.used) / u.gave - (u.standardPerKg * u.wanted) / u.standardPerKgGives

export const NO_CAUSES: Causes = { price: 0, yield: 0, usage: 0, waste: 0, unexplained: 0 }
export const added = (a: Causes, b: Causes): Causes =>
  Object.fromEntries(CAUSES.map((c) => [c, a[c] + b[c]])) as Record<Cause, number>
export const totalOf = (causes: Causes): number => CAUSES.reduce((sum, c) => sum + causes[c], 0)

/**
 * Amounts of money to the coin, so that they still add up to their sum to the coin.
 * @param decimals of the currency
 */
export const toTheCoin = (amounts: readonly number[], decimals: number): number[] =>
  largestRemainder(amounts, 10 ** -decimals)
