import { closeDatabase, database } from './connect'
import { migrate } from './migrate'
import { dumpBeforeMigrating } from './dump'

try {
  const ran = await migrate(database(), dumpBeforeMigrating)
  process.stdout.write(ran.length ? `migrated: ${ran.join(', ')}\n` : 'the database is up to date\n')
} catch (e) {
  process.stderr.write(`the database could not be migrated: ${(e as Error).message}\n`)
  process.exitCode = 1
} finally {
  await closeDatabase()
}
