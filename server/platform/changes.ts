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

/** Whether a change is somebody's to hear of, as `theirs` says it of rows. */
export function isTheirs(who: Who, change: { standId: string | null; entity: string }, least: Role): boolean {
  const stands = standsAs(who, least)
  if (stands === null) return true
  return change.standId === null ? OF_BUSINESS.includes(change.entity) : stands.includes(change.standId)
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

/** As long as what there is stays the same, so does what was worked out from it. */
const MOST_KNOWN = 4000
function keep<V>(known: Map<string, V>, key: string, value: V): V {
  known.delete(key)
  known.set(key, value)
  if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!)
  return value
}

/**
 * A tag that changes with every row of these kinds.
 * @param standId the stand that is shown: of what is a stand's, rows of that one count; null for rows of all
 */
export async function tagOf(entities: readonly string[], standId: string | null = null): Promise<string> {
  const said = standId === null ? await saidOfAll(entities) : await saidAt(standId, entities)
  return `${BUILD}.${SCHEMA_NUMBER}.${said.join('_')}`
}

/**
 * What there is of rows: the newest with its moment, which a restored backup does not repeat, and how many there are
 * among the last rows of all, so that one that took its number early and came in late changes it too. A probe of an
 * index each, however many years of rows and however many stands there are.
 */
const FROM = `(SELECT COALESCE(MAX(seq), 0) FROM change_row) DIV ${LATE} * ${LATE} - ${LATE}`
const probes = (from: string, name: string): string => {
  const newest = (column: string): string => `(SELECT ${column} ${from} ORDER BY seq DESC LIMIT 1)`
  return `${newest('seq')} AS seq${name}, ${newest('at')} AS at${name}, (SELECT COUNT(*) ${from} AND seq > ${FROM}) AS n${name}`
}
type Probed = Record<string, string | number | Date | null>
const saysOf = (row: Probed, name = ''): string =>
  `${row[`seq${name}`] ?? 0}.${row[`n${name}`] ?? 0}.${(row[`at${name}`] as Date | null)?.getTime().toString(36) ?? ''}`
const asked = (sql: string, replacements: Record<string, unknown> = {}): Promise<Probed[]> =>
  database().query<Probed>(sql, { type: QueryTypes.SELECT, replacements })

/** Of all kinds together: of a stand and of the business, or of all there is. */
const stateOf = async (standId: string | null): Promise<string> => (await states.get(standId ?? ALL)) ?? ''
const ALL = ''
const states = new Together(async (keys: string[]) => {
  const of = (is: string): string => `FROM change_row FORCE INDEX (by_stand) WHERE stand_id ${is}`
  const stands = keys.filter((key) => key !== ALL)
  const found = new Map<string, string>()
  if (keys.includes(ALL)) {
    const [row] = await asked(`SELECT ${probes('FROM change_row WHERE TRUE', 'All')}`)
    found.set(ALL, saysOf(row!, 'All'))
  }
  if (!stands.length) return found
  const rows = await asked(
    `SELECT s.id, ${probes(of('= s.id'), 'Here')}, b.* FROM stand s, (SELECT ${probes(of('IS NULL'), 'All')}) b
      WHERE s.id IN (:stands)`,
    { stands },
  )
  for (const row of rows) found.set(String(row.id), `${saysOf(row, 'Here')}_${saysOf(row, 'All')}`)
  return found
})

const ofAll = new Map<string, { state: string; said: string[] }>()
/** What there is of some kinds, at all stands. */
async function saidOfAll(entities: readonly string[]): Promise<string[]> {
  const key = entities.join(' ')
  const state = await stateOf(null)
  const last = ofAll.get(key)
  if (last?.state === state) return keep(ofAll, key, last).said
  const columns = entities.map((_, i) =>
    probes(`FROM change_row FORCE INDEX (by_tag) WHERE entity = :e${i}`, String(i)),
  )
  const [row] = await asked(
    `SELECT ${columns.join(', ')}`,
    Object.fromEntries(entities.map((entity, i) => [`e${i}`, entity])),
  )
  return keep(ofAll, key, { state, said: entities.map((_, i) => saysOf(row!, String(i))) }).said
}

/** What there is of every kind that is seen at a stand. */
interface Said {
  /** up to which row the older ones go */
  upTo: number
  /** that, and when it was, which a restored backup does not repeat: as long as it is the same, so are they */
  mark: string
  /** of kinds with rows among the last of all */
  late: ReadonlyMap<string, string>
  /** of the other kinds, as far as somebody asked */
  older: Map<string, string>
}
const atStands = new Map<string, { state: string; said: Promise<Said> }>()
/** What there is of some kinds at a stand. However many lists somebody looks at, what is new is read once. */
async function saidAt(standId: string, entities: readonly string[]): Promise<string[]> {
  const state = await stateOf(standId)
  const last = atStands.get(standId)
  const isSame = last?.state === state
  const { said } = keep(atStands, standId, isSame ? last : { state, said: readAt(standId, last?.said) })
  try {
    const { upTo, late, older } = await said
    const unknown = entities.filter((entity) => !late.has(entity) && !older.has(entity))
    if (unknown.length) await readOlder(standId, upTo, unknown, older)
    return entities.map((entity) => late.get(entity) ?? older.get(entity)!)
  } catch (e) {
    if (atStands.get(standId)?.said === said) atStands.delete(standId)
    throw e
  }
}
async function readAt(standId: string, before: Promise<Said> | undefined): Promise<Said> {
  const of = (which: string): string =>
    `SELECT entity, MAX(seq) AS seq, COUNT(*) AS n, MAX(at) AS at FROM change_row FORCE INDEX (by_stand)
      WHERE ${which} AND seq > ${FROM} GROUP BY entity`
  const [end, ...rows] = await asked(
    `SELECT '' AS entity, f.seq, 0 AS n, (SELECT at FROM change_row WHERE seq <= f.seq ORDER BY seq DESC LIMIT 1) AS at
        FROM (SELECT ${FROM} AS seq) f
      UNION ALL ${of('stand_id = :standId AND entity NOT IN (:ofBusiness)')}
      UNION ALL ${of('stand_id IS NULL AND entity IN (:ofBusiness)')}`,
    { standId, ofBusiness: OF_BUSINESS },
  )
  const [upTo, mark] = [Number(end!.seq), saysOf(end!)]
  const known = await before?.catch(() => undefined)
  const late = new Map(rows.map((row) => [String(row.entity), saysOf(row)]))
  return { upTo, mark, late, older: known?.mark === mark ? known.older : new Map<string, string>() }
}
/** @param into where they are put down */
async function readOlder(
  standId: string,
  upTo: number,
  entities: readonly string[],
  into: Map<string, string>,
): Promise<void> {
  const newest = (entity: string, i: number): string => {
    const from = OF_BUSINESS.includes(entity) ? 'by_tag) WHERE' : 'by_stand_tag) WHERE stand_id = :standId AND'
    return `(SELECT ${i} AS i, seq, at FROM change_row FORCE INDEX (${from} entity = :e${i} AND seq <= :upTo
      ORDER BY seq DESC LIMIT 1)`
  }
  const named = Object.fromEntries(entities.map((entity, i) => [`e${i}`, entity]))
  const rows = await asked(entities.map(newest).join(' UNION ALL '), { standId, upTo, ...named })
  for (const [i, entity] of entities.entries()) into.set(entity, saysOf(rows.find((r) => r.i === i) ?? {}))
}
