import type { Finding } from './verdict'

/**
 * An amount that is paid in a currency without decimals is a whole one; in others, prices of many pieces may be finer
 * than its coins.
 * @param decimals that the currency is paid in
 */
export const checkPaid = (paid: number, decimals: number, field: string): Finding[] =>
  decimals > 0 || Number.isInteger(paid)
    ? []
    : [{ code: 'money-no-decimals', field, numbers: { value: paid, low: Math.floor(paid), high: Math.ceil(paid) } }]
