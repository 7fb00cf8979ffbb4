import { randomBytes } from 'node:crypto'
import type { AtStand, Body, Person as PersonRow, Reply, Role } from '#shared/contract'
import { Person, Stand } from '../db/models'
import { inTransaction, toJson, type Read, type Tx } from '../db/connect'
import { recordChange } from '../platform/changes'
import { invalid, notFound, stale } from '../platform/errors'
import { hashSecret } from './secrets'
import { endPinSessionsOf, endSessionsOf } from './sessions'
import { standsOf, type Who } from './who'
import { boundByBusiness, rowOf, rowsOf, type Row } from '../db/rows'

type Stored = Row<typeof Person>
const view = (p: Stored): PersonRow => ({
  id: p.id,
  name: p.name,
  login: p.login,
  role: p.role,
  stands: standsOf(p.stands),
  locale: p.locale,
  active: Boolean(p.active),
  hasPin: p.pinHash !== null,
  version: p.version,
})

export async function getPerson(tx: Read, id: string): Promise<PersonRow> {
  const person = await rowOf(Person, { where: { id }, transaction: tx })
  if (!person) throw notFound('person')
  return view(person)
}

export async function setLocale(tx: Tx, who: Who, locale: 'en' | 'es'): Promise<void> {
  const before = await rowOf(Person, {
    attributes: ['locale'],
    where: { id: who.personId },
    lock: tx.LOCK.UPDATE,
    transaction: tx,
  })
  if (!before || before.locale === locale) return
  await Person.update({ locale }, { where: { id: who.personId }, transaction: tx })
  await recordChange(tx, who, 'person', who.personId, { locale: before.locale }, { locale })
}

export async function listPeople(tx: Read): Promise<Reply<'people'>> {
  const rows = await rowsOf(Person, { order: ['name'], transaction: tx })
  return rows.map(view)
}

export async function addPerson(tx: Tx, body: Body<'postPerson'>, who: Who): Promise<Reply<'postPerson'>> {
  if (await Person.count({ where: { login: body.login }, transaction: tx }))
    throw invalid([{ field: 'login', code: 'login-taken' }])
  const row = {
    id: body.id,
    name: body.name,
    login: body.login,
    ...(await worksAs(tx, body.role, body.stands)),
    locale: body.locale,
    active: true,
    hasPin: false,
    version: 1,
  }
  const secrets = { pinHash: null, passwordHash: await hashSecret(body.password) }
  await Person.create({ ...row, ...secrets, stands: row.stands && toJson(row.stands) }, { transaction: tx })
  await recordChange(tx, who, 'person', body.id, null, row)
  return { id: body.id, version: 1 }
}

export async function changePerson(tx: Tx, id: string, body: Body<'putPerson'>, who: Who): Promise<Reply<'putPerson'>> {
  // One after the other, so that two owners cannot each remove the other.
  await boundByBusiness(tx)
  const owners = await rowsOf(Person, { where: { role: 'owner', active: true }, transaction: tx })
  const before = await rowOf(Person, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (!before) throw notFound('person')
  if (before.version !== body.version) throw stale(view(before))
  const works = await worksAs(tx, body.role, body.stands === undefined ? standsOf(before.stands) : body.stands)
  const staysOwner = body.role === 'owner' && body.active
  if (!staysOwner && owners.length === 1 && owners[0]!.id === id) throw invalid([{ field: 'role', code: 'last-owner' }])
  const change = { name: body.name, ...works, active: body.active, version: body.version + 1 }
  // A PIN is for crew: whoever may do more signs in with a password.
  const hasPin = works.role === 'crew' && before.pinHash !== null
  const stands = works.stands && toJson(works.stands)
  await Person.update({ ...change, stands, ...(hasPin ? {} : { pinHash: null }) }, { where: { id }, transaction: tx })
  // What rests on the role, on a stand or on being here ends with it; whoever goes on signs in anew.
  const isSame = works.role === before.role && stands === keptAs(before.stands)
  if (!body.active || !isSame) await endSessionsOf(tx, { personId: id })
  await recordChange(tx, who, 'person', id, view(before), { ...view(before), ...change, hasPin })
  return { id, version: change.version }
}

/**
 * Where somebody works, and what they are: an owner everywhere, others everywhere or at stands that there are. Whoever
 * works at some of them is of the business what they are most at one.
 */
async function worksAs(
  tx: Tx,
  role: Role,
  stands: AtStand[] | null,
): Promise<{ role: Role; stands: AtStand[] | null }> {
  if (stands === null) return { role, stands }
  if (role === 'owner') throw invalid([{ field: 'stands', code: 'owner-everywhere' }])
  if (!stands.length) throw invalid([{ field: 'stands', code: 'person-no-stand' }])
  const ids = new Set(stands.map((s) => s.standId))
  if (ids.size < stands.length || (await Stand.count({ where: { id: [...ids] }, transaction: tx })) < ids.size)
    throw invalid([{ field: 'stands', code: 'stand-unknown' }])
  const sorted = stands.map(({ standId, role }) => ({ standId, role })).sort((a, b) => (a.standId < b.standId ? -1 : 1))
  return { role: sorted.some((s) => s.role === 'lead') ? 'lead' : 'crew', stands: sorted }
}
/** As it would be written now: an archive may have written it otherwise. */
const keptAs = (json: string | null): string | null => (json === null ? null : toJson(standsOf(json)))

/** The PIN with which one of the crew signs in on an enrolled tablet; nothing takes it away. */
export async function setPin(tx: Tx, id: string, pin: string | null, who: Who): Promise<void> {
  const before = await lockedPerson(tx, id)
  if (pin !== null && before.role !== 'crew') throw invalid([{ field: 'pin', code: 'pin-only-crew' }])
  if (pin !== null && isWeakPin(pin)) throw invalid([{ field: 'pin', code: 'pin-weak' }])
  await Person.update({ pinHash: pin === null ? null : await hashSecret(pin) }, { where: { id }, transaction: tx })
  await endPinSessionsOf(tx, id)
  await recordChange(tx, who, 'person', id, view(before), { ...view(before), hasPin: pin !== null })
}

/**
 * The key with which a tablet closes what this person has not sent, 32 random bytes as base64; made when it is first
 * asked for. It goes into backups and archives: what was closed with it must open again.
 */
export async function sealOf(personId: string): Promise<string> {
  const find = async () =>
    (await rowOf(Person, { attributes: ['seal'], where: { id: personId }, transaction: null }))?.seal
  const known = await find()
  if (known) return known
  await inTransaction((tx) =>
    Person.update(
      { seal: randomBytes(32).toString('base64') },
      { where: { id: personId, seal: null }, transaction: tx },
    ),
  )
  return (await find())!
}

/** All one digit, or counting up or down: the first that anybody tries. */
function isWeakPin(pin: string): boolean {
  const steps = new Set([...pin].slice(1).map((d, i) => Number(d) - Number(pin[i])))
  return steps.size === 1 && [0, 1, -1].includes([...steps][0]!)
}

/**
 * A new password, as its hash: by the owner for somebody who forgot it, or by the person. All sessions but `keep` end.
 * @param from the hash that the old password was compared with: it must still be that
 */
export async function setPassword(
  tx: Tx,
  id: string,
  passwordHash: string,
  who: Who,
  { keep, from }: { keep?: string; from?: string } = {},
): Promise<void> {
  const before = await lockedPerson(tx, id)
  if (from !== undefined && before.passwordHash !== from) throw stale(view(before))
  await Person.update({ passwordHash }, { where: { id }, transaction: tx })
  await endSessionsOf(tx, { personId: id }, keep)
  await recordChange(tx, who, 'person', id, view(before), { ...view(before), passwordChanged: true })
}

async function lockedPerson(tx: Tx, id: string): Promise<Stored> {
  const person = await rowOf(Person, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (!person) throw notFound('person')
  return person
}
