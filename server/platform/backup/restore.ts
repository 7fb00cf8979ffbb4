import { stat } from 'node:fs/promises'
import { QueryTypes } from 'sequelize'
import { database, inTransaction } from '../../db/connect'
import { schemaName } from '../../db/address'
import { migrate } from '../../db/migrate'
import { MIGRATIONS } from '../../db/migrations'
import { Device, Person, Session, SignInAttempt } from '../../db/models'
import { recordChange } from '../changes'
import { now } from '../clock'
import { contentsOf, rowsIn, tablesOf, withLoaded } from './contents'
import { manifestOf } from './copies'
import { rowOf } from '../../db/rows'

/** Why a file cannot be put in place: said before anything is touched. */
export class Unfit extends Error {}

export interface Restored {
  rows: number
  asMade: boolean
}

/**
 * Puts a backup in place of what is there. It is loaded beside it and compared first; then the tables change places,
 * which needs no room and takes a moment. `keep` is called in between, to put away what is there.
 * @throws Unfit when the file is not a whole backup of this Olvex; nothing was changed then
 */
export async function restoreBackup(file: string, keep: () => Promise<void>): Promise<Restored> {
  if ((await stat(file)).size === 0) throw new Unfit('it is empty.')
  const manifest = await manifestOf(file)
  if (manifest === 'broken')
    throw new Unfit('what was written down beside it cannot be read, so nobody knows whether it is whole.')
  return withLoaded(file, async (schema) => {
    const found = await contentsOf(schema)
    await refuseForeign(schema, Object.keys(found))
    const wrong = Object.entries(manifest?.contents ?? {})
      .filter(([t, c]) => found[t]?.checksum !== c.checksum)
      .map(([t]) => t)
    if (wrong.length) throw new Unfit(`it is not what was written (${wrong.join(', ')}).`)
    await keep()
    await changePlaces(schema)
    await migrate(database())
    await forgetDoors()
    return { rows: rowsIn(found), asMade: manifest !== null }
  })
}

/** It must be a business of this Olvex or an earlier one: its migrations are the first of ours. */
async function refuseForeign(schema: string, tables: string[]): Promise<void> {
  if (!tables.includes('migration') || !tables.includes('business'))
    throw new Unfit('there is no business of Olvex in it.')
  const ran = await database().query<{ name: string }>(`SELECT name FROM \`${schema}\`.migration`, {
    type: QueryTypes.SELECT,
  })
  const ours = new Set(MIGRATIONS.map((m) => m.name))
  if (ran.some((r) => !ours.has(r.name))) throw new Unfit('a newer Olvex made it. Bring this one up to date first.')
}

/** The tables of `schema` for those of the business, in one statement; the ones before are dropped after it. */
async function changePlaces(schema: string): Promise<void> {
  const own = schemaName()
  const aside = `${schema}_before`
  await database().query(`CREATE DATABASE \`${aside}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_uca1400_as_ci`)
  const out = (await tablesOf(own)).map((t) => `\`${own}\`.\`${t}\` TO \`${aside}\`.\`${t}\``)
  const into = (await tablesOf(schema)).map((t) => `\`${schema}\`.\`${t}\` TO \`${own}\`.\`${t}\``)
  await database().query(`RENAME TABLE ${[...out, ...into].join(', ')}`)
  await database().query(`DROP DATABASE \`${aside}\``)
}

/** Nobody is signed in by a backup: no session, no tablet and no count of wrong passwords comes back with it. */
async function forgetDoors(): Promise<void> {
  await inTransaction(async (tx) => {
    await Session.destroy({ where: {}, transaction: tx })
    await SignInAttempt.destroy({ where: {}, transaction: tx })
    // Whoever was at work when it was made is not at work here.
    await database().query('DELETE FROM lease', { transaction: tx })
    await Device.update({ revokedAt: now() }, { where: { revokedAt: null }, transaction: tx })
    const owner = await rowOf(Person, { attributes: ['id'], where: { role: 'owner' }, order: ['id'], transaction: tx })
    if (owner)
      await recordChange(
        tx,
        { personId: owner.id, role: 'owner', stands: null, key: null },
        'business',
        'restore',
        null,
        { restored: true },
      )
  })
}
