import { QueryTypes } from 'sequelize'
import { closeDatabase, database } from '../../server/db/connect'
import { contract, type Contract, type Endpoint } from '../../shared/contract'
import { type Client, codesOf, people, uuid, weighIn } from './client'
import { cupBody, equipmentBody, holdBody, keyedBodies, sale, vesselBody } from './keyed-bodies'

let owner: Client
let crew: Client
let stand: string
beforeAll(async () => {
  ;({ owner, crew, stand } = await people())
})
afterAll(closeDatabase)

const changesOf = async (id: string): Promise<number> =>
  (
    await database().query<{ n: number }>('SELECT COUNT(*) AS n FROM change_row WHERE entity_id = :id', {
      type: QueryTypes.SELECT,
      replacements: { id },
    })
  )[0]!.n
describe('a cup', () => {
  it('is made, changed and kept with its version and its changes', async () => {
    const id = uuid()
    expect((await owner.call('putCup', { params: { id }, body: cupBody() })).body).toEqual({ id, version: 1 })
    expect(
      (await owner.call('putCup', { params: { id }, body: cupBody({ cupPrice: 0.08, version: 1 }) })).body.version,
    ).toBe(2)
    const stale = await owner.call('putCup', { params: { id }, body: cupBody({ cupPrice: 0.5, version: 1 }) })
    expect([stale.status, stale.body.code, stale.body.current.cupPrice]).toEqual([409, 'stale', 0.08])
    expect(await changesOf(id)).toBe(2)
    expect((await crew.call('cups')).body.find((c: { id: string }) => c.id === id)).toMatchObject({
      capacityMl: 330,
      cupPrice: null,
    })
  })
  it.each([
    [{ fillLineMl: 400 }, ['fillLineMl:fill-line-above-brim']],
    [{ name: '  ' }, ['name:field-too-small']],
    [{ name: 'x'.repeat(81) }, ['name:field-too-big']],
    [{ capacityMl: 10 }, ['capacityMl:field-too-small']],
    [{ capacityMl: '330' }, ['capacityMl:field-invalid-type']],
    [{ cupPrice: -0.01 }, ['cupPrice:field-too-small']],
    [{ version: -1 }, ['version:field-too-small']],
    [{ version: 1.5 }, ['version:field-invalid-type']],
  ])('%j is refused', async (over, codes) => {
    const id = uuid()
    expect(codesOf(await owner.call('putCup', { params: { id }, body: cupBody(over) }))).toEqual(codes)
    expect(await changesOf(id)).toBe(0)
  })
  it('that nobody made is not changed', async () =>
    expect((await owner.call('putCup', { params: { id: uuid() }, body: cupBody({ version: 3 }) })).status).toBe(404))
})

describe('a vessel', () => {
  it('stands at a stand that is there', async () => {
    const id = uuid()
    expect((await owner.call('putVessel', { params: { id }, body: vesselBody(stand) })).status).toBe(200)
    expect(
      codesOf(await owner.call('putVessel', { params: { id: uuid() }, body: vesselBody(stand, { standId: uuid() }) })),
    ).toEqual(['standId:not-found'])
    expect((await crew.call('vessels')).body.find((v: { id: string }) => v.id === id)).toMatchObject({
      name: '40 L',
      heatProof: true,
    })
  })
  it.each([
    [{ capacityMl: 0 }, ['capacityMl:field-too-small']],
    [{ heatProof: 'yes' }, ['heatProof:field-invalid-type']],
    [{ name: null }, ['name:field-invalid-type']],
  ])('%j is refused', async (over, codes) =>
    expect(codesOf(await owner.call('putVessel', { params: { id: uuid() }, body: vesselBody(stand, over) }))).toEqual(
      codes,
    ),
  )
})

describe('a piece of equipment', () => {
  const put = (over: object, id = uuid()) =>
    owner.call('putEquipment', { params: { id }, body: equipmentBody(stand, over) as ReturnType<typeof equipmentBody> })
  it('is made, changed and shown to everybody', async () => {
    const id = uuid()
    expect((await put({}, id)).body).toEqual({ id, version: 1 })
    expect((await put({ kind: 'burner', powerW: 2400, capacityMl: null, version: 1 }, id)).body.version).toBe(2)
    const shown = (await crew.call('equipment')).body.find((e: { id: string }) => e.id === id)
    expect(shown).toMatchObject({ kind: 'burner', powerW: 2400, capacityMl: null, name: 'Big jar' })
    expect((await put({ version: 1 }, id)).body.code).toBe('stale')
    expect(await changesOf(id)).toBe(2)
  })
  it.each([
    [{ capacityMl: 0 }, ['capacityMl:equipment-capacity']],
    [{ capacityMl: null }, ['capacityMl:equipment-capacity']],
    [{ kind: 'microwave', powerW: null }, ['powerW:equipment-power']],
    [{ kind: 'burner', powerW: 40_000 }, ['powerW:equipment-power']],
    [{ kind: 'scale', capacityG: 5000 }, ['stepG:scale-step']],
    [{ kind: 'scale', capacityG: 5000, stepG: 100 }, ['stepG:scale-step']],
    [{ kind: 'spoon' }, ['kind:field-invalid-value']],
    [{ standId: uuid() }, ['standId:not-found']],
  ])('%j is refused', async (over, codes) => expect(codesOf(await put(over))).toEqual(codes))
})

describe('own values of an ingredient', () => {
  const ingredientOf = async (key: string) =>
    (await owner.call('ingredients')).body.find((i: { key: string }) => i.key === key)
  const put = (own: object | null, version: number, who: Client = owner) =>
    who.call('putIngredient', { params: { id: 'kiwi-puree' }, body: { own: own as null, version } })
  it('count instead of the shipped ones, carry their version, and can be taken back', async () => {
    const before = await ingredientOf('kiwi-puree')
    expect(before.own).toBeNull()
    const own = { composition: { glucose: 4, fructose: 4.5, citric: 1.3, fibre: 2 }, ph: 3.3 }
    expect((await put(own, before.version)).body.version).toBe(before.version + 1)
    expect((await ingredientOf('kiwi-puree')).own).toEqual(own)
    const stale = await put(null, before.version)
    expect([stale.status, stale.body.current.own]).toEqual([409, own])
    expect((await put(own, before.version + 1, crew)).status).toBe(403)
    expect((await put(null, before.version + 1)).status).toBe(200)
    expect((await ingredientOf('kiwi-puree')).own).toBeNull()
  })
  it.each([
    [{ composition: { sucrose: 60, citric: 50 }, ph: null }, ['own.composition:composition-over']],
    [{ composition: { sucrose: -1 }, ph: null }, ['own.composition.sucrose:composition-negative']],
    [{ composition: {}, ph: 0.2 }, ['own.ph:ph-impossible']],
  ])('%j is refused', async (own, codes) =>
    expect(codesOf(await put(own, (await ingredientOf('kiwi-puree')).version))).toEqual(codes),
  )
  it('of an ingredient that is not there', async () =>
    expect(
      (await owner.call('putIngredient', { params: { id: 'no-such' }, body: { own: null, version: 1 } })).status,
    ).toBe(404))
})

describe('a stand', () => {
  it('keeps its settings, and its labour rate from the crew', async () => {
    const before = (await owner.call('stands')).body.find((s: { id: string }) => s.id === stand)
    const { id: _, ...body } = before
    expect(
      (await owner.call('putStand', { params: { id: stand }, body: { ...body, labourPerH: 15.5 } })).body.version,
    ).toBe(before.version + 1)
    expect((await owner.call('stands')).body.find((s: { id: string }) => s.id === stand).labourPerH).toBe(15.5)
    expect((await crew.call('stands')).body.find((s: { id: string }) => s.id === stand).labourPerH).toBeNull()
  })
  it.each([
    [{ timeZone: 'Europe/Atlantis' }, ['timeZone:time-zone-unknown']],
    [{ lossShare: 0.9 }, ['lossShare:field-too-big']],
    [{ massStepG: 0 }, ['massStepG:field-too-small']],
    [{ volumeStepMl: -5 }, ['volumeStepMl:field-too-small']],
  ])('%j is refused', async (over, codes) => {
    const { id: _, ...body } = (await owner.call('stands')).body.find((s: { id: string }) => s.id === stand)
    expect(codesOf(await owner.call('putStand', { params: { id: stand }, body: { ...body, ...over } }))).toEqual(codes)
  })
})

describe('ingredients and prices', () => {
  it('an own ingredient is like a shipped one, and its name is its own', async () => {
    const id = uuid()
    const name = `Mora ${id}`
    expect((await owner.call('postIngredient', { body: { id, name, likeKey: 'strawberry' } })).status).toBe(200)
    expect((await crew.call('ingredients')).body.find((i: { key: string }) => i.key === id)).toMatchObject({
      name,
      likeKey: 'strawberry',
      kind: 'fruit',
    })
    expect(
      codesOf(
        await owner.call('postIngredient', { body: { id: uuid(), name: name.toUpperCase(), likeKey: 'strawberry' } }),
      ),
    ).toEqual(['name:name-taken'])
    expect((await weighIn(owner, stand, 2, { ingredientKey: id, price: { paid: 6, per: 'kg' } })).answer.status).toBe(
      200,
    )
  })
  it('accents tell names apart', async () => {
    const stem = uuid()
    for (const name of [`pina ${stem}`, `piña ${stem}`])
      expect((await owner.call('postIngredient', { body: { id: uuid(), name, likeKey: 'pineapple' } })).status).toBe(
        200,
      )
  })
  it.each([
    [{ likeKey: 'unobtainium' }, ['likeKey:not-found']],
    [{ likeKey: 'piña' }, ['likeKey:field-invalid-format']],
    [{ name: '' }, ['name:field-too-small']],
  ])('%j is refused', async (over, codes) =>
    expect(
      codesOf(
        await owner.call('postIngredient', { body: { id: uuid(), name: `New ${uuid()}`, likeKey: 'lemon', ...over } }),
      ),
    ).toEqual(codes),
  )
  it('a price far from the last asks, and is kept beside the ones before', async () => {
    const price = (packPrice: number, confirm: string[] = []) =>
      owner.call('postPrice', { body: { id: uuid(), ingredientKey: 'honey', packPrice, packG: 1000, confirm } })
    expect((await price(9)).status).toBe(200)
    const asked = await price(120)
    expect([asked.status, codesOf(asked)]).toEqual([409, ['price:price-far-from-last']])
    expect((await price(120, ['price-far-from-last'])).status).toBe(200)
    expect(
      (await owner.call('prices')).body
        .filter((p: { ingredientKey: string }) => p.ingredientKey === 'honey')
        .map((p: { packPrice: number }) => p.packPrice),
    ).toEqual([120, 9])
  })
  it.each([
    [{ packG: 0 }, ['packG:field-too-small']],
    [{ packPrice: -1 }, ['packPrice:field-too-small']],
    [{ ingredientKey: 'nothing' }, ['ingredientKey:not-found']],
    [{ packPrice: 1e9 }, ['packPrice:field-too-big']],
  ])('a price of %j is refused', async (over, codes) =>
    expect(
      codesOf(
        await owner.call('postPrice', {
          body: { id: uuid(), ingredientKey: 'honey', packPrice: 9, packG: 1000, ...over },
        }),
      ),
    ).toEqual(codes),
  )
})

it('how a fruit is handled is bounded, versioned, and the owner’s', async () => {
  const { version } = (await owner.call('ingredients')).body.find((i: { key: string }) => i.key === 'papaya')
  const put = (handling: object | null, who = owner) =>
    who.call('putHandling', { params: { id: 'papaya' }, body: { handling, version } })
  expect(codesOf(await put({ daysToRipe: 400 }))).toEqual(['daysToRipe:number-out-of-range'])
  expect(codesOf(await put({ shares: { peel: 0.5, seeds: 0.5 } }))).toEqual(['shares:shares-too-much'])
  expect((await put({ daysToRipe: 5 }, crew)).status).toBe(403)
  expect((await put({ daysToRipe: 5 })).body.version).toBe(version + 1)
  expect((await put({ daysToRipe: 6 })).body.code).toBe('stale')
})

it('the currency is fixed by the first price, and says so; the rest can be changed', async () => {
  const { mayChangeCurrency, ...row } = (await owner.call('business')).body
  const put = (over: object, who: Client = owner) => who.call('putBusiness', { body: { ...row, ...over } })
  await owner.call('postPrice', { body: { id: uuid(), ingredientKey: 'ginger', packPrice: 7, packG: 1000 } })
  expect((await owner.call('business')).body.mayChangeCurrency).toBe(false)
  expect(codesOf(await put({ currency: 'MXN' }))).toEqual(['currency:currency-has-prices'])
  expect((await put({ currency: 'XYZ' })).status).toBe(422)
  expect((await put({ region: 'ZZ' })).status).toBe(422)
  expect((await put({ name: 'Not theirs' }, crew)).status).toBe(403)
  expect((await put({ region: 'MX' })).body.version).toBe(row.version + 1)
  expect((await owner.call('me')).body).toMatchObject({ region: 'MX', currency: row.currency })
  expect((await put({})).body.code).toBe('stale')
  await put({ version: row.version + 1 })
  expect([typeof mayChangeCurrency, (await crew.call('business')).body.region]).toEqual(['boolean', row.region])
})

describe('what a till sold', () => {
  const post = async (rows: object[], who: Client = owner) =>
    who.call('postSales', { body: { id: uuid(), standId: stand, rows: rows as never } })
  it('is there once, however often its file is read; what was given back too', async () => {
    const { versionId } = await holdBody(owner, stand)
    const rows = [sale(versionId), sale(versionId, { cups: -1 })]
    expect((await post(rows)).body).toEqual({ taken: 2, known: 0 })
    expect((await post([...rows, sale(versionId)])).body).toEqual({ taken: 1, known: 2 })
    expect((await crew.call('postSales', { body: {} as never })).status).toBe(403)
    // What a vessel has in it goes by touches: a till's cups are beside them.
    const { pours } = (await owner.call('holds', { query: { stand } })).body
    expect(pours.filter((p: { source: string }) => p.source === 'till')).toEqual([])
  })
  it('is of drinks that there are', async () =>
    expect(codesOf(await post([sale(uuid())]))).toEqual(['rows.0.versionId:not-found']))
})

describe('every write that carries a key', () => {
  const keyed = (Object.values(contract) as Endpoint[]).filter((e) => e.keyed)
  const bodies = () => keyedBodies(owner, stand)
  it('is in this table', () => expect(keyed.map((e) => e.id).sort()).toEqual(Object.keys(bodies()).sort()))
  it.each(keyed.map((e) => [e.id as keyof Contract]))(
    '%s: sent three times at once and once later, it is done once',
    async (id) => {
      const key = uuid()
      const call = { ...(await bodies()[id]!()), key } as Parameters<Client['call']>[1]
      const changes = async () =>
        (
          await database().query<{ n: number }>('SELECT COUNT(*) AS n FROM change_row WHERE idempotency_key = :key', {
            type: QueryTypes.SELECT,
            replacements: { key },
          })
        )[0]!.n
      const first = await Promise.all([owner.call(id, call), owner.call(id, call), owner.call(id, call)])
      const done = await changes()
      const later = await owner.call(id, call)
      expect([...first, later].map((a) => [a.status, a.body])).toEqual(Array(4).fill([200, first[0]!.body]))
      expect(done).toBeGreaterThan(0)
      expect(await changes()).toBe(done)
    },
  )
})
