import { Op } from 'sequelize'
import { rowId } from '#core/books'
import type { Body, Reply } from '#shared/contract'
import { toJson, type Tx } from '../db/connect'
import { Fact, Pour, Stand } from '../db/models'
import { recipesOf } from '../menu/versions'
import { recordChange } from '../platform/changes'
import { invalid, notFound } from '../platform/errors'
import type { Who } from '../people/who'

// What a till sold: cups beside those that were touched. A sale is there once, however often its file is read.

/**
 * @throws 404 for a stand that is not there @throws 422 for versions that are not
 * @returns how many were new, and how many were there already
 */
export async function takeSales(
  tx: Tx,
  { id, standId, rows }: Body<'postSales'>,
  who: Who,
): Promise<Reply<'postSales'>> {
  if (!(await Stand.count({ where: { id: standId }, transaction: tx }))) throw notFound('standId')
  const recipeOf = await recipesOf(
    tx,
    rows.map((r) => r.versionId),
  )
  const unknown = rows.findIndex((r) => !recipeOf.has(r.versionId))
  if (unknown >= 0) throw invalid([{ field: `rows.${unknown}.versionId`, code: 'not-found' }])
  const known = await Pour.count({
    where: { standId, saleId: { [Op.in]: rows.map((r) => r.saleId) } },
    transaction: tx,
  })
  // The same sale has the same id wherever it is read.
  const sold = rows.map((r) => ({ ...r, id: rowId(standId, `sale ${r.saleId}`) }))
  await Fact.bulkCreate(
    sold.map((r) => ({ id: r.id, kind: 'pour' })),
    { ignoreDuplicates: true, transaction: tx },
  )
  const nothing = { options: toJson([]), uses: toJson([]), touchedS: toJson([]), retold: 0, holdId: null }
  await Pour.bulkCreate(
    sold.map((r) => ({
      ...r,
      ...nothing,
      standId,
      recipeId: recipeOf.get(r.versionId),
      source: 'till',
      at: new Date(r.at),
      personId: who.personId,
    })),
    { ignoreDuplicates: true, transaction: tx },
  )
  const taken = rows.length - known
  if (taken) await recordChange(tx, who, 'sales', id, null, { standId, taken, known })
  return { taken, known }
}
