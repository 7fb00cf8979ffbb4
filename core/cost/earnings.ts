import { difference, factor, given, product, quotient, type Figure } from '../figures'

export interface Earnings {
  /** what a cup leaves, EUR; null while the cost or the price is not known */
  earns: Figure | null
  /** cost as a share of what it is sold at, %; null where it is sold at nothing */
  costShare: Figure | null
}

/**
 * What a cup leaves of its price, and what share of it the cost is.
 * @param cost all of it; null while a price is missing @param sellEur what a guest pays; null where nobody has said
 */
export function earningsOf(cost: Figure | null, sellEur: number | null): Earnings {
  if (!cost || sellEur === null) return { earns: null, costShare: null }
  const sell = given('sold-at', sellEur, 'EUR', 'measured', 'source.recipe')
  return {
    earns: difference('earns', 'EUR', sell, cost),
    costShare: sellEur > 0 ? product('cost-share', '%', [factor(100), quotient('quotient', '1', cost, sell)]) : null,
  }
}
