import { closeDatabase } from '../server/db/connect'
import { dataFolder } from '../server/db/dump'
import { makeBackup } from '../server/services/backup'
import { flagsOf } from './lib/flags'
import { withOwnDatabase } from './lib/own-database'
import { say, sayStop, Stop } from './lib/say'

// bin/backup [--demo]: a checked backup of the business kept here, while it runs or not.
try {
  const { demo } = flagsOf({ options: { demo: { type: 'boolean' } } }, 'bin/backup [--demo]').values
  await withOwnDatabase(demo ? 'demo' : 'own', async () => {
    const made = await makeBackup().catch((e: Error) => { throw new Stop(`The backup was not made: ${e.message}`) })
    await closeDatabase()
    say(`${dataFolder('backups')}/${made.name}\n${made.rows} rows, ${Math.ceil(made.bytes / 1024)} kB, read back and compared.`)
  })
} catch (e) {
  sayStop(e)
  process.exitCode = 1
}
// The work is done: a pooled connection that lingers must not keep the command waiting.
process.exit()
