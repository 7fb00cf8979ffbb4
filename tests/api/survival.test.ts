import { QueryTypes } from 'sequelize'
import { closeDatabase, database } from '../../server/db/connect'
import { BASE, type Client, people, pressBody, uuid, weighIn } from './client'

// Servers are killed, not stopped; whoever started them does it for us.
const control = async (what: string): Promise<string> => {
  const r = await fetch(process.env.OLVEX_TEST_CONTROL! + what)
  if (!r.ok) throw new Error(await r.text())
  return r.text()
}
let owner: Client
let crew: Client
let stand: string
beforeAll(async () => {
  ;({ owner, crew, stand } = await people())
})
afterAll(async () => {
  await control('/end-second')
  await closeDatabase()
})
const rows = <T extends object>(sql: string, replacements: Record<string, unknown> = {}) =>
  database().query<T>(sql, { type: QueryTypes.SELECT, replacements })
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

interface Save {
  id: string
  key: string
  acknowledged: boolean
}
const bodyOf = (s: Save) => ({
  id: s.id,
  standId: stand,
  ingredientKey: 'lemon',
  supplier: 'Kill',
  kg: 1.25,
  price: { paid: 2, per: 'kg' as const },
  count: null,
})
async function send(s: Save): Promise<void> {
  const a = await owner.call('postLot', { key: s.key, body: bodyOf(s) }).catch(() => null)
  if (a?.status === 200) s.acknowledged = true
}
/** A lot with its movement, its change rows and its key, or nothing of it at all. */
async function expectWholeOrAbsent(saves: Save[]): Promise<void> {
  const found = await rows<{ id: string; moved: string | null; changes: number; keyed: number; priced: number }>(
    `SELECT l.id, (SELECT SUM(amount) FROM movement WHERE lot_id = l.id) AS moved, (SELECT COUNT(*) FROM change_row WHERE entity = 'lot' AND entity_id = l.id) AS changes,
            (SELECT COUNT(*) FROM idempotency_key k WHERE k.reply LIKE CONCAT('%', l.id, '%')) AS keyed, (SELECT COUNT(*) FROM price WHERE lot_id = l.id) AS priced
       FROM lot l WHERE l.id IN (:ids)`,
    { ids: saves.map((s) => s.id) },
  )
  for (const r of found) expect([r.id, Number(r.moved), r.changes, r.keyed, r.priced]).toEqual([r.id, 1250, 1, 1, 1])
  const there = new Set(found.map((r) => r.id))
  for (const s of saves.filter((x) => x.acknowledged)) expect(there.has(s.id)).toBe(true)
  const stray = await rows<{ n: number }>(
    'SELECT COUNT(*) AS n FROM movement m LEFT JOIN lot l ON l.id = m.lot_id WHERE l.id IS NULL',
  )
  expect(stray[0]!.n).toBe(0)
}

describe.each(['/kill-app', '/kill-database'])('200 saves in flight and %s', (kill) => {
  it('whatever was acknowledged is whole, the rest whole or absent, and a replay ends at exactly 200', async () => {
    const saves: Save[] = Array.from({ length: 200 }, () => ({ id: uuid(), key: uuid(), acknowledged: false }))
    const flying = Promise.all(saves.map(send))
    await pause(150)
    await control(kill)
    await flying
    // The kill must have hit something, and something must have got through before: otherwise nothing was tried.
    const acknowledged = saves.filter((s) => s.acknowledged).length
    expect(acknowledged).toBeLessThan(200)
    await expectWholeOrAbsent(saves)
    for (let round = 0; round < 20 && saves.some((s) => !s.acknowledged); round++) {
      await Promise.all(saves.map(send))
      await pause(100)
    }
    await expectWholeOrAbsent(saves)
    const [{ n }] = (await rows<{ n: number }>('SELECT COUNT(*) AS n FROM lot WHERE id IN (:ids)', {
      ids: saves.map((s) => s.id),
    })) as [{ n: number }]
    expect([n, saves.every((s) => s.acknowledged)]).toEqual([200, true])
  }, 180_000)
})

describe('a database that is away', () => {
  it('makes the server not ready and writes a 503, and comes back', async () => {
    const health = async () => (await fetch(`${BASE}/api/health`)).status
    expect(await health()).toBe(200)
    const down = control('/kill-database')
    await pause(60)
    const seen = await Promise.all([
      health(),
      owner.call('postLot', { body: bodyOf({ id: uuid(), key: '', acknowledged: false }) }),
    ])
    await down
    expect([503, 200]).toContain(seen[0])
    expect([503, 200]).toContain(seen[1].status)
    expect(await health()).toBe(200)
    expect((await weighIn(owner, stand, 1)).answer.status).toBe(200)
  })
})

describe('two servers on one database', () => {
  let second: string
  beforeAll(async () => {
    second = await control('/second')
  })
  const at = (base: string, path: string, body: object | undefined, key: string, cookie: string) =>
    fetch(base + path, {
      method: body ? 'POST' : 'GET',
      body: body && JSON.stringify(body),
      headers: { 'content-type': 'application/json', 'idempotency-key': key, cookie },
    })
  const both = (i: number): string => (i % 2 ? second : BASE)

  it('the same key at both is one row and one answer', async () => {
    const save = { id: uuid(), key: uuid(), acknowledged: false }
    const answers = await Promise.all(
      Array.from({ length: 10 }, (_, i) => at(both(i), '/api/v1/lots', bodyOf(save), save.key, owner.cookie)),
    )
    expect(answers.map((a) => a.status)).toEqual(Array(10).fill(200))
    expect(await rows('SELECT COUNT(*) AS n FROM movement WHERE lot_id = :id', { id: save.id })).toEqual([{ n: 1 }])
    const other = await at(second, '/api/v1/lots', { ...bodyOf(save), kg: 9 }, save.key, owner.cookie)
    expect(other.status).toBe(422)
  })
  it('1 000 racing takes of one lot: none lost, none too many', async () => {
    const lot = await weighIn(owner, stand, 60)
    let taken = 0
    const queue = Array.from({ length: 1000 }, (_, i) => i)
    await Promise.all(
      Array.from({ length: 20 }, async () => {
        for (let i = queue.pop(); i !== undefined; i = queue.pop()) {
          const a = await at(
            both(i),
            '/api/v1/presses',
            pressBody(lot.id, { takenKg: 0.1, juice: { value: 40, unit: 'mL' } }),
            uuid(),
            (i % 3 ? owner : crew).cookie,
          )
          if (a.status === 200) taken++
          else expect(a.status).toBe(422)
        }
      }),
    )
    const [{ left, presses }] = (await rows<{ left: string; presses: number }>(
      'SELECT (SELECT SUM(amount) FROM movement WHERE lot_id = :id) AS `left`, (SELECT COUNT(*) FROM press WHERE lot_id = :id) AS presses',
      { id: lot.id },
    )) as [{ left: string; presses: number }]
    expect([taken, presses, Number(left)]).toEqual([600, 600, 0])
  }, 180_000)
  it('a session revoked at one is out at the other, at once', async () => {
    const signed = await at(second, '/api/v1/session', { login: 'ben', password: 'press-all-day' }, uuid(), '')
    const cookie = signed.headers.getSetCookie()[0]!.split(';')[0]!
    expect((await at(BASE, '/api/v1/session', undefined, uuid(), cookie)).status).toBe(200)
    const mine = (
      (await (await at(BASE, '/api/v1/sessions', undefined, uuid(), cookie)).json()) as {
        id: string
        current: boolean
      }[]
    ).find((s) => s.current)!
    await owner.call('endSession', { params: { id: mine.id } })
    expect((await at(second, '/api/v1/session', undefined, uuid(), cookie)).status).toBe(401)
  })
  it('wrong passwords are counted together', async () => {
    const login = `pair-${uuid()}`
    await owner.call('postPerson', { body: { id: uuid(), name: 'Pair', login, password: 'long-enough', role: 'crew' } })
    const tries = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        at(both(i), '/api/v1/session', { login, password: 'wrong-one' }, uuid(), ''),
      ),
    )
    expect(tries.filter((t) => t.status === 401)).toHaveLength(8)
    expect(tries.filter((t) => t.status === 429)).toHaveLength(4)
  })
})
