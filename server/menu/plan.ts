import { checkCups } from '#core/limits'
import type { Body, Reply } from '#shared/contract'
import { PlanLine, Recipe, Stand } from '../db/models'
import type { Read, Tx } from '../db/connect'
import { recordChange } from '../platform/changes'
import { notFound, refuseUnlessConfirmed, stale } from '../platform/errors'
import { save } from '../platform/documents'
import type { Who } from '../people/who'
import { rowOf, rowsOf } from '../db/rows'

export async function listPlan(tx: Read, standId: string, day: string): Promise<Reply<'plan'>> {
  return await rowsOf(PlanLine, { where: { standId, day }, order: ['id'], transaction: tx })
}

/** Cups of one drink for one day at one stand. No cups takes the line off the plan. */
export async function putPlanLine(
  tx: Tx,
  id: string,
  body: Body<'putPlanLine'>,
  who: Who,
): Promise<Reply<'putPlanLine'>> {
  if (!(await Stand.count({ where: { id: body.standId }, transaction: tx }))) throw notFound('standId')
  if (!(await Recipe.count({ where: { id: body.recipeId, kind: 'drink' }, transaction: tx })))
    throw notFound('recipeId')
  const before = await rowOf(PlanLine, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (body.cups === 0 && before) {
    if (before.version !== body.version) throw stale(before)
    await PlanLine.destroy({ where: { id }, transaction: tx })
    await recordChange(tx, who, 'plan-line', id, before, null)
    return { id, version: body.version + 1 }
  }
  refuseUnlessConfirmed(checkCups(body.cups), [])
  // Two tablets may each start a line for the same drink: the second is told of the first.
  const same = await rowOf(PlanLine, {
    where: { standId: body.standId, day: body.day, recipeId: body.recipeId },
    lock: tx.LOCK.UPDATE,
    transaction: tx,
  })
  if (same && same.id !== id) throw stale(same)
  return save(tx, who, 'plan-line', id, before, body, (row) =>
    before
      ? PlanLine.update(row, { where: { id }, transaction: tx })
      : PlanLine.create({ id, ...row }, { transaction: tx }),
  )
}
