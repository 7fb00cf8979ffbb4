import { holdFolder, holderOf } from './one-starter'
import { PrivateDatabase } from './mariadb'
import { placesFor } from './paths'
import { Stop } from './say'

/** How long a command waits for another one of the same folder. */
const WAIT_S = 300

/**
 * The database of one of this clone's installations, for a command beside bin/demo. Where Olvex runs, its database is
 * used; else the folder is held and the database started, for as long as the work takes. Commands of one folder wait
 * for each other.
 */
export async function withOwnDatabase<T>(
  kind: 'demo' | 'own',
  work: (db: PrivateDatabase, isServed: boolean) => Promise<T>,
): Promise<T> {
  const places = placesFor(`${process.env.OLVEX_DATA ?? '.olvex'}/${kind}`)
  const db = new PrivateDatabase(places)
  const held =
    holdFolder(places, 'command') ??
    (holderOf(places)?.what === 'server' ? null : holdFolder(places, 'command', WAIT_S))
  if (!held && holderOf(places)?.what !== 'server')
    throw new Stop('Another command has been at work on this folder for five minutes. Try again when it is done.')
  process.env.OLVEX_DATA = places.data
  try {
    if (!process.env.OLVEX_DATABASE_URL) {
      if (held) await db.start()
      process.env.OLVEX_DATABASE_URL = db.url
    }
    return await work(db, !held)
  } finally {
    if (held) await db.stop()
    held?.release()
  }
}
