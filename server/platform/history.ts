import { QueryTypes } from 'sequelize'
import type { Reply } from '#shared/contract'
import { todaysNames } from '#shared/earlier'
import { database, fromJson, type Read } from '../db/connect'
import { Together } from '../db/together'
import { isTheirs, theirs } from './changes'
import { withoutMoney, type Who } from '../people/who'

const MOST = 500
/** So many rows are read at most for all who ask at once. */
const MOST_READ = 2000
const PAGE = 60
/** Numbers are given out before a write commits: what is in flight for longer than this is not seen by a poll. */
const OVERLAP_S = 10

interface Told {
  seq: number
  entity: string
  entityId: string
  key: string | null
  standId: string | null
  isRecent: boolean
}
/** @param newest the number of the newest row of all @param from what is older was not read */
type News = { newest: number; from: number; rows: readonly Told[] }

/**
 * Every tablet asks every few seconds: what is new for the one that has seen least is read once for all that ask at
 * once.
 */
const news = new Together(async (sinces: string[]) => {
  const least = Math.min(...sinces.map(Number))
  const columns = 'seq, entity, entity_id AS entityId, idempotency_key AS `key`, stand_id AS standId'
  const isRecent = `came_at > UTC_TIMESTAMP(6) - INTERVAL ${OVERLAP_S} SECOND`
  // Two ranges of two indexes: asked for with OR, every row there ever was would be looked at. The first row is the
  // newest number of all.
  const [newest, ...found] = await database().query<Omit<Told, 'seq' | 'isRecent'> & { seq: string; isRecent: number }>(
    `SELECT COALESCE(MAX(seq), 0) AS seq, '' AS entity, '' AS entityId, NULL AS \`key\`, NULL AS standId, 0 AS isRecent
        FROM change_row
      UNION ALL (
        SELECT ${columns}, ${isRecent} AS isRecent FROM change_row FORCE INDEX (PRIMARY) WHERE seq > :least
        UNION
        SELECT ${columns}, 1 AS isRecent FROM change_row FORCE INDEX (by_came) WHERE ${isRecent}
        ORDER BY seq DESC LIMIT ${MOST_READ}
      )`,
    { type: QueryTypes.SELECT, replacements: { least } },
  )
  const rows = found
    .map((r): Told => ({ ...r, seq: Number(r.seq), isRecent: r.isRecent === 1 }))
    .sort((a, b) => b.seq - a.seq)
  const all: News = { newest: Number(newest!.seq), from: rows.length < MOST_READ ? 0 : rows.at(-1)!.seq, rows }
  return new Map(sinces.map((since) => [since, all]))
})

/**
 * What changed after `since`, and again what changed in the last seconds by the clock of the database: a write that
 * took its number early may have come in late. Whoever asks leaves out what it has seen.
 */
export async function changesSince(since: number | undefined, who: Who): Promise<Reply<'changes'>> {
  if (since === undefined) {
    const [latest] = await database().query<{ seq: string | null }>('SELECT MAX(seq) AS seq FROM change_row', {
      type: QueryTypes.SELECT,
    })
    return { seq: Number(latest?.seq ?? 0), more: false, rows: [] }
  }
  const { newest, from, rows } = (await news.get(String(since)))!
  const mine = rows.filter((r) => (r.seq > since || r.isRecent) && isTheirs(who, r, 'crew'))
  return {
    seq: newest,
    more: mine.length > MOST || since < from - 1,
    rows: mine.slice(0, MOST).map(({ seq, entity, entityId, key }) => ({ seq, entity, entityId, key })),
  }
}

/** What only an owner reads of others: prices are theirs, and so is who may do what. */
const OWNERS_ENTITIES = ['price', 'person', 'device', 'session', 'setting']

/** What a row holds, under the names of today, without money for whoever does not see it. */
const shown = (who: Who, json: string | null): unknown => withoutMoney(who, json && todaysNames(fromJson(json)))

/** The unit of the lot that a change is of, by the id of the change's thing. */
async function unitsOf(tx: Read, rows: readonly { entity: string; entityId: string }[]): Promise<Map<string, string>> {
  const ids = rows.filter((r) => ['lot', 'lot-event', 'arrival'].includes(r.entity)).map((r) => r.entityId)
  if (!ids.length) return new Map()
  // Told at both stands, what is on its way has the id of its sending here, and one of its own there.
  const units = await database().query<{ id: string; unit: string }>(
    `SELECT id, unit FROM lot WHERE id IN (:ids)
      UNION SELECT e.id, l.unit FROM lot_event e JOIN lot l ON l.id = e.lot_id WHERE e.id IN (:ids)
      UNION SELECT a.id, l.unit FROM arrival a JOIN lot_event e ON e.id = a.send_id JOIN lot l ON l.id = e.lot_id
        WHERE a.id IN (:ids)`,
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  return new Map(units.map((u) => [u.id, u.unit]))
}

/** Changes, newest first: of one thing, of one stand, or of all where they lead. */
export async function listHistory(
  tx: Read,
  query: { entity?: string; id?: string; stand?: string; before?: number },
  who: Who,
): Promise<Reply<'history'>> {
  const mine = theirs(who, 'c', 'lead')
  const rows = await database().query<{
    seq: string
    entity: string
    entityId: string
    standId: string | null
    before: string | null
    after: string | null
    at: Date
    by: string | null
  }>(
    `SELECT c.seq, c.entity, c.entity_id AS entityId, c.stand_id AS standId, c.\`before\`, c.\`after\`, c.at, p.name AS \`by\`
       FROM change_row c LEFT JOIN person p ON p.id = c.person_id
      WHERE (:entity IS NULL OR c.entity = :entity) AND (:id IS NULL OR c.entity_id = :id)
        AND (:stand IS NULL OR c.stand_id = :stand) AND (:before IS NULL OR c.seq < :before)
        AND (:owner OR c.entity NOT IN (:hidden)) AND ${mine.sql} ORDER BY c.seq DESC LIMIT ${PAGE}`,
    {
      type: QueryTypes.SELECT,
      replacements: {
        ...mine.replacements,
        entity: query.entity ?? null,
        id: query.id ?? null,
        stand: query.stand ?? null,
        before: query.before ?? null,
        owner: who.role === 'owner',
        hidden: OWNERS_ENTITIES,
      },
      transaction: tx,
    },
  )
  const units = await unitsOf(tx, rows)
  return rows.map((r) => ({
    seq: Number(r.seq),
    entity: r.entity,
    entityId: r.entityId,
    standId: r.standId,
    unit: units.get(r.entityId) ?? null,
    at: r.at.toISOString(),
    by: r.by ?? '',
    before: shown(who, r.before),
    after: shown(who, r.after),
  }))
}
