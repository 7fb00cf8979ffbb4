import { roundToStep } from './round'

/** Amounts are kept to this, g or mL: finer than any scale of a stand, and exact in the books. */
export const AMOUNT_STEP = 0.001
/** A take this near to what is left takes what is left, g or mL: a tenth of a gram is the scale's, not somebody's. */
export const REST = 0.1

/**
 * An amount as it goes into the books, rounded once, where it comes in. What is no number stays what it is. @param
 * amount g or mL
 */
export const roundAmount = (amount: number): number =>
  Number.isFinite(amount) ? roundToStep(amount, AMOUNT_STEP) : amount

/**
 * What a take really takes: the amount asked for, or all that is left where the two are nearly the same. So nothing
 * ends a hair below nothing, and no crumb stays behind.
 * @param asked g or mL @param onHand what is left, in the same unit
 */
export function settledTake(asked: number, onHand: number): number {
  const take = roundAmount(asked)
  return take > 0 && onHand > 0 && Math.abs(roundAmount(onHand - take)) <= REST ? onHand : take
}
