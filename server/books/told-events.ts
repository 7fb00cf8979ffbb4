import { QueryTypes } from 'sequelize'
import type { TookOut } from '#core/books'
import { database, fromJson, toNumberOrNull, type Read } from '../db/connect'

/** Where events of something are kept, and the column that says what they are of. */
const TABLES = { run: ['batch_event', 'run_id'], hold: ['hold_event', 'hold_id'] } as const

interface Raw {
  id: string
  of: string
  body: unknown
  lotId: string | null
  took: string | null
  at: Date
  by: string
}
/** What happened to each of these, in the order that it was told, with what it took out of a lot. */
export async function toldEvents<E extends { took: TookOut | null }>(
  tx: Read,
  kind: keyof typeof TABLES,
  ids: readonly string[],
): Promise<Map<string, E[]>> {
  const out = new Map<string, E[]>(ids.map((id) => [id, []]))
  if (!ids.length) return out
  const [table, column] = TABLES[kind]
  const rows = await database().query<Raw>(
    `SELECT e.id, e.${column} AS \`of\`, e.body, e.lot_id AS lotId, e.took, e.at, p.name AS \`by\`
       FROM ${table} e STRAIGHT_JOIN person p ON p.id = e.person_id
      WHERE e.${column} IN (:ids) ORDER BY e.at, e.id`,
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  for (const { id, of, body, lotId, took, at, by } of rows) {
    const amount = toNumberOrNull(took)
    const event = { ...fromJson<object>(body), id, at: at.toISOString(), by }
    out.get(of)!.push({ ...event, took: amount === null ? null : { lotId: lotId!, amount } } as unknown as E)
  }
  return out
}
