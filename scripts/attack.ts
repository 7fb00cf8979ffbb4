import { readFileSync } from 'node:fs'
import { connect } from 'node:net'
import fc from 'fast-check'
import { v7 as uuid } from 'uuid'
import { broken, fromSchema, type Schema } from '../tests/api/json-schema'
import { MONEY_NAMES } from '../shared/contract'
import { DEMO_SIGN_INS } from '../server/db/demo'
import type { AppServer } from './lib/app-server'
import { withInstallation } from './lib/installation'
import { say } from './lib/say'
import { signIn } from './lib/sign-in'

// npm run attack [-- REQUESTS]: an installation of its own on loopback, with the demo, and what somebody who means ill
// would send: every route as a stranger, as crew, lead and owner; bodies valid, broken, huge, endless and slow; ids of
// every thing there is on every route that takes one; states that no page leads to. Bounded in number and time, and
// ends with figures. What is wrong: an answer of 500, a trace of the inside, money to whoever may not see it, a write
// that somebody may not make, books that do not add up, or a server that others cannot use meanwhile.
const REQUESTS = Number(process.argv[2] ?? 8000)
const AT_ONCE = 16
const MOST_MINUTES = 12
const SEED = Number(process.env.OLVEX_ATTACK_SEED ?? Date.now() % 1e9)

interface Operation {
  operationId: string
  'x-role': string
  parameters: { name: string; in: string; schema: Schema }[]
  requestBody?: { content: Record<string, { schema: Schema }> }
}
type Role = 'stranger' | 'crew' | 'lead' | 'owner'
const RANK: Record<string, number> = { public: 0, stranger: 0, crew: 1, lead: 2, owner: 3 }
const END = Date.now() + MOST_MINUTES * 60_000

const statuses: Record<number, number> = {}
const wrong: string[] = []
let sent = 0
let url = ''
let app: AppServer | undefined

function note(what: string): void {
  if (wrong.length < 50) wrong.push(what)
}

const INSIDE = /\n\s+at |node_modules|Sequelize|ER_[A-Z_]+|SELECT .* FROM|scrypt|password_?hash/i
const MONEY = new RegExp(`"(${[...MONEY_NAMES].join('|')})":\\s*-?[\\d."]`)

async function send(
  role: Role,
  cookie: string,
  method: string,
  path: string,
  body: string | undefined,
  needs: string,
): Promise<void> {
  sent++
  const headers: Record<string, string> = { 'content-type': 'application/json', cookie, 'idempotency-key': uuid() }
  const answer = await fetch(url + path, {
    method,
    body: method === 'GET' || method === 'DELETE' ? undefined : (body ?? '{}'),
    headers,
    signal: AbortSignal.timeout(20_000),
  }).catch((e: Error) => e)
  if (answer instanceof Error) return note(`no answer: ${role} ${method} ${path}: ${answer.message}`)
  const isZip = answer.headers.get('content-type') === 'application/zip'
  const text = isZip ? '' : await answer.text()
  if (isZip) await answer.arrayBuffer()
  statuses[answer.status] = (statuses[answer.status] ?? 0) + 1
  const said = `${role} ${method} ${path} ${body?.slice(0, 200) ?? ''} → ${answer.status} ${text.slice(0, 200)}`
  if (answer.status >= 500 && answer.status !== 503) note(`failed: ${said}`)
  if (INSIDE.test(text)) note(`shows its inside: ${said}`)
  if (answer.ok && RANK[role]! < RANK[needs]!) note(`let in: ${said}`)
  if (role !== 'owner' && MONEY.test(text)) note(`money: ${said}`)
}

/** Every id of everything, of its own kind or not. */
async function idsOf(cookie: string): Promise<string[]> {
  const get = async (path: string) =>
    (await (await fetch(`${url}/api/v1${path}`, { headers: { cookie } })).json()) as {
      id?: string
      key?: string
      juiceLotId?: string
    }[]
  const [stand] = await get('/stands')
  const lists = await Promise.all(
    [
      '/stands',
      '/cups',
      '/vessels',
      '/recipes',
      '/people',
      '/sessions',
      '/prices',
      `/lots?stand=${stand!.id}`,
      `/presses?stand=${stand!.id}`,
    ].map(get),
  )
  return lists.flatMap((list) => list.slice(0, 8).map((row) => row.id ?? row.key ?? uuid()))
}

/** They end what the run needs, or take seconds each. */
const LEFT_OUT = [
  'signOut',
  'makeBackup',
  'getArchive',
  'endSession',
  'endDevice',
  'putPerson',
  'resetPassword',
  'putPassword',
  'setPin',
]

function requests(
  operations: [string, string, Operation][],
  ids: string[],
): fc.Arbitrary<[Operation, string, string, string | undefined]> {
  return fc.oneof(
    ...operations.map(([method, path, o]) => {
      const schema = o.requestBody && Object.values(o.requestBody.content)[0]!.schema
      const body = schema
        ? fc.oneof(
            fromSchema(schema, ids),
            broken(fromSchema(schema, ids)),
            fc.constantFrom<unknown>([], null, 'x', 1e308, { __proto__: { role: 'owner' } }),
          )
        : fc.constant(undefined)
      const fields = fc.record(
        Object.fromEntries(
          o.parameters
            .filter((p) => p.in !== 'header')
            .map((p) => [
              p.name,
              fc.oneof(
                fc.constantFrom(...ids),
                fromSchema(p.schema, ids),
                fc.constantFrom('..', '%00', "'--", '0', '9'.repeat(30)),
              ),
            ]),
        ),
      )
      return fc.tuple(body, fields).map(([b, f]): [Operation, string, string, string | undefined] => {
        const of = (name: string): string =>
          encodeURIComponent(String((f as Record<string, unknown>)[name]).replace(/[\ud800-\udfff]/g, '') || 'x')
        const query = o.parameters
          .filter((p) => p.in === 'query')
          .map((p) => `${p.name}=${of(p.name)}`)
          .join('&')
        return [
          o,
          method,
          `${path.replace(/\{(\w+)\}/g, (_, name: string) => of(name))}${query ? `?${query}` : ''}`,
          b === undefined ? undefined : JSON.stringify(b),
        ]
      })
    }),
  )
}

/** Connections that say little or never stop, while somebody reads: how long the reader waits is the figure. */
async function holdUp(cookie: string): Promise<string> {
  const { port } = new URL(url)
  const sockets = Array.from({ length: 60 }, (_, i) => {
    const socket = connect(Number(port), '127.0.0.1')
    const kind = i % 4
    if (kind === 0) socket.write('GET /api/health HTTP/1.1\r\n')
    if (kind === 1)
      socket.write(
        `POST /api/v1/session HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 4000\r\n\r\n{`,
      )
    if (kind === 2)
      socket.write(
        `POST /api/v1/archive HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: multipart/form-data; boundary=x\r\nContent-Length: 90000000\r\n\r\n`,
      )
    const part = Buffer.concat([Buffer.from('10000\r\n'), Buffer.alloc(65536, 97), Buffer.from('\r\n')])
    if (kind === 3) {
      socket.write('POST /api/v1/lots HTTP/1.1\r\nHost: 127.0.0.1\r\nTransfer-Encoding: chunked\r\n\r\n')
      let parts = 0
      const more = setInterval(() => {
        if (parts++ > 400 || socket.destroyed) clearInterval(more)
        else socket.write(part)
      }, 5)
      socket.on('close', () => clearInterval(more))
    }
    // Read, or the end of a connection would never be seen.
    return socket.on('error', () => undefined).resume()
  })
  const took: number[] = []
  for (let i = 0; i < 100; i++) {
    const at = performance.now()
    const r = await fetch(`${url}/api/v1/cups`, { headers: { cookie }, signal: AbortSignal.timeout(20_000) }).catch(
      () => null,
    )
    if (!r?.ok) note('a reader got no answer while others held connections')
    await r?.text()
    took.push(performance.now() - at)
  }
  await new Promise((done) => setTimeout(done, 20_000))
  const open = sockets.filter((s) => !s.destroyed && s.readyState === 'open').length
  if (open) note(`${open} of 60 connections that say nothing are still open after 20 s`)
  sockets.forEach((s) => s.destroy())
  took.sort((a, b) => a - b)
  return `${took[50]!.toFixed(0)} ms median, ${took[95]!.toFixed(0)} ms 95th percentile`
}

const memoryMb = (): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${app!.child.pid}/status`, 'utf8'))![1]) / 1024

await withInstallation('attack', {}, async (s) => {
  const { db } = s
  app = s.app
  url = app.url
  const owner = await signIn(url, DEMO_SIGN_INS[0].login, DEMO_SIGN_INS[0].password)
  await fetch(`${url}/api/v1/people`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie: owner, 'idempotency-key': uuid() },
    body: JSON.stringify({ id: uuid(), name: 'Lead', login: 'lead', password: 'lead-of-the-day', role: 'lead' }),
  })
  const cookies: Record<Role, string> = {
    stranger: '',
    crew: await signIn(url, DEMO_SIGN_INS[1].login, DEMO_SIGN_INS[1].password),
    lead: await signIn(url, 'lead', 'lead-of-the-day'),
    owner,
  }
  const document = (await (await fetch(`${url}/api/v1/openapi.json`, { headers: { cookie: owner } })).json()) as {
    paths: Record<string, Record<string, Operation>>
  }
  const operations = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, o]): [string, string, Operation] => [method.toUpperCase(), path, o]),
  )
  const ids = await idsOf(owner)
  const before = memoryMb()

  say(`Seed ${SEED}. Every route as every role, with every kind of id.`)
  const roles = Object.keys(cookies) as Role[]
  for (const [method, path, o] of operations.filter(([, , x]) => !LEFT_OUT.includes(x.operationId))) {
    for (const role of roles)
      await send(
        role,
        cookies[role],
        method,
        path.replace(/\{\w+\}/g, ids[Math.floor(Math.random() * ids.length)]!),
        '{}',
        o['x-role'],
      )
  }
  say(`${sent} done. Bodies, ids and states, ${REQUESTS} of them, ${AT_ONCE} at once.`)
  const queue = fc.sample(
    requests(
      operations.filter(([, , o]) => !LEFT_OUT.includes(o.operationId)),
      ids,
    ),
    { numRuns: REQUESTS, seed: SEED },
  )
  await Promise.all(
    Array.from({ length: AT_ONCE }, async (_, i) => {
      for (let r = queue.pop(); r && Date.now() < END; r = queue.pop()) {
        const role = roles[(i + sent) % roles.length]!
        await send(role, cookies[role], r[1], r[2], r[3], r[0]['x-role'])
      }
    }),
  )
  say('Connections that say little or never stop, and a reader beside them.')
  const waited = await holdUp(owner)
  const books = [
    ['lots below nothing', 'SELECT lot_id FROM movement GROUP BY lot_id HAVING SUM(amount) < 0'],
    ['movements of no lot', 'SELECT m.id FROM movement m LEFT JOIN lot l ON l.id = m.lot_id WHERE l.id IS NULL'],
    [
      'amounts finer than a thousandth',
      "SELECT id FROM movement WHERE amount <> ROUND(amount, 3) AND kind <> 'pour-out'",
    ],
    ['facts without a row', "SELECT id FROM press WHERE id NOT IN (SELECT id FROM fact WHERE kind = 'press')"],
    ['drinks that are preps', "SELECT id FROM recipe WHERE JSON_VALUE(draft, '$.kind') <> kind"],
    [
      'drinks without a way to serve',
      "SELECT id FROM recipe WHERE kind = 'drink' AND JSON_EXTRACT(draft, '$.serve') IS NULL",
    ],
  ] as const
  for (const [what, sql] of books) {
    const found = (await db.sql(`USE olvex; ${sql}`)).trim()
    if (found) note(`${what}: ${found.split('\n').length}`)
  }
  for (const path of ['/', '/api/health', '/api/v1/setup'])
    if (!(await fetch(url + path)).ok) note(`${path} does not answer any more`)
  say(
    `\n${sent} requests: ${Object.entries(statuses)
      .map(([s, n]) => `${n} × ${s}`)
      .join(', ')}`,
  )
  say(`A reader beside 60 connections that say little or never stop: ${waited}`)
  say(`Memory of the server: ${before.toFixed(0)} MB before, ${memoryMb().toFixed(0)} MB after`)
  say(`${wrong.length} wrong`)
  wrong.forEach((w) => say(w))
  process.exitCode = wrong.length ? 1 : 0
})
process.exit()
