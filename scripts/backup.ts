import { closeDatabase } from '../server/db/connect'
import { dataFolder } from '../server/db/dump'
import { alone, makeBackup } from '../server/platform/backup'
import { flagsOf } from './lib/flags'
import { withOwnDatabase } from './lib/own-database'
import { say, sayStop, Stop } from './lib/say'

/** The server may be making one of its own: that one first. */
const WAIT_S = 120
const SENTENCES: Record<string, string> = {
  'backup-disk-full':
    'There is no room for a backup. The ones before it are as they were; free some space and try again.',
}

// bin/backup [--demo]: a checked backup of the business kept here, while it runs or not.
try {
  const { demo } = flagsOf({ options: { demo: { type: 'boolean' } } }, 'bin/backup [--demo]').values
  await withOwnDatabase(demo ? 'demo' : 'own', async () => {
    const made = await alone(makeBackup, WAIT_S).catch((e: Error) => {
      throw new Stop(SENTENCES[e.message] ?? `The backup was not made: ${e.message}`)
    })
    await closeDatabase()
    if (!made) throw new Stop(`Another backup has been at work for ${WAIT_S / 60} minutes. Try again when it is done.`)
    say(
      `${dataFolder('backups')}/${made.name}\n${made.rows} rows, ${Math.ceil(made.bytes / 1024)} kB, read back and compared.`,
    )
  })
} catch (e) {
  sayStop(e)
  process.exitCode = 1
}
// The work is done: a pooled connection that lingers must not keep the command waiting.
process.exit()
