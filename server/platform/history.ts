import { QueryTypes } from 'sequelize'
import type { Reply } from '#shared/contract'
import { todaysNames } from '#shared/earlier'
import { database, fromJson, type Read } from '../db/connect'
import { theirs } from './changes'
import { now } from './clock'
import { withoutMoney, type Who } from '../people/who'

const MOST = 500
const PAGE = 60
/** Numbers are given out before a write commits: what is in flight for longer than this is not seen by a poll. */
const OVERLAP_S = 10

/**
 * What changed after `since`, and again what changed in the last seconds: a write that took its number early may have
 * come in late. Whoever asks leaves out what it has seen.
 */
export async function changesSince(tx: Read, since: number | undefined, who: Who): Promise<Reply<'changes'>> {
  const [latest] = await database().query<{ seq: string | null }>('SELECT MAX(seq) AS seq FROM change_row', {
    type: QueryTypes.SELECT,
    transaction: tx,
  })
  const seq = Number(latest?.seq ?? 0)
  if (since === undefined) return { seq, more: false, rows: [] }
  const mine = theirs(who, 'change_row')
  const rows = await database().query<{ seq: string; entity: string; entityId: string; key: string | null }>(
    `SELECT seq, entity, entity_id AS entityId, idempotency_key AS \`key\` FROM change_row
      WHERE (seq > :since OR at > :recent) AND ${mine.sql} ORDER BY seq DESC LIMIT ${MOST}`,
    {
      type: QueryTypes.SELECT,
      replacements: { ...mine.replacements, since, recent: new Date(now().getTime() - OVERLAP_S * 1000) },
      transaction: tx,
    },
  )
  return { seq, more: rows.length === MOST, rows: rows.map((r) => ({ ...r, seq: Number(r.seq) })) }
}

/** What only an owner reads of others: prices are theirs, and so is who may do what. */
const OWNERS_ENTITIES = ['price', 'person', 'device', 'session', 'setting']

/** What a row holds, under the names of today, without money for whoever does not see it. */
const shown = (who: Who, json: string | null): unknown => withoutMoney(who, json && todaysNames(fromJson(json)))

/** Changes, newest first: of one thing, or of all there is. */
export async function listHistory(
  tx: Read,
  query: { entity?: string; id?: string; before?: number },
  who: Who,
): Promise<Reply<'history'>> {
  const mine = theirs(who, 'c')
  const rows = await database().query<{
    seq: string
    entity: string
    entityId: string
    before: string | null
    after: string | null
    at: Date
    by: string | null
  }>(
    `SELECT c.seq, c.entity, c.entity_id AS entityId, c.\`before\`, c.\`after\`, c.at, p.name AS \`by\`
       FROM change_row c LEFT JOIN person p ON p.id = c.person_id
      WHERE (:entity IS NULL OR c.entity = :entity) AND (:id IS NULL OR c.entity_id = :id) AND (:before IS NULL OR c.seq < :before)
        AND (:owner OR c.entity NOT IN (:hidden)) AND ${mine.sql} ORDER BY c.seq DESC LIMIT ${PAGE}`,
    {
      type: QueryTypes.SELECT,
      replacements: {
        ...mine.replacements,
        entity: query.entity ?? null,
        id: query.id ?? null,
        before: query.before ?? null,
        owner: who.role === 'owner',
        hidden: OWNERS_ENTITIES,
      },
      transaction: tx,
    },
  )
  return rows.map((r) => ({
    seq: Number(r.seq),
    entity: r.entity,
    entityId: r.entityId,
    at: r.at.toISOString(),
    by: r.by ?? '',
    before: shown(who, r.before),
    after: shown(who, r.after),
  }))
}
