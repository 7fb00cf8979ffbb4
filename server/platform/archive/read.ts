import { NOTHING } from '#core/yield'
import type { Model, ModelStatic } from 'sequelize'
import { database, inTransaction, toJson, type Tx } from '../../db/connect'
import { FACTS_OF_ROWS, PRESSES_OF_COUNTED } from '../../db/facts-of'
import { fillSnapshots, hashOf } from '../../db/snapshots'
import { refusalOf } from '../../db/faults'
import { recordChange } from '../changes'
import { Refusal } from '../errors'
import { hashSecret, newToken } from '../../people/secrets'
import { openSession, type Place } from '../../people/sessions'
import { setupNeeded } from '../../people/setup'
import { openArchive, type OpenArchive } from './open'
import { columnsOf, hasKnownKinds, isJson, TABLES, unreadable, type Row } from './tables'

const CHUNK = 500

/**
 * Reads an archive into an empty installation, all of it or nothing. Nobody has a password yet but the owner who reads
 * it.
 * @returns that owner's session
 */
export async function readArchive(
  path: string,
  who: { login: string; password: string },
  place: Place,
): Promise<string> {
  let owner: string | undefined
  const archive = await openArchive(path, (table, row) => {
    if (table === 'person' && row.login === who.login && row.role === 'owner' && row.active) owner = String(row.id)
    if (table === 'snapshot' && hashOf(row.content) !== row.hash) throw unreadable(table)
  })
  try {
    if (!owner) throw new Refusal(422, 'invalid', [{ field: 'login', code: 'archive-owner-unknown' }])
    const [owners, nobodys] = [await hashSecret(who.password), await hashSecret(newToken())]
    return await inTransaction((tx) => fill(tx, archive, owner!, { owners, nobodys }, place))
  } finally {
    archive.close()
  }
}

async function fill(
  tx: Tx,
  { manifest, rows }: OpenArchive,
  owner: string,
  hashes: { owners: string; nobodys: string },
  place: Place,
): Promise<string> {
  if (!(await setupNeeded(tx))) throw new Refusal(409, 'already-set-up', [{ field: 'archive', code: 'not-empty' }])
  let count = 0
  for (const [name, model] of TABLES.filter(([table]) => manifest.tables[table])) {
    const columns = columnsOf(name, model)
    let chunk: Row[] = []
    const write = async (): Promise<void> => {
      await insert(tx, name, model, columns, chunk)
      count += chunk.length
      chunk = []
    }
    for await (const row of rows(name)) {
      const known = Object.fromEntries(
        columns.filter((c) => c in row).map((c) => [c, isJson(model, c) && row[c] !== null ? toJson(row[c]) : row[c]]),
      )
      if (!hasKnownKinds(model, known)) throw unreadable(name)
      chunk.push(
        name === 'person'
          ? { ...known, passwordHash: row.id === owner ? hashes.owners : hashes.nobodys, pinHash: null }
          : known,
      )
      if (chunk.length === CHUNK) await write()
    }
    await write()
  }
  // An archive of an earlier release does not say which lots are used up.
  await database().query(
    `UPDATE lot SET open = FALSE WHERE (SELECT COALESCE(SUM(m.amount), 0) FROM movement m WHERE m.lot_id = lot.id) < ${NOTHING}`,
    { transaction: tx },
  )
  // Nor which presses are of fruit that was only counted.
  await database().query(PRESSES_OF_COUNTED, { transaction: tx })
  // Nor which ids its facts have.
  await database().query(FACTS_OF_ROWS, { transaction: tx })
  // Nor what its standards were evaluated from.
  await fillSnapshots(database(), tx)
  await recordChange(tx, { personId: owner, role: 'owner', stands: null, key: null }, 'business', 'archive', null, {
    rows: count,
  })
  return openSession(tx, owner, place)
}

async function insert(tx: Tx, name: string, model: ModelStatic<Model>, columns: string[], rows: Row[]): Promise<void> {
  if (!rows.length) return
  // Shipped ingredients are there already; what the business made of them comes from the archive.
  const over = name === 'ingredient' ? { updateOnDuplicate: columns as never[] } : {}
  try {
    await model.bulkCreate(rows as never, { transaction: tx, ...over })
  } catch (e) {
    // The file is sound and yet does not fit: it was made by hand, or by something else.
    const { status } = refusalOf(e)
    throw status === 503 || status === 507 ? e : unreadable(name)
  }
}
