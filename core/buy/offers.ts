import { pricePerKg } from '../cost/price'
import type { Pack } from './packs'

/** A price that nobody renewed for so many days is no offer any more. Common practice, no source. */
export const OFFER_DAYS = 200
/** Fruit sold loose is weighed out in steps of this, g. */
export const LOOSE_G = 100

/** A price of a pack by a seller, or what a delivery came at. */
export interface PriceRow {
  packG: number
  packPrice: number
  supplier: string | null
  since: string
  /** read off a delivery, and no pack that is offered */
  receipt: boolean
}
export interface Offer extends Pack {
  packG: number
  supplier: string | null
  since: string
  loose: boolean
}

/**
 * What is offered of an ingredient: its packs; where there are none, what its last delivery came at a kilo, weighed out
 * loose.
 * @param prices of one ingredient, the newest of each seller and pack, newest first
 */
export function offersOf(prices: readonly PriceRow[]): Offer[] {
  const packs = prices
    .filter((p) => !p.receipt)
    .map(({ packG, packPrice, supplier, since }): Offer => ({
      id: `${supplier ?? ''}/${packG}`,
      massG: packG,
      packG,
      price: packPrice,
      supplier,
      since,
      loose: false,
    }))
  const last = prices.find((p) => p.receipt)
  if (packs.length || !last) return packs
  const { supplier, since } = last
  const price = (pricePerKg(last) * LOOSE_G) / 1000
  return [{ id: 'loose', massG: LOOSE_G, packG: LOOSE_G, price, supplier, since, loose: true }]
}
