import { checkPlanned } from '#core/limits'
import { cupsInAll } from '#core/scale/servings'
import type { Body, PlanLine as Shown, Reply } from '#shared/contract'
import { fromJson, toJson, type Read, type Tx } from '../db/connect'
import { PlanLine, Recipe, Stand } from '../db/models'
import { recordChange } from '../platform/changes'
import { notFound, refuseUnlessConfirmed, stale } from '../platform/errors'
import { save } from '../platform/documents'
import type { Who } from '../people/who'
import { rowOf, rowsOf, type Row } from '../db/rows'

const viewOf = (r: Row<typeof PlanLine>): Shown => ({
  ...r,
  sizes: r.sizes === null ? [] : fromJson<Shown['sizes']>(r.sizes),
})

export async function listPlan(tx: Read, standId: string, day: string): Promise<Reply<'plan'>> {
  return (await rowsOf(PlanLine, { where: { standId, day }, order: ['id'], transaction: tx })).map(viewOf)
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
  const row = await rowOf(PlanLine, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  const before = row && viewOf(row)
  if (cupsInAll(body) === 0 && before) {
    if (before.version !== body.version) throw stale(before)
    await PlanLine.destroy({ where: { id }, transaction: tx })
    await recordChange(tx, who, 'plan-line', id, before, null)
    return { id, version: body.version + 1 }
  }
  refuseUnlessConfirmed(checkPlanned(body), [])
  // Two tablets may each start a line for the same drink: the second is told of the first.
  const same = await rowOf(PlanLine, {
    where: { standId: body.standId, day: body.day, recipeId: body.recipeId },
    lock: tx.LOCK.UPDATE,
    transaction: tx,
  })
  if (same && same.id !== id) throw stale(viewOf(same))
  return save(tx, who, 'plan-line', id, before, body, (to) => {
    const told = { ...to, sizes: toJson(body.sizes) }
    return before
      ? PlanLine.update(told, { where: { id }, transaction: tx })
      : PlanLine.create({ id, ...told }, { transaction: tx })
  })
}
