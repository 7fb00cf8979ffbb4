import fc from 'fast-check'
import { v7 as uuid } from 'uuid'
import { broken, fromSchema, type Schema } from './json-schema'

// Bodies, paths and queries from the service's own description of itself: valid ones and broken ones, from strangers,
// crew and owner.
interface Operation {
  operationId: string
  parameters: { name: string; in: string; schema: Schema }[]
  requestBody?: { content: Record<string, { schema: Schema }> }
}
/** An installation of its own, with the demo: what is made up here is in nobody's way. */
const BASE = process.env.OLVEX_TEST_FUZZ!
const REQUESTS = 10_000
const AT_ONCE = 16
/** They end what the run itself needs, or take seconds: tried by tests of their own. */
const LEFT_OUT = ['signOut', 'makeBackup', 'getArchive', 'putPassword']
/** Of these only ids that nobody has, or the run would lock itself out. */
const STRANGERS_ONLY = ['endSession', 'endDevice', 'putPerson', 'resetPassword', 'setPin', 'voidFact', 'restoreFact']

let cookies: string[]
let known: string[]
let operations: [string, string, Operation][]
const ask = async <T>(path: string, cookie: string): Promise<T> =>
  (await fetch(BASE + path, { headers: { cookie } })).json() as Promise<T>
async function signIn(login: string, password: string): Promise<string> {
  const a = await fetch(`${BASE}/api/v1/session`, {
    method: 'POST',
    body: JSON.stringify({ login, password }),
    headers: { 'content-type': 'application/json' },
  })
  return a.headers.getSetCookie()[0]!.split(';')[0]!
}
beforeAll(async () => {
  const owner = await signIn('owner', 'tart-and-cold')
  cookies = ['', await signIn('crew', 'press-and-pour'), owner, owner]
  const stand = (await ask<{ id: string }[]>('/api/v1/stands', owner))[0]!.id
  known = [stand]
  const { recipes } = await ask<{ recipes: { id: string }[] }>('/api/v1/recipes', owner)
  known.push(...recipes.slice(0, 3).map((r) => r.id))
  for (const path of [`/api/v1/lots?stand=${stand}`, '/api/v1/cups', '/api/v1/vessels'])
    known.push(...(await ask<{ id: string }[]>(path, owner)).slice(0, 3).map((r) => r.id))
  const document = await ask<{ paths: Record<string, Record<string, Operation>> }>('/api/v1/openapi.json', owner)
  operations = Object.entries(document.paths)
    .flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, o]) => [method.toUpperCase(), path, o] as [string, string, Operation]),
    )
    .filter(([, , o]) => !LEFT_OUT.includes(o.operationId))
})

interface Request {
  method: string
  path: string
  body: string | undefined
  cookie: string
  key: string
}

function requests(): fc.Arbitrary<Request> {
  return fc.oneof(
    ...operations.map(([method, path, o]) => {
      const ids = STRANGERS_ONLY.includes(o.operationId) ? [uuid()] : known
      const body = o.requestBody
        ? fromSchema(Object.values(o.requestBody.content)[0]!.schema, ids)
        : fc.constant(undefined)
      const fields = fc.record(
        Object.fromEntries(
          o.parameters
            .filter((p) => p.in !== 'header')
            .map((p) => [
              p.name,
              fc.oneof({ weight: 8, arbitrary: fromSchema(p.schema, ids) }, { weight: 1, arbitrary: fc.string() }),
            ]),
        ),
      )
      const text = fc.oneof(
        { weight: 4, arbitrary: body.map((b) => (b === undefined ? undefined : JSON.stringify(b))) },
        { weight: 4, arbitrary: broken(body).map((b) => JSON.stringify(b)) },
        { weight: 1, arbitrary: fc.string() },
      )
      return fc
        .tuple(
          fields,
          text,
          fc.constantFrom(...cookies),
          fc.oneof({ weight: 9, arbitrary: fc.uuid() }, { weight: 1, arbitrary: fc.string() }),
        )
        .map(([f, t, cookie, key]): Request => {
          const query = new URLSearchParams(
            o.parameters
              .filter((p) => p.in === 'query')
              .map((p) => [p.name, String((f as Record<string, unknown>)[p.name])]),
          )
          const filled = path.replace(/\{(\w+)\}/g, (_, n: string) =>
            encodeURIComponent(wellFormed(String((f as Record<string, unknown>)[n]))),
          )
          return {
            method,
            path: `${filled}?${query}`,
            body: method === 'GET' || method === 'DELETE' ? undefined : (t ?? '{}'),
            cookie,
            key: /^[\x21-\x7e]*$/.test(key) ? key : 'key',
          }
        })
    }),
  )
}
const wellFormed = (s: string): string => s.replace(/[\ud800-\udfff]/g, '') || 'x'

it('what the demo made stand by stand is in its history from day to day', async () => {
  const moments: string[] = []
  for (let before = ''; ;) {
    const page = await ask<{ seq: number; at: string }[]>(`/api/v1/history${before}`, cookies.at(-1)!)
    if (!page.length) break
    moments.push(...page.map((r) => r.at))
    before = `?before=${page.at(-1)!.seq}`
  }
  expect(moments.length).toBeGreaterThan(1000)
  // The newest first; signing in changes nothing that history has.
  expect(moments).toEqual(moments.toSorted().reverse())
})

it(`${REQUESTS} requests are all answered: none with a 500, none with a trace of the inside`, async () => {
  const queue = fc.sample(requests(), { numRuns: REQUESTS, seed: 20261125 })
  const statuses: Record<number, number> = {}
  const wrong: string[] = []
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (let r = queue.pop(); r; r = queue.pop()) {
        const answer = await fetch(BASE + r.path, {
          method: r.method,
          body: r.body,
          headers: { 'content-type': 'application/json', cookie: r.cookie, 'idempotency-key': r.key },
          signal: AbortSignal.timeout(15_000),
        })
        const text = await answer.text()
        statuses[answer.status] = (statuses[answer.status] ?? 0) + 1
        if (
          answer.status >= 500 ||
          /\n\s+at |node_modules|SequelizeError|ER_[A-Z]+|stack/.test(text) ||
          !answer.headers.get('content-type')?.includes('json')
        )
          wrong.push(`${r.method} ${r.path} ${r.body?.slice(0, 300)} → ${answer.status} ${text.slice(0, 300)}`)
        else JSON.parse(text)
      }
    }),
  )
  expect(wrong.slice(0, 12)).toEqual([])
  // Both kinds were there: what is right is done, what is wrong is refused.
  expect(statuses[200]!).toBeGreaterThan(REQUESTS / 20)
  expect(statuses[422]!).toBeGreaterThan(REQUESTS / 20)
  expect((await fetch(`${BASE}/api/health`)).status).toBe(200)
}, 240_000)
