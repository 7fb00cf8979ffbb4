import { placesFor } from './paths'
import { PrivateDatabase } from './mariadb'

/** The database of one of this clone's installations for a command beside bin/demo; left running if it ran before. */
export async function withOwnDatabase<T>(kind: 'demo' | 'own', work: (db: PrivateDatabase, wasRunning: boolean) => Promise<T>): Promise<T> {
  const places = placesFor(`${process.env.OLVEX_DATA ?? '.olvex'}/${kind}`)
  const db = new PrivateDatabase(places)
  const wasRunning = db.runs()
  if (!process.env.OLVEX_DATABASE_URL) {
    await db.start()
    process.env.OLVEX_DATABASE_URL = db.url
  }
  process.env.OLVEX_DATA = places.data
  try {
    return await work(db, wasRunning)
  } finally {
    if (!wasRunning) await db.stop()
  }
}
