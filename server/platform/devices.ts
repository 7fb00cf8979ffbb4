import { QueryTypes } from 'sequelize'
import type { Body, Reply } from '#shared/contract'
import { Device } from '../db/models'
import { database, type Read, type Tx } from '../db/connect'
import { recordChange } from './changes'
import { now } from './clock'
import { notFound } from './errors'
import { digest, newToken } from '../people/secrets'
import { endSessionsOf } from '../people/sessions'
import type { Who } from '../people/who'

type Row = Omit<Reply<'devices'>[number], 'enrolledAt' | 'current'> & { enrolledAt: Date }

/** Tablets on which crew may sign in by PIN; `current` is the one that asks. */
export async function listDevices(tx: Read, current: string | null): Promise<Reply<'devices'>> {
  const rows = await database().query<Row>(
    'SELECT d.id, d.name, d.enrolled_at AS enrolledAt, p.name AS `by` FROM device d JOIN person p ON p.id = d.person_id WHERE d.revoked_at IS NULL ORDER BY d.enrolled_at DESC',
    { type: QueryTypes.SELECT, transaction: tx },
  )
  return rows.map((r) => ({ ...r, enrolledAt: r.enrolledAt.toISOString(), current: r.id === current }))
}

/** Enrols a tablet. Returns what its cookie holds; only a digest of it stays here. */
export async function enrolDevice(tx: Tx, body: Body<'enrol'>, who: Who): Promise<string> {
  const token = newToken()
  await Device.create(
    {
      id: body.id,
      name: body.name,
      secretHash: digest(token),
      personId: who.personId,
      enrolledAt: now(),
      revokedAt: null,
    },
    { transaction: tx },
  )
  await recordChange(tx, who, 'device', body.id, null, { name: body.name })
  return `${body.id}.${token}`
}

export async function endDevice(tx: Tx, id: string, who: Who): Promise<void> {
  const [struck] = await Device.update({ revokedAt: now() }, { where: { id, revokedAt: null }, transaction: tx })
  if (!struck) throw notFound('device')
  await endSessionsOf(tx, { deviceId: id })
  await recordChange(tx, who, 'device', id, { live: true }, { live: false })
}
