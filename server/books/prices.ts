import { QueryTypes } from 'sequelize'
import { pricePerKg } from '#core/cost'
import { checkPack, checkPaid, priceDoubts } from '#core/limits'
import { roundAmount } from '#core/units'
import type { Body, PriceRow, Reply } from '#shared/contract'
import { Price } from '../db/models'
import { database, toNumber, type Read, type Tx } from '../db/connect'
import { getIngredient } from '../menu/ingredients'
import type { Who } from '../people/who'
import { recordChange } from '../platform/changes'
import { currencyDecimals } from '../platform/business'
import { now } from '../platform/clock'
import { refuseUnlessConfirmed } from '../platform/errors'
import { register } from './facts'
import { latestOfEach, PRICE_COUNTS, PRICES_OF_EACH } from './latest'

type RawPrice = Omit<PriceRow, 'since'> & { since: Date }

/** Newest first; of the packs of one list, which have one moment, the one that is cheapest by weight. */
const NEWEST_FIRST = 'since DESC, pack_price / pack_g, id DESC'

/** The latest prices of every ingredient, newest first. */
export async function listPrices(tx: Read): Promise<Reply<'prices'>> {
  const ids = await latestOfEach(tx, 'prices')
  if (!ids.length) return []
  const rows = await database().query<RawPrice>(
    `SELECT p.id, p.ingredient_key AS ingredientKey, p.pack_price AS packPrice, p.pack_g AS packG, p.since, p.source, p.supplier
       FROM (SELECT id AS latest_id, ROW_NUMBER() OVER (PARTITION BY ingredient_key ORDER BY ${NEWEST_FIRST}) AS n FROM price WHERE id IN (:ids)) latest
       JOIN price p ON p.id = latest.latest_id WHERE latest.n <= ${PRICES_OF_EACH} ORDER BY ${NEWEST_FIRST}`,
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  return rows.map((r) => ({
    id: r.id,
    ingredientKey: r.ingredientKey,
    packPrice: toNumber(r.packPrice),
    packG: toNumber(r.packG),
    since: r.since.toISOString(),
    source: r.source,
    supplier: r.supplier,
  }))
}

/**
 * The price of each ingredient, per kg as purchased; none where none was ever known. The moment of it is asked first,
 * by a probe of the index: years of prices are not ordered to find it.
 * @param asOf the last that was known before this moment, or else the first after it; undefined: the last
 * @param without deliveries whose price does not count
 */
export async function pricesPerKg(
  tx: Read,
  keys: readonly string[],
  { asOf, without = [] }: { asOf?: Date; without?: readonly string[] } = {},
): Promise<Map<string, number>> {
  if (!keys.length) return new Map()
  const counting = `${PRICE_COUNTS} AND (lot_id IS NULL OR lot_id NOT IN (:without))`
  const moment = (and: string): string =>
    `(SELECT since FROM price WHERE ingredient_key = ingredient.\`key\` AND ${counting} ${and} LIMIT 1)`
  const before = moment(`${asOf ? 'AND since < :asOf' : ''} ORDER BY since DESC`)
  const rows = await database().query<{ key: string; packPrice: string; packG: string }>(
    `SELECT ingredient_key AS \`key\`, pack_price AS packPrice, pack_g AS packG
       FROM (SELECT price.*, ROW_NUMBER() OVER (PARTITION BY ingredient_key ORDER BY ${NEWEST_FIRST}) AS n
         FROM (SELECT \`key\`, COALESCE(${before}, ${moment('ORDER BY since')}) AS moment
             FROM ingredient WHERE \`key\` IN (:keys)) latest
           STRAIGHT_JOIN price ON ingredient_key = latest.\`key\` AND since = latest.moment
         WHERE ${counting}) known
      WHERE n = 1`,
    { type: QueryTypes.SELECT, replacements: { keys: [...keys], without: ['', ...without], asOf }, transaction: tx },
  )
  return new Map(rows.map((r) => [r.key, pricePerKg({ packPrice: toNumber(r.packPrice), packG: toNumber(r.packG) })]))
}

export async function addPrice(tx: Tx, body: Body<'postPrice'>, who: Who): Promise<Reply<'postPrice'>> {
  await getIngredient(tx, body.ingredientKey)
  const last = (await pricesPerKg(tx, [body.ingredientKey])).get(body.ingredientKey) ?? null
  const price = pricePerKg(body)
  const coins = checkPaid(body.packPrice, await currencyDecimals(tx), 'packPrice')
  refuseUnlessConfirmed({ limits: [...checkPack(body), ...coins], doubts: priceDoubts(price, last) }, body.confirm)
  await recordPrice(tx, who, { ...body, packG: roundAmount(body.packG), source: 'typed', lotId: null })
  return { id: body.id }
}

export interface NewPrice {
  id: string
  ingredientKey: string
  packPrice: number
  packG: number
  source: 'typed'
  lotId: null
  supplier?: string | null
  since?: Date
}
/** One more dated price; the ones before stay as they were. */
export async function recordPrice(tx: Tx, who: Who, p: NewPrice): Promise<void> {
  const row = {
    id: p.id,
    ingredientKey: p.ingredientKey,
    packPrice: p.packPrice,
    packG: p.packG,
    source: p.source,
    lotId: p.lotId,
    supplier: p.supplier ?? null,
    since: p.since ?? now(),
    personId: who.personId,
  }
  await register(tx, 'price', p.id)
  await Price.create(row, { transaction: tx })
  await recordChange(tx, who, 'price', p.id, null, row)
}
