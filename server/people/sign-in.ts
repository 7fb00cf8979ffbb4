import { Op, type WhereOptions } from 'sequelize'
import { roleAt, type Body, type Reply } from '#shared/contract'
import { Device, Person } from '../db/models'
import { inTransaction, type Read } from '../db/connect'
import { guarded, knownGuess, pinGuess, strangersGuess, type Guess } from './attempts'
import { invalid, Refusal } from '../platform/errors'
import { knownFor, withKnown } from './known-devices'
import { setPassword } from './people'
import { hashSecret, isToken, verifySecret } from './secrets'
import { openSession } from './sessions'
import { standsOf, type Who } from './who'
import { boundingRows, rowOf, rowsOf, type Row } from '../db/rows'

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
    const [still] = await boundingRows(Person, tx, [person.id], { active: true, [secret]: person[secret] })
    return still ? { sid: await openSession(tx, person.id, place), known } : null
  })
}

type Tablet = Pick<Row<typeof Device>, 'id' | 'tabletStandId'>
/** The enrolled tablet that a device cookie belongs to, `id.token`. */
async function tabletOf(tx: Read, cookie: string | null): Promise<Tablet | null> {
  const [id, token] = (cookie ?? '').split('.')
  if (!id || !token || !/^[\w-]+$/.test(id)) return null
  const row = await rowOf(Device, { where: { id, revokedAt: null, standId: null }, transaction: tx })
  return row && isToken(token, row.secretHash) ? row : null
}
export const deviceOf = async (tx: Read, cookie: string | null): Promise<string | null> =>
  (await tabletOf(tx, cookie))?.id ?? null

/** Crew who may sign in by PIN on a tablet: those who work where it lies. */
async function crewOf({ tabletStandId }: Tablet, tx: Read, where: WhereOptions = {}): Promise<Row<typeof Person>[]> {
  const crew = await rowsOf(Person, {
    where: { role: 'crew', active: true, ...where },
    order: ['name'],
    transaction: tx,
  })
  return crew.filter(
    (p) => tabletStandId === null || roleAt({ role: p.role, stands: standsOf(p.stands) }, tabletStandId) !== null,
  )
}

export async function pinPeople(tx: Read, cookie: string | null): Promise<Reply<'getPin'>> {
  const tablet = await tabletOf(tx, cookie)
  if (!tablet) return { enrolled: false, people: [] }
  const crew = await crewOf(tablet, tx, { pinHash: { [Op.ne]: null } })
  return { enrolled: true, people: crew.map(({ id, name }) => ({ id, name })) }
}

export async function pinIn(body: Body<'pinIn'>, caller: Caller): Promise<Opened | null> {
  const tablet = await tabletOf(null, caller.tablet)
  if (!tablet) throw new Refusal(403, 'tablet-not-enrolled', [{ field: 'pin', code: 'tablet-not-enrolled' }])
  const deviceId = tablet.id
  const [person] = await crewOf(tablet, null, { id: body.personId })
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
