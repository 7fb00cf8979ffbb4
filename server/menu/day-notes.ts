import { Op } from 'sequelize'
import { shiftDay, type Day } from '#core/time'
import type { Body, DayNote as Shown, Reply } from '#shared/contract'
import { fromJson, toJson, type Read, type Tx } from '../db/connect'
import { DayNote, Stand } from '../db/models'
import { rowOf, rowsOf, type Row } from '../db/rows'
import { save } from '../platform/documents'
import { notFound, stale } from '../platform/errors'
import type { Who } from '../people/who'

// What a stand says of a day: weather, a market, and whether it is closed.

const viewOf = (r: Row<typeof DayNote>): Shown => ({
  ...{ id: r.id, standId: r.standId, day: r.day, version: r.version },
  tags: fromJson<string[]>(r.tags),
  closed: Boolean(r.closed),
})
/** Days back in which words are looked for that may be said again. */
const KNOWN_DAYS = 400

export async function noteOf(tx: Read, standId: string, day: Day): Promise<Reply<'dayNote'>> {
  const notes = await notesBetween(tx, standId, shiftDay(day, -KNOWN_DAYS), day)
  const often = new Map<string, number>()
  for (const { tags } of notes) for (const tag of tags) often.set(tag, (often.get(tag) ?? 0) + 1)
  const known = [...often].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0])).map(([tag]) => tag)
  return { note: notes.find((n) => n.day === day) ?? null, known }
}

export async function notesBetween(tx: Read, standId: string, from: Day, until: Day): Promise<Shown[]> {
  const where = { standId, day: { [Op.between]: [from, until] } }
  return (await rowsOf(DayNote, { where, order: ['day'], transaction: tx })).map(viewOf)
}

/** One for a stand and a day: who begins a second is told of the first. */
export async function putDayNote(tx: Tx, id: string, body: Body<'putDayNote'>, who: Who): Promise<Reply<'putDayNote'>> {
  const { standId, day } = body
  if (!(await Stand.count({ where: { id: standId }, transaction: tx }))) throw notFound('standId')
  const same = await rowOf(DayNote, { where: { standId, day }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (same && same.id !== id) throw stale(viewOf(same))
  const before = same ?? (await rowOf(DayNote, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx }))
  return save(tx, who, 'day-note', id, before && viewOf(before), body, (row) => {
    const told = { ...row, tags: toJson([...new Set(body.tags)]) }
    return before
      ? DayNote.update(told, { where: { id }, transaction: tx })
      : DayNote.create({ id, ...told }, { transaction: tx })
  })
}
