import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync, gzipSync } from 'node:zlib'
import { closeDatabase } from '../../server/db/connect'
import { type Client, makeDrink, people, uuid, weighIn } from './client'

// bin/restore as an operator runs it: a process of its own, on an installation that was never started.
const data = mkdtempSync(join(tmpdir(), 'olvex-restore-'))
let owner: Client
let file: string
beforeAll(async () => {
  const p = await people()
  owner = p.owner
  await weighIn(owner, p.stand, 12)
  await makeDrink(owner, `Kept ${uuid()}`)
  file = join(process.env.OLVEX_TEST_DATA!, 'backups', (await owner.call('makeBackup')).body.name)
})
afterAll(async () => {
  rmSync(data, { recursive: true, force: true })
  await closeDatabase()
})

const LIMIT_MS = 90_000
/** Runs the command to its end. One that hangs is ended, and tells what it was waiting for. */
function command(name: 'restore' | 'backup', ...args: string[]): Promise<{ code: number | null; said: string }> {
  const { OLVEX_DATABASE_URL: _, ...env } = process.env
  return commandIn(env, name, ...args)
}
function commandIn(
  env: NodeJS.ProcessEnv,
  name: 'restore' | 'backup',
  ...args: string[]
): Promise<{ code: number | null; said: string }> {
  const child = spawn(
    process.execPath,
    [
      '--report-on-signal',
      `--report-directory=${data}`,
      '--report-filename=hung.json',
      '--import',
      'tsx',
      `scripts/${name}.ts`,
      ...args,
    ],
    { env: { ...env, OLVEX_DATA: data } },
  )
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (d: Buffer) => (said += d.toString()))
  const limit = setTimeout(() => {
    child.kill('SIGUSR2')
    setTimeout(() => {
      const report = existsSync(join(data, 'hung.json'))
        ? (JSON.parse(readFileSync(join(data, 'hung.json'), 'utf8')) as {
            javascriptStack: object
            libuv: { is_active: boolean }[]
          })
        : null
      said += `\nstill running after ${LIMIT_MS / 1000} s: ${JSON.stringify([report?.javascriptStack, report?.libuv.filter((h) => h.is_active)])}`
      child.kill('SIGKILL')
    }, 3000)
  }, LIMIT_MS)
  return new Promise((done) =>
    child.once('exit', (code) => {
      clearTimeout(limit)
      done({ code, said })
    }),
  )
}

it('puts a backup into an empty installation, and it equals what was backed up', async () => {
  const { code, said } = await command('restore', file, '--yes')
  expect([code, said]).toEqual([0, expect.stringContaining('the same as when the backup was made')])
  const again = await command('backup')
  expect([again.code, again.said]).toEqual([0, expect.stringContaining('read back and compared')])
  const contents = (path: string) =>
    (JSON.parse(readFileSync(`${path}.json`, 'utf8')) as { contents: Record<string, { rows: number }> }).contents
  const [was, is] = [contents(file), contents(again.said.split('\n')[0]!)]
  // Nobody is signed in by a backup, and no tablet is enrolled by it; that it was put in place is one more line of the
  // history.
  expect([is.session!.rows, is.sign_in_attempt!.rows, is.change_row!.rows - was.change_row!.rows]).toEqual([0, 0, 1])
  const still = ({ session: _s, sign_in_attempt: _a, change_row: _c, device: _d, ...rest }: Record<string, unknown>) =>
    rest
  expect(still(is)).toEqual(still(was))
  expect(said).toContain('Names, passwords and PINs are those of the day the backup was made')
}, 240_000)

it('leaves everything as it was when the backup is damaged', async () => {
  const before = await command('backup')
  expect([before.code, before.said]).toEqual([0, expect.stringContaining('read back')])
  const broken = join(data, 'broken.sql.gz')
  const bytes = readFileSync(file)
  writeFileSync(broken, bytes.subarray(0, bytes.length / 2))
  const { code, said } = await command('restore', broken, '--yes')
  expect([code, said]).toEqual([1, expect.stringContaining('Everything is as it was')])
  const after = await command('backup')
  expect([after.code, after.said]).toEqual([0, expect.stringContaining('read back')])
  const contents = (said: string) =>
    (JSON.parse(readFileSync(`${said.split('\n')[0]}.json`, 'utf8')) as { contents: object }).contents
  expect(contents(after.said)).toEqual(contents(before.said))
}, 360_000)

it('refuses what is empty, what has a damaged note beside it, what is no business, and what a newer Olvex made, before it touches anything', async () => {
  const bytes = gunzipSync(readFileSync(file)).toString()
  const made = (name: string, content: Buffer | string, note?: string): string => {
    const path = join(data, name)
    writeFileSync(path, content)
    if (note !== undefined) writeFileSync(`${path}.json`, note)
    return path
  }
  const cases: [string, string][] = [
    [made('empty.sql.gz', ''), 'it is empty'],
    [made('note.sql.gz', readFileSync(file), ''), 'cannot be read'],
    [made('other.sql.gz', gzipSync('CREATE TABLE x (a INT);')), 'there is no business'],
    [made('newer.sql.gz', gzipSync(`${bytes}\nINSERT INTO migration VALUES ('9999-later');`)), 'a newer Olvex made it'],
    [
      made(
        'changed.sql.gz',
        gzipSync(bytes.replace('Test Drinks', 'Best Drinks')),
        readFileSync(`${file}.json`, 'utf8'),
      ),
      'not what was written (business)',
    ],
  ]
  const kept = () =>
    existsSync(join(data, 'own/before-restore')) ? readdirSync(join(data, 'own/before-restore')).length : 0
  const before = kept()
  for (const [path, sentence] of cases) {
    const { code, said } = await command('restore', path, '--yes')
    expect([code, said]).toEqual([
      1,
      expect.stringMatching(new RegExp(`Everything is as it was[^]*${sentence.replace(/[()]/g, '\\$&')}`)),
    ])
  }
  expect(kept()).toBe(before)
}, 300_000)

it('made twice at once are two backups, one after the other, and the database ends with the last of them', async () => {
  const both = await Promise.all([command('backup'), command('backup')])
  expect(both.map((b) => [b.code, b.said])).toEqual(
    Array(2).fill([0, expect.stringContaining('read back and compared')]),
  )
  expect(new Set(both.map((b) => b.said.split('\n')[0])).size).toBe(2)
}, 240_000)

it('made by a command beside the server, which goes on making its own, are all whole', async () => {
  const beside = commandIn(process.env, 'backup')
  const own: { status: number; code?: string; checked?: boolean }[] = []
  let ended = false
  void beside.finally(() => (ended = true))
  while (!ended) {
    const { status, body } = await owner.call('makeBackup')
    own.push({ status, code: body.code, checked: body.checked })
  }
  expect(await beside).toEqual({ code: 0, said: expect.stringContaining('read back and compared') })
  // The server's own are made, or wait for the one at work and say so; never broken.
  const made = own.filter((o) => o.status === 200)
  expect(made.length).toBeGreaterThan(0)
  expect(made.every((o) => o.checked)).toBe(true)
  expect(own.filter((o) => o.status !== 200 && o.code !== 'backup-running')).toEqual([])
  expect((await owner.call('backups')).body.copies.some((c: { broken: boolean }) => c.broken)).toBe(false)
}, 240_000)

it.each([
  [[], 'Which backup?'],
  [['nowhere.sql.gz'], 'There is no backup'],
  [['--bogus'], 'Unknown option'],
])(
  'says what is missing: %j',
  async (args, sentence) => {
    const { code, said } = await command('restore', ...args)
    expect([code, said]).toEqual([1, expect.stringContaining(sentence)])
    expect(said).not.toContain('    at ')
  },
  100_000,
)

it(
  'asks before it replaces anything',
  async () => expect((await command('restore', file)).said).toContain('nobody to ask here'),
  100_000,
)
