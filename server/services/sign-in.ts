import { Op, QueryTypes } from 'sequelize'
import type { Body, Reply } from '#shared/contract'
import { Device, Person, SignInAttempt } from '../db/models'
import { database, type Read, type Tx } from '../db/connect'
import { now } from './clock'
import { digest, isToken, verifySecret } from './secrets'
import { invalid, Refusal } from './errors'
import { openSession } from './sessions'
import { setPassword } from './people'
import type { Who } from './who'

const WINDOW_MIN = 15
const FAILS_PER_ACCOUNT = 8
const FAILS_PER_ADDRESS = 40
const GATES = 64

interface Stored { id: string; login: string; passwordHash: string; pinHash: string | null }
export interface Caller { address: string; agent: string | null }

/**
 * Compares, and keeps the attempt on record. After many wrong ones account or address waits a quarter of an hour. The
 * rows of account and address are locked until the record is in, so that attempts sent at once, to whichever process,
 * are counted one after the other.
 */
async function attempt(tx: Tx, account: string, address: string, compare: () => Promise<boolean>): Promise<boolean> {
  const buckets = [...new Set([account, address].map((s) => parseInt(digest(s).slice(0, 6), 16) % GATES))].sort((a, b) => a - b)
  await database().query('SELECT bucket FROM sign_in_gate WHERE bucket IN (:buckets) ORDER BY bucket FOR UPDATE', { type: QueryTypes.SELECT, replacements: { buckets }, transaction: tx })
  const failed = { succeeded: false, at: { [Op.gt]: new Date(now().getTime() - WINDOW_MIN * 60e3) } }
  const ofAccount = await SignInAttempt.count({ where: { ...failed, account }, transaction: tx })
  const ofAddress = await SignInAttempt.count({ where: { ...failed, address }, transaction: tx })
  if (ofAccount >= FAILS_PER_ACCOUNT || ofAddress >= FAILS_PER_ADDRESS) {
    throw new Refusal(429, 'too-many-attempts', [{ field: 'password', code: 'too-many-attempts', numbers: { minutes: WINDOW_MIN } }])
  }
  const right = await compare()
  await SignInAttempt.create({ account, address, at: now(), succeeded: right }, { transaction: tx })
  return right
}

/** A session for the right password; an empty text for a wrong one, whose record must be kept. */
export async function signIn(tx: Tx, body: Body<'signIn'>, caller: Caller): Promise<string> {
  const person = await Person.findOne({ where: { login: body.login, active: true }, transaction: tx, raw: true }) as unknown as Stored | null
  const right = await attempt(tx, body.login, caller.address, () => verifySecret(person?.passwordHash ?? null, body.password))
  return right ? openSession(tx, person!.id, { agent: caller.agent, deviceId: null }) : ''
}

/** The enrolled tablet that a device cookie belongs to, `id.token`. */
export async function deviceOf(tx: Read, cookie: string | null): Promise<string | null> {
  const [id, token] = (cookie ?? '').split('.')
  if (!id || !token) return null
  const row = await Device.findOne({ where: { id, revokedAt: null }, transaction: tx, raw: true }) as unknown as { secretHash: string } | null
  return row && isToken(token, row.secretHash) ? id : null
}

export async function pinPeople(tx: Read, cookie: string | null): Promise<Reply<'getPin'>> {
  if (!(await deviceOf(tx, cookie))) return { enrolled: false, people: [] }
  const people = await Person.findAll({ attributes: ['id', 'name'], where: { role: 'crew', active: true, pinHash: { [Op.ne]: null } }, order: ['name'], transaction: tx, raw: true }) as unknown as { id: string; name: string }[]
  return { enrolled: true, people }
}

export async function pinIn(tx: Tx, body: Body<'pinIn'>, caller: Caller, cookie: string | null): Promise<string> {
  const deviceId = await deviceOf(tx, cookie)
  if (!deviceId) throw new Refusal(403, 'tablet-not-enrolled', [{ field: 'pin', code: 'tablet-not-enrolled' }])
  const person = await Person.findOne({ where: { id: body.personId, active: true, role: 'crew' }, transaction: tx, raw: true }) as unknown as Stored | null
  const right = await attempt(tx, `pin:${body.personId}`, caller.address, () => verifySecret(person?.pinHash ?? null, body.pin))
  return right ? openSession(tx, person!.id, { agent: caller.agent, deviceId }) : ''
}

/** The own password, for whoever knows the one before. Returns whether it was right. */
export async function changePassword(tx: Tx, body: Body<'putPassword'>, address: string, who: Who): Promise<boolean> {
  const me = await Person.findOne({ where: { id: who.personId }, transaction: tx, raw: true }) as unknown as Stored
  if (body.current === body.next) throw invalid([{ field: 'next', code: 'password-same' }])
  const right = await attempt(tx, me.login, address, () => verifySecret(me.passwordHash, body.current))
  if (right) await setPassword(tx, who.personId, body.next, who, who.sessionId)
  return right
}
