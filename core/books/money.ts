import { roundToStep } from '../units'

/** Money is kept to a hundredth of a cent, as the books' columns have it. */
const MONEY_STEP = 0.0001
export const roundMoney = (amount: number): number => roundToStep(amount, MONEY_STEP)
