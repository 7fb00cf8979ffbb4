import { roundAmount } from '../units'
import { checkWhen, MOST_PRICE } from './bounds'
import type { Finding } from './verdict'

/** What the size of a pack is said in. */
export const PACK_UNITS = ['g', 'kg', 'mL', 'L', 'oz', 'lb', 'fl oz', 'quart', 'gallon', 'pieces'] as const
export type PackUnit = (typeof PACK_UNITS)[number]

/** No small stand takes in more packs at once, nor more in all of them: g, mL or pieces. */
const MOST_PACKS = 10_000
const MOST_IN_ALL = 5_000_000

/**
 * Packs that came: a whole number of them, each with something in it, in a unit that goes with what it is, at a price
 * of nothing or more.
 */
export function checkPacks(told: {
  packs: number
  size: number
  unit: PackUnit
  /** how much a pack holds, in the unit of its lot */
  each: number
  price: { paid: number; per: 'pack' | 'all' } | null
  isGoods: boolean
  at: string | null
  now: string
}): Finding[] {
  const { packs, size, unit, each, price, isGoods } = told
  const found: Finding[] = []
  if (!(Number.isInteger(packs) && packs > 0 && packs <= MOST_PACKS))
    found.push({ code: 'packs-not-whole', field: 'packs', numbers: { value: packs, most: MOST_PACKS } })
  if (!(roundAmount(each) > 0)) found.push({ code: 'pack-empty', field: 'size', numbers: { value: size } })
  else if (!(each * packs <= MOST_IN_ALL))
    found.push({ code: 'packs-too-much', field: 'size', numbers: { value: each * packs, most: MOST_IN_ALL } })
  else if (unit === 'pieces' && !Number.isInteger(size))
    found.push({ code: 'count-not-whole', field: 'size', numbers: { value: size } })
  if (isGoods !== (unit === 'pieces'))
    found.push({ code: isGoods ? 'goods-in-pieces' : 'ingredient-not-in-pieces', field: 'unit', numbers: {} })
  if (price && !(price.paid >= 0))
    found.push({ code: 'price-negative', field: 'price', numbers: { value: price.paid } })
  else if (price && price.paid * (price.per === 'pack' ? packs : 1) > MOST_PRICE)
    found.push({ code: 'price-too-much', field: 'price', numbers: { value: price.paid, most: MOST_PRICE } })
  return [...found, ...checkWhen(told.at, told.now)]
}
