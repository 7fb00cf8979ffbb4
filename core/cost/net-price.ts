import { factor, given, quotient, type Figure } from '../figures'
import { ProcessLimit } from '../process'

// A price as a guest pays it, and what of it the stand keeps.

/** Tax is a share of the price without it: none is above all of it. */
const MOST_TAX = 1

/** What is wrong with a tax; null where nothing is. */
export const taxLimit = (taxShare: number): ProcessLimit | null =>
  taxShare >= 0 && taxShare <= MOST_TAX
    ? null
    : new ProcessLimit('tax-out-of-range', { percent: taxShare * 100, most: MOST_TAX * 100 }, 'tax')

/**
 * What is left of a price once its tax is passed on.
 * @param price money, tax in it @param taxShare of the price without tax, 0 to 1: 0.13 where 13 % comes on top
 * @throws ProcessLimit `tax-out-of-range`
 */
export function netPrice(price: number, taxShare: number): Figure {
  const limit = taxLimit(taxShare)
  if (limit) throw limit
  const sold = given('sold-at', price, 'money', 'measured', 'source.recipe')
  return taxShare > 0 ? quotient('net-price', 'money', sold, factor(1 + taxShare)) : sold
}
/** The tax in what was paid: money, of money. @param taxShare as in {@link netPrice} */
export const taxIn = (paid: number, taxShare: number): number => paid - netPrice(paid, taxShare).value
