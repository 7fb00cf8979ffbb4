import { QueryTypes } from 'sequelize'
import { Change } from '../db/models'
import { database, toJson, type Tx } from '../db/connect'
import { Together } from '../db/together'
import { SCHEMA_NUMBER } from '../db/migrations'
import { now } from './clock'
import type { Role } from '#shared/contract'
import { standsAs, type Who } from '../people/who'

/** The row that history, undo and live refresh read; every write adds one in its own transaction. */
export async function recordChange(
  tx: Tx,
  who: Who,
  entity: string,
  entityId: string,
  before: unknown,
  after: unknown,
): Promise<void> {
  const standId = standOf(who, entity, entityId, after, before)
  await Change.create(
    {
      entity,
      entityId,
      before: before === null ? null : toJson(before),
      after: after === null ? null : toJson(after),
      standId,
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
  const at = (named as string | undefined) ?? who.standId
  // A list of a stand is asked for again when something of that stand changed: one of no stand would not be seen.
  if (at === undefined) throw new Error(`a change of a ${entity} says nothing of its stand`)
  return at
}

/**
 * A condition on rows of changes: of the business, and of the stands where somebody is at least that. What an earlier
 * release did not say the stand of is nobody's who is bound to some. @param row name of the table in the query
 */
export function theirs(who: Who, row: string, least: Role): { sql: string; replacements: Record<string, unknown> } {
  const stands = standsAs(who, least)
  if (stands === null) return { sql: 'TRUE', replacements: {} }
  return {
    sql: `(${row}.stand_id IN (:mine) OR (${row}.stand_id IS NULL AND ${row}.entity IN (:ofBusiness)))`,
    replacements: { mine: ['', ...stands], ofBusiness: OF_BUSINESS },
  }
}

/**
 * Numbers are given out before a write commits. One that comes in late is among the last so many. They are counted from
 * a full thousand on: from the newest back, each row anywhere would push out the oldest, and change what it is of.
 */
const LATE = 1000
/** Which build made an answer: what ships with it, such as ingredients, changes without a row. */
declare const __OLVEX_BUILD__: string | undefined
const BUILD = typeof __OLVEX_BUILD__ === 'undefined' ? 'dev' : __OLVEX_BUILD__

/** Tags that were worked out last, with what was there then: as long as that is so, the tag is. */
const known = new Map<string, { state: string; tag: string }>()
const MOST_KNOWN = 4000

/**
 * A tag that changes with every row of these kinds.
 * @param standId the stand that is shown: of what is a stand's, rows of that one count; null for rows of all
 */
export async function tagOf(entities: readonly string[], standId: string | null = null): Promise<string> {
  const key = `${standId} ${entities.join(' ')}`
  const state = await stateOf(standId)
  const last = known.get(key)
  known.delete(key)
  const tag = last?.state === state ? last.tag : await workedOut(entities, standId)
  known.set(key, { state, tag })
  if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!)
  return tag
}

/**
 * What there is of rows: the newest with its moment, which a restored backup does not repeat, and how many there are
 * among the last rows of all, so that one that took its number early and came in late changes it too. A probe of an
 * index each, however many years of rows and however many stands there are.
 */
const probes = (from: string, name: string): string => {
  const newest = (column: string): string => `(SELECT ${column} ${from} ORDER BY seq DESC LIMIT 1)`
  const late = `(SELECT COUNT(*) ${from} AND seq > (SELECT MAX(seq) FROM change_row) DIV ${LATE} * ${LATE} - ${LATE})`
  return `${newest('seq')} AS seq${name}, ${newest('at')} AS at${name}, ${late} AS n${name}`
}
type Probed = Record<string, string | number | Date | null>
const saysOf = (row: Probed, name: string): string =>
  `${row[`seq${name}`] ?? 0}.${row[`n${name}`]}.${(row[`at${name}`] as Date | null)?.getTime().toString(36) ?? ''}`
async function probed(columns: readonly string[], replacements: Record<string, unknown>): Promise<Probed> {
  const [row] = await database().query<Probed>(`SELECT ${columns.join(', ')}`, {
    type: QueryTypes.SELECT,
    replacements,
  })
  return row!
}

/** Of all kinds together: of a stand and of the business, or of all there is. */
const stateOf = async (standId: string | null): Promise<string> => (await states.get(standId ?? ALL)) ?? ''
const ALL = ''
const states = new Together(async (keys: string[]) => {
  const of = (is: string): string => `FROM change_row FORCE INDEX (by_stand) WHERE stand_id ${is}`
  const stands = keys.filter((key) => key !== ALL)
  const found = new Map<string, string>()
  if (keys.includes(ALL)) found.set(ALL, saysOf(await probed([probes('FROM change_row WHERE TRUE', 'All')], {}), 'All'))
  if (!stands.length) return found
  const rows = await database().query<Probed & { id: string }>(
    `SELECT s.id, ${probes(of('= s.id'), 'Here')}, b.* FROM stand s, (SELECT ${probes(of('IS NULL'), 'All')}) b
      WHERE s.id IN (:stands)`,
    { type: QueryTypes.SELECT, replacements: { stands } },
  )
  for (const row of rows) found.set(row.id, `${saysOf(row, 'Here')}_${saysOf(row, 'All')}`)
  return found
})

async function workedOut(entities: readonly string[], standId: string | null): Promise<string> {
  const kinds = entities.map((entity, i) => {
    const isOfStand = standId !== null && !OF_BUSINESS.includes(entity)
    const from = `FROM change_row FORCE INDEX (${isOfStand ? 'by_stand_tag' : 'by_tag'})
      WHERE entity = :e${i}${isOfStand ? ' AND stand_id = :standId' : ''}`
    return probes(from, String(i))
  })
  const named = Object.fromEntries(entities.map((entity, i) => [`e${i}`, entity]))
  const row = await probed(kinds, { standId, ...named })
  return `${BUILD}.${SCHEMA_NUMBER}.${entities.map((_, i) => saysOf(row, String(i))).join('_')}`
}
