import { QueryTypes } from 'sequelize'
import { v7 as uuid } from 'uuid'
import { closeDatabase, database } from '../server/db/connect'
import { killApp, killDatabase } from './lib/controls'
import { withInstallation } from './lib/installation'
import { say } from './lib/say'

// npm run torture [-- KILLS]: writes without a pause while server and database are killed, over and over; then every
// acknowledged write must be whole, every other whole or absent, no lot may hold less than nothing, and nobody was
// answered with a failure: 503 while the database is away.
const KILLS = Number(process.argv[2] ?? 1000)
const WRITERS = 12
const DATABASE_EVERY = 4

interface Write {
  id: string
  key: string
  path: string
  body: Record<string, unknown>
  acknowledged: boolean
}
const writes: Write[] = []
const crates: string[] = []
let stop = false
let refused = 0
/** Answers of 500 and more that are not "the database is away", by status. */
const failed = new Map<number, number>()

async function writer(url: string, cookie: string, stand: string): Promise<void> {
  const send = (w: Write) =>
    fetch(url + w.path, {
      method: 'POST',
      body: JSON.stringify(w.body),
      headers: { 'content-type': 'application/json', 'idempotency-key': w.key, cookie },
      signal: AbortSignal.timeout(10_000),
    }).catch(() => null)
  while (!stop) {
    const pressing = crates.length > 0 && Math.random() < 0.5
    const id = uuid()
    const body = pressing
      ? {
          id,
          lotId: crates[Math.floor(Math.random() * crates.length)],
          juiceLotId: uuid(),
          takenKg: 1,
          trimmedKg: null,
          juice: { value: 400, unit: 'mL' },
          method: 'hand-reamer',
          minutes: 2,
        }
      : {
          id,
          standId: stand,
          ingredientKey: 'lemon',
          supplier: null,
          kg: 5,
          price: { paid: 2, per: 'kg' },
          count: null,
        }
    const w: Write = { id, key: uuid(), path: pressing ? '/api/v1/presses' : '/api/v1/lots', body, acknowledged: false }
    writes.push(w)
    // As the outbox does: the same key until there is an answer.
    for (let answer = await send(w); !stop; answer = await send(w)) {
      if (answer && answer.status >= 500 && answer.status !== 503)
        failed.set(answer.status, (failed.get(answer.status) ?? 0) + 1)
      if (answer?.status === 200) {
        w.acknowledged = true
        if (!pressing) crates.push(id)
      } else if (answer && answer.status < 500) refused++
      if (answer && answer.status < 500) break
      await new Promise((done) => setTimeout(done, 50))
    }
  }
}

const rows = <T extends object>(sql: string) => database().query<T>(sql, { type: QueryTypes.SELECT })
const setOf = async (sql: string): Promise<Set<string>> => new Set((await rows<{ id: string }>(sql)).map((r) => r.id))

async function verify(): Promise<string[]> {
  const wrong: string[] = []
  const lots = await setOf(
    "SELECT l.id FROM lot l WHERE (SELECT COUNT(*) FROM movement m WHERE m.lot_id = l.id AND m.source_id = l.id) = 1 AND (SELECT COUNT(*) FROM change_row c WHERE c.entity = 'lot' AND c.entity_id = l.id) = 1",
  )
  const presses = await setOf(
    "SELECT p.id FROM press p WHERE (SELECT COUNT(*) FROM movement m WHERE m.source_id = p.id) >= 2 AND (SELECT COUNT(*) FROM change_row c WHERE c.entity = 'press' AND c.entity_id = p.id) = 1",
  )
  const [allLots, allPresses] = [
    await setOf("SELECT id FROM lot WHERE kind = 'received'"),
    await setOf('SELECT id FROM press'),
  ]
  for (const w of writes) {
    const [whole, any] = w.path.endsWith('lots') ? [lots, allLots] : [presses, allPresses]
    if (w.acknowledged && !whole.has(w.id)) wrong.push(`acknowledged and not whole: ${w.path} ${w.id}`)
    if (any.has(w.id) && !whole.has(w.id)) wrong.push(`half there: ${w.path} ${w.id}`)
  }
  for (const [status, n] of failed) wrong.push(`${n} answers of ${status}`)
  for (const r of await rows<{ id: string }>(
    "SELECT id FROM lot WHERE id NOT IN (SELECT id FROM fact) UNION ALL SELECT id FROM press WHERE id NOT IN (SELECT id FROM fact WHERE kind = 'press')",
  ))
    wrong.push(`a fact without its row: ${r.id}`)
  for (const r of await rows<{ id: string }>(
    'SELECT lot_id AS id FROM movement GROUP BY lot_id HAVING SUM(amount) < 0',
  ))
    wrong.push(`less than nothing in ${r.id}`)
  for (const r of await rows<{ id: string }>(
    'SELECT m.id FROM movement m LEFT JOIN lot l ON l.id = m.lot_id WHERE l.id IS NULL',
  ))
    wrong.push(`a movement of no lot: ${r.id}`)
  for (const r of await rows<{ id: string }>(
    'SELECT source_id AS id FROM movement GROUP BY source_id, lot_id HAVING COUNT(*) > 1',
  ))
    wrong.push(`moved twice: ${r.id}`)
  return wrong
}

const began = Date.now()
await withInstallation('torture', {}, async (s) => {
  const signed = await fetch(`${s.app.url}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'owner', password: 'tart-and-cold' }),
  })
  const cookie = signed.headers.getSetCookie()[0]!.split(';')[0]!
  const stand = (
    (await (await fetch(`${s.app.url}/api/v1/stands`, { headers: { cookie } })).json()) as { id: string }[]
  )[0]!.id
  const writers = Promise.all(Array.from({ length: WRITERS }, () => writer(s.app.url, cookie, stand)))
  for (let kill = 1; kill <= KILLS; kill++) {
    await new Promise((done) => setTimeout(done, 100 + Math.random() * 400))
    await (kill % DATABASE_EVERY ? killApp(s) : killDatabase(s))
    if (kill % 50 === 0)
      say(
        `${kill} kills, ${writes.filter((w) => w.acknowledged).length} writes acknowledged, ${((Date.now() - began) / 60e3).toFixed(1)} min`,
      )
  }
  stop = true
  await writers
  await closeDatabase()
  const wrong = await verify()
  say(
    `${KILLS} kills (${Math.floor(KILLS / DATABASE_EVERY)} of the database), ${writes.length} writes, ${writes.filter((w) => w.acknowledged).length} acknowledged, ${refused} refused by rule, ${wrong.length} wrong`,
  )
  for (const w of wrong.slice(0, 20)) say(w)
  process.exitCode = wrong.length ? 1 : 0
}).finally(() => {
  stop = true
})
