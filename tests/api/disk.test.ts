import { spawnSync } from 'node:child_process'
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { closeDatabase } from '../../server/db/connect'
import { type Client, people } from './client'

// A disk that is full where backups go: a file system of its own, laid over their folder. Only root may; elsewhere it
// says so and is left out.
const backups = join(process.env.OLVEX_TEST_DATA!, 'backups')
let owner: Client
let isMounted = false
beforeAll(async () => {
  ;({ owner } = await people())
  mkdirSync(backups, { recursive: true })
  isMounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=32k', 'olvex-small', backups]).status === 0
  if (!isMounted) process.stdout.write('Left out, as nobody here may mount: a full folder of backups.\n')
})
afterAll(async () => {
  if (isMounted) spawnSync('umount', [backups])
  await closeDatabase()
})

it('a full folder of backups is a 507 with its sentence; nothing half is left, what is broken is said, and the next one is made when there is room', async () => {
  if (!isMounted) return
  const copies = async () => (await owner.call('backups')).body.copies as { name: string; broken: boolean }[]
  const refused = await owner.call('makeBackup')
  expect([refused.status, refused.body.code]).toEqual([507, 'backup-disk-full'])
  expect(await copies()).toEqual([])
  // As an earlier release left it behind: a dump, and an empty note beside it.
  writeFileSync(join(backups, 'olvex-2026-01-01T00-00-00-000Z.sql.gz'), 'half')
  writeFileSync(join(backups, 'olvex-2026-01-01T00-00-00-000Z.sql.gz.json'), '')
  writeFileSync(join(backups, 'olvex-2026-01-02T00-00-00-000Z.sql.gz'), '')
  writeFileSync(join(backups, 'olvex-2026-01-03T00-00-00-000Z.sql.gz.part'), 'begun')
  expect((await copies()).map((c) => c.broken)).toEqual([true, true])
  expect((await owner.call('makeBackup')).status).toBe(507)
  spawnSync('mount', ['-o', 'remount,size=64m', backups])
  const made = await owner.call('makeBackup')
  expect([made.status, made.body.checked, made.body.broken]).toEqual([200, true, false])
  expect((await copies()).map((c) => c.broken)).toEqual([false, true, true])
  expect(spawnSync('ls', [backups], { encoding: 'utf8' }).stdout).not.toContain('.part')
})
