import type { Body, DayTaskRow as Shown, Reply } from '#shared/contract'
import type { Read, Tx } from '../db/connect'
import { DayTask, Stand } from '../db/models'
import { rowOf, rowsOf, type Row } from '../db/rows'
import { save } from '../platform/documents'
import { notFound, stale } from '../platform/errors'
import type { Who } from '../people/who'

// What was ticked of a day's clock, and what was put elsewhere: one row for a task, whichever tablet it comes from.

const viewOf = (r: Row<typeof DayTask>): Shown => ({ ...r, startsAt: r.startsAt.toISOString() })

export async function dayTasks(tx: Read, standId: string, day: string): Promise<Reply<'dayTasks'>> {
  return (await rowsOf(DayTask, { where: { standId, day }, order: ['id'], transaction: tx })).map(viewOf)
}

export async function putDayTask(tx: Tx, id: string, body: Body<'putDayTask'>, who: Who): Promise<Reply<'putDayTask'>> {
  if (!(await Stand.count({ where: { id: body.standId }, transaction: tx }))) throw notFound('standId')
  const { standId, day, task } = body
  const row = await rowOf(DayTask, { where: { standId, day, task }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (row && row.id !== id) throw stale(viewOf(row))
  return save(tx, who, 'day-task', id, row && viewOf(row), body, (to) => {
    const told = { ...to, startsAt: new Date(body.startsAt) }
    return row
      ? DayTask.update(told, { where: { id }, transaction: tx })
      : DayTask.create({ id, ...told }, { transaction: tx })
  })
}
