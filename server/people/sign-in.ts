import { Op } from 'sequelize'
import type { Body, Reply } from '#shared/contract'
import { Device, Person } from '../db/models'
import { inTransaction, type Read } from '../db/connect'
import { guarded, knownGuess, pinGuess, strangersGuess, type Guess } from './attempts'
import { invalid, Refusal } from '../platform/errors'
import { knownFor, withKnown } from './known-devices'
import { setPassword } from './people'
import { hashSecret, isToken, verifySecret } from './secrets'
import { openSession } from './sessions'
import type { Who } from './who'
import { rowOf, rowsOf, type Row } from '../db/rows'

type Stored = Pick<Row<typeof Person>, 'id' | 'login' | 'passwordHash' | 'pinHash'>
/** Where a sign-in comes from: address and browser, and the two cookies that say what is known of it. */
export interface Caller {
  address: string
  agent: string | null
  tablet: string | null
  known: string | null
}
/** A session that was opened, and the cookie of the device that is known from now on. */
export interface Opened {
  sid: string
  known: string | null
}

async function guessOf(account: string, person: Stored | null, caller: Caller): Promise<Guess> {
  const device = knownFor(person, caller.known) ?? (await deviceOf(null, caller.tablet))
  return device ? knownGuess(account, device) : strangersGuess(account, caller.address)
}

/** A session for the right password; null for a wrong one. Holds no transaction while it compares. */
export async function signIn(body: Body<'signIn'>, caller: Caller): Promise<Opened | null> {
  const find = () => rowOf(Person, { where: { login: body.login, active: true }, transaction: null })
  const person = await find()
  const right = await guarded(await guessOf(body.login, person, caller), () =>
    verifySecret(person?.passwordHash ?? null, body.password),
  )
  return right
    ? open(person!, 'passwordHash', { agent: caller.agent, deviceId: null }, withKnown(person!, caller.known))
    : null
}

/** What was compared must still be so: a password taken away while somebody waited opens nothing. */
function open(
  person: Stored,
  secret: 'passwordHash' | 'pinHash',
  place: { agent: string | null; deviceId: string | null },
  known: string | null,
): Promise<Opened | null> {
  return inTransaction(async (tx) => {
    const still = await Person.findOne({
      where: { id: person.id, active: true, [secret]: person[secret] },
      lock: tx.LOCK.UPDATE,
      transaction: tx,
      raw: true,
    })
    return still ? { sid: await openSession(tx, person.id, place), known } : null
  })
}

/** The enrolled tablet that a device cookie belongs to, `id.token`. */
export async function deviceOf(tx: Read, cookie: string | null): Promise<string | null> {
  const [id, token] = (cookie ?? '').split('.')
  if (!id || !token || !/^[\w-]+$/.test(id)) return null
  const row = await rowOf(Device, { where: { id, revokedAt: null, standId: null }, transaction: tx })
  return row && isToken(token, row.secretHash) ? id : null
}

export async function pinPeople(tx: Read, cookie: string | null): Promise<Reply<'getPin'>> {
  if (!(await deviceOf(tx, cookie))) return { enrolled: false, people: [] }
  const people = await rowsOf(Person, {
    attributes: ['id', 'name'],
    where: { role: 'crew', active: true, pinHash: { [Op.ne]: null } },
    order: ['name'],
    transaction: tx,
  })
  return { enrolled: true, people }
}

export async function pinIn(body: Body<'pinIn'>, caller: Caller): Promise<Opened | null> {
  const deviceId = await deviceOf(null, caller.tablet)
  if (!deviceId) throw new Refusal(403, 'tablet-not-enrolled', [{ field: 'pin', code: 'tablet-not-enrolled' }])
  const person = await rowOf(Person, { where: { id: body.personId, active: true, role: 'crew' }, transaction: null })
  const right = await guarded(pinGuess(body.personId, deviceId), () => verifySecret(person?.pinHash ?? null, body.pin))
  return right ? open(person!, 'pinHash', { agent: caller.agent, deviceId }, null) : null
}

/**
 * The own password, for whoever knows the one before. Returns the cookie of the device that stays known, or null where
 * it was wrong.
 */
export async function changePassword(body: Body<'putPassword'>, caller: Caller, who: Who): Promise<string | null> {
  const me = (await rowOf(Person, { where: { id: who.personId }, transaction: null }))!
  if (body.current === body.next) throw invalid([{ field: 'next', code: 'password-same' }])
  const right = await guarded(knownGuess(me.login, `session of ${me.id}`), () =>
    verifySecret(me.passwordHash, body.current),
  )
  if (!right) return null
  const passwordHash = await hashSecret(body.next)
  await inTransaction((tx) =>
    setPassword(tx, who.personId, passwordHash, who, { keep: who.sessionId, from: me.passwordHash }),
  )
  return withKnown({ id: me.id, passwordHash }, caller.known)
}
