import { Op, QueryTypes, type WhereOptions } from 'sequelize'
import { v7 as uuid } from 'uuid'
import type { Person, Reply } from '#shared/contract'
import { Session } from '../db/models'
import { database, type Read, type Tx } from '../db/connect'
import { recordChange } from '../platform/changes'
import { now } from '../platform/clock'
import { notFound } from '../platform/errors'
import { standsOf, type Who } from './who'
import { rowOf } from '../db/rows'
import { Together } from '../db/together'

const SESSION_DAYS = 30
/** A PIN is short: what it opens ends with the day's work. */
const PIN_SESSION_HOURS = 14

/** Where a session was opened: shown to whoever looks after them. */
export interface Place {
  agent: string | null
  deviceId: string | null
}

export async function openSession(tx: Tx, personId: string, place: Place): Promise<string> {
  const id = uuid()
  const hours = place.deviceId ? PIN_SESSION_HOURS : SESSION_DAYS * 24
  await Session.create(
    {
      id,
      personId,
      createdAt: now(),
      expiresAt: new Date(now().getTime() + hours * 36e5),
      deviceId: place.deviceId,
      agent: place.agent?.slice(0, 200) ?? null,
      seenAt: now(),
    },
    { transaction: tx },
  )
  return id
}

/** The person behind a live session; read on every request, so that a revoked one is out at once. */
export async function personOfSession(tx: Read, sessionId: string): Promise<Signed | null> {
  return (tx ? (await peopleOf(tx, [sessionId])).get(sessionId) : await sessions.get(sessionId)) ?? null
}
type Signed = Pick<Person, 'id' | 'role' | 'stands'>
/** Every request asks for one: those that come at once are asked for together. */
const sessions = new Together((ids) => peopleOf(null, ids))
async function peopleOf(tx: Read, ids: readonly string[]): Promise<Map<string, Signed>> {
  const rows = await database().query<Pick<Person, 'id' | 'role'> & { stands: string | null; sid: string }>(
    `SELECT s.id AS sid, p.id, p.role, p.stands FROM session s JOIN person p ON p.id = s.person_id
      WHERE s.id IN (:ids) AND s.revoked_at IS NULL AND s.expires_at > :at AND p.active`,
    { type: QueryTypes.SELECT, replacements: { ids, at: now() }, transaction: tx },
  )
  return new Map(rows.map(({ sid, ...p }) => [sid, { ...p, stands: standsOf(p.stands) }]))
}

/** Notes that a session is in use, to the minute. */
export async function touchSession(tx: Read, sessionId: string): Promise<void> {
  const at = now()
  await database().query(
    'UPDATE session SET seen_at = :at WHERE id = :sessionId AND (seen_at IS NULL OR seen_at < :minuteAgo)',
    {
      type: QueryTypes.UPDATE,
      replacements: { at, sessionId, minuteAgo: new Date(at.getTime() - 60e3) },
      transaction: tx,
    },
  )
}

/** Ends live sessions, all but `keep`. */
export async function endSessionsOf(
  tx: Tx,
  where: { personId?: string; deviceId?: string; id?: string },
  keep?: string,
): Promise<void> {
  const live: WhereOptions = { ...where, revokedAt: null, ...(keep ? { id: { [Op.ne]: keep } } : {}) }
  await Session.update({ revokedAt: now() }, { where: live, transaction: tx })
}

/** Ends what a PIN opened: those sessions have the tablet they were opened on. */
export async function endPinSessionsOf(tx: Tx, personId: string): Promise<void> {
  await Session.update(
    { revokedAt: now() },
    { where: { personId, deviceId: { [Op.ne]: null }, revokedAt: null }, transaction: tx },
  )
}

type Row = Omit<Reply<'sessions'>[number], 'createdAt' | 'seenAt' | 'current'> & {
  createdAt: Date
  seenAt: Date | null
}

/** Live sessions, newest first: everybody's for the owner, the own ones for others. */
export async function listSessions(tx: Read, who: Who): Promise<Reply<'sessions'>> {
  const rows = await database().query<Row>(
    `SELECT s.id, s.person_id AS personId, p.name, s.created_at AS createdAt, s.seen_at AS seenAt, s.agent, d.name AS device
       FROM session s JOIN person p ON p.id = s.person_id LEFT JOIN device d ON d.id = s.device_id
      WHERE s.revoked_at IS NULL AND s.expires_at > :at AND (:all OR s.person_id = :personId) ORDER BY s.created_at DESC LIMIT 200`,
    {
      type: QueryTypes.SELECT,
      replacements: { at: now(), all: who.role === 'owner', personId: who.personId },
      transaction: tx,
    },
  )
  return rows.map((r) => ({
    ...r,
    createdAt: r.createdAt.toISOString(),
    seenAt: r.seenAt?.toISOString() ?? null,
    current: r.id === who.sessionId,
  }))
}

export async function endSession(tx: Tx, id: string, who: Who): Promise<void> {
  const row = await rowOf(Session, { where: { id }, transaction: tx })
  if (!row || (who.role !== 'owner' && row.personId !== who.personId)) throw notFound('session')
  await endSessionsOf(tx, { id })
  await recordChange(
    tx,
    who,
    'session',
    id,
    { personId: row.personId, live: true },
    { personId: row.personId, live: false },
  )
}
