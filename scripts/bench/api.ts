import { QueryTypes } from 'sequelize'
import { v7 as uuid } from 'uuid'
import { database } from '../../server/db/connect'
import { asOwner } from '../lib/sign-in'

const CLIENTS = 20
const THINK_MS = 200
const SECONDS = Number(process.env.OLVEX_BENCH_SECONDS ?? 30)

/** 20 clients that read, think 200 ms on average, and read again. */
export async function benchApi(url: string, label: string): Promise<[string, string, string][]> {
  const cookie = await asOwner(url)
  const get = (path: string) => fetch(url + path, { headers: { cookie } })
  const stand = ((await (await get('/api/v1/stands')).json()) as { id: string }[])[0]!.id
  const lot = ((await (await get(`/api/v1/lots?stand=${stand}`)).json()) as { id: string; kind: string }[]).find(
    (l) => l.kind === 'received',
  )!.id
  const routes = [
    `/api/v1/lots?stand=${stand}`,
    `/api/v1/lots/${lot}`,
    `/api/v1/fruit/lemon/presses?stand=${stand}`,
    '/api/v1/packs?need=lemon:21700,lime:4000',
    `/api/v1/presses?stand=${stand}`,
    '/api/v1/recipes',
    '/api/v1/ingredients',
    '/api/v1/prices',
    `/api/v1/plan?stand=${stand}&day=2026-11-25`,
    '/api/v1/session',
    '/api/v1/cups',
  ]
  const took = new Map<string, number[]>(routes.map((r) => [r, []]))
  const until = Date.now() + SECONDS * 1000
  await Promise.all(
    Array.from({ length: CLIENTS }, async (_, c) => {
      for (let i = c; Date.now() < until; i++) {
        await new Promise((done) => setTimeout(done, -Math.log(1 - Math.random()) * THINK_MS))
        const route = routes[i % routes.length]!
        const at = performance.now()
        const r = await get(route)
        await r.arrayBuffer()
        if (!r.ok) throw new Error(`${route}: ${r.status}`)
        took.get(route)!.push(performance.now() - at)
      }
    }),
  )
  const p95 = (all: number[]) => all.sort((a, b) => a - b)[Math.floor(all.length * 0.95)] ?? NaN
  const all = [...took.values()].flat()
  const [first, second] = [...took]
    .map(([r, t]) => [r.replace(/\?.*/, ''), p95(t)] as const)
    .sort((a, b) => b[1] - a[1])
  return [
    [
      `API reads, p95, ${CLIENTS} clients, ${label}`,
      `${p95(all).toFixed(1)} ms over ${all.length} reads; slowest ${first![0]} ${first![1].toFixed(1)} ms, then ${second![0]} ${second![1].toFixed(1)} ms`,
      '40 ms',
    ],
  ]
}

/** Three years of records, written straight into the tables: about 300 000 rows. */
type Insert = (table: string, columns: string, rows: unknown[][]) => Promise<number>
const MAKINGS = 4000
/** Makings of the demo's preps, all used up but the last of them. */
async function twoYearsOfMakings(
  insert: Insert,
  stand: string,
  person: string,
  at: (i: number) => string,
): Promise<number> {
  const versions = await database().query<{ id: string; recipe: string }>(
    "SELECT v.id, v.recipe_id AS recipe FROM recipe_version v JOIN recipe r ON r.id = v.recipe_id WHERE r.kind = 'prep'",
    { type: QueryTypes.SELECT },
  )
  const made = Array.from({ length: MAKINGS }, (_, i) => ({
    id: uuid(),
    lot: uuid(),
    of: versions[i % versions.length]!,
    at: at(i * 8),
    open: i >= MAKINGS - versions.length,
  }))
  return (
    (await insert(
      'lot',
      'id, stand_id, item_kind, item_key, kind, unit, amount, cost, at, person_id, confirmed, source_id, open',
      made.map((m) => [
        m.lot,
        stand,
        'version',
        m.of.id,
        'made',
        'mL',
        2000,
        3,
        m.at,
        person,
        '[]',
        m.id,
        m.open ? 1 : 0,
      ]),
    )) +
    (await insert(
      'movement',
      'id, lot_id, amount, kind, source_id, at, person_id',
      made.flatMap((m) => [
        [uuid(), m.lot, 2000, 'make-in', m.id, m.at, person],
        ...(m.open ? [] : [[uuid(), m.lot, -2000, 'use', m.lot, m.at, person]]),
      ]),
    )) +
    (await insert(
      'batch',
      'id, stand_id, recipe_id, version_id, lot_id, state, out_unit, out_g, out_ml, times, minutes, standard_min, uses, cost, cost_basis, at, person_id, confirmed',
      made.map((m) => [
        m.id,
        stand,
        m.of.recipe,
        m.of.id,
        m.lot,
        'done',
        'mL',
        2200,
        2000,
        1.2,
        12,
        8,
        '[]',
        3,
        'estimated',
        m.at,
        person,
        '[]',
      ]),
    ))
  )
}

export async function threeYears(): Promise<number> {
  const db = database()
  const [base] = await db.query<{ stand: string; person: string }>(
    "SELECT (SELECT id FROM stand ORDER BY id LIMIT 1) AS stand, (SELECT id FROM person WHERE role = 'owner' LIMIT 1) AS person",
    { type: QueryTypes.SELECT },
  )
  const { stand, person } = base!
  const fruits = ['lemon', 'lime', 'orange', 'rhubarb', 'melon', 'carrot', 'apple']
  const at = (i: number) =>
    new Date(Date.UTC(2023, 10, 20) + i * 3.1 * 60e3 * 15).toISOString().slice(0, 23).replace('T', ' ')
  const insert = async (table: string, columns: string, rows: unknown[][]) => {
    for (let i = 0; i < rows.length; i += 1000) {
      const part = rows.slice(i, i + 1000)
      await db.query(
        `INSERT INTO ${table} (${columns}) VALUES ${part.map((r) => `(${r.map(() => '?').join(',')})`).join(',')}`,
        { replacements: part.flat() },
      )
    }
    return rows.length
  }
  const N = 33000
  const lots = Array.from({ length: N }, () => uuid())
  const juices = Array.from({ length: N }, () => uuid())
  const presses = Array.from({ length: N }, () => uuid())
  const fruit = (i: number) => fruits[i % fruits.length]!
  let rows = 0
  rows += await insert('lot', 'id, stand_id, item_key, kind, unit, amount, cost, at, person_id, confirmed', [
    ...lots.map((id, i) => [id, stand, fruit(i), 'received', 'g', 10000, 24, at(i), person, '[]']),
    ...juices.map((id, i) => [id, stand, `${fruit(i)}-juice`, 'pressed', 'mL', 4000, 24, at(i), person, '[]']),
  ])
  rows += await insert(
    'movement',
    'id, lot_id, amount, kind, source_id, at, person_id',
    lots.flatMap((id, i) => [
      [uuid(), id, 10000, 'receive', id, at(i), person],
      [uuid(), id, -10000, 'press-out', presses[i], at(i), person],
      [uuid(), juices[i], 4000, 'press-in', presses[i], at(i), person],
      [uuid(), juices[i], -4000, 'pour-out', juices[i], at(i), person],
    ]),
  )
  rows += await insert(
    'press',
    'id, stand_id, lot_id, juice_lot_id, ingredient_key, taken_g, juice_ml, juice_g, juice_unit, method, minutes, fruit_cost, cost_basis, at, person_id, confirmed',
    presses.map((id, i) => [
      id,
      stand,
      lots[i],
      juices[i],
      fruit(i),
      10000,
      4000,
      4120,
      'mL',
      'juicer',
      20,
      24,
      'measured',
      at(i),
      person,
      '[]',
    ]),
  )
  await db.query(
    'UPDATE lot SET open = FALSE WHERE (SELECT COALESCE(SUM(m.amount), 0) FROM movement m WHERE m.lot_id = lot.id) < 0.01',
  )
  rows += await insert(
    'change_row',
    'entity, entity_id, `after`, at, person_id',
    lots.map((id, i) => ['lot', id, '{}', at(i), person]),
  )
  rows += await insert(
    'price',
    'id, ingredient_key, pack_price, pack_g, since, source, person_id',
    Array.from({ length: 6000 }, (_, i) => [uuid(), fruit(i), 2 + (i % 10) / 10, 1000, at(i * 5), 'typed', person]),
  )
  rows += await twoYearsOfMakings(insert, stand, person, at)
  // Lists are sent again when their kind has a new row.
  await insert(
    'change_row',
    'entity, entity_id, `after`, at, person_id',
    ['press', 'price', 'batch'].map((entity) => [entity, stand, '{}', at(N), person]),
  )
  return rows
}

/**
 * Many clients with a second's thought, as a busy day with a hundred tablets: each with its last tag, as our tablets
 * ask.
 */
export async function benchCrowd(url: string, label: string): Promise<[string, string, string][]> {
  const cookie = await asOwner(url)
  const stand = ((await (await fetch(`${url}/api/v1/stands`, { headers: { cookie } })).json()) as { id: string }[])[0]!
    .id
  const routes = [
    `/api/v1/lots?stand=${stand}`,
    `/api/v1/presses?stand=${stand}`,
    '/api/v1/recipes',
    '/api/v1/ingredients',
    '/api/v1/prices',
  ]
  const until = Date.now() + SECONDS * 1000
  const took: number[] = []
  let fresh = 0
  /** One of them writes now and then, so that lists change. */
  const writer = (async () => {
    while (Date.now() < until) {
      await new Promise((done) => setTimeout(done, 4000))
      const body = JSON.stringify({
        id: uuid(),
        standId: stand,
        ingredientKey: 'lemon',
        supplier: null,
        kg: 1,
        count: null,
      })
      await fetch(`${url}/api/v1/lots`, {
        method: 'POST',
        body,
        headers: { cookie, 'content-type': 'application/json', 'idempotency-key': uuid() },
      })
    }
  })()
  await Promise.all(
    Array.from({ length: 100 }, async (_, c) => {
      const tags = new Map<string, string>()
      for (let i = c; Date.now() < until; i++) {
        await new Promise((done) => setTimeout(done, -Math.log(1 - Math.random()) * 1000))
        const route = routes[i % routes.length]!
        const at = performance.now()
        const r = await fetch(url + route, {
          headers: { cookie, ...(tags.has(route) ? { 'if-none-match': tags.get(route)! } : {}) },
        })
        await r.arrayBuffer()
        if (r.status === 200) fresh++
        tags.set(route, r.headers.get('etag')!)
        took.push(performance.now() - at)
      }
    }),
  )
  await writer
  took.sort((a, b) => a - b)
  return [
    [
      `lists, p95, 100 clients of 1 s thought, ${label}`,
      `${took[Math.floor(took.length * 0.95)]!.toFixed(1)} ms over ${took.length} reads, ${fresh} of them sent whole`,
      '150 ms',
    ],
  ]
}

/**
 * Mixed load for some minutes, lists, writes, sign-ins and archives; memory of the server at the start of each minute.
 * It is to level off.
 */
export async function benchMemory(
  url: string,
  residentMb: () => number,
  minutes = Number(process.env.OLVEX_BENCH_MINUTES ?? 5),
): Promise<[string, string, string][]> {
  const seen = [residentMb()]
  for (let m = 0; m < minutes; m++) {
    const end = Date.now() + 60_000
    while (Date.now() < end) {
      const cookie = await asOwner(url)
      const archive = fetch(`${url}/api/v1/archive`, { headers: { cookie } }).then((r) => r.arrayBuffer())
      await Promise.all([benchCrowd(url, 'memory'), archive])
    }
    seen.push(residentMb())
  }
  return [
    [
      `memory of the server over ${minutes} minutes of mixed load`,
      `${seen.map((mb) => mb.toFixed(0)).join(', ')} MB`,
      'levels off',
    ],
  ]
}
