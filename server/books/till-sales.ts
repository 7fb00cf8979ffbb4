import { QueryTypes } from 'sequelize'
import { v7 as uuid } from 'uuid'
import { checkWhen } from '#core/limits'
import type { Body, Reply } from '#shared/contract'
import { database, type Read, type Tx } from '../db/connect'
import { askOf, tillOf } from '../menu/tills'
import { now } from '../platform/clock'
import { invalid } from '../platform/errors'
import type { Who } from '../people/who'
import { takeSales } from './sales'

// What a till posts by itself: the same sales as in its file, under the same numbers, so that none is there twice.

/**
 * What it sold of drinks that somebody named; the rest waits, and is asked about.
 * @throws 422 for a sale that is still to come
 */
export async function takeTillSales(
  tx: Tx,
  { sales }: Body<'tillSales'>,
  who: Who & { standId: string },
): Promise<Reply<'tillSales'>> {
  const { standId } = who
  const future = sales.flatMap((s, i) =>
    checkWhen(s.at, now().toISOString()).map(() => ({ field: `sales.${i}.at`, code: 'till-future' })),
  )
  if (future.length) throw invalid(future)
  const products = (await tillOf(tx, standId)).till?.products ?? {}
  const ofSale = sales.map((s) => ({ ...s, of: Object.hasOwn(products, s.product) ? products[s.product] : undefined }))
  const versions = await pouredVersions(
    tx,
    standId,
    ofSale.flatMap(({ of }) => of?.recipeId ?? []),
  )
  const isWaiting = ({ of }: (typeof ofSale)[number]): boolean =>
    of === undefined || (of !== null && !versions.has(of.recipeId))
  const rows = ofSale.flatMap((s) => {
    const versionId = s.of && versions.get(s.of.recipeId)
    if (!s.of || !versionId) return []
    const { cupId, drinkMl } = s.of
    return [{ saleId: `${s.sale}/${s.line}`, versionId, cupId, drinkMl, cups: s.cups, at: s.at, paid: s.paid }]
  })
  const unnamed = ofSale.flatMap((s) => (s.of === undefined ? s.product : []))
  if (unnamed.length) await askOf(tx, standId, unnamed, who)
  const done = rows.length ? await takeSales(tx, { id: uuid(), standId, rows }, who) : { taken: 0, known: 0 }
  return { ...done, waiting: ofSale.flatMap((s) => (isWaiting(s) ? `${s.sale}/${s.line}` : [])) }
}

/** The standard of each drink that a stand pours: the one that it said, or else the newest. */
async function pouredVersions(tx: Read, standId: string, recipeIds: readonly string[]): Promise<Map<string, string>> {
  if (!recipeIds.length) return new Map()
  const rows = await database().query<{ recipeId: string; versionId: string }>(
    `SELECT v.recipe_id AS recipeId, COALESCE(u.version_id, v.id) AS versionId
       FROM recipe_version v LEFT JOIN stand_use u ON u.recipe_id = v.recipe_id AND u.stand_id = :standId
      WHERE v.recipe_id IN (:recipeIds) AND v.snapshot IS NOT NULL
        AND v.number = (SELECT MAX(number) FROM recipe_version WHERE recipe_id = v.recipe_id AND snapshot IS NOT NULL)`,
    { type: QueryTypes.SELECT, replacements: { standId, recipeIds: [...new Set(recipeIds)] }, transaction: tx },
  )
  return new Map(rows.map((r) => [r.recipeId, r.versionId]))
}
