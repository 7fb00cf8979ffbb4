import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import {
  figuresOfStandards,
  type StandardFigures,
  type StoredSnapshot,
  type StoredVersion,
} from '../../scripts/lib/standards'
import { contract } from '../../shared/contract'
import { KEPT_ROUTES } from '../../shared/routes'
import { opened, sendArchive } from './archives'

// What every release since left behind is taken up by this one: its backup, its archive, what a tablet had not sent,
// the figures of its standards.
const FIXTURES = join(__dirname, '../fixtures')
const releases = readdirSync(FIXTURES).filter((f) => !f.endsWith('.sql'))
/** Routes that came later than the first release with an outbox, and the schema that they came with. */
const SINCE: Partial<Record<(typeof KEPT_ROUTES)[number], number>> = {
  postPack: 70,
  postBatch: 79,
  putEquipment: 81,
  putWork: 86,
  putServiceDay: 88,
  putDayTask: 91,
  putDayNote: 103,
  postRun: 94,
  postRunEvent: 94,
  postHold: 96,
  postHoldEvent: 97,
  putPour: 98,
  putSoldOut: 99,
  postPanel: 109,
  postPanelEvent: 110,
  postTraining: 111,
  postArrival: 119,
}
const control = async (what: string): Promise<string> => {
  const r = await fetch(process.env.OLVEX_TEST_CONTROL! + what)
  if (!r.ok) throw new Error(await r.text())
  return r.text()
}

interface Entry {
  key: string
  route: (typeof KEPT_ROUTES)[number]
  params: Record<string, string>
  body: Record<string, unknown> & { id?: string }
}

describe.each(releases)('%s', (release) => {
  const file = (name: string): Buffer => readFileSync(join(FIXTURES, release, name))
  const entries = JSON.parse(file('outbox.json').toString()) as Entry[]
  const ask = async <T>(base: string, path: string, cookie: string): Promise<T> =>
    (await fetch(base + path, { headers: { cookie } })).json() as Promise<T>
  afterAll(() => control('/end-restored'))

  it('its backup is put in place, its people sign in with their passwords, and what its tablets had not sent arrives once', async () => {
    const base = await control(`/restore?${release}`)
    const signed = await fetch(`${base}/api/v1/session`, {
      method: 'POST',
      body: JSON.stringify({ login: 'owner', password: 'tart-and-cold' }),
      headers: { 'content-type': 'application/json' },
    })
    expect(signed.status).toBe(200)
    const cookie = signed.headers.getSetCookie()[0]!.split(';')[0]!
    const known = KEPT_ROUTES.filter((r) => (SINCE[r] ?? 0) <= Number(release.split('-')[1]))
    expect([...new Set(entries.map((e) => e.route))].sort()).toEqual([...known].sort())
    const send = (e: Entry) => {
      const { method, path } = contract[e.route]
      const filled = path.replace('{id}', e.params.id ?? '')
      return fetch(base + filled, {
        method,
        body: JSON.stringify(e.body),
        headers: { 'content-type': 'application/json', cookie, 'idempotency-key': e.key },
      })
    }
    for (const round of [1, 2]) {
      for (const e of entries) {
        const r = await send(e)
        expect([round, e.route, r.status, r.ok ? '' : await r.text()]).toEqual([round, e.route, 200, ''])
      }
    }
    const [{ id: stand }] = await ask<[{ id: string }]>(base, '/api/v1/stands', cookie)
    const lots = await ask<{ id: string; onHand: number }[]>(base, `/api/v1/lots?stand=${stand}`, cookie)
    expect(lots.filter((l) => l.id === entries[0]!.body.id).map((l) => l.onHand)).toEqual([3000])
    const { recipes } = await ask<{ recipes: { name: string }[] }>(base, '/api/v1/recipes', cookie)
    expect(recipes.filter((r) => r.name === 'Renamed without a connection')).toHaveLength(1)
  }, 400_000)

  let versions: StoredVersion[] = []
  let snapshots: StoredSnapshot[] = []
  it('its archive is read into an empty installation, every row of it', async () => {
    const base = await control('/make-empty')
    const r = await sendArchive(base, file('archive.zip'), 'owner')
    expect(r.status).toBe(200)
    const cookie = r.headers.getSetCookie()[0]!.split(';')[0]!
    const [was, is] = [
      await opened(file('archive.zip')),
      await opened(
        new Uint8Array(await (await fetch(`${base}/api/v1/archive`, { headers: { cookie } })).arrayBuffer()),
      ),
    ]
    const keyOf = (row: Record<string, unknown>): string =>
      JSON.stringify([row.id ?? row.key ?? row.seq ?? row.hash ?? row.name ?? [row.recipeId, row.itemKey, row.pressId]])
    for (const [table, rows] of was.tables) {
      const now = new Map(is.rows(table).map((row) => [keyOf(row), row]))
      const kept = rows.map((row) => now.get(keyOf(row)))
      expect([
        table,
        kept.filter(
          (row, i) => !Object.entries(rows[i]!).every(([k, v]) => JSON.stringify(row?.[k]) === JSON.stringify(v)),
        ),
      ]).toEqual([table, []])
    }
    versions = is.rows('recipe_version') as unknown as StoredVersion[]
    snapshots = is.rows('snapshot') as unknown as StoredSnapshot[]
  }, 400_000)

  // The last sip is worked out anew, by a room that melts ice; what was signed is in the row, which the test above
  // holds.
  it('its standards have the figures that they had, in the jug and at the first sip', () => {
    const before = JSON.parse(file('standards.json').toString()) as StandardFigures[]
    const now = figuresOfStandards(versions, snapshots)
    expect(now.map((s) => s.id)).toEqual(before.map((s) => s.id))
    for (const [i, was] of before.entries()) {
      for (const part of ['jug', 'firstSip'] as const) {
        for (const [name, value] of Object.entries(was[part] ?? {}))
          expect([was.id, part, name, now[i]![part]![name]]).toEqual([was.id, part, name, expect.closeTo(value, 8)])
      }
    }
  })
})
