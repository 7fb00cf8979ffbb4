import { QueryTypes } from 'sequelize'
import { splitOfPress } from '../../core/yield'
import { closeDatabase, database } from '../../server/db/connect'
import { type Client, codesOf, makeDrink, people, pressBody, raw, uuid, weighIn } from './client'

let owner: Client
let crew: Client
let stand: string
beforeAll(async () => {
  ;({ owner, crew, stand } = await people())
})
afterAll(closeDatabase)
const one = async <T>(sql: string, replacements: Record<string, string>): Promise<T> =>
  (await database().query(sql, { type: QueryTypes.SELECT, replacements }))[0] as T

describe('from a crate to juice', () => {
  it('weighs in, presses, and accounts for every gram', async () => {
    const lot = await weighIn(owner, stand, 10, { count: 87 })
    expect(lot.answer.status).toBe(200)
    const press = pressBody(lot.id, { takenKg: 4, trimmedKg: 0.3, juice: { value: 1650, unit: 'mL' } })
    expect((await crew.call('postPress', { body: press })).status).toBe(200)
    const lots = (await owner.call('lots', { query: { stand } })).body as {
      id: string
      kind: string
      part: string | null
      onHand: number
      unit: string
      cost: number | null
    }[]
    expect(lots.find((l) => l.id === lot.id)!.onHand).toBeCloseTo(6000, 3)
    const juice = lots.find((l) => l.id === press.juiceLotId)!
    expect([juice.kind, juice.unit, juice.onHand]).toEqual(['pressed', 'mL', 1650])
    // 4 of 10 kg at 2.50 €/kg
    expect(juice.cost).toBeCloseTo(10, 4)
    const row = (await owner.call('presses', { query: { stand } })).body.find((p: { id: string }) => p.id === press.id)
    const split = splitOfPress(row)
    expect(split.juiceG + split.trimG + split.pulpG + split.lossG).toBeCloseTo(4000, 2)
    // What is thrown is no lot: fruit out, juice in.
    expect(await one('SELECT COUNT(*) AS n FROM movement WHERE source_id = :id', { id: press.id })).toEqual({ n: 2 })
    expect(
      await one('SELECT COUNT(*) AS n FROM change_row WHERE entity_id IN (:a, :b)', { a: lot.id, b: press.id }),
    ).toEqual({ n: 2 })
  })
  it('a price typed on weigh-in becomes the latest; a gift leaves it alone', async () => {
    await weighIn(owner, stand, 3, { ingredientKey: 'orange', price: { paid: 1.8, per: 'kg' } })
    await weighIn(owner, stand, 3, { ingredientKey: 'orange', price: { paid: 0, per: 'kg' } })
    const prices = (await owner.call('prices')).body.filter(
      (p: { ingredientKey: string }) => p.ingredientKey === 'orange',
    )
    expect(prices.map((p: { packPrice: number }) => p.packPrice)).toEqual([1.8])
  })
  it('crew weigh in without a price, and the press is costed at the latest', async () => {
    const lot = await weighIn(crew, stand, 2, { ingredientKey: 'orange', price: { paid: 99, per: 'kg' } })
    const press = pressBody(lot.id, { juice: { value: 480, unit: 'g' } })
    await crew.call('postPress', { body: press })
    const row = (await owner.call('presses', { query: { stand } })).body.find((p: { id: string }) => p.id === press.id)
    expect([row.fruitCost, row.costBasis]).toEqual([1.8, 'estimated'])
  })
})

describe('bad input changes nothing', () => {
  it.each([
    ['kg', { kg: 0 }, ['kg:kg-not-positive']],
    ['kg', { kg: -4 }, ['kg:kg-not-positive']],
    ['kg', { kg: '4' }, ['kg:field-invalid-type']],
    ['kg', { kg: null }, ['kg:kg-or-count-missing']],
    ['kg', { kg: 90000 }, ['kg:kg-too-much']],
    ['price', { price: { paid: -1, per: 'kg' } }, ['price:price-negative']],
    ['count', { count: 1.5 }, ['count:count-not-whole']],
    ['fruit', { ingredientKey: 'unobtainium' }, ['ingredientKey:not-found']],
    ['stand', { standId: uuid() }, ['standId:not-found']],
    ['id', { id: 'not-an-id' }, ['id:field-invalid-format']],
    ['supplier', { supplier: 'x'.repeat(201) }, ['supplier:field-too-big']],
  ])('weigh-in, %s: %j', async (_, over, codes) => {
    const before = await one<{ n: number }>('SELECT COUNT(*) AS n FROM lot', {})
    expect(codesOf((await weighIn(owner, stand, 5, over)).answer)).toEqual(codes)
    expect(await one('SELECT COUNT(*) AS n FROM lot', {})).toEqual(before)
  })
  it.each([
    ['heavier than the fruit', { juice: { value: 9200, unit: 'mL' } }, ['juice:juice-heavier-than-fruit']],
    ['none', { juice: { value: 0, unit: 'mL' } }, ['juice:juice-not-positive']],
    ['too much taken', { takenKg: 50, juice: { value: 20000, unit: 'mL' } }, ['takenKg:lot-not-enough']],
    ['all trimmed', { trimmedKg: 1 }, ['trimmedKg:trim-takes-all']],
    ['no such lot', { lotId: uuid() }, ['lotId:not-found']],
    ['unknown way', { method: 'by-magic' }, ['method:field-invalid-value']],
  ])('press, %s', async (_, over, codes) => {
    const lot = await weighIn(owner, stand, 5)
    const a = await crew.call('postPress', { body: pressBody(lot.id, over) })
    expect(codesOf(a)).toEqual(codes)
    expect(await one('SELECT COUNT(*) AS n FROM movement WHERE lot_id = :id', { id: lot.id })).toEqual({ n: 1 })
  })
  it('a doubtful yield asks, and is kept with its confirmation', async () => {
    const lot = await weighIn(owner, stand, 5)
    const body = pressBody(lot.id, { takenKg: 4, juice: { value: 300, unit: 'mL' } })
    const asked = await crew.call('postPress', { body })
    expect([asked.status, asked.body.code, codesOf(asked)]).toEqual([
      409,
      'needs-confirmation',
      ['juice:yield-far-below'],
    ])
    expect((await crew.call('postPress', { body: { ...body, confirm: ['yield-far-below'] } })).status).toBe(200)
    expect(
      (await owner.call('presses', { query: { stand } })).body.find((p: { id: string }) => p.id === body.id).doubts,
    ).toEqual(['yield-far-below'])
  })
  it('a jar that keeps all that goes in, as a prep', async () => {
    const syrup = (await owner.call('recipes')).body.recipes.find(
      (r: { shipped: string }) => r.shipped === 'simple-syrup',
    )
    const steps = [
      { op: 'take', out: 'a', item: { ingredient: 'water' }, amount: { value: 10, unit: 'g' }, tempC: 20 },
      { op: 'blend', in: ['a'], out: 'b' },
    ]
    const a = await owner.call('putRecipe', {
      params: { id: syrup.id },
      body: { ...syrup, draft: { ...syrup.draft, steps, output: 'b' } },
    })
    expect([a.status, a.body.errors[0].code]).toEqual([422, 'all-sticks'])
    expect(a.body.errors[0].numbers).toMatchObject({ massG: 10, stuckG: 15 })
  })
  it('more than 64 kB at once, something that is not JSON, no key', async () => {
    const headers = { cookie: owner.cookie }
    expect(
      (await raw('POST', '/api/v1/lots', { text: JSON.stringify({ x: 'y'.repeat(70000) }), headers })).status,
    ).toBe(413)
    expect((await raw('POST', '/api/v1/lots', { text: '{"kg": 4', headers })).body.code).toBe('not-json')
    expect(
      (await raw('POST', '/api/v1/lots', { body: {}, headers: { ...headers, 'idempotency-key': 'x' } })).status,
    ).not.toBe(200)
  })
  it('script in a name is a name', async () => {
    const name = '<script>alert(1)</script>'
    const { id } = await makeDrink(owner, name)
    expect((await owner.call('recipes')).body.recipes.find((r: { id: string }) => r.id === id).name).toBe(name)
  })
})

describe('writes that meet', () => {
  it('the same key twice, at once and later, is one row and one answer', async () => {
    const body = {
      id: uuid(),
      standId: stand,
      ingredientKey: 'lime',
      supplier: null,
      kg: 2,
      price: { paid: 3, per: 'kg' as const },
      count: null,
    }
    const key = uuid()
    const answers = await Promise.all(Array.from({ length: 6 }, () => owner.call('postLot', { body, key })))
    expect(answers.map((a) => [a.status, a.body.id])).toEqual(Array(6).fill([200, body.id]))
    expect((await owner.call('postLot', { body, key })).status).toBe(200)
    expect(await one('SELECT COUNT(*) AS n FROM movement WHERE lot_id = :id', { id: body.id })).toEqual({ n: 1 })
    const other = await owner.call('postLot', { body: { ...body, kg: 3 }, key })
    expect([other.status, other.body.code]).toEqual([422, 'key-reused'])
    // An earlier release hashed what it understood, which cannot be compared: what it answered is the answer, also
    // where this release would not take such a body any more.
    await database().query("UPDATE idempotency_key SET hash_of = 'read', request_hash = 'x' WHERE `key` = :key", {
      replacements: { key },
    })
    expect((await owner.call('postLot', { body: { id: body.id } as never, key })).body).toEqual({ id: body.id })
  })
  it('twenty takes of one kilo from ten: ten are taken, never more', async () => {
    const lot = await weighIn(owner, stand, 10)
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) => (i % 2 ? owner : crew).call('postPress', { body: pressBody(lot.id) })),
    )
    expect(answers.filter((a) => a.status === 200)).toHaveLength(10)
    expect(answers.filter((a) => a.status !== 200).map(codesOf)).toEqual(Array(10).fill(['takenKg:lot-not-enough']))
    expect(
      Number((await one<{ n: string }>('SELECT SUM(amount) AS n FROM movement WHERE lot_id = :id', { id: lot.id })).n),
    ).toBeCloseTo(0, 4)
  })
  it('a stale edit gets both values, and changes nothing', async () => {
    const { id, body } = await makeDrink(owner, `Stale ${uuid()}`)
    expect(
      (await owner.call('putRecipe', { params: { id }, body: { ...body, name: 'Theirs', version: 1 } })).status,
    ).toBe(200)
    const mine = await owner.call('putRecipe', { params: { id }, body: { ...body, name: 'Mine', version: 1 } })
    expect([mine.status, mine.body.code, mine.body.current.name, mine.body.current.version]).toEqual([
      409,
      'stale',
      'Theirs',
      2,
    ])
    expect((await owner.call('recipes')).body.recipes.find((r: { id: string }) => r.id === id).name).toBe('Theirs')
  })
  it('ten edits of one version: one is saved', async () => {
    const { id, body } = await makeDrink(owner, `Raced ${uuid()}`)
    const answers = await Promise.all(
      Array.from({ length: 10 }, (_, i) =>
        owner.call('putRecipe', { params: { id }, body: { ...body, name: `Edit ${i}`, version: 1 } }),
      ),
    )
    expect(answers.map((a) => a.status).sort()).toEqual([200, ...Array(9).fill(409)])
  })
  it('one plan line for a drink and a day, whoever starts it', async () => {
    const { id: recipeId } = await makeDrink(owner, `Planned ${uuid()}`)
    const put = (id: string, cups: number, version = 0) =>
      owner.call('putPlanLine', {
        params: { id },
        body: { standId: stand, day: '2026-12-01', recipeId, cups, version },
      })
    const first = uuid()
    expect((await put(first, 40)).status).toBe(200)
    expect((await put(uuid(), 50)).body).toMatchObject({ code: 'stale', current: { cups: 40 } })
    expect(codesOf(await put(first, 2.5, 1))).toEqual(['cups:cups-not-whole'])
    const sizes = [{ cupId: uuid(), cups: 6 }]
    const more = (over: object) =>
      owner.call('putPlanLine', {
        params: { id: first },
        body: { standId: stand, day: '2026-12-01', recipeId, cups: 0, sizes, version: 1, ...over },
      })
    expect(codesOf(await more({ expected: 30, spread: 31 }))).toEqual(['spread:spread-too-wide'])
    expect((await more({ expected: 30, spread: 8 })).status).toBe(200)
    expect((await owner.call('plan', { query: { stand, day: '2026-12-01' } })).body).toMatchObject([
      { cups: 0, sizes, expected: 30, spread: 8 },
    ])
    expect((await put(first, 0, 2)).status).toBe(200)
    expect((await owner.call('plan', { query: { stand, day: '2026-12-01' } })).body).toEqual([])
  })
  it('hours of a day are one, whoever says them first; what is no time is named', async () => {
    const put = (id: string, over: object = {}, version = 0) =>
      owner.call('putServiceDay', {
        params: { id },
        body: { standId: stand, day: '2026-12-02', opensAt: '10:00', closesAt: '16:00', shifts: [], version, ...over },
      })
    const ids = Array.from({ length: 5 }, () => uuid())
    const answers = await Promise.all(ids.map((id) => put(id)))
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409, 409, 409])
    const mine = ids[answers.findIndex((a) => a.status === 200)]!
    expect((await put(uuid(), { opensAt: '11:00' })).body).toMatchObject({ code: 'stale', current: { id: mine } })
    const shifts = [{ name: '', before: false, from: '7', to: '9:61' }]
    expect(codesOf(await put(mine, { closesAt: '10:00', shifts }, 1))).toEqual([
      'closesAt:closes-as-it-opens',
      'shifts.0.name:name-missing',
      'shifts.0.from:no-clock',
      'shifts.0.to:no-clock',
    ])
    expect((await put(mine, { opensAt: '09:30' }, 1)).body.version).toBe(2)
    const { service } = (await owner.call('serviceDay', { query: { stand, day: '2026-12-02' } })).body
    expect(service).toMatchObject({ id: mine, opensAt: '09:30', version: 2 })
  })
  it('a task of a day is ticked once, whichever tablet does it, and seen by all', async () => {
    const day = '2026-12-02'
    const body = { standId: stand, day, task: `${uuid()}/jug`, hands: 'Ana', version: 0 }
    const put = (id: string, over: object = {}) =>
      owner.call('putDayTask', {
        params: { id },
        body: { ...body, state: 'done', startsAt: '2026-12-02T08:15:00.000Z', ...over },
      })
    const ids = Array.from({ length: 4 }, () => uuid())
    const answers = await Promise.all(ids.map((id) => put(id)))
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409, 409])
    const mine = ids[answers.findIndex((a) => a.status === 200)]!
    expect((await put(mine, { state: 'open', version: 1 })).status).toBe(200)
    const rows = (await owner.call('dayTasks', { query: { stand, day } })).body
    expect(rows).toMatchObject([{ id: mine, state: 'open', startsAt: '2026-12-02T08:15:00.000Z', version: 2 }])
    expect(codesOf(await put(uuid(), { task: 'two words' }))).toEqual(['task:field-invalid-format'])
    expect((await put(uuid(), { standId: uuid() })).status).toBe(404)
  })
})
