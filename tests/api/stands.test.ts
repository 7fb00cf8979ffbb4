import { QueryTypes } from 'sequelize'
import { closeDatabase, database } from '../../server/db/connect'
import { contract, type Contract, type Endpoint } from '../../shared/contract'
import {
  Client,
  codesOf,
  makeDrink,
  newStand as openStand,
  people,
  pressBody,
  raw,
  signIn,
  uuid,
  weighIn,
  type Answer,
} from './client'
import { holdBody, keyedBodies } from './keyed-bodies'

// People who work at some stands: what is at others is not there for them.

const endpoints = Object.values(contract) as Endpoint[]
const DAY = '2026-11-25'
const QUERY: Record<string, Record<string, string>> = {
  count: { from: DAY, until: DAY },
  ...{
    dayNote: { day: DAY },
    demand: { day: DAY },
    plan: { day: DAY },
    serviceDay: { day: DAY },
    dayTasks: { day: DAY },
  },
  packs: { need: 'lemon:1000' },
}
let owner: Client
/** where everybody but the outsider works, and one stand more */
let here: string
let there: string
/** a lead here, who is nobody there */
let outsider: Client
/** crew here, a lead there */
let both: Client

type Role = 'crew' | 'lead'
async function hired(stands: { standId: string; role: Role }[] | null): Promise<{ id: string; client: Client }> {
  const id = uuid()
  const body = { id, name: 'Ed', login: `ed-${id}`, password: 'long-enough', role: 'crew' as const, stands }
  const made = await owner.call('postPerson', { body })
  if (made.status !== 200) throw new Error(JSON.stringify(made.body))
  return { id, client: await signIn(body.login, body.password) }
}
const newStand = (name: string): Promise<string> => openStand(owner, name)
beforeAll(async () => {
  ;({ owner, stand: here } = await people())
  there = await newStand('Second')
  outsider = (await hired([{ standId: here, role: 'lead' }])).client
  both = (
    await hired([
      { standId: here, role: 'crew' },
      { standId: there, role: 'lead' },
    ])
  ).client
})
afterAll(closeDatabase)

const codeOf = (a: Answer): unknown[] => [a.status, a.body?.code]
const ABSENT = [404, 'not-found']

describe('what is at a stand where somebody does not work', () => {
  const writes = endpoints.filter((e) => e.keyed && (e.at.length > 0 || e.id === 'postPress'))
  it.each(writes.map((e) => [e.id as keyof Contract, e] as const))('%s: is not written', async (id, e) => {
    const call = { ...(await keyedBodies(owner, there)[id]!()), key: uuid() } as Parameters<Client['call']>[1]
    const changes = async () =>
      (await database().query<{ n: number }>('SELECT COUNT(*) AS n FROM change_row', { type: QueryTypes.SELECT }))[0]!.n
    const before = await changes()
    const refused = await outsider.call(id, call)
    expect(codeOf(refused)).toEqual(e.role === 'owner' ? [403, 'not-your-role'] : ABSENT)
    expect(await changes()).toBe(before)
    // The same is right where its sender works.
    expect((await owner.call(id, { ...call, key: uuid() })).status).toBe(200)
  })

  const named = endpoints.filter((e) => e.method === 'GET' && e.at.includes('named') && e.role !== 'owner')
  it.each(named.map((e) => [e.id as 'lots'] as const))('%s: is not listed', async (id) => {
    const params = { id: 'lemon' }
    const of = (stand: string) => ({ params, query: { ...QUERY[id], stand } })
    expect(codeOf(await outsider.call(id, of(there)))).toEqual(ABSENT)
    expect((await outsider.call(id, of(here))).status).toBe(200)
    expect((await both.call(id, of(there))).status).toBe(200)
  })

  it('is not found by its id, and answered as what there is not', async () => {
    const lot = (await weighIn(owner, there, 5)).id
    const run = uuid()
    await owner.call('postRun', { body: { id: run, standId: there, name: 'As always', times: 1 } })
    for (const [id, row] of [
      ['getLot', lot],
      ['getRun', run],
    ] as const) {
      const foreign = await outsider.call(id, { params: { id: row } })
      expect([id, foreign.status, foreign.body]).toEqual([id, 404, (await outsider.call(id)).body])
      expect((await both.call(id, { params: { id: row } })).status).toBe(200)
    }
  })

  it('is in nothing that is sent without naming a stand', async () => {
    const lot = (await weighIn(owner, there, 5)).id
    const recipe = (await makeDrink(owner, `Two stands ${uuid()}`)).id
    await keyedBodies(owner, there).putUse!().then((call) => owner.call('putUse', call as never))
    await keyedBodies(owner, there).putVessel!().then((call) => owner.call('putVessel', call as never))
    const unnamed = endpoints.filter(
      (e) => e.method === 'GET' && !e.path.includes('{') && !e.at.length && e.role !== 'public' && e.id !== 'openapi',
    )
    const since = String((await owner.call('changes')).body.seq - 30)
    for (const e of unnamed.filter((u) => u.role !== 'owner')) {
      const query = { ...QUERY[e.id], ...(e.id === 'work' ? { recipe } : {}), ...(e.id === 'changes' ? { since } : {}) }
      const a = await outsider.call(e.id as 'changes', { query })
      // What went from here says where it went.
      const text = JSON.stringify(a.body).replaceAll(/"toStandId":"[^"]*"/g, '')
      expect([e.id, a.status, text.includes(there), text.includes(lot)]).toEqual([e.id, 200, false, false])
    }
    // It is there for whoever works there.
    expect(JSON.stringify((await both.call('changes', { query: { since } })).body)).toContain(lot)
    expect((await outsider.call('stands')).body.map((s: { id: string }) => s.id)).toEqual([here])
  })

  it('is in no history of whoever does not lead there, crew as they may be', async () => {
    const [lot, mine] = [(await weighIn(owner, there, 5)).id, (await weighIn(owner, here, 5)).id]
    const historyOf = async (who: Client, query: { id?: string; stand?: string }) =>
      ((await who.call('history', { query })).body as { entityId: string; standId: string | null }[]).map((r) => [
        r.entityId,
        r.standId,
      ])
    for (const [who, leads] of [
      [owner, [here, there]],
      [outsider, [here]],
      [both, [there]],
    ] as const) {
      expect(await historyOf(who, { id: lot })).toEqual(leads.includes(there) ? [[lot, there]] : [])
      expect(await historyOf(who, { id: mine })).toEqual(leads.includes(here) ? [[mine, here]] : [])
    }
    expect(codeOf(await both.call('history', { query: { stand: here } }))).toEqual([403, 'not-your-role'])
    // One stand alone, and of the business nothing.
    expect(new Set((await historyOf(owner, { stand: there })).map(([, stand]) => stand))).toEqual(new Set([there]))
  })

  it('is no work on a drink that crew of that stand read', async () => {
    const call = await keyedBodies(owner, here).putWork!()
    expect((await owner.call('putWork', call as never)).status).toBe(200)
    const { recipeId } = call.body as { recipeId: string }
    const seen = async (who: Client) => (await who.call('work', { query: { recipe: recipeId } })).body.length
    expect([await seen(owner), await seen(outsider), await seen(both)]).toEqual([1, 1, 0])
  })

  it('is in no kept answer: whoever works elsewhere has a tag of their own', async () => {
    const tagged = async (who: Client) =>
      (await fetch(`${process.env.OLVEX_TEST_URL}/api/v1/vessels`, { headers: { cookie: who.cookie } })).headers.get(
        'etag',
      )
    expect(new Set([await tagged(owner), await tagged(outsider), await tagged(both)]).size).toBe(3)
  })

  it('is not taken from either, by a fact that names it', async () => {
    const mine = (await weighIn(owner, here, 5)).id
    const theirs = (await weighIn(owner, there, 5)).id
    expect(codeOf(await outsider.call('postPress', { body: pressBody(theirs) }))).toEqual(ABSENT)
    expect((await outsider.call('postPress', { body: pressBody(mine) })).status).toBe(200)
    const hold = await holdBody(owner, here)
    expect((await outsider.call('postHold', { body: hold })).status).toBe(200)
    const event = { kind: 'filled' as const, lotId: theirs, volumeMl: 900, tempC: 4 }
    await outsider.call('postHoldEvent', { params: { id: hold.id }, body: { id: uuid(), event } })
    const left = (await owner.call('lots', { query: { stand: there } })).body.find(
      (l: { id: string }) => l.id === theirs,
    )
    expect(left.onHand).toBe(5000)
  })
})

it('what somebody is, they are at that stand alone', async () => {
  const line = async (standId: string) => {
    const call = await keyedBodies(owner, standId).putPlanLine!()
    return codeOf(await both.call('putPlanLine', call as never))
  }
  expect([await line(here), await line(there)]).toEqual([
    [403, 'not-your-role'],
    [200, undefined],
  ])
  const voided = async (standId: string) => {
    const { id } = await weighIn(owner, standId, 2)
    return codeOf(await both.call('voidFact', { params: { id }, body: { entity: 'lot' } }))
  }
  expect([await voided(here), await voided(there)]).toEqual([
    [403, 'not-your-role'],
    [200, undefined],
  ])
  // Drinks are the business': whoever leads somewhere draws them up.
  const drink = await makeDrink(both, `Drawn up ${uuid()}`)
  expect(drink.id).toBeTruthy()
})

describe('where somebody works', () => {
  const put = async (id: string, over: object) => {
    const person = (await owner.call('people')).body.find((p: { id: string }) => p.id === id)
    const body = { name: person.name, role: person.role, active: true, version: person.version, ...over }
    return owner.call('putPerson', { params: { id }, body })
  }
  it('is at least one stand that there is, and for an owner all of them', async () => {
    const { id } = await hired([{ standId: here, role: 'crew' }])
    expect(codesOf(await put(id, { stands: [] }))).toEqual(['stands:person-no-stand'])
    expect(codesOf(await put(id, { stands: [{ standId: uuid(), role: 'crew' }] }))).toEqual(['stands:stand-unknown'])
    const twice = [
      { standId: here, role: 'crew' },
      { standId: here, role: 'lead' },
    ]
    expect(codesOf(await put(id, { stands: twice }))).toEqual(['stands:stand-unknown'])
    const owners = { role: 'owner', stands: [{ standId: here, role: 'lead' }] }
    expect(codesOf(await put(id, owners))).toEqual(['stands:owner-everywhere'])
  })
  it('ends sessions with what it ends, and nothing where it stays the same', async () => {
    const { id, client } = await hired([{ standId: here, role: 'crew' }])
    expect((await put(id, { name: 'Eddie' })).status).toBe(200)
    expect((await client.call('me')).body.person).toMatchObject({ role: 'crew', stands: [{ standId: here }] })
    expect((await put(id, { stands: [{ standId: there, role: 'lead' }] })).status).toBe(200)
    expect((await client.call('me')).status).toBe(401)
    expect((await owner.call('people')).body.find((p: { id: string }) => p.id === id).role).toBe('lead')
  })
  it('may be nowhere, where an archive says so: nothing is there, and nothing breaks', async () => {
    const { id, client } = await hired([{ standId: here, role: 'crew' }])
    await database().query("UPDATE person SET stands = '[]' WHERE id = :id", { replacements: { id } })
    expect((await client.call('stands')).body).toEqual([])
    expect((await client.call('changes', { query: { since: '1' } })).status).toBe(200)
    expect(codeOf(await client.call('lots', { query: { stand: here } }))).toEqual(ABSENT)
  })
})

describe('a stand that is closed', () => {
  const turn = async (id: string, closed: boolean) => {
    const { id: _, ...stand } = (await owner.call('stands')).body.find((s: { id: string }) => s.id === id)
    return owner.call('putStand', { params: { id }, body: { ...stand, closed } })
  }
  it('is empty first, takes nothing more, and shows what happened there', async () => {
    const id = await newStand('Third')
    const lot = (await weighIn(owner, id, 3)).id
    expect(codesOf(await turn(id, true))).toEqual(['closed:stand-has-stock'])
    await owner.call('postLotEvent', {
      params: { id: lot },
      body: { id: uuid(), event: { kind: 'discard', kg: 3, reason: 'soft' } },
    })
    const hold = await holdBody(owner, id)
    await owner.call('postHold', { body: hold })
    expect(codesOf(await turn(id, true))).toEqual(['closed:stand-has-vessels'])
    const event = { kind: 'emptied' as const, leftMl: 0, as: 'thrown' as const, reason: null }
    const emptied = await owner.call('postHoldEvent', { params: { id: hold.id }, body: { id: uuid(), event } as never })
    expect([emptied.status, codesOf(emptied)]).toEqual([200, []])
    const run = { id: uuid(), standId: id, name: 'As always', times: 1 }
    await owner.call('postRun', { body: run })
    expect(codesOf(await turn(id, true))).toEqual(['closed:stand-has-batches'])
    const thrown = { kind: 'closed' as const, how: 'thrown' as const, reason: 'never begun', recipeId: null }
    const end = await owner.call('postRunEvent', {
      params: { id: run.id },
      body: { id: uuid(), event: thrown } as never,
    })
    expect([end.status, codesOf(end)]).toEqual([200, []])
    const crate = (await weighIn(owner, here, 2)).id
    const way = { id: uuid(), event: { kind: 'send' as const, amount: 500, toStandId: id } }
    await owner.call('postLotEvent', { params: { id: crate }, body: way })
    expect(codesOf(await turn(id, true))).toEqual(['closed:stand-has-coming'])
    await owner.call('voidFact', { params: { id: way.id }, body: { entity: 'lot-event' } })
    expect((await turn(id, true)).status).toBe(200)
    expect(codeOf((await weighIn(owner, id, 3)).answer)).toEqual([409, 'stand-closed'])
    expect((await owner.call('getLot', { params: { id: lot } })).status).toBe(200)
    expect((await turn(id, false)).status).toBe(200)
    expect((await weighIn(owner, id, 3)).answer.status).toBe(200)
  })
  it('closes before something comes, or not at all: never with it', async () => {
    for (let round = 0; round < 12; round++) {
      const id = await newStand(`Moment ${round}`)
      const [closed, ...came] = await Promise.all([turn(id, true), weighIn(owner, id, 3), weighIn(owner, id, 2)])
      const lots = came.filter((c) => c.answer.status === 200).length
      expect([[200, 0], [422, 2]]).toContainEqual([closed.status, lots]) // prettier-ignore
    }
  })
  it('closes before something is put back, or not at all: never with it', async () => {
    for (let round = 0; round < 8; round++) {
      const id = await newStand(`Back ${round}`)
      const lot = (await weighIn(owner, id, 3)).id
      const fact = { params: { id: lot }, body: { entity: 'lot' as const } }
      expect((await owner.call('voidFact', fact)).status).toBe(200)
      const [closed, back] = await Promise.all([turn(id, true), owner.call('restoreFact', fact)])
      expect([[200, 409], [422, 200]]).toContainEqual([closed.status, back.status]) // prettier-ignore
    }
  })
  it('is never the last one that serves', async () => {
    const others = (await owner.call('stands')).body.filter(
      (s: { id: string; closed: boolean }) => s.id !== here && !s.closed,
    )
    const open = await database().query<{ id: string }>('SELECT id FROM stand WHERE NOT closed', {
      type: QueryTypes.SELECT,
    })
    expect(open.length).toBe(others.length + 1)
    await database().query('UPDATE stand SET closed = TRUE WHERE id <> :here', { replacements: { here } })
    try {
      expect(codesOf(await turn(here, true))).toEqual(['closed:last-stand'])
    } finally {
      const ids = others.map((s: { id: string }) => s.id)
      await database().query('UPDATE stand SET closed = FALSE WHERE id IN (:ids)', { replacements: { ids } })
    }
  })
})

describe('what goes from one stand to another', () => {
  const sent = async (who: Client, amount = 2000) => {
    const lot = (await weighIn(owner, here, 5, { place: 'cold' })).id
    const id = uuid()
    const event = { kind: 'send' as const, amount, toStandId: there }
    const answer = await who.call('postLotEvent', { params: { id: lot }, body: { id, event } })
    return { id, lot, answer }
  }
  const arrive = (who: Client, sendId: string, over: object = {}) =>
    who.call('postArrival', { body: { id: uuid(), sendId, standId: there, amount: 2000, ...over } })
  const waysAt = async (who: Client, stand: string) =>
    (await who.call('sends', { query: { stand } })).body as { id: string; arrival: { amount: number } | null }[]

  it('is out here, on the way for both, and then in there', async () => {
    const since = String((await owner.call('changes')).body.seq)
    const { id, lot, answer } = await sent(both)
    expect(answer.status).toBe(200)
    for (const stand of [here, there]) expect((await waysAt(both, stand)).map((s) => s.id)).toContain(id)
    // Nobody's stock meanwhile.
    const onHand = async (stand: string, of: (l: { id: string; itemKey: string; sourceId: string }) => boolean) =>
      (await owner.call('lots', { query: { stand } })).body.find(of)?.onHand
    expect(await onHand(here, (l) => l.id === lot)).toBe(3000)
    const arrival = uuid()
    expect((await arrive(both, id, { id: arrival, amount: 1900, tempC: 4 })).status).toBe(200)
    expect(await onHand(there, (l) => l.sourceId === arrival)).toBe(1900)
    expect((await waysAt(both, here)).find((s) => s.id === id)!.arrival!.amount).toBe(1900)
    // Whoever works at one of them alone hears of it there.
    const heard = (await outsider.call('changes', { query: { since } })).body.rows
    expect(heard.filter((r: { entityId: string }) => r.entityId === id).length).toBeGreaterThan(1)
  })
  it('a tablet that was away for long is told to look at everything again', async () => {
    const numberOf = async () => Number((await owner.call('changes')).body.seq)
    const heard = async (since: number) =>
      (await outsider.call('changes', { query: { since: String(since) } })).body as { more: boolean; rows: object[] }
    const happens = (stand: string, times: number) =>
      database().query(
        `INSERT INTO change_row (entity, entity_id, stand_id, at, came_at, person_id)
          SELECT 'pour', UUID(), :stand, NOW(6), NOW(6) - INTERVAL 1 HOUR, 'x' FROM seq_1_to_${times}`,
        { replacements: { stand } },
      )
    const long = await numberOf()
    await happens(here, 510)
    const then = await numberOf()
    expect([(await heard(long)).more, (await heard(long)).rows.length]).toEqual([true, 500])
    // Of so much elsewhere not all is looked through.
    await happens(there, 2100)
    expect((await heard(then)).more).toBe(true)
    expect((await heard(await numberOf())).more).toBe(false)
  })
  it('arrives once, however many take it in at once, and only where it was sent', async () => {
    const { id } = await sent(owner)
    expect(codesOf(await arrive(owner, id, { standId: here }))).toEqual(['sendId:not-found'])
    const all = await Promise.all(Array.from({ length: 8 }, () => arrive(owner, id)))
    expect(all.filter((a) => a.status === 200).length).toBe(1)
    expect(new Set(all.filter((a) => a.status !== 200).flatMap(codesOf))).toEqual(new Set(['sendId:already-arrived']))
    expect(
      codeOf(await outsider.call('postArrival', { body: { id: uuid(), sendId: id, standId: there, amount: 1 } })),
    ).toEqual(ABSENT)
  })
  it('is listed a day after it arrived, and a week where less came than was sent', async () => {
    const ways = async (days: number, amount: number, bySameRelease = true) => {
      const { id } = await sent(owner)
      expect((await arrive(owner, id, { amount })).status).toBe(200)
      const replacements = { id, at: new Date(Date.now() - days * 864e5) }
      await database().query('UPDATE arrival SET at = :at WHERE send_id = :id', { replacements })
      // A server of an earlier release writes the arrival alone.
      if (!bySameRelease) await database().query('UPDATE lot_event SET arrived = 0 WHERE id = :id', { replacements })
      const seen = await Promise.all([here, there].map((stand) => waysAt(owner, stand)))
      return seen.map((all) => all.find((s) => s.id === id)?.arrival?.amount ?? null)
    }
    expect(await ways(0.9, 2000)).toEqual([2000, 2000])
    expect(await ways(1.1, 2000)).toEqual([null, null])
    expect(await ways(6.9, 1500)).toEqual([1500, 1500])
    expect(await ways(7.1, 1500)).toEqual([null, null])
    expect(await ways(0.9, 2000, false)).toEqual([2000, 2000])
    expect(await ways(7.1, 2000, false)).toEqual([null, null])
  })
  it('is taken back as long as it has not arrived', async () => {
    const { id, lot } = await sent(owner)
    const back = () => owner.call('voidFact', { params: { id }, body: { entity: 'lot-event' } })
    expect((await back()).status).toBe(200)
    expect(codesOf(await arrive(owner, id))).toEqual(['sendId:sent-taken-back'])
    expect((await owner.call('getLot', { params: { id: lot } })).body.lot.onHand).toBe(5000)
    const again = await sent(owner)
    await arrive(owner, again.id)
    const late = await owner.call('voidFact', { params: { id: again.id }, body: { entity: 'lot-event' } })
    expect(codesOf(late)).toEqual(['id:already-arrived'])
  })
  it('goes to a stand where its sender works, and that serves', async () => {
    expect(codesOf((await sent(outsider)).answer)).toEqual(['toStandId:not-found'])
  })
})

it('a till is bound to its stand as a person is', async () => {
  const call = await keyedBodies(owner, there).pairTill!()
  const paired = await owner.call('pairTill', call as never)
  const authorization = `Bearer ${paired.body.id}.${'x'.repeat(43)}`
  const a = await raw('GET', `/api/v1/lots?stand=${there}`, { headers: { authorization } })
  expect(a.status).toBe(401)
})
