import { existsSync } from 'node:fs'
import { mkdir } from 'node:fs/promises'
import { dirname, join, resolve } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { closeDatabase } from '../server/db/connect'
import { dataFolder, dumpTo, stampOf } from '../server/db/dump'
import { restoreBackup, Unfit } from '../server/platform/backup'
import { flagsOf } from './lib/flags'
import { withOwnDatabase } from './lib/own-database'
import { say, sayStop, Stop } from './lib/say'

// bin/restore FILE [--demo] [--yes]: puts a backup in place of what is there, which is itself kept first.
try {
  const {
    values: flags,
    positionals: [name],
  } = flagsOf(
    { options: { demo: { type: 'boolean' }, yes: { type: 'boolean' } }, allowPositionals: true },
    'bin/restore FILE [--demo] [--yes]',
  )
  if (!name) throw new Stop('Which backup? bin/restore FILE [--demo] [--yes]; bin/backup says where they are.')
  const file = resolve(name)
  if (!existsSync(file)) throw new Stop(`There is no backup ${file}.`)
  await withOwnDatabase(flags.demo ? 'demo' : 'own', async (_db, isServed) => {
    if (isServed)
      throw new Stop(
        'Olvex is running. Stop it with Ctrl-C first, so that nobody writes while the backup is put in place.',
      )
    if (!flags.yes) await ask(file)
    say('Looking through the backup; nothing is changed before it is known to be whole.')
    const before = join(dataFolder('before-restore'), `${stampOf(new Date())}.sql.gz`)
    const keep = async (): Promise<void> => {
      say('Keeping what is there now, and putting the backup in place.')
      await mkdir(dirname(before), { recursive: true, mode: 0o700 })
      await dumpTo(before)
    }
    const restored = await restoreBackup(file, keep).catch((e: Error) => {
      throw new Stop(
        e instanceof Unfit
          ? `Everything is as it was. This backup cannot be put in place: ${e.message}`
          : `Everything is as it was. The backup could not be read: ${e.message}`,
      )
    })
    await closeDatabase()
    say(
      `In place: ${restored.rows} rows${restored.asMade ? ', the same as when the backup was made' : ''}. What was there before is in ${before}`,
    )
    say(
      'Everybody signs in anew. Names, passwords and PINs are those of the day the backup was made; tablets are enrolled again under People.',
    )
  })
} catch (e) {
  sayStop(e)
  process.exitCode = 1
}
// The work is done: a pooled connection that lingers must not keep the command waiting.
process.exit()

async function ask(file: string): Promise<void> {
  if (!process.stdin.isTTY)
    throw new Stop('A restore replaces everything and there is nobody to ask here. Add --yes if that is what you want.')
  const asked = createInterface({ input: process.stdin, output: process.stdout })
  const answer = await asked.question(`Replace everything with ${file}? Type yes: `)
  asked.close()
  if (answer.trim().toLowerCase() !== 'yes') throw new Stop('Nothing was changed.')
}
