import { createHash } from 'node:crypto'
import { gunzipSync } from 'node:zlib'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { closeDatabase } from '../../server/db/connect'
import { backupIfDue, listBackups } from '../../server/platform/backup'
import { cell } from '../../server/platform/archive'
import { opened, sendArchive } from './archives'
import { BASE, type Client, makeDrink, OWNER, people, pressBody, raw, uuid, weighIn } from './client'

const OTHER = process.env.OLVEX_TEST_OTHER!
let owner: Client
let crew: Client
let archive: Uint8Array
beforeAll(async () => {
  const p = await people()
  owner = p.owner
  crew = p.crew
  const lot = await weighIn(owner, p.stand, 8, { supplier: '=HYPERLINK("http://x")' })
  await crew.call('postPress', { body: pressBody(lot.id) })
  const drink = await makeDrink(owner, `Taken along, "quoted" ${uuid()}`)
  await owner.call('signOff', { params: { id: drink.id }, body: { id: uuid(), version: 1 } })
  // A making leans on a version, and a version on its recipe.
  const prep = (await owner.call('recipes')).body.recipes.find((r: { shipped: string }) => r.shipped === 'simple-syrup')
  const made = { id: uuid(), standId: p.stand, versionId: prep.standard.id, out: { value: 900, unit: 'g' } as const }
  expect((await crew.call('postBatch', { body: { ...made, place: 'cold' } })).status).toBe(200)
  archive = await download(BASE, owner.cookie)
})
afterAll(closeDatabase)

async function download(base: string, cookie: string): Promise<Uint8Array> {
  const r = await fetch(`${base}/api/v1/archive`, { headers: { cookie } })
  expect([r.status, r.headers.get('content-type')]).toEqual([200, 'application/zip'])
  return new Uint8Array(await r.arrayBuffer())
}
const post = (base: string, path: string, body: object) =>
  fetch(base + path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
const read = (base: string, bytes: Uint8Array, login = OWNER.login) => sendArchive(base, bytes, login)
const codeOf = async (r: Response): Promise<unknown> => [
  r.status,
  ((await r.json()) as { errors: { code: string }[] }).errors[0]!.code,
]
/** The archive with one of its files changed. */
function tampered(name: string, change: (text: string) => string): Uint8Array {
  const files = unzipSync(archive)
  return zipSync({ ...files, [name]: strToU8(change(strFromU8(files[name]!))) })
}
/** The same, with the checksum that belongs to it: made by hand. */
function remade(table: string, change: (text: string) => string): Uint8Array {
  const files = unzipSync(tampered(`tables/${table}.jsonl`, change))
  const manifest = JSON.parse(strFromU8(files['manifest.json']!)) as { tables: Record<string, { sha256: string }> }
  manifest.tables[table]!.sha256 = createHash('sha256').update(files[`tables/${table}.jsonl`]!).digest('hex')
  return zipSync({ ...files, 'manifest.json': strToU8(JSON.stringify(manifest)) })
}

describe('the archive', () => {
  it('carries every table, whole, and no secret', async () => {
    const { manifest, tables, rows } = await opened(archive)
    expect(manifest.tables.movement!.rows).toBe(rows('movement').length)
    expect(rows('recipe_version').length).toBeGreaterThan(0)
    const everything = Object.values(unzipSync(archive))
      .map((f) => strFromU8(f))
      .join('\n')
    expect(everything).not.toMatch(/passwordHash|pinHash|scrypt|secretHash/)
    expect([...tables.keys()]).not.toContain('session')
  })
  it('has CSV that no spreadsheet runs', () => {
    const csv = strFromU8(unzipSync(archive)['csv/lot.csv']!)
    expect(csv).toContain("'=HYPERLINK")
    expect(csv).not.toMatch(/(^|,)"?=/m)
    const of = [new Date('2026-11-25T10:40:00Z'), { a: '=1' }, 4.5, null, undefined].map(cell)
    expect(of).toEqual(['2026-11-25T10:40:00.000Z', '{"a":"=1"}', '4.5', '', ''])
  })
  it.each<[string, () => Uint8Array, string]>([
    ['cut off', () => archive.slice(0, 500), 'archive-unreadable'],
    ['of something else', () => zipSync({ 'readme.txt': strToU8('x') }), 'archive-unreadable'],
    [
      'with a changed number',
      () => tampered('tables/lot.jsonl', (t) => t.replace('8000', '9000')),
      'archive-unreadable',
    ],
    [
      'with a line missing',
      () => tampered('tables/movement.jsonl', (t) => t.slice(t.indexOf('\n') + 1)),
      'archive-unreadable',
    ],
    [
      'with another content under the hash of a snapshot',
      () => remade('snapshot', (t) => t.replace('"sucrose":', '"maltose":')),
      'archive-unreadable',
    ],
    [
      'with a kind of lot that nobody knows',
      () => remade('lot', (t) => t.replace('"received"', '"conjured"')),
      'archive-unreadable',
    ],
    [
      'of a newer Olvex',
      () => tampered('manifest.json', (t) => t.replace(/"schema": \d+/, '"schema": 9999')),
      'archive-newer',
    ],
  ])('%s is refused, and nothing is read', async (_, bytes, code) => {
    expect(await codeOf(await read(OTHER, bytes()))).toEqual([422, code])
    expect(((await (await fetch(`${OTHER}/api/v1/setup`)).json()) as { needed: boolean }).needed).toBe(true)
  })
  it('wants an owner of its own', async () =>
    expect(await codeOf(await read(OTHER, archive, 'ben'))).toEqual([422, 'archive-owner-unknown']))
  it('is not read over a business that is there', async () =>
    expect(await codeOf(await read(BASE, archive))).toEqual([409, 'not-empty']))
  it('taken while people write shows one moment: what was moved has its lot, and what was pressed its juice', async () => {
    const stand = (await owner.call('stands')).body[0].id as string
    const deliver = async () => {
      const { id } = await weighIn(owner, stand, 5)
      await crew.call('postPress', { body: pressBody(id, { takenKg: 5, juice: { value: 2000, unit: 'mL' } }) })
    }
    const writing = Promise.all(
      Array.from({ length: 6 }, async () => {
        for (let i = 0; i < 6; i++) await deliver()
      }),
    )
    for (let i = 0; i < 4; i++) {
      const { rows } = await opened(await download(BASE, owner.cookie))
      const ids = (name: string, column = 'id') => new Set(rows(name).map((r) => r[column]))
      const [lots, filled, moved] = [ids('lot'), ids('movement', 'lotId'), ids('movement', 'sourceId')]
      expect([...filled].filter((id) => !lots.has(id))).toEqual([])
      expect([...lots].filter((id) => !filled.has(id))).toEqual([])
      expect(rows('press').filter((p) => !lots.has(p.juiceLotId) || !moved.has(p.id))).toEqual([])
    }
    await writing
  })
  it('makes another installation the same, table by table', async () => {
    const r = await read(OTHER, archive)
    expect(r.status === 200 ? null : await r.clone().json()).toBeNull()
    const cookie = r.headers.getSetCookie()[0]!.split(';')[0]!
    const [{ tables: here }, { tables: there }] = [await opened(archive), await opened(await download(OTHER, cookie))]
    for (const [name, rows] of here) {
      if (name !== 'change_row') expect([name, there.get(name)]).toEqual([name, rows])
    }
    expect(there.get('change_row')!.slice(0, -1)).toEqual(here.get('change_row'))
    const me = await fetch(`${OTHER}/api/v1/session`, { headers: { cookie } })
    expect(((await me.json()) as { person: { login: string } }).person.login).toBe(OWNER.login)
    expect((await post(OTHER, '/api/v1/session', { login: OWNER.login, password: OWNER.password })).status).toBe(401)
  })
})

describe('backups', () => {
  it('are read back before they count, and listed', async () => {
    const made = await owner.call('makeBackup')
    expect([made.status, made.body.checked]).toEqual([200, true])
    const { copies } = (await owner.call('backups')).body
    expect(copies[0]).toMatchObject({ name: made.body.name, checked: true })
    const sql = gunzipSync(readFileSync(join(process.env.OLVEX_TEST_DATA!, 'backups', made.body.name))).toString()
    expect(sql).toContain('INSERT INTO `movement`')
  })
  it('while people write are whole', async () => {
    const stand = (await owner.call('stands')).body[0].id as string
    const writing = Promise.all(Array.from({ length: 30 }, () => weighIn(owner, stand, 1)))
    const made = await owner.call('makeBackup')
    await writing
    expect([made.status, made.body.checked]).toEqual([200, true])
  })
  it('are made once a day, when their hour has come, and the oldest goes', async () => {
    process.env.OLVEX_DATA = mkdtempSync(join(tmpdir(), 'olvex-due-'))
    const { setting } = (await owner.call('backups')).body
    await owner.call('putBackups', { body: { hour: 4, keep: 2, version: setting.version } })
    const at = async (iso: string) => {
      process.env.OLVEX_NOW = iso
      return (await backupIfDue()) !== null
    }
    // Lisbon is at UTC in January.
    expect([
      await at('2027-01-10T03:30:00Z'),
      await at('2027-01-10T04:10:00Z'),
      await at('2027-01-10T09:00:00Z'),
    ]).toEqual([false, true, false])
    expect([await at('2027-01-11T23:00:00Z'), await at('2027-01-12T05:00:00Z')]).toEqual([true, true])
    delete process.env.OLVEX_NOW
    expect((await listBackups()).map((c) => c.at.slice(0, 10))).toEqual(['2027-01-12', '2027-01-11'])
    rmSync(process.env.OLVEX_DATA, { recursive: true })
  }, 180_000)
  it('have an hour and a number that only the owner sets', async () => {
    const { setting } = (await owner.call('backups')).body
    expect((await owner.call('putBackups', { body: { ...setting, hour: 3, keep: 7 } })).status).toBe(200)
    expect((await owner.call('putBackups', { body: { ...setting, hour: 3, keep: 7 } })).body.code).toBe('stale')
    expect((await owner.call('putBackups', { body: { hour: 24, keep: 0, version: 1 } })).status).toBe(422)
    expect((await crew.call('makeBackup')).status).toBe(403)
    expect((await raw('GET', '/api/v1/archive', { headers: { cookie: crew.cookie } })).status).toBe(403)
  })
})
