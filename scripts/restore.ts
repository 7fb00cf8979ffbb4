import { existsSync } from 'node:fs'
import { mkdir } from 'node:fs/promises'
import { join, resolve } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { closeDatabase, database } from '../server/db/connect'
import { dataFolder, dumpTo, loadDump, stampOf } from '../server/db/dump'
import { migrate } from '../server/db/migrate'
import { contentsOf, manifestOf } from '../server/services/backup'
import { flagsOf } from './lib/flags'
import { withOwnDatabase } from './lib/own-database'
import { say, sayStop, Stop } from './lib/say'

const SCHEMA = 'olvex'

// bin/restore FILE [--demo] [--yes]: puts a backup in place of what is there, which is itself kept first.
try {
  const { values: flags, positionals: [name] } = flagsOf({ options: { demo: { type: 'boolean' }, yes: { type: 'boolean' } }, allowPositionals: true }, 'bin/restore FILE [--demo] [--yes]')
  if (!name) throw new Stop('Which backup? bin/restore FILE [--demo] [--yes]; bin/backup says where they are.')
  const file = resolve(name)
  if (!existsSync(file)) throw new Stop(`There is no backup ${file}.`)
  await withOwnDatabase(flags.demo ? 'demo' : 'own', async (db, wasRunning) => {
    if (wasRunning) throw new Stop('Olvex is running. Stop it with Ctrl-C first, so that nobody writes while the backup is put in place.')
    if (!flags.yes) await ask(file)
    const kept = dataFolder('before-restore')
    await mkdir(kept, { recursive: true, mode: 0o700 })
    const before = join(kept, `${stampOf(new Date())}.sql.gz`)
    say('Keeping what is there now.')
    await dumpTo(before)
    say('Putting the backup in place.')
    await db.empty()
    try {
      await loadDump(file, SCHEMA)
    } catch (e) {
      await db.empty()
      await loadDump(before, SCHEMA)
      throw new Stop(`The backup could not be read, and everything is as it was: ${(e as Error).message}`)
    }
    say('Comparing it with what was backed up.')
    const manifest = await manifestOf(file)
    const found = await contentsOf(SCHEMA)
    const wrong = Object.entries(manifest?.contents ?? {}).filter(([t, c]) => found[t]?.checksum !== c.checksum).map(([t]) => t)
    if (wrong.length) {
      await db.empty()
      await loadDump(before, SCHEMA)
      throw new Stop(`The backup is not what was written (${wrong.join(', ')}). Everything is as it was.`)
    }
    await migrate(database())
    await closeDatabase()
    say(`In place: ${Object.values(found).reduce((n, t) => n + t.rows, 0)} rows${manifest ? ', the same as when the backup was made' : ''}. What was there before is in ${before}`)
  })
} catch (e) {
  sayStop(e)
  process.exitCode = 1
}
// The work is done: a pooled connection that lingers must not keep the command waiting.
process.exit()

async function ask(file: string): Promise<void> {
  if (!process.stdin.isTTY) throw new Stop('A restore replaces everything and there is nobody to ask here. Add --yes if that is what you want.')
  const asked = createInterface({ input: process.stdin, output: process.stdout })
  const answer = await asked.question(`Replace everything with ${file}? Type yes: `)
  asked.close()
  if (answer.trim().toLowerCase() !== 'yes') throw new Stop('Nothing was changed.')
}
