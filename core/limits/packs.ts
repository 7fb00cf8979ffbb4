import { checkWhen, MOST_PRICE } from './bounds'
import type { Finding } from './verdict'

/** What the size of a pack is said in. */
export const PACK_UNITS = ['g', 'kg', 'mL', 'L', 'pieces'] as const
export type PackUnit = (typeof PACK_UNITS)[number]

/** No small stand takes in more packs, or larger ones, at once. */
const MOST_PACKS = 10_000
const MOST_SIZE = 1e6

/**
 * Packs that came: a whole number of them, each with something in it, in a unit that goes with what it is, at a price
 * of nothing or more.
 */
export function checkPacks(told: {
  packs: number
  size: number
  unit: PackUnit
  price: { paid: number; per: 'pack' | 'all' } | null
  isGoods: boolean
  at: string | null
  now: string
}): Finding[] {
  const { packs, size, unit, price, isGoods } = told
  const found: Finding[] = []
  if (!(Number.isInteger(packs) && packs > 0 && packs <= MOST_PACKS))
    found.push({ code: 'packs-not-whole', field: 'packs', numbers: { value: packs, most: MOST_PACKS } })
  if (!(size > 0 && size <= MOST_SIZE))
    found.push({ code: 'pack-size-out-of-range', field: 'size', numbers: { value: size, most: MOST_SIZE } })
  else if (unit === 'pieces' && !Number.isInteger(size))
    found.push({ code: 'count-not-whole', field: 'size', numbers: { value: size } })
  if (isGoods !== (unit === 'pieces'))
    found.push({ code: isGoods ? 'goods-in-pieces' : 'ingredient-not-in-pieces', field: 'unit', numbers: {} })
  if (price && !(price.paid >= 0 && price.paid <= MOST_PRICE / MOST_PACKS))
    found.push({ code: 'price-negative', field: 'price', numbers: { value: price.paid } })
  return [...found, ...checkWhen(told.at, told.now)]
}
