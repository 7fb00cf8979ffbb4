import { Op, QueryTypes } from 'sequelize'
import type { Body, Reply } from '#shared/contract'
import { Device, Stand } from '../db/models'
import { rowOf } from '../db/rows'
import { database, type Read, type Tx } from '../db/connect'
import { recordChange } from './changes'
import { now } from './clock'
import { notFound } from './errors'
import { digest, isToken, newToken } from '../people/secrets'
import { endSessionsOf } from '../people/sessions'
import type { Who } from '../people/who'

type Row = Omit<Reply<'devices'>[number], 'enrolledAt' | 'current'> & { enrolledAt: Date }

/** Tablets on which crew may sign in by PIN, and tills; `current` is the one that asks. */
export async function listDevices(tx: Read, current: string | null): Promise<Reply<'devices'>> {
  const rows = await database().query<Row>(
    'SELECT d.id, d.name, d.enrolled_at AS enrolledAt, d.stand_id AS standId, d.tablet_stand_id AS tabletStandId, p.name AS `by` FROM device d JOIN person p ON p.id = d.person_id WHERE d.revoked_at IS NULL ORDER BY d.enrolled_at DESC',
    { type: QueryTypes.SELECT, transaction: tx },
  )
  return rows.map((r) => ({ ...r, enrolledAt: r.enrolledAt.toISOString(), current: r.id === current }))
}

/** Enrols a tablet. Returns what its cookie holds; only a digest of it stays here. */
export async function enrolDevice(tx: Tx, body: Body<'enrol'>, who: Who): Promise<string> {
  const { id, name, standId } = body
  if (standId && !(await Stand.count({ where: { id: standId }, transaction: tx }))) throw notFound('standId')
  const token = newToken()
  await Device.create(
    {
      id,
      name,
      secretHash: digest(token),
      personId: who.personId,
      enrolledAt: now(),
      revokedAt: null,
      tabletStandId: standId,
    },
    { transaction: tx },
  )
  await recordChange(tx, who, 'device', id, null, { name, ...(standId ? { standId } : {}) })
  return `${id}.${token}`
}

/**
 * A till that posts its sales: it may do that for its stand, and nothing else. Only a digest of its secret stays here.
 */
export async function pairTill(tx: Tx, standId: string, body: Body<'pairTill'>, who: Who): Promise<Reply<'pairTill'>> {
  if (!(await Stand.count({ where: { id: standId }, transaction: tx }))) throw notFound('id')
  const { id, name, secret } = body
  const of = { personId: who.personId, enrolledAt: now(), revokedAt: null, standId }
  await Device.create({ id, name, secretHash: digest(secret), ...of }, { transaction: tx })
  await recordChange(tx, who, 'device', id, null, { name, standId })
  return { id }
}
/** The till whose secret this is, `id.secret`, and who enrolled it. */
export async function tillOfSecret(tx: Read, bearer: string): Promise<{ personId: string; standId: string } | null> {
  const [id, secret] = bearer.split('.')
  if (!id || !secret) return null
  const row = await rowOf(Device, { where: { id, revokedAt: null, standId: { [Op.ne]: null } }, transaction: tx })
  return row?.standId && isToken(secret, row.secretHash) ? { personId: row.personId, standId: row.standId } : null
}

export async function endDevice(tx: Tx, id: string, who: Who): Promise<void> {
  const [struck] = await Device.update({ revokedAt: now() }, { where: { id, revokedAt: null }, transaction: tx })
  if (!struck) throw notFound('device')
  await endSessionsOf(tx, { deviceId: id })
  await recordChange(tx, who, 'device', id, { live: true }, { live: false })
}
