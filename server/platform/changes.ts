import { QueryTypes } from 'sequelize'
import { Change } from '../db/models'
import { database, toJson, type Tx } from '../db/connect'
import { SCHEMA_NUMBER } from '../db/migrations'
import { now } from './clock'
import type { Who } from '../people/who'

/** The row that history, undo and live refresh read; every write adds one in its own transaction. */
export async function recordChange(
  tx: Tx,
  who: Who,
  entity: string,
  entityId: string,
  before: unknown,
  after: unknown,
): Promise<void> {
  await Change.create(
    {
      entity,
      entityId,
      before: before === null ? null : toJson(before),
      after: after === null ? null : toJson(after),
      standId: standOf(who, entity, entityId, after, before),
      at: now(),
      personId: who.personId,
      idempotencyKey: who.key,
    },
    { transaction: tx },
  )
}

/** What is the business', whichever stand it is told at. */
export const OF_BUSINESS = [
  ...['business', 'ingredient', 'cup', 'recipe', 'standard', 'price'],
  ...['person', 'device', 'session', 'setting'],
]
/** Whose a change is: of the stand that its row names, or else that was asked of; null where it is the business'. */
function standOf(who: Who, entity: string, entityId: string, ...rows: unknown[]): string | null {
  if (OF_BUSINESS.includes(entity)) return null
  if (entity === 'stand') return entityId
  const named = rows.map((r) => (r as { standId?: unknown } | null)?.standId).find((id) => typeof id === 'string')
  return (named as string | undefined) ?? who.standId ?? null
}

/**
 * A condition on rows of changes: of the business, and of the stands that somebody works at. What an earlier release
 * did not say the stand of is nobody's who is bound to some. @param row name of the table in the query
 */
export const theirs = (who: Who, row: string): { sql: string; replacements: Record<string, unknown> } =>
  who.stands === null
    ? { sql: 'TRUE', replacements: {} }
    : {
        sql: `(${row}.stand_id IN (:mine) OR (${row}.stand_id IS NULL AND ${row}.entity IN (:ofBusiness)))`,
        replacements: { mine: ['', ...who.stands.map((s) => s.standId)], ofBusiness: OF_BUSINESS },
      }

/** Numbers are given out before a write commits. One that comes in late is among the last so many. */
const LATE = 1000
/** Which build made an answer: what ships with it, such as ingredients, changes without a row. */
declare const __OLVEX_BUILD__: string | undefined
const BUILD = typeof __OLVEX_BUILD__ === 'undefined' ? 'dev' : __OLVEX_BUILD__

/**
 * A tag that changes with every row of these kinds: the newest of each with its moment, which a restored backup does
 * not repeat, and how many of them are among the last rows of all, so that one that took its number early and came in
 * late changes it too.
 */
export async function tagOf(entities: readonly string[]): Promise<string> {
  // One probe of the index each, however many years of rows there are.
  const kinds = entities.map((_, i) => {
    const newest = (column: string): string =>
      `(SELECT ${column} FROM change_row FORCE INDEX (by_tag) WHERE entity = :e${i} ORDER BY seq DESC LIMIT 1)`
    const late = `(SELECT COUNT(*) FROM change_row FORCE INDEX (by_tag) WHERE entity = :e${i} AND seq > (SELECT MAX(seq) FROM change_row) - ${LATE})`
    return `${newest('seq')} AS seq${i}, ${newest('at')} AS at${i}, ${late} AS n${i}`
  })
  const replacements = Object.fromEntries(entities.map((entity, i) => [`e${i}`, entity]))
  const [row] = await database().query<Record<string, string | number | Date | null>>(`SELECT ${kinds.join(', ')}`, {
    type: QueryTypes.SELECT,
    replacements,
  })
  const parts = entities.map(
    (_, i) =>
      `${row![`seq${i}`] ?? 0}.${row![`n${i}`]}.${(row![`at${i}`] as Date | null)?.getTime().toString(36) ?? ''}`,
  )
  return `${BUILD}.${SCHEMA_NUMBER}.${parts.join('_')}`
}
