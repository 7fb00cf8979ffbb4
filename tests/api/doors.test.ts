import { QueryTypes } from 'sequelize'
import { closeDatabase, database } from '../../server/db/connect'
import { BASE, type Client, OWNER, people, raw, signIn, uuid } from './client'

let owner: Client
let crew: Client
beforeAll(async () => {
  ;({ owner, crew } = await people())
  // Wrong passwords of other files came from the same address.
  await database().query('DELETE FROM sign_in_attempt')
})
afterAll(closeDatabase)

/** One more of the crew, so that what is done to them stays with them. */
async function newCrew(role: 'crew' | 'lead' = 'crew'): Promise<{ id: string; login: string; password: string }> {
  const id = uuid()
  const person = { id, login: `kit-${id}`, password: 'cold-and-tart' }
  const a = await owner.call('postPerson', { body: { ...person, name: 'Kit', role } })
  expect(a.status).toBe(200)
  return person
}
/** The cookie that an enrolled tablet keeps. */
async function enrol(standId: string | null = null): Promise<{ id: string; cookie: string }> {
  const id = uuid()
  const a = await fetch(`${BASE}/api/v1/devices`, {
    method: 'POST',
    body: JSON.stringify({ id, name: 'Counter tablet', standId }),
    headers: { 'content-type': 'application/json', cookie: owner.cookie },
  })
  expect(a.status).toBe(200)
  return {
    id,
    cookie: a.headers
      .getSetCookie()
      .find((c) => c.startsWith('olvex-tablet='))!
      .split(';')[0]!,
  }
}
const withPin = (cookie: string, personId: string, pin: string) =>
  raw('POST', '/api/v1/pin', { body: { personId, pin }, headers: { cookie } })
const codeOf = (a: { status: number; body: { code: string; errors?: { code: string }[] } }) => [
  a.status,
  a.body.errors?.[0]?.code ?? a.body.code,
]

describe('a PIN', () => {
  it('opens a day on an enrolled tablet, and nowhere else', async () => {
    const kit = await newCrew()
    expect((await owner.call('setPin', { params: { id: kit.id }, body: { pin: '2719' } })).status).toBe(200)
    expect(codeOf(await withPin('', kit.id, '2719'))).toEqual([403, 'tablet-not-enrolled'])
    expect((await raw('GET', '/api/v1/pin')).body).toEqual({ enrolled: false, people: [] })
    const tablet = await enrol()
    const offered = (await raw('GET', '/api/v1/pin', { headers: { cookie: tablet.cookie } })).body
    expect([offered.enrolled, offered.people.some((p: { id: string }) => p.id === kit.id)]).toEqual([true, true])
    expect(codeOf(await withPin(tablet.cookie, kit.id, '9999'))).toEqual([401, 'wrong-pin'])
    const a = await withPin(tablet.cookie, kit.id, '2719')
    expect(a.status).toBe(200)
    expect((await raw('GET', '/api/v1/session', { headers: { cookie: a.cookie! } })).body.person.id).toBe(kit.id)
    const [row] = await database().query<{ hours: number }>(
      'SELECT TIMESTAMPDIFF(HOUR, created_at, expires_at) AS hours FROM session WHERE device_id = :id',
      { type: QueryTypes.SELECT, replacements: { id: tablet.id } },
    )
    expect(row!.hours).toBe(14)
  })
  it('is offered, and opens, where its person works: the tablet of another stand does not know them', async () => {
    const here = (await owner.call('stands')).body[0]
    const there = { ...here, id: uuid(), name: 'Their stand', version: 0 }
    await owner.call('putStand', { params: { id: there.id }, body: there })
    const [bound, anywhere] = [await newCrew(), await newCrew()]
    const stands = [{ standId: there.id, role: 'crew' as const }]
    const body = { name: 'Kit', role: 'crew' as const, stands, active: true, version: 1 }
    expect((await owner.call('putPerson', { params: { id: bound.id }, body })).status).toBe(200)
    for (const { id } of [bound, anywhere]) await owner.call('setPin', { params: { id }, body: { pin: '2719' } })
    const ids = [bound.id, anywhere.id]
    const offered = async ({ cookie }: { cookie: string }): Promise<string[]> =>
      (await raw('GET', '/api/v1/pin', { headers: { cookie } })).body.people
        .map((p: { id: string }) => p.id)
        .filter((id: string) => ids.includes(id))
    const [at, elsewhere, anyones] = [await enrol(there.id), await enrol(here.id), await enrol()]
    expect([await offered(at), await offered(elsewhere), await offered(anyones)].map((all) => all.sort())).toEqual([
      ids.toSorted(),
      [anywhere.id],
      ids.toSorted(),
    ])
    expect(codeOf(await withPin(elsewhere.cookie, bound.id, '2719'))).toEqual([401, 'wrong-pin'])
    expect((await withPin(at.cookie, bound.id, '2719')).status).toBe(200)
    const listed = (await owner.call('devices')).body.find((d: { id: string }) => d.id === at.id)
    expect([listed.tabletStandId, listed.standId]).toEqual([there.id, null])
  })
  it('ends with its tablet, at once', async () => {
    const kit = await newCrew()
    await owner.call('setPin', { params: { id: kit.id }, body: { pin: '2719' } })
    const tablet = await enrol()
    const { cookie } = await withPin(tablet.cookie, kit.id, '2719')
    expect((await owner.call('endDevice', { params: { id: tablet.id } })).status).toBe(200)
    expect((await raw('GET', '/api/v1/session', { headers: { cookie: cookie! } })).status).toBe(401)
    expect(codeOf(await withPin(tablet.cookie, kit.id, '2719'))).toEqual([403, 'tablet-not-enrolled'])
    expect((await owner.call('endDevice', { params: { id: tablet.id } })).status).toBe(404)
  })
  it('is tried eight times, then waits', async () => {
    const kit = await newCrew()
    await owner.call('setPin', { params: { id: kit.id }, body: { pin: '2719' } })
    const tablet = await enrol()
    for (let i = 0; i < 8; i++) expect((await withPin(tablet.cookie, kit.id, '1111')).status).toBe(401)
    expect(codeOf(await withPin(tablet.cookie, kit.id, '2719'))).toEqual([429, 'too-many-attempts'])
  })
  it.each([
    ['1111', 'pin-weak'],
    ['4321', 'pin-weak'],
    ['12', 'field-invalid-format'],
    ['12345678901', 'field-invalid-format'],
    ['12a4', 'field-invalid-format'],
  ])('%s is refused', async (pin, code) => {
    const kit = await newCrew()
    expect(codeOf(await owner.call('setPin', { params: { id: kit.id }, body: { pin } }))).toEqual([422, code])
  })
  it('is for crew: a lead has none, and loses it on becoming one', async () => {
    const lead = await newCrew('lead')
    expect(codeOf(await owner.call('setPin', { params: { id: lead.id }, body: { pin: '2719' } }))).toEqual([
      422,
      'pin-only-crew',
    ])
    const kit = await newCrew()
    await owner.call('setPin', { params: { id: kit.id }, body: { pin: '2719' } })
    await owner.call('putPerson', {
      params: { id: kit.id },
      body: { name: 'Kit', role: 'lead', active: true, version: 1 },
    })
    expect((await owner.call('people')).body.find((p: { id: string }) => p.id === kit.id)).toMatchObject({
      role: 'lead',
      hasPin: false,
    })
  })
  it('is not what a cookie made up opens', async () => {
    const tablet = await enrol()
    expect(
      (await raw('GET', '/api/v1/pin', { headers: { cookie: `olvex-tablet=${tablet.id}.${'A'.repeat(43)}` } })).body
        .enrolled,
    ).toBe(false)
    expect((await raw('GET', '/api/v1/pin', { headers: { cookie: "olvex-tablet=' OR 1=1 --.x" } })).body.enrolled).toBe(
      false,
    )
  })
})

describe('passwords', () => {
  it('are changed by who knows the old one; every other session ends', async () => {
    const kit = await newCrew()
    const [here, there] = [await signIn(kit.login, kit.password), await signIn(kit.login, kit.password)]
    expect(codeOf(await here.call('putPassword', { body: { current: 'guessed-it', next: 'sweet-and-sour' } }))).toEqual(
      [422, 'wrong-password'],
    )
    expect(codeOf(await here.call('putPassword', { body: { current: kit.password, next: kit.password } }))).toEqual([
      422,
      'password-same',
    ])
    expect((await here.call('putPassword', { body: { current: kit.password, next: 'sweet-and-sour' } })).status).toBe(
      200,
    )
    expect([(await here.call('me')).status, (await there.call('me')).status]).toEqual([200, 401])
    expect((await raw('POST', '/api/v1/session', { body: { login: kit.login, password: kit.password } })).status).toBe(
      401,
    )
    expect((await signIn(kit.login, 'sweet-and-sour')).cookie).toContain('olvex=')
  })
  it('that were forgotten are set by the owner, and all sessions end', async () => {
    const kit = await newCrew()
    const c = await signIn(kit.login, kit.password)
    expect(
      (await owner.call('resetPassword', { params: { id: kit.id }, body: { password: 'brand-new-one' } })).status,
    ).toBe(200)
    expect((await c.call('me')).status).toBe(401)
    await signIn(kit.login, 'brand-new-one')
  })
  it('are guessed eight times however many come at once', async () => {
    const kit = await newCrew()
    const tries = await Promise.all(
      Array.from({ length: 24 }, () =>
        raw('POST', '/api/v1/session', { body: { login: kit.login, password: 'wrong' } }),
      ),
    )
    expect(tries.filter((t) => t.status === 401)).toHaveLength(8)
    expect(tries.filter((t) => t.status === 429)).toHaveLength(16)
  })
  it('leave no trace in history or answers', async () => {
    const everything = JSON.stringify([
      (await owner.call('history')).body,
      (await owner.call('people')).body,
      (await owner.call('sessions')).body,
    ])
    expect(everything).not.toMatch(/passwordHash|pinHash|scrypt|secretHash/)
    expect(everything).not.toContain(OWNER.password)
  })
})

describe('sessions', () => {
  it('are listed with their place, and ended by their owner at once', async () => {
    const kit = await newCrew()
    const c = await signIn(kit.login, kit.password)
    const other = await signIn(kit.login, kit.password)
    const mine = (await c.call('sessions')).body as { id: string; personId: string; current: boolean }[]
    expect(mine.every((s) => s.personId === kit.id)).toBe(true)
    expect(mine.filter((s) => s.current)).toHaveLength(1)
    const there = mine.find((s) => !s.current)!
    expect((await c.call('endSession', { params: { id: there.id } })).status).toBe(200)
    expect([(await other.call('me')).status, (await c.call('me')).status]).toEqual([401, 200])
  })
  it('of others are not for crew to see or end', async () => {
    const kit = await newCrew()
    const c = await signIn(kit.login, kit.password)
    const all = (await owner.call('sessions')).body as { id: string; personId: string }[]
    expect(all.some((s) => s.personId === kit.id)).toBe(true)
    const ownersOwn = all.find((s) => s.personId !== kit.id)!
    expect((await c.call('endSession', { params: { id: ownersOwn.id } })).status).toBe(404)
    expect((await owner.call('me')).status).toBe(200)
    expect(
      (await owner.call('endSession', { params: { id: all.find((s) => s.personId === kit.id)!.id } })).status,
    ).toBe(200)
    expect((await c.call('me')).status).toBe(401)
  })
  it('and devices, people, PINs of others are shut to crew', async () => {
    for (const id of ['devices', 'people', 'history'] as const) expect((await crew.call(id)).status).toBe(403)
    expect((await crew.call('setPin', { body: { pin: '2719' } })).status).toBe(403)
  })
})
