import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { createHash, webcrypto } from 'node:crypto'
import { defaults, seal } from 'iron-webcrypto'
import { QueryTypes } from 'sequelize'
import { closeDatabase, database } from '../../server/db/connect'
import { atLeast, contract, type Endpoint, type Role } from '../../shared/contract'
import { BASE, CREW, Client, LEAD, makeDrink, OWNER, people, pressBody, raw, signIn, uuid, weighIn } from './client'

const endpoints = Object.values(contract) as Endpoint[]
let owner: Client
let crew: Client
let stand: string
beforeAll(async () => {
  ;({ owner, crew, stand } = await people())
})
afterAll(closeDatabase)

/** The routes of the build itself, as the server registers them. */
function builtRoutes(): string[] {
  const folder = join(process.env.OLVEX_BUILD!, 'server/chunks')
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.mjs'))
    .map((f) => readFileSync(join(folder, f), 'utf8'))
  const found = files.flatMap((text) =>
    [...text.matchAll(/route:\s*['"](\/api\/[^'"]+)['"][^}]*?method:\s*['"](\w+)['"]/g)].map(
      (m) => `${m[2]!.toUpperCase()} ${m[1]!.replace(/:(\w+)/g, '{$1}')}`,
    ),
  )
  return [...new Set(found)].sort()
}

describe('every built route', () => {
  it('is in the contract, and the contract is built', () =>
    expect(builtRoutes()).toEqual(endpoints.map((e) => `${e.method} ${e.path}`).sort()))
  it.each(endpoints.filter((e) => e.role !== 'public').map((e) => [e.id, e] as const))(
    '%s is refused without a session',
    async (_, e) => {
      const a = await raw(e.method, e.path.replace('{id}', uuid()), { body: e.method === 'GET' ? undefined : {} })
      expect([a.status, a.body.code]).toEqual([401, 'not-signed-in'])
    },
  )
  it.each(endpoints.filter((e) => e.role === 'owner' || e.role === 'lead').map((e) => [e.id, e] as const))(
    '%s is refused to the crew',
    async (_, e) => {
      const a = await crew.call(e.id as keyof typeof contract)
      expect([a.status, a.body.code]).toEqual([403, 'not-your-role'])
    },
  )
  it.each([
    ['GET', '/api/v1/secrets'],
    ['POST', '/api/v1/recipes'],
    ['PUT', '/api/v1/lots'],
    ['DELETE', '/api/v1/people'],
    ['POST', '/api/v1/recipes/9%3Fz/sign-off'],
    ['GET', '/api/v1/'],
  ])('and %s %s, which nobody named, is not there', async (method, path) => {
    const a = await raw(method, path, { body: method === 'GET' ? undefined : {}, headers: { cookie: owner.cookie } })
    expect([a.status, a.body?.code]).toEqual([404, 'not-found'])
  })
})

describe('sessions', () => {
  it('end at once when signed out', async () => {
    const c = await signIn(CREW.login, CREW.password)
    expect((await c.call('me')).status).toBe(200)
    await c.call('signOut')
    expect((await c.call('me')).status).toBe(401)
  })
  it('end at once when the person has left', async () => {
    const id = uuid()
    await owner.call('postPerson', {
      body: { id, name: 'Cy', login: `cy-${id}`, password: 'long-enough', role: 'crew' },
    })
    const c = await signIn(`cy-${id}`, 'long-enough')
    expect(
      (await owner.call('putPerson', { params: { id }, body: { name: 'Cy', role: 'crew', active: false, version: 1 } }))
        .status,
    ).toBe(200)
    expect((await c.call('me')).status).toBe(401)
  })
  it('are not opened by the right id under another seal', async () => {
    const [live] = await database().query<{ id: string }>(
      'SELECT s.id FROM session s JOIN person p ON p.id = s.person_id WHERE p.login = :login AND s.revoked_at IS NULL ORDER BY s.created_at DESC LIMIT 1',
      { type: QueryTypes.SELECT, replacements: { login: OWNER.login } },
    )
    const sealed = await seal(
      webcrypto as never,
      { id: 'x', createdAt: Date.now(), data: { sid: live!.id } },
      'another-secret-of-more-than-32-characters',
      defaults,
    )
    expect((await new Client(`olvex=${sealed}`).call('me')).status).toBe(401)
  })
  it('are not made by a cookie of another seal', async () =>
    expect((await new Client('olvex=Fe26.2**00*00*00*00**00*00').call('me')).status).toBe(401))
  it('wait after many wrong passwords, the right one too, and say so', async () => {
    const login = `dee-${uuid()}`
    await owner.call('postPerson', { body: { id: uuid(), name: 'Dee', login, password: 'long-enough', role: 'crew' } })
    const tries = []
    for (let i = 0; i < 9; i++) tries.push(await raw('POST', '/api/v1/session', { body: { login, password: 'wrong' } }))
    expect(tries.slice(0, 8).map((t) => [t.status, t.body.code])).toEqual(Array(8).fill([401, 'wrong-password']))
    expect([tries[8]!.status, tries[8]!.body.code]).toEqual([429, 'too-many-attempts'])
    expect((await raw('POST', '/api/v1/session', { body: { login, password: 'long-enough' } })).status).toBe(429)
  })
  it('the last owner stays', async () => {
    const me = (await owner.call('me')).body.person
    const a = await owner.call('putPerson', {
      params: { id: me.id },
      body: { name: me.name, role: 'crew', active: true, version: me.version },
    })
    expect([a.status, a.body.errors[0].code]).toEqual([422, 'last-owner'])
  })
  it('writes from another page are refused', async () => {
    const a = await raw('POST', '/api/v1/lots', {
      body: {},
      headers: { cookie: owner.cookie, origin: 'https://elsewhere.example' },
    })
    expect([a.status, a.body.code]).toEqual([403, 'other-origin'])
  })
  it('the first run happens once', async () =>
    expect((await raw('POST', '/api/v1/setup', { body: OWNER })).body.code).toBe('already-set-up'))
})

it('no price or cost reaches the crew, whatever they ask', async () => {
  await owner.call('postPerson', { body: { id: uuid(), ...LEAD } })
  const lead = await signIn(LEAD.login, LEAD.password)
  const lot = await weighIn(owner, stand, 5)
  await owner.call('postPress', { body: pressBody(lot.id) })
  await makeDrink(owner, `Priced ${uuid()}`)
  const sugar = { id: uuid(), standId: stand, ingredientKey: 'white-sugar', packs: 1, size: 5, unit: 'kg' }
  // Another test may have bought sugar at another price: a far one is meant here.
  const body = { ...sugar, price: { paid: 6, per: 'pack' }, confirm: ['price-far-from-last'] }
  expect((await owner.call('postPack', { body: body as never })).status).toBe(200)
  const prep = (await owner.call('recipes')).body.recipes.find((r: { shipped: string }) => r.shipped === 'simple-syrup')
  const uses = [{ lotId: sugar.id, amount: 1000 }]
  const making = { id: uuid(), standId: stand, versionId: prep.standard.id, out: { value: 1900, unit: 'g' } as const }
  const made = await owner.call('postBatch', { body: { ...making, uses, place: 'cold' } })
  const costs = async () =>
    (await owner.call('batches', { query: { stand } })).body.map((b: { cost: number }) => b.cost)
  expect([made.status, await costs()]).toEqual([200, expect.arrayContaining([1.2])])
  const run = uuid()
  const begun = { id: run, standId: stand, name: 'As always', times: 1 }
  expect((await crew.call('postRun', { body: begun })).status).toBe(200)
  const money = (value: unknown, at = ''): string[] =>
    value && typeof value === 'object'
      ? Object.entries(value).flatMap(([k, v]) =>
          /price|paid|PerKwh|labourPerH|cost(?!Basis|Share)/i.test(k) && v !== null && !Array.isArray(v)
            ? [`${at}.${k}`]
            : money(v, `${at}.${k}`),
        )
      : []
  const query: Record<string, Record<string, string>> = {
    lots: { stand },
    presses: { stand },
    batches: { stand },
    runs: { stand },
    holds: { stand },
    sends: { stand },
    till: { stand },
    count: { stand, from: '2026-11-25', until: '2026-11-25' },
    dayNote: { stand, day: '2026-11-25' },
    demand: { stand, day: '2026-11-25' },
    plan: { stand, day: '2026-11-25' },
    serviceDay: { stand, day: '2026-11-25' },
    dayTasks: { stand, day: '2026-11-25' },
    fruitPresses: { stand },
    bench: { stand },
    packs: { need: 'lemon:1000' },
    work: { recipe: prep.id },
    keptTrials: { stand },
    panels: { stand },
    trainings: { stand },
  }
  const params: Record<string, Record<string, string>> = {
    getLot: { id: lot.id },
    getRun: { id: run },
    fruitPresses: { id: 'lemon' },
    standards: { id: prep.id },
  }
  for (const [role, who] of [
    ['crew', crew],
    ['lead', lead],
  ] as const)
    for (const e of endpoints.filter((x) => x.method === 'GET' && x.role !== 'public' && x.id !== 'openapi')) {
      if (!atLeast(role, e.role as Role)) continue
      const a = await who.call(e.id as 'lots', { query: query[e.id], params: params[e.id] })
      expect([role, e.id, a.status]).toEqual([role, e.id, 200])
      expect([role, e.id, money(a.body)]).toEqual([role, e.id, []])
    }
  // Whoever was too slow is told how the row is now, as they may see it.
  const drink = await makeDrink(owner, `Dear ${uuid()}`)
  const late = await lead.call('putRecipe', { params: { id: drink.id }, body: { ...drink.body, version: 0 } })
  expect([late.status, late.body.current.name, money(late.body.current)]).toEqual([409, drink.body.name, []])
  expect(
    (await owner.call('lots', { query: { stand } })).body.some((l: { cost: number | null }) => l.cost !== null),
  ).toBe(true)
})

it('the OpenAPI document names every endpoint, its role and its body', async () => {
  const { body } = await owner.call('openapi')
  expect(body.openapi).toBe('3.1.0')
  for (const e of endpoints)
    expect(body.paths[e.path][e.method.toLowerCase()]).toMatchObject({ operationId: e.id, 'x-role': e.role })
  expect(body.paths['/api/v1/presses'].post.requestBody.content['application/json'].schema.properties.takenKg).toEqual({
    type: 'number',
  })
})

it('pages carry a policy that names their scripts by hash, and every answer its headers', async () => {
  const page = await fetch(`${BASE}/`)
  const policy = page.headers.get('content-security-policy')!
  const inline = [...(await page.text()).matchAll(/<script>([^]*?)<\/script>/g)].map(
    ([, code]) => `'sha256-${createHash('sha256').update(code!).digest('base64')}'`,
  )
  expect(inline.length).toBeGreaterThan(0)
  for (const hash of inline) expect(policy).toContain(hash)
  expect(policy).not.toMatch(/script-src[^;]*(unsafe-inline|nonce)/)
  expect(policy).toContain("frame-ancestors 'none'")
  expect((await fetch(`${BASE}/api/health`)).headers.get('x-content-type-options')).toBe('nosniff')
})
