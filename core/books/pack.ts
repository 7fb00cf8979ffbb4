import { pricePerKg } from '../cost/price'
import { checkPack, checkPacks, checkPaid, priceDoubts, type PackUnit } from '../limits'
import { streamOf, volumePerGram } from '../process'
import { isMassUnit, roundAmount, toGrams, toMillilitres } from '../units'
import type { IngredientData } from '../substances'
import { goodsOf } from './goods'
import { roundMoney } from './money'
import { movement } from './movement'
import { rowId } from './row-id'
import type { LotRow, LotUnit, PriceRow } from './rows'
import { BOOKED, missing, NEEDS, refused, type Book } from './state'

/** Goods that come in packs and pieces: sugar, cans, tea, cups, lids. */
export interface Pack {
  id: string
  standId: string
  /** what is in the packs: an ingredient, or goods */
  ingredientKey?: string | null
  goods?: string | null
  supplier?: string | null
  /** packs, and how much is in each */
  packs: number
  size: number
  unit: PackUnit
  /** what one pack, or all of them, cost */
  price?: { paid: number; per: 'pack' | 'all' } | null
  useBy?: string | null
  at?: string | null
}

/** How much a pack holds, in the unit of its lot. */
export function packAmount(size: number, unit: PackUnit): { amount: number; unit: LotUnit } {
  if (unit === 'pieces') return { amount: size, unit }
  return isMassUnit(unit)
    ? { amount: toGrams(size, unit), unit: 'g' }
    : { amount: toMillilitres(size, unit), unit: 'mL' }
}

/** g that so much of an ingredient weighs; null for pieces. */
export const gramsOf = (amount: number, unit: LotUnit, data: IngredientData): number | null =>
  unit === 'pieces' ? null : unit === 'g' ? amount : amount / volumePerGram(streamOf(data.composition, 1, 20))

/**
 * A lot of packs, and the price that it tells, which only the owner tells: of a pack of an ingredient by its weight.
 * Ingredients come by weight or volume, goods by the piece.
 */
export const pack: Book<Pack> = {
  needs: ({ standId, ingredientKey, goods }) => ({
    ...NEEDS,
    stands: [standId],
    ingredients: ingredientKey ? [ingredientKey] : [],
    goods: goods ? [goods] : [],
    prices: true,
  }),
  book(told, state) {
    if (!state.stand(told.standId)) return missing('standId')
    const { ingredientKey, goods } = told
    if (goods ? !goodsOf(goods) || !state.goods(goods) : !ingredientKey)
      return missing(goods ? 'goods' : 'ingredientKey')
    const data = ingredientKey ? state.data(ingredientKey) : undefined
    if (!goods && !data) return missing('ingredientKey')
    if (data?.fruit) return refused({ code: 'fruit-is-weighed', field: 'ingredientKey', numbers: {} })
    const { supplier = null, useBy = null } = told
    const price = (state.teller.seesMoney && told.price) || null
    const each = packAmount(told.size, told.unit)
    const at = told.at ?? state.now
    // No packs have no price of one: that there are none is said below.
    const ofOne = price && (price.per === 'pack' ? price.paid : price.paid / told.packs)
    const packPrice = told.packs > 0 ? ofOne : null
    const paid = data && packPrice ? priceOf(told, packPrice, gramsOf(each.amount, each.unit, data), at) : null
    const limits = checkPacks({
      ...told,
      each: each.amount,
      price,
      isGoods: !!goods,
      at: told.at ?? null,
      now: state.now,
    })
    if (price) limits.push(...checkPaid(price.paid, state.decimals, 'price'))
    // A price is kept of a kilo too: next to nothing in a pack makes it more than can be.
    if (!limits.length && paid) limits.push(...checkPack(paid).map((l) => ({ ...l, field: 'price' })))
    if (limits.length) return refused(...limits)
    const lot: LotRow = {
      id: told.id,
      standId: told.standId,
      itemKind: goods ? 'goods' : 'ingredient',
      itemKey: (goods ?? ingredientKey)!,
      kind: 'pack',
      part: null,
      supplier,
      count: told.packs,
      crates: null,
      unit: each.unit,
      amount: roundAmount(each.amount * told.packs),
      purchasedG: null,
      weighed: true,
      cost: packPrice === null ? null : roundMoney(packPrice * told.packs),
      marketCost: null,
      place: null,
      seen: null,
      useBy,
      useFor: null,
      sourceId: null,
      at,
    }
    return {
      ...BOOKED,
      doubts: paid ? priceDoubts(pricePerKg(paid), state.lastPerKg(paid.ingredientKey)) : [],
      lots: [lot],
      movements: [movement(told.id, told.id, lot.amount, 'receive')],
      prices: paid ? [paid] : [],
    }
  },
}

function priceOf(told: Pack, packPrice: number, packG: number | null, since: string): PriceRow | null {
  if (!packG) return null
  return {
    id: rowId(told.id, 'price'),
    ingredientKey: told.ingredientKey!,
    packPrice: roundMoney(packPrice),
    packG: roundAmount(packG),
    source: 'receipt',
    lotId: told.id,
    supplier: told.supplier ?? null,
    since,
  }
}
