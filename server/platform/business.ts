import { QueryTypes } from 'sequelize'
import { decimalsOf } from '#core/region'
import type { Body, Business as BusinessRow, Reply } from '#shared/contract'
import { Business } from '../db/models'
import { database, type Read, type Tx } from '../db/connect'
import { rowOf } from '../db/rows'
import type { Who } from '../people/who'
import { save } from './documents'
import { invalid, notFound } from './errors'

/** Where the business is, and what it counts in. */
export async function getBusiness(tx: Read): Promise<BusinessRow> {
  const row = await rowOf(Business, { transaction: tx })
  if (!row) throw notFound('business')
  const { name, region, currency, version } = row
  return { name, region, currency, version }
}

/** Decimals that it pays in. */
export const currencyDecimals = async (tx: Read): Promise<number> => decimalsOf((await getBusiness(tx)).currency)

/** Everything that is kept in the currency: the first of it fixes the currency. */
const FIRST_PRICE = `SELECT EXISTS (SELECT 1 FROM price) OR EXISTS (SELECT 1 FROM lot WHERE cost IS NOT NULL)
  OR EXISTS (SELECT 1 FROM recipe WHERE sell_price IS NOT NULL OR JSON_LENGTH(size_prices) > 0)
  OR EXISTS (SELECT 1 FROM cup WHERE cup_price + lid_price + straw_price > 0)
  OR EXISTS (SELECT 1 FROM stand WHERE labour_per_h > 0 OR electricity_per_kwh > 0 OR gas_per_kwh > 0) AS is_priced`

export async function isPriced(tx: Read): Promise<boolean> {
  const [row] = await database().query<{ is_priced: number }>(FIRST_PRICE, { type: QueryTypes.SELECT, transaction: tx })
  return Boolean(row?.is_priced)
}

export async function businessSettings(tx: Read): Promise<Reply<'business'>> {
  const [business, priced] = await Promise.all([getBusiness(tx), isPriced(tx)])
  return { ...business, mayChangeCurrency: !priced }
}

/** @throws Refusal where there are prices in the currency that it had */
export async function putBusiness(tx: Tx, body: Body<'putBusiness'>, who: Who): Promise<Reply<'putBusiness'>> {
  const before = await rowOf(Business, { lock: tx.LOCK.UPDATE, transaction: tx })
  if (!before) throw notFound('business')
  const { id, createdAt: _, ...known } = before
  if (body.currency !== before.currency && (await isPriced(tx)))
    throw invalid([{ field: 'currency', code: 'currency-has-prices' }])
  return save(tx, who, 'business', id, known, body, (row) => Business.update(row, { where: { id }, transaction: tx }))
}
