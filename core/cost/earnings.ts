import { difference, factor, product, quotient, type Figure } from '../figures'
import { netPrice } from './net-price'

export interface Earnings {
  /** what a cup leaves; null while the cost or the price is not known */
  earns: Figure | null
  /** cost as a share of what it is sold at without tax, %; null where it is sold at nothing */
  costShare: Figure | null
}

/**
 * What a cup leaves of its price, and what share of it the cost is.
 * @param cost all of it; null while a price is missing @param sellPrice what a guest pays; null where nobody has said
 * @param taxShare as in {@link netPrice}
 */
export function earningsOf(cost: Figure | null, sellPrice: number | null, taxShare: number): Earnings {
  if (!cost || sellPrice === null) return { earns: null, costShare: null }
  const sell = netPrice(sellPrice, taxShare)
  return {
    earns: difference('earns', 'money', sell, cost),
    costShare: sellPrice > 0 ? product('cost-share', '%', [factor(100), quotient('quotient', '1', cost, sell)]) : null,
  }
}
