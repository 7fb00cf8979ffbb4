import { roundAmount } from '../units'

/** What a price is said for. */
export const PRICE_PER = ['kg', 'piece', 'crate', 'all'] as const
export type PricePer = (typeof PRICE_PER)[number]

/** A delivery as it comes: on the scale, or counted, or both. */
export interface ReceiptInput {
  kg: number | null
  /** whole pieces */
  count: number | null
  /** crates, boxes or bags */
  crates: number | null
  price: { paid: number; per: PricePer } | null
}

export interface Receipt {
  amountG: number
  /** false where the weight is only a count times the usual weight of a piece */
  weighed: boolean
  /** g of one piece of this delivery; null where nobody counted */
  unitG: number | null
  /** what all of it cost; null where no price was said, or where it is said for pieces or crates that nobody counted */
  cost: number | null
  pricePerKg: number | null
}

/**
 * Mass, unit weight and cost of a delivery. A count alone gives an estimate through the usual weight of a piece, and
 * says so.
 * @param usualUnitG g of one piece; null where it is not known
 * @returns null where neither kilos nor a count that can be weighed out are there
 */
export function evaluateReceipt(input: ReceiptInput, usualUnitG: number | null): Receipt | null {
  const { kg, count, crates, price } = input
  const typedG = kg !== null ? kg * 1000 : count !== null && usualUnitG !== null ? count * usualUnitG : null
  if (typedG === null) return null
  const amountG = roundAmount(typedG)
  const times = !price ? null : { kg: amountG / 1000, piece: count, crate: crates, all: 1 }[price.per]
  const cost = price && times !== null ? price.paid * times : null
  return {
    amountG,
    weighed: kg !== null,
    unitG: count ? amountG / count : null,
    cost,
    pricePerKg: cost === null ? null : cost / (amountG / 1000),
  }
}

/** g of a piece of a lot: as counted and weighed, or the usual one. @param usualUnitG null where it is not known */
export const unitWeightG = (
  lot: { amountG: number; count: number | null; weighed: boolean },
  usualUnitG: number | null,
): number | null => (lot.count && lot.weighed ? lot.amountG / lot.count : usualUnitG)
/** g of whole fruit set aside for garnish: weighed, or counted; null where neither says. */
export const garnishG = (e: { pieces: number | null; massG: number | null }, unitG: number | null): number | null =>
  e.massG ?? (e.pieces !== null && unitG !== null ? e.pieces * unitG : null)
