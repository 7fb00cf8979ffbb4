import { QueryTypes } from 'sequelize'
import { contract } from '../../shared/contract'
import { closeDatabase, database } from '../../server/db/connect'
import { refusalOf } from '../../server/db/faults'
import { type Answer, type Client, codesOf, makeDrink, people, pressBody, signIn, uuid, weighIn } from './client'
import { anotherThan } from './keyed-bodies'

// What was entered stays what it was: money that somebody does not see, facts of one id, amounts to the last
// thousandth, recipes of a kind.
const [PAID, GIVEN] = [uuid(), uuid()]
let owner: Client
let crew: Client
let lead: Client
let stand: string
beforeAll(async () => {
  ;({ owner, crew, stand } = await people())
  const login = `lead-${uuid()}`
  await owner.call('postPerson', { body: { id: uuid(), name: 'Lee', login, password: 'long-enough', role: 'lead' } })
  lead = await signIn(login, 'long-enough')
  // Fruits of our own: what they cost is nobody else's business.
  for (const [id, name, likeKey] of [
    [PAID, 'Paid', 'grapefruit'],
    [GIVEN, 'Given', 'pineapple'],
  ] as const)
    await owner.call('postIngredient', { body: { id, name: `${name} ${id}`, likeKey } })
})
afterAll(closeDatabase)
const rows = <T extends object>(sql: string, replacements: Record<string, unknown> = {}) =>
  database().query<T>(sql, { type: QueryTypes.SELECT, replacements })
const lotOf = async (id: string) =>
  (await owner.call('getLot', { params: { id } })).body.lot as {
    cost: number | null
    marketCost: number | null
    amount: number
    onHand: number
  }
const money = (a: Answer): string[] =>
  JSON.stringify(a.body).match(/"(price|paid|last|cost|\w*(Price|Cost))":\s*[\d.]+/g) ?? []

describe('what somebody may not see, they cannot overwrite', () => {
  it('a lead corrects a delivery: what was paid for it stays, and so does the latest price of a kilo', async () => {
    const { id } = await weighIn(owner, stand, 10, { ingredientKey: PAID, price: { paid: 3, per: 'kg' } })
    const corrected = uuid()
    const answer = await lead.call('postLot', {
      body: {
        id: corrected,
        standId: stand,
        ingredientKey: PAID,
        supplier: null,
        kg: 12,
        count: null,
        price: { paid: 0.01, per: 'all' },
        replaces: id,
      },
    })
    expect([answer.status, money(answer)]).toEqual([200, []])
    expect(await lotOf(corrected)).toMatchObject({ amount: 12000, cost: 30 })
    const prices = (await owner.call('prices')).body.filter((p: { ingredientKey: string }) => p.ingredientKey === PAID)
    expect(prices.map((p: { packPrice: number; packG: number }) => [p.packPrice, p.packG])).toEqual([[2.5, 1000]])
  })
  it('of a gift its worth at the market', async () => {
    await owner.call('postPrice', { body: { id: uuid(), ingredientKey: GIVEN, packPrice: 2, packG: 1000 } })
    const { id } = await weighIn(owner, stand, 5, { ingredientKey: GIVEN, price: { paid: 0, per: 'kg' } })
    await owner.call('postPrice', { body: { id: uuid(), ingredientKey: GIVEN, packPrice: 4, packG: 1000 } })
    const corrected = uuid()
    await lead.call('postLot', {
      body: { id: corrected, standId: stand, ingredientKey: GIVEN, supplier: null, kg: 6, count: null, replaces: id },
    })
    expect(await lotOf(corrected)).toMatchObject({ cost: 0, marketCost: 12 })
  })
  it('where nobody said a price, none comes of it; and a doubt about a price is the owner’s', async () => {
    const { id } = await weighIn(crew, stand, 10, { ingredientKey: PAID })
    const corrected = uuid()
    expect(
      (
        await lead.call('postLot', {
          body: {
            id: corrected,
            standId: stand,
            ingredientKey: PAID,
            supplier: null,
            kg: 9,
            count: null,
            replaces: id,
          },
        })
      ).status,
    ).toBe(200)
    expect((await lotOf(corrected)).cost).toBeNull()
    // Kilos that make the price of one a hundred times the last: nobody but the owner hears of it.
    const paid = await weighIn(owner, stand, 10, { ingredientKey: PAID, price: { paid: 3, per: 'kg' } })
    const slipped = await lead.call('postLot', {
      body: {
        id: uuid(),
        standId: stand,
        ingredientKey: PAID,
        supplier: null,
        kg: 0.1,
        count: null,
        replaces: paid.id,
      },
    })
    expect([slipped.status, money(slipped)]).toEqual([200, []])
    const nothing = await lead.call('postLot', {
      body: {
        id: uuid(),
        standId: stand,
        ingredientKey: PAID,
        supplier: null,
        kg: 1e-8,
        count: null,
        replaces: paid.id,
      },
    })
    expect([nothing.status, money(nothing)]).toEqual([422, []])
  })
  it('a lead corrects a press: it costs as before, what kept parts carry too', async () => {
    const { id } = await weighIn(owner, stand, 10, { price: { paid: 3, per: 'kg' } })
    const kept = () => [
      { part: 'peel' as const, g: 100, kept: { lotId: uuid(), place: 'cold' as const, useBy: null, useFor: null } },
    ]
    const first = pressBody(id, { takenKg: 2, juice: { value: 800, unit: 'mL' }, parts: kept() })
    await owner.call('postPress', { body: first })
    const second = pressBody(id, { takenKg: 2, juice: { value: 810, unit: 'mL' }, parts: kept(), replaces: first.id })
    expect((await lead.call('postPress', { body: second })).status).toBe(200)
    const [row] = await rows<{ fruit_cost: string; by_cost: string }>(
      'SELECT fruit_cost, by_cost FROM press WHERE id = :id',
      { id: second.id },
    )
    expect([Number(row!.fruit_cost), row!.by_cost === null]).toEqual([6, false])
  })
  it('a lead changes a drink, also with a price of their own: it is sold at what the owner said', async () => {
    const { id, body } = await makeDrink(owner, `Dear ${uuid()}`)
    for (const [version, sellPrice] of [
      [1, 0.01],
      [2, null],
      [3, undefined],
    ] as const) {
      expect((await lead.call('putRecipe', { params: { id }, body: { ...body, sellPrice, version } })).status).toBe(200)
    }
    expect((await owner.call('recipes')).body.recipes.find((r: { id: string }) => r.id === id).sellPrice).toBe(3)
  })
  it('what the owner leaves out of a form stays as it is', async () => {
    const cup = (await owner.call('cups')).body[0]
    const put = (over: object, version: number) =>
      owner.call('putCup', { params: { id: cup.id }, body: { ...cup, ...over, version } })
    await put({ cupPrice: 0.11 }, cup.version)
    await put({ cupPrice: null }, cup.version + 1)
    expect((await owner.call('cups')).body.find((c: { id: string }) => c.id === cup.id).cupPrice).toBe(0.11)
    const { labourPerH: _, ...place } = (await owner.call('stands')).body[0]
    const labourPerH = 15.5
    const putPlace = (body: object) => owner.call('putStand', { params: { id: place.id }, body: body as typeof place })
    const said = async () => (await owner.call('stands')).body[0].labourPerH
    const { version: first } = (await putPlace({ ...place, labourPerH })).body
    const { version } = (await putPlace({ ...place, version: first })).body
    expect(await said()).toBe(labourPerH)
    // Taken back, it is not known.
    await putPlace({ ...place, labourPerH: null, version })
    expect(await said()).toBeNull()
    await putPlace({ ...place, labourPerH, version: version + 1 })
  })
  it('no other route that less than the owner may write takes money at all', () => {
    const taken = Object.values(contract).filter(
      (e) =>
        e.method !== 'GET' &&
        e.role !== 'owner' &&
        /eur|price/i.test(JSON.stringify(Object.keys((e.body as unknown as { shape?: object }).shape ?? {}))),
    )
    expect(taken.map((e) => e.id).sort()).toEqual(['postLot', 'postPack', 'putRecipe'])
  })
})

describe('one id is one fact of one kind', () => {
  it('whichever comes second is refused, and nothing of it is there', async () => {
    const { id } = await weighIn(owner, stand, 10)
    const press = pressBody(id)
    await owner.call('postPress', { body: press })
    const look = { kind: 'look' as const, place: 'cold' as const, feel: null }
    const clashes: [string, () => Promise<Answer>][] = [
      ['a press of a delivery’s id', () => owner.call('postPress', { body: pressBody(id, { id }) })],
      ['a press of a press’s id', () => owner.call('postPress', { body: pressBody(id, { id: press.id }) })],
      ['juice of a delivery’s id', () => owner.call('postPress', { body: pressBody(id, { juiceLotId: id }) })],
      [
        'juice of the press’s own id',
        () => {
          const own = uuid()
          return owner.call('postPress', { body: pressBody(id, { id: own, juiceLotId: own }) })
        },
      ],
      [
        'a part of the juice’s id',
        () => {
          const own = uuid()
          return owner.call('postPress', {
            body: pressBody(id, {
              juiceLotId: own,
              parts: [{ part: 'peel', g: 50, kept: { lotId: own, place: 'cold', useBy: null, useFor: null } }],
            }),
          })
        },
      ],
      ['a delivery of a press’s id', async () => (await weighIn(owner, stand, 1, { id: press.id })).answer],
      ['a delivery of juice’s id', async () => (await weighIn(owner, stand, 1, { id: press.juiceLotId })).answer],
      [
        'a look of a press’s id',
        () => owner.call('postLotEvent', { params: { id }, body: { id: press.id, event: look } }),
      ],
      [
        'a price of a delivery’s id',
        () => owner.call('postPrice', { body: { id, ingredientKey: 'water', packPrice: 1, packG: 1000 } }),
      ],
      [
        'a price list of a press’s id',
        () =>
          owner.call('postPriceList', {
            body: {
              id: press.id,
              rows: [{ ingredientKey: 'water', packG: 1000, packPrice: 1, supplier: null, day: '2026-01-01' }],
            },
          }),
      ],
    ]
    const before = await rows(
      'SELECT (SELECT COUNT(*) FROM lot) AS lots, (SELECT COUNT(*) FROM movement) AS movements, (SELECT COUNT(*) FROM price) AS prices',
    )
    for (const [what, clash] of clashes) {
      const a = await clash()
      expect([what, a.status, a.body.code]).toEqual([what, 409, 'already-there'])
    }
    expect(
      await rows(
        'SELECT (SELECT COUNT(*) FROM lot) AS lots, (SELECT COUNT(*) FROM movement) AS movements, (SELECT COUNT(*) FROM price) AS prices',
      ),
    ).toEqual(before)
  })
  it('a void names its kind, and another kind of that id is not there', async () => {
    const { id } = await weighIn(owner, stand, 10)
    const press = pressBody(id)
    await owner.call('postPress', { body: press })
    for (const [fact, entity] of [
      [id, 'press'],
      [id, 'lot-event'],
      [press.id, 'lot'],
      [press.juiceLotId, 'lot'],
      [uuid(), 'press'],
    ] as const) {
      expect((await owner.call('voidFact', { params: { id: fact }, body: { entity } })).status).toBe(404)
    }
    expect((await owner.call('voidFact', { params: { id: press.id }, body: { entity: 'press' } })).status).toBe(200)
    expect((await lotOf(id)).onHand).toBe(10000)
  })
  it('every fact there is has its row', async () => {
    const missing =
      await rows(`SELECT id FROM lot WHERE id NOT IN (SELECT id FROM fact WHERE kind IN ('lot', 'made-lot')) UNION ALL SELECT id FROM press WHERE id NOT IN (SELECT id FROM fact WHERE kind = 'press')
      UNION ALL SELECT id FROM lot_event WHERE id NOT IN (SELECT id FROM fact WHERE kind = 'lot-event') UNION ALL SELECT id FROM price WHERE id NOT IN (SELECT id FROM fact WHERE kind = 'price')`)
    expect(missing).toEqual([])
  })
})

describe('amounts', () => {
  it.each([
    [2.00009, 2],
    [1.99995, 2],
    [2.0001, 2],
    [1.9998, 1.9998],
    [1.23456789, 1.234568],
  ])('a press of %d kg of 2 takes %d, comes out of the books and goes back', async (asked, taken) => {
    const { id } = await weighIn(owner, stand, 2)
    const press = pressBody(id, { takenKg: asked, juice: { value: 500, unit: 'mL' } })
    expect((await crew.call('postPress', { body: press })).status).toBe(200)
    const left = Math.round((2 - taken) * 1e6) / 1e3
    expect((await lotOf(id)).onHand).toBe(left)
    for (const route of ['voidFact', 'restoreFact', 'voidFact', 'restoreFact'] as const) {
      expect((await owner.call(route, { params: { id: press.id }, body: { entity: 'press' } })).status).toBe(200)
      expect((await lotOf(id)).onHand).toBe(route === 'voidFact' ? 2000 : left)
    }
    expect(await rows('SELECT taken_g FROM press WHERE id = :id', { id: press.id })).toEqual([
      { taken_g: (taken * 1000).toFixed(4) },
    ])
  })
  it('end at nothing, however they are taken', async () => {
    const { id } = await weighIn(owner, stand, 1)
    for (let i = 0; i < 3; i++)
      await crew.call('postPress', { body: pressBody(id, { takenKg: 1 / 3, juice: { value: 130, unit: 'mL' } }) })
    expect((await lotOf(id)).onHand).toBe(0)
    const events = await weighIn(owner, stand, 1)
    const discard = (kg: number) =>
      crew.call('postLotEvent', {
        params: { id: events.id },
        body: { id: uuid(), event: { kind: 'discard', kg, reason: 'old' } },
      })
    expect([(await discard(0.7)).status, (await discard(0.30005)).status, (await discard(0.00005)).status]).toEqual([
      200, 200, 422,
    ])
    expect((await lotOf(events.id)).onHand).toBe(0)
    expect(await rows('SELECT lot_id FROM movement GROUP BY lot_id HAVING SUM(amount) < 0')).toEqual([])
    expect(await rows('SELECT id FROM movement WHERE amount <> ROUND(amount, 3)')).toEqual([])
  })
  it.each<[string, () => Promise<Answer>, string[]]>([
    ['kilos that round to nothing', async () => (await weighIn(owner, stand, 1e-9)).answer, ['kg:kg-not-positive']],
    [
      'a crate of 3 862 for three grams',
      async () => (await weighIn(owner, stand, 0.0032, { price: { paid: 3862, per: 'crate' }, crates: 100 })).answer,
      ['price:price-too-much'],
    ],
    [
      'a million pieces at 90 000',
      async () => (await weighIn(owner, stand, 4000, { count: 1e6, price: { paid: 90000, per: 'piece' } })).answer,
      ['price:price-too-much'],
    ],
    [
      'a pack that weighs nothing',
      () => owner.call('postPrice', { body: { id: uuid(), ingredientKey: 'water', packPrice: 1, packG: 1e-9 } }),
      ['packG:pack-missing'],
    ],
    [
      'a pack whose kilo costs more than can be kept',
      () => owner.call('postPrice', { body: { id: uuid(), ingredientKey: 'water', packPrice: 99000, packG: 0.001 } }),
      ['packPrice:price-too-much'],
    ],
    [
      'the same in a list',
      () =>
        owner.call('postPriceList', {
          body: {
            id: uuid(),
            rows: [{ ingredientKey: 'water', packG: 1e-9, packPrice: 1, supplier: null, day: '2026-01-01' }],
          },
        }),
      ['rows.0.packG:pack-missing'],
    ],
  ])('%s: a 422 with its field', async (_, ask, codes) => {
    const a = await ask()
    expect([a.status, codesOf(a)]).toEqual([422, codes])
  })
  it('of juice that round to nothing are none', async () => {
    const { id } = await weighIn(owner, stand, 2)
    expect(
      codesOf(await crew.call('postPress', { body: pressBody(id, { juice: { value: 1e-9, unit: 'mL' } }) })),
    ).toEqual(['juice:juice-not-positive'])
    expect(codesOf(await crew.call('postPress', { body: pressBody(id, { takenKg: 1e-9 }) }))).toEqual([
      'takenKg:kg-not-positive',
    ])
  })
})

describe('a recipe', () => {
  it('stays of its kind, and a drink says how it is served', async () => {
    const { id, body } = await makeDrink(owner, `Kind ${uuid()}`)
    const { serve: _, ...bare } = body.draft as { serve?: object; kind: string }
    const put = (over: object) =>
      lead.call('putRecipe', { params: { id }, body: { ...body, version: 1, ...over } as never })
    expect(codesOf(await put({ kind: 'prep', draft: { ...bare, kind: 'prep' } }))).toEqual(['kind:kind-differs'])
    expect(codesOf(await put({ draft: { ...bare, kind: 'prep' } }))).toEqual(['kind:kind-differs'])
    expect(codesOf(await put({ draft: bare }))).toEqual(['draft.serve:serve-missing'])
    const prep = (await owner.call('recipes')).body.recipes.find((r: { kind: string }) => r.kind === 'prep')
    expect(
      codesOf(
        await lead.call('putRecipe', { params: { id: prep.id }, body: { ...prep, ...body, version: prep.version } }),
      ),
    ).toEqual(['kind:kind-differs'])
  })
  it('that cannot be read any more is one row of the list, and the others are there', async () => {
    const { id } = await makeDrink(owner, `Damaged ${uuid()}`)
    const before = (await owner.call('recipes')).body.recipes.length
    await database().query(`UPDATE recipe SET draft = '{"schema": 99, "kind": "drink"}' WHERE id = :id`, {
      replacements: { id },
    })
    await makeDrink(owner, `Whole ${uuid()}`)
    const list = await owner.call('recipes')
    expect([list.status, list.body.recipes.length]).toEqual([200, before + 1])
    expect(list.body.recipes.find((r: { id: string }) => r.id === id).draft.schema).toBe(99)
    await database().query('DELETE FROM recipe_use WHERE recipe_id = :id', { replacements: { id } })
    await database().query('DELETE FROM recipe WHERE id = :id', { replacements: { id } })
  })
})

describe('what the database says no with', () => {
  it('of a value that its column does not hold is a 422 that names it', async () => {
    const e = await database()
      .query(
        "INSERT INTO price (id, ingredient_key, pack_price, pack_g, since, source, person_id) VALUES ('x', 'water', 1e12, 1, NOW(), 'typed', 'x')",
      )
      .catch((error: unknown) => error)
    expect(refusalOf(e)).toMatchObject({ status: 422, errors: [{ field: 'packPrice', code: 'number-too-large' }] })
  })
})

describe('a list with a tag', () => {
  const ask = (c: Client, path: string, tag?: string | null) =>
    fetch(`${process.env.OLVEX_TEST_URL}${path}`, {
      headers: { cookie: c.cookie, ...(tag ? { 'if-none-match': tag } : {}) },
    })
  it('is sent once, and again when a row it shows has changed, for each role its own', async () => {
    const path = `/api/v1/lots?stand=${stand}`
    const first = await ask(owner, path)
    const tag = first.headers.get('etag')
    expect([first.status, (await ask(owner, path, tag)).status, (await ask(crew, path, tag)).status]).toEqual([
      200, 304, 200,
    ])
    expect(((await (await ask(crew, path)).json()) as { cost: unknown }[]).every((l) => l.cost === null)).toBe(true)
    const { id } = await weighIn(crew, stand, 3)
    const now = await ask(owner, path, tag)
    expect([now.status, ((await now.json()) as { id: string }[]).some((l) => l.id === id)]).toEqual([200, true])
    expect((await ask(owner, '/api/v1/cups', (await ask(owner, '/api/v1/cups')).headers.get('etag'))).status).toBe(304)
  })
  const rows = (of: string, count: number) =>
    database().query(
      `INSERT INTO change_row (entity, entity_id, stand_id, at, person_id) SELECT 'lot', UUID(), :of, NOW(6), 'x' FROM seq_1_to_${count}`,
      { replacements: { of } },
    )
  it('of a stand changes with that stand and with the business, and not with another stand', async () => {
    const there = await anotherThan(owner, stand)
    const path = `/api/v1/lots?stand=${stand}`
    // Rows of this stand are the oldest of the last thousand.
    await rows(stand, 20)
    await rows(there, 978)
    const thousand = async () => Math.floor((await owner.call('changes')).body.seq / 1000)
    const before = await thousand()
    const tag = (await ask(owner, path)).headers.get('etag')
    for (let i = 0; i < 4; i++) await weighIn(owner, there, 2)
    const { status } = await ask(owner, path, tag)
    // Every thousand rows all lists are sent once more.
    if ((await thousand()) === before) expect(status).toBe(304)
    // Somebody's name is in it.
    const me = (await owner.call('people')).body.find((p: { login: string }) => p.login === 'ada')
    const { name, role, active, version } = me
    await owner.call('putPerson', { params: { id: me.id }, body: { name, role, active, version } })
    expect((await ask(owner, path, tag)).status).toBe(200)
    // What is sent from there is on its way here.
    const ways = `/api/v1/sends?stand=${stand}`
    const sent = (await ask(owner, ways)).headers.get('etag')
    const { id } = await weighIn(owner, there, 3)
    const event = { kind: 'send' as const, amount: 1000, toStandId: stand }
    await owner.call('postLotEvent', { params: { id }, body: { id: uuid(), event } })
    expect((await ask(owner, ways, sent)).status).toBe(200)
  })
  it('of what was long ago stays as it is while much happens elsewhere, and is never again as it was', async () => {
    const there = await anotherThan(owner, stand)
    const path = `/api/v1/lots?stand=${stand}`
    await rows(there, 2100)
    const tag = (await ask(owner, path)).headers.get('etag')
    await rows(there, 2100)
    expect((await ask(owner, path, tag)).status).toBe(304)
    await weighIn(owner, stand, 2)
    expect((await ask(owner, path, tag)).status).toBe(200)
    await rows(there, 2100)
    expect((await ask(owner, path, tag)).status).toBe(200)
    const after = (await ask(owner, path)).headers.get('etag')
    await rows(there, 2100)
    expect((await ask(owner, path, after)).status).toBe(304)
  })
  it('of a stand changes with a row that took its number early and came in late', async () => {
    const path = `/api/v1/lots?stand=${stand}`
    const late = await database().transaction()
    await database().query(
      "INSERT INTO change_row (entity, entity_id, stand_id, at, person_id) VALUES ('lot', 'late', :stand, NOW(6), 'x')",
      { transaction: late, replacements: { stand } },
    )
    await weighIn(owner, stand, 2)
    const tag = (await ask(owner, path)).headers.get('etag')
    await late.commit()
    expect((await ask(owner, path, tag)).status).toBe(200)
  })
  it('changes with a row that took its number early and came in late', async () => {
    const tag = async () => (await ask(owner, '/api/v1/vessels')).headers.get('etag')
    const vessel = (name: string) =>
      owner.call('putVessel', {
        params: { id: uuid() },
        body: { standId: stand, name, capacityMl: 5000, heatProof: false, version: 0 },
      })
    const late = await database().transaction()
    await database().query(
      "INSERT INTO change_row (entity, entity_id, at, person_id) VALUES ('vessel', 'late', NOW(6), 'x')",
      { transaction: late },
    )
    await vessel('Early')
    const before = await tag()
    await late.commit()
    expect(await tag()).not.toBe(before)
  })
})
