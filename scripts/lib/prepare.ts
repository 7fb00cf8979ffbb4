import { rmSync, writeFileSync } from 'node:fs'
import { database, inTransaction } from '../../server/db/connect'
import { loadDemo } from '../../server/db/demo'
import { dumpBeforeMigrating } from '../../server/db/dump'
import { migrate } from '../../server/db/migrate'
import { setupNeeded } from '../../server/people/setup'

/**
 * Brings the database of OLVEX_DATABASE_URL up, and loads the demo into it once if that is wanted. Returns whether it
 * was new. While the demo loads, the file `marker` stands: one that is there at a start tells of half a demo.
 */
export async function prepareDatabase(
  withDemo: boolean,
  say: (line: string) => void,
  marker?: string,
): Promise<boolean> {
  await migrate(database(), dumpBeforeMigrating)
  const fresh = await inTransaction(setupNeeded)
  if (fresh && withDemo) {
    say('Loading the demo, six weeks of a stand: some ten seconds.')
    process.env.OLVEX_DEMO = '1'
    if (marker) writeFileSync(marker, '')
    await loadDemo()
    if (marker) rmSync(marker)
  }
  return fresh
}
