import { spawn } from 'node:child_process'
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { gunzipSync } from 'node:zlib'
import mysql2, { type Connection } from 'mysql2'
import { SCHEMA_NUMBER } from '../../server/db/migrations'

// Migrations run as `npm run migrate` runs them, by the process, on a schema of their own.
const SCRATCH = 'olvex_check'
const live = new URL(process.env.OLVEX_DATABASE_URL!)
const scratchUrl = Object.assign(new URL(live), { pathname: `/${SCRATCH}` }).toString()
const FIXTURES = join(__dirname, '../fixtures')
/** Dumps of earlier releases: the first one is plain text, the later ones are the release's own backup. */
const fixtures = readdirSync(FIXTURES)
const dumpOf = (fixture: string): string =>
  fixture.endsWith('.sql')
    ? readFileSync(join(FIXTURES, fixture), 'utf8')
    : gunzipSync(readFileSync(join(FIXTURES, fixture, 'backup.sql.gz'))).toString()

let db: Connection
const sql = <T = Record<string, unknown>>(text: string) =>
  new Promise<T[]>((done, fail) => db.query(text, (e, rows) => (e ? fail(e) : done(rows as T[]))))
beforeAll(() => {
  db = mysql2.createConnection({
    socketPath: live.searchParams.get('socketPath')!,
    user: live.username,
    password: decodeURIComponent(live.password),
    multipleStatements: true,
    charset: 'utf8mb4',
  })
})
afterAll(async () => {
  await sql(`DROP DATABASE IF EXISTS ${SCRATCH}`)
  db.destroy()
})

async function scratch(fixture?: string): Promise<void> {
  await sql(
    `DROP DATABASE IF EXISTS ${SCRATCH}; CREATE DATABASE ${SCRATCH} CHARACTER SET utf8mb4 COLLATE utf8mb4_uca1400_as_ci; USE ${SCRATCH}`,
  )
  if (fixture) await sql(dumpOf(fixture))
}
const recorded = async (): Promise<number> =>
  (await sql<{ n: number }>(`SELECT COUNT(*) AS n FROM ${SCRATCH}.migration`))[0]!.n
/** @param killAfter it is killed once so many migrations are recorded. @returns null where it was */
async function migrate(killAfter = Infinity): Promise<number | null> {
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/db/migrate-cli.ts'], {
    env: { ...process.env, OLVEX_DATABASE_URL: scratchUrl, OLVEX_DATA: process.env.OLVEX_TEST_DATA },
  })
  const ended = new Promise<number | null>((done) => child.once('exit', done))
  while (killAfter < SCHEMA_NUMBER && child.exitCode === null && (await recorded()) < killAfter) await pause(5)
  if (killAfter < SCHEMA_NUMBER) child.kill('SIGKILL')
  return ended
}
const columns = (schema: string) =>
  sql(
    `SELECT table_name, column_name, column_type, is_nullable, column_key, character_set_name, collation_name FROM information_schema.columns WHERE table_schema = '${schema}' ORDER BY table_name, ordinal_position`,
  )
const indexes = (schema: string) =>
  sql(
    `SELECT table_name, index_name, seq_in_index, column_name, non_unique FROM information_schema.statistics WHERE table_schema = '${schema}' ORDER BY table_name, index_name, seq_in_index`,
  )
async function expectLikeLive(): Promise<void> {
  expect(await columns(SCRATCH)).toEqual(await columns(live.pathname.slice(1)))
  expect(await indexes(SCRATCH)).toEqual(await indexes(live.pathname.slice(1)))
  expect(await sql(`SELECT COUNT(*) AS n FROM ${SCRATCH}.migration`)).toEqual([{ n: SCHEMA_NUMBER }])
}

it('there is a fixture of every release', () =>
  expect(fixtures).toEqual(
    expect.arrayContaining(['schema-18.sql', 'schema-44', 'schema-49', 'schema-52', 'schema-57']),
  ))

describe.each(fixtures)('%s', (fixture) => {
  it('comes up to now, killed in the middle and then twice at once, with every row that it had', async () => {
    await scratch(fixture)
    const tables = (
      await sql<{ t: string }>(
        `SELECT table_name AS t FROM information_schema.tables WHERE table_schema = '${SCRATCH}' AND table_name <> 'migration'`,
      )
    ).map((r) => r.t)
    const counts = async () =>
      Object.fromEntries(
        await Promise.all(
          tables.map(async (t) => [
            t,
            (await sql<{ n: number }>(`SELECT COUNT(*) AS n FROM ${SCRATCH}.\`${t}\``))[0]!.n,
          ]),
        ),
      )
    const before = await counts()
    const half = Math.floor(((await recorded()) + SCHEMA_NUMBER) / 2)
    // What is left of the newest is done before anybody could kill it.
    if (SCHEMA_NUMBER - half > 4) {
      expect(await migrate(half)).toBeNull()
      expect(await recorded()).toBeLessThan(SCHEMA_NUMBER)
      // What it held is waited for where the oldest comes up, below.
      await sql('DELETE FROM lease')
    }
    expect(await Promise.all([migrate(), migrate()])).toEqual([0, 0])
    const after = await counts()
    // Ingredients that ship with a newer version are added, and whoever migrates holds a lease.
    const grown = { ingredient: 0, lease: 0 }
    expect({ ...after, ...grown }).toEqual({ ...before, ...grown })
    expect(after.ingredient).toBeGreaterThanOrEqual(before.ingredient)
    await expectLikeLive()
  }, 240_000)
})

it('the oldest comes up after being killed in the middle, again and again', async () => {
  await scratch('schema-18.sql')
  for (let at = 30; at < SCHEMA_NUMBER - 4; at += 30) {
    expect(await migrate(at)).toBeNull()
    expect(await recorded()).toBeLessThan(SCHEMA_NUMBER)
  }
  expect(await migrate()).toBe(0)
  await expectLikeLive()
}, 240_000)

it('an empty schema comes up, and a second run changes nothing', async () => {
  await scratch()
  expect([await migrate(), await migrate()]).toEqual([0, 0])
  await expectLikeLive()
}, 180_000)
