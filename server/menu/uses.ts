import type { Body, Reply } from '#shared/contract'
import type { OwnPrice } from '#core/cost'
import { checkPaid } from '#core/limits'
import { fromJson, toJson, type Read, type Tx } from '../db/connect'
import { Recipe, RecipeVersion, Stand, StandUse } from '../db/models'
import { rowOf, rowsOf, type Row } from '../db/rows'
import { save } from '../platform/documents'
import { currencyDecimals } from '../platform/business'
import { invalid, notFound, refuseUnlessConfirmed } from '../platform/errors'
import { seenBy, type Who } from '../people/who'

// Which standard of a drink a stand pours, and at what prices of its own.

export const ownPricesOf = (json: unknown): OwnPrice[] => (json === null ? [] : fromJson<OwnPrice[]>(json))
const viewOf = (r: Row<typeof StandUse>) => ({
  id: r.id,
  standId: r.standId,
  recipeId: r.recipeId,
  versionId: r.versionId,
  isServed: Boolean(r.isServed),
  ownPrices: ownPricesOf(r.ownPrices),
  version: r.version,
})
export type Use = ReturnType<typeof viewOf>

export const listUses = async (tx: Read, who: Who): Promise<Use[]> =>
  seenBy(who, await rowsOf(StandUse, { order: ['id'], transaction: tx })).map(viewOf)

/** One for each stand and drink: who says it a second time, under another id, is told what there is. */
export async function putUse(tx: Tx, id: string, body: Body<'putUse'>, who: Who): Promise<Reply<'putUse'>> {
  const { standId, recipeId, versionId } = body
  if (!(await Stand.count({ where: { id: standId }, transaction: tx }))) throw notFound('standId')
  if (!(await Recipe.count({ where: { id: recipeId }, transaction: tx }))) throw notFound('recipeId')
  if (versionId && !(await RecipeVersion.count({ where: { id: versionId, recipeId }, transaction: tx })))
    throw invalid([{ field: 'versionId', code: 'standard-of-another' }])
  const before = await rowOf(StandUse, { where: { standId, recipeId }, lock: tx.LOCK.UPDATE, transaction: tx })
  const at = before?.id ?? id
  const ownPrices = body.ownPrices ?? ownPricesOf(before?.ownPrices ?? null)
  const decimals = await currencyDecimals(tx)
  refuseUnlessConfirmed(
    { limits: ownPrices.flatMap((p, i) => checkPaid(p.sizePrice, decimals, `ownPrices.${i}.sizePrice`)), doubts: [] },
    [],
  )
  const told = { ...body, ownPrices }
  return save(tx, who, 'stand-use', at, before && viewOf(before), told, (row) => {
    const kept = { ...row, ownPrices: toJson(row.ownPrices) }
    return before
      ? StandUse.update(kept, { where: { id: at }, transaction: tx })
      : StandUse.create({ id: at, ...kept }, { transaction: tx })
  })
}
