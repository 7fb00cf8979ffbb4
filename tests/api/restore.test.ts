import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
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
  const child = spawn(process.execPath, ['--report-on-signal', `--report-directory=${data}`, '--report-filename=hung.json', '--import', 'tsx', `scripts/${name}.ts`, ...args], { env: { ...env, OLVEX_DATA: data } })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (d: Buffer) => (said += d.toString()))
  const limit = setTimeout(() => {
    child.kill('SIGUSR2')
    setTimeout(() => {
      const report = existsSync(join(data, 'hung.json')) ? (JSON.parse(readFileSync(join(data, 'hung.json'), 'utf8')) as { javascriptStack: object; libuv: { is_active: boolean }[] }) : null
      said += `\nstill running after ${LIMIT_MS / 1000} s: ${JSON.stringify([report?.javascriptStack, report?.libuv.filter((h) => h.is_active)])}`
      child.kill('SIGKILL')
    }, 3000)
  }, LIMIT_MS)
  return new Promise((done) => child.once('exit', (code) => {
    clearTimeout(limit)
    done({ code, said })
  }))
}

it('puts a backup into an empty installation, and it equals what was backed up', async () => {
  const { code, said } = await command('restore', file, '--yes')
  expect([code, said]).toEqual([0, expect.stringContaining('the same as when the backup was made')])
  const again = await command('backup')
  expect([again.code, again.said]).toEqual([0, expect.stringContaining('read back and compared')])
  const made = JSON.parse(readFileSync(`${again.said.split('\n')[0]}.json`, 'utf8')) as { contents: object }
  expect(made.contents).toEqual((JSON.parse(readFileSync(`${file}.json`, 'utf8')) as { contents: object }).contents)
}, 240_000)

it('leaves everything as it was when the backup is damaged', async () => {
  const before = await command('backup')
  expect([before.code, before.said]).toEqual([0, expect.stringContaining('read back')])
  const broken = join(data, 'broken.sql.gz')
  const bytes = readFileSync(file)
  writeFileSync(broken, bytes.subarray(0, bytes.length / 2))
  const { code, said } = await command('restore', broken, '--yes')
  expect([code, said]).toEqual([1, expect.stringContaining('everything is as it was')])
  const after = await command('backup')
  expect([after.code, after.said]).toEqual([0, expect.stringContaining('read back')])
  const contents = (said: string) => (JSON.parse(readFileSync(`${said.split('\n')[0]}.json`, 'utf8')) as { contents: object }).contents
  expect(contents(after.said)).toEqual(contents(before.said))
}, 360_000)

it.each([[[], 'Which backup?'], [['nowhere.sql.gz'], 'There is no backup'], [['--bogus'], 'Unknown option']])('says what is missing: %j', async (args, sentence) => {
  const { code, said } = await command('restore', ...args)
  expect([code, said]).toEqual([1, expect.stringContaining(sentence)])
  expect(said).not.toContain('    at ')
}, 100_000)

it('asks before it replaces anything', async () => expect((await command('restore', file)).said).toContain('nobody to ask here'), 100_000)
