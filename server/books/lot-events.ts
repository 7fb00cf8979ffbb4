import { QueryTypes } from 'sequelize'
import type { LotEventBody, LotEventRow, LotStory } from '#shared/contract'
import { database, fromJson, toNumberOrNull, type Read } from '../db/connect'
import { counts } from './facts'
import { notFound } from '../platform/errors'
import { lotsOf } from './lots'
import { pressesOf } from './presses'
import type { Who } from '../people/who'

interface RawEvent {
  id: string
  amountG: string | null
  body: unknown
  at: Date
  by: string
  voided: number
}

/** What a lot came from, and whether it is out of the books. */
const ORIGIN = `SELECT (SELECT lot_id FROM press WHERE id = l.source_id UNION SELECT lot_id FROM lot_event WHERE id = l.source_id) AS parent, NOT (${counts('l.id', 'lot')}) AS voided FROM lot l WHERE l.id = :id`
/** What was pressed of it, by itself or with other lots. */
const PRESSES = "SELECT DISTINCT source_id AS id FROM movement WHERE lot_id = :id AND kind = 'press-out'"
/** What came of it, by a press, by peeling or by sorting. */
const CHILDREN = `SELECT c.id FROM (${PRESSES} UNION ALL SELECT id FROM lot_event WHERE lot_id = :id) done JOIN lot c ON c.source_id = done.id WHERE ${counts('c.source_id', 'press')} AND ${counts('c.source_id', 'lot-event')}`

/** A lot with everything that was done with it and that came of it. */
export async function lotStory(tx: Read, id: string, who: Who): Promise<LotStory> {
  const select = { type: QueryTypes.SELECT, replacements: { id }, transaction: tx } as const
  const idsOf = async (sql: string): Promise<string[]> =>
    (await database().query<{ id: string }>(sql, select)).map((r) => r.id)
  const [[found], presses, events, children, [origin]] = await Promise.all([
    lotsOf(tx, [id], 'all'),
    idsOf(PRESSES).then((ids) => pressesOf(tx, ids, who)),
    database().query<RawEvent>(
      `SELECT e.id, e.amount_g AS amountG, e.body, e.at, p.name AS \`by\`, NOT (${counts('e.id', 'lot-event')}) AS voided FROM lot_event e JOIN person p ON p.id = e.person_id WHERE e.lot_id = :id ORDER BY e.at DESC, e.id DESC`,
      select,
    ),
    idsOf(CHILDREN).then((ids) => lotsOf(tx, ids, 'none')),
    database().query<{ parent: string | null; voided: number }>(ORIGIN, select),
  ])
  if (!found || !origin) throw notFound('id')
  return {
    lot: found,
    presses,
    events: events.map(eventView),
    children,
    parent: origin.parent,
    voided: Boolean(origin.voided),
  }
}
function eventView(r: RawEvent): LotEventRow {
  const { measured, ...event } = fromJson<LotEventBody & { measured: string[] }>(r.body)
  return {
    id: r.id,
    amountG: toNumberOrNull(r.amountG),
    event: event as LotEventBody,
    measured: measured ?? [],
    at: r.at.toISOString(),
    by: r.by,
    voided: Boolean(r.voided),
  }
}
