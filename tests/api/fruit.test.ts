import { closeDatabase, database } from '../../server/db/connect'
import { type Client, codesOf, people, pressBody, uuid, weighIn } from './client'

let owner: Client
let crew: Client
let stand: string
beforeAll(async () => {
  ;({ owner, crew, stand } = await people())
})
afterAll(closeDatabase)
const lotOf = async (id: string, who = owner) =>
  (await who.call('lots', { query: { stand } })).body.find((l: { id: string }) => l.id === id)
const story = async (id: string) => (await owner.call('getLot', { params: { id } })).body
const event = (who: Client, id: string, e: object, over: object = {}) =>
  who.call('postLotEvent', { params: { id }, body: { id: uuid(), event: e as never, ...over } })

describe('receiving', () => {
  it('a count alone is asked about, kept as an estimate, and costed by the piece', async () => {
    const body = { kg: null, count: 40, price: { paid: 0.3, per: 'piece' } }
    expect(codesOf((await weighIn(owner, stand, 0, body)).answer)).toEqual(['kg:weight-from-count'])
    const { id } = await weighIn(owner, stand, 0, { ...body, confirm: ['weight-from-count', 'price-far-from-last'] })
    expect(await lotOf(id)).toMatchObject({ amount: 4400, weighed: false, count: 40, cost: 12 })
  })
  it('what nobody weighed is marked, and its press is no measure of what the fruit gives', async () => {
    const counted = { ingredientKey: 'plum', kg: null, price: null, count: 30, confirm: ['weight-from-count'] }
    const { id } = await weighIn(owner, stand, 0, counted)
    const { onHand } = await lotOf(id)
    const half = (over: object) => pressBody(id, { takenKg: onHand / 2000, ...over })
    expect((await owner.call('postPress', { body: half({ juice: { value: 300, unit: 'mL' } }) })).status).toBe(200)
    const presses = (await owner.call('fruitPresses', { params: { id: 'plum' }, query: { stand } })).body
    expect(presses.map((p: { weighed: boolean }) => p.weighed)).toEqual([false])
    // 300 mL of half a kilo and less is far from the handbook's: were it the mean, a like press would pass unasked.
    const weighed = await weighIn(owner, stand, 2, { ingredientKey: 'plum' })
    const low = pressBody(weighed.id, { takenKg: 1, juice: { value: 150, unit: 'mL' } })
    expect(codesOf(await owner.call('postPress', { body: low }))).toEqual(['juice:yield-far-below'])
  })
  it('count against kilos, a price for crates that nobody counted, a date to come', async () => {
    expect(codesOf((await weighIn(owner, stand, 12, { count: 20 })).answer)).toEqual(['count:unit-weight-far'])
    expect(codesOf((await weighIn(owner, stand, 12, { price: { paid: 14, per: 'crate' } })).answer)).toEqual([
      'crates:price-needs-crates',
    ])
    expect(
      codesOf((await weighIn(owner, stand, 12, { at: new Date(Date.now() + 864e5).toISOString() })).answer),
    ).toEqual(['at:date-future'])
    expect(codesOf((await weighIn(owner, stand, 12, { seen: { brix: 80 } })).answer)).toEqual([
      'brix:brix-out-of-range',
    ])
  })
  it('a gift costs nothing and keeps the market price beside it', async () => {
    await weighIn(owner, stand, 5, { ingredientKey: 'grapefruit', price: { paid: 2, per: 'kg' } })
    const gift = await weighIn(owner, stand, 3, { ingredientKey: 'grapefruit', price: { paid: 0, per: 'kg' } })
    const press = pressBody(gift.id, { juice: { value: 420, unit: 'mL' } })
    expect((await crew.call('postPress', { body: press })).status).toBe(200)
    expect(await lotOf(gift.id)).toMatchObject({ cost: 0, marketCost: 6 })
    expect((await story(gift.id)).presses[0]).toMatchObject({ fruitCost: 0, marketCost: 2 })
  })
  it('what is written down later counts from when it was', async () => {
    const at = new Date(Date.now() - 3 * 864e5).toISOString()
    const { id } = await weighIn(crew, stand, 4, {
      at,
      place: 'cold',
      seen: { feel: 'firm', brix: 7.9, measured: ['brix'] },
    })
    expect(await lotOf(id)).toMatchObject({ at, place: 'cold', seen: { feel: 'firm', brix: 7.9, measured: ['brix'] } })
  })
})

it('fruit is on the shelf however much juice nobody counted down, and what is out of the books is not', async () => {
  const old = await weighIn(crew, stand, 3, { at: new Date(Date.now() - 60 * 864e5).toISOString() })
  const slip = await weighIn(owner, stand, 4)
  await owner.call('voidFact', { params: { id: slip.id }, body: { entity: 'lot' } })
  const db = database()
  await db.query(
    `INSERT INTO lot (id, stand_id, item_key, kind, unit, amount, at, person_id, confirmed)
    SELECT CONCAT('00000000-0000-7000-9000-', LPAD(seq, 12, '0')), :stand, 'lemon-juice', 'pressed', 'mL', 1, UTC_TIMESTAMP(6) + INTERVAL seq SECOND, (SELECT person_id FROM lot WHERE id = :id), '[]' FROM seq_1_to_700`,
    { replacements: { stand, id: old.id } },
  )
  try {
    const listed = (await owner.call('lots', { query: { stand } })).body as {
      id: string
      kind: string
      ingredientKey: string
    }[]
    expect(listed.map((l) => l.id)).toContain(old.id)
    expect(listed.map((l) => l.id)).not.toContain(slip.id)
    expect(listed.filter((l) => l.kind === 'pressed')).toHaveLength(200)
  } finally {
    await db.query("DELETE FROM lot WHERE id LIKE '00000000-0000-7000-9000-%'")
  }
})

describe('a lot through its days', () => {
  it('is looked at, cleaned, gives garnish, is sorted and thrown; all of it adds up', async () => {
    const { id } = await weighIn(owner, stand, 10, { count: 80 })
    expect(
      (await event(crew, id, { kind: 'look', place: 'cold', feel: 'ripe', brix: 8.2, tempC: 5, crackedShare: 0.02 }))
        .status,
    ).toBe(200)
    await event(crew, id, { kind: 'clean', routine: 'citrus-peel', initials: 'BN' })
    await event(crew, id, { kind: 'garnish', pieces: 4, massG: null, perPiece: 8 })
    const peel = uuid()
    await event(crew, id, {
      kind: 'sort',
      kg: 2,
      reason: 'soft',
      parts: [
        { part: 'peel', g: 300, kept: { lotId: peel, place: 'cold', useBy: '2026-12-01', useFor: 'syrup' } },
        { part: 'outer-skin', g: 100, kept: null },
      ],
    })
    await event(crew, id, { kind: 'discard', kg: 1, reason: 'mould' })
    expect(await lotOf(id)).toMatchObject({
      onHand: 10000 - 500 - 2000 - 1000,
      look: { feel: 'ripe', place: 'cold' },
      cleaned: { initials: 'BN' },
    })
    // 25 € for 10 kg: the peel carries its grams
    expect(await lotOf(peel)).toMatchObject({
      kind: 'by-product',
      part: 'peel',
      onHand: 300,
      cost: 0.75,
      useFor: 'syrup',
      useBy: '2026-12-01',
    })
    const told = await story(id)
    expect(told.lot).toMatchObject({ look: { feel: 'ripe', place: 'cold' }, cleaned: { initials: 'BN' } })
    expect(told.events.map((e: { event: { kind: string } }) => e.event.kind)).toEqual([
      'discard',
      'sort',
      'garnish',
      'clean',
      'look',
    ])
    expect(told.children.map((c: { id: string }) => c.id)).toEqual([peel])
    expect((await story(peel)).parent).toBe(id)
    expect((await event(crew, id, { kind: 'garnish', pieces: 100, massG: null })).body.errors[0]).toMatchObject({
      field: 'pieces',
      code: 'lot-not-enough',
    })
    expect(
      codesOf(
        await event(crew, id, { kind: 'sort', kg: 0.1, reason: 'soft', parts: [{ part: 'peel', g: 300, kept: null }] }),
      ),
    ).toEqual(['parts:parts-more-than-taken'])
    expect(codesOf(await event(crew, id, { kind: 'discard', kg: 0, reason: 'soft' }))).toEqual(['kg:kg-not-positive'])
    expect(codesOf(await event(crew, peel, { kind: 'clean', routine: 'x', initials: 'B' }))).toEqual([
      'id:not-a-fruit-lot',
    ])
  })
  it('what was thrown by mistake comes back', async () => {
    const { id } = await weighIn(owner, stand, 5)
    const thrown = uuid()
    await crew.call('postLotEvent', {
      params: { id },
      body: { id: thrown, event: { kind: 'discard', kg: 5, reason: 'soft' } },
    })
    expect((await lotOf(id)).onHand).toBe(0)
    expect(codesOf(await event(crew, id, { kind: 'discard', kg: 1, reason: 'soft' }))).toEqual(['kg:lot-not-enough'])
    expect((await owner.call('voidFact', { params: { id: thrown }, body: { entity: 'lot-event' } })).status).toBe(200)
    expect((await lotOf(id)).onHand).toBe(5000)
    expect((await story(id)).events[0].voided).toBe(true)
  })
  it('twenty who throw a kilo of ten: ten do', async () => {
    const { id } = await weighIn(owner, stand, 10)
    const answers = await Promise.all(
      Array.from({ length: 20 }, () => event(crew, id, { kind: 'discard', kg: 1, reason: 'soft' })),
    )
    expect(answers.filter((a) => a.status === 200)).toHaveLength(10)
    expect((await lotOf(id)).onHand).toBe(0)
  })
})

describe('a press in full', () => {
  const full = {
    takenKg: 4,
    trimmedKg: 0.9,
    juice: { value: 1600, unit: 'mL' as const },
    minutes: 10,
    hands: 2,
    tool: 'The old one',
    fruitTemp: 'warm' as const,
    spilledMl: 50,
  }
  it('keeps every part with its share of the cost, and the titration as acid', async () => {
    const row = (await owner.call('ingredients')).body.find((i: { key: string }) => i.key === 'lemon')
    expect(
      (
        await owner.call('putHandling', {
          params: { id: 'lemon' },
          body: { handling: { shares: { peel: 0.2 } }, version: row.version },
        })
      ).status,
    ).toBe(200)
    const { id } = await weighIn(owner, stand, 10)
    const peel = uuid()
    const body = pressBody(id, {
      ...full,
      parts: [{ part: 'peel', g: 700, kept: { lotId: peel, place: 'cold', useBy: null, useFor: 'peel sugar' } }],
      seen: { foam: 'settled', brix: 8, titration: { sampleMl: 10, baseMl: 78, baseN: 0.1 } },
    })
    expect((await crew.call('postPress', { body })).status).toBe(200)
    const told = await story(id)
    expect(told.presses[0]).toMatchObject({
      fruitCost: 10,
      byCost: 2,
      trimmedG: 900,
      spilledMl: 50,
      hands: 2,
      tool: 'The old one',
      fruitTemp: 'warm',
      seen: { brix: 8 },
    })
    expect(told.presses[0].seen.ta).toBeCloseTo(5, 1)
    expect(await lotOf(peel)).toMatchObject({ onHand: 700, cost: 2 })
    expect(await lotOf(body.juiceLotId)).toMatchObject({ onHand: 1600, cost: 8 })
    await owner.call('putHandling', { params: { id: 'lemon' }, body: { handling: null, version: row.version + 1 } })
  })
  it.each([
    [
      'by-products heavier than the fruit',
      { parts: [{ part: 'pulp', g: 3500, kept: null }] },
      ['parts:parts-heavier-than-fruit'],
    ],
    [
      'an impossible titration',
      { seen: { titration: { sampleMl: 1, baseMl: 60, baseN: 0.1 } } },
      ['titration:titration-impossible'],
    ],
    [
      'parts of more than was trimmed',
      { trimmedKg: 0.2, parts: [{ part: 'peel', g: 700, kept: null }] },
      ['parts:parts-more-than-trimmed'],
    ],
    ['tomorrow', { at: new Date(Date.now() + 864e5).toISOString() }, ['at:date-future']],
  ])('%s changes nothing', async (_, over, codes) => {
    const { id } = await weighIn(owner, stand, 10)
    expect(codesOf(await crew.call('postPress', { body: pressBody(id, { ...full, ...over }) }))).toEqual(codes)
    expect((await lotOf(id)).onHand).toBe(10000)
  })
  it('a correction replaces the slip in one step; crew may not', async () => {
    const { id } = await weighIn(owner, stand, 10)
    const slip = pressBody(id, { takenKg: 6, juice: { value: 2400, unit: 'mL' } })
    await crew.call('postPress', { body: slip })
    const right = pressBody(id, { takenKg: 9, juice: { value: 3500, unit: 'mL' }, replaces: slip.id })
    expect((await crew.call('postPress', { body: right })).status).toBe(403)
    expect((await owner.call('postPress', { body: right })).status).toBe(200)
    expect((await story(id)).presses.map((p: { id: string }) => p.id)).toEqual([right.id])
    expect((await lotOf(id)).onHand).toBe(1000)
    expect(await lotOf(slip.juiceLotId)).toBeUndefined()
    const fixed = await weighIn(owner, stand, 11, { replaces: (await weighIn(owner, stand, 10)).id })
    expect((await lotOf(fixed.id)).amount).toBe(11000)
  })
  it('a correction of a price is not held against the slip that it replaces', async () => {
    const paid = (per: number) => ({ price: { paid: per, per: 'kg' }, confirm: ['price-far-from-last'] })
    await weighIn(owner, stand, 2, paid(2.5))
    const slip = await weighIn(owner, stand, 2, paid(25))
    const right = await weighIn(owner, stand, 2, { ...paid(2.5), confirm: [], replaces: slip.id })
    expect([slip.answer.status, right.answer.status]).toEqual([200, 200])
    expect(codesOf((await weighIn(owner, stand, 2, { ...paid(25), confirm: [] })).answer)).toEqual([
      'price:price-far-from-last',
    ])
  })
  it('far from the others is answered once, with a version', async () => {
    const { id } = await weighIn(owner, stand, 10)
    const press = pressBody(id)
    await crew.call('postPress', { body: press })
    const mark = (version: number, leftOut = true) =>
      owner.call('putPressMark', {
        params: { id: press.id },
        body: { leftOut, reason: 'A crate that had frozen', version },
      })
    expect([(await mark(0)).status, (await mark(0)).body.code]).toEqual([200, 'stale'])
    const rows = (await owner.call('fruitPresses', { params: { id: 'lemon' }, query: { stand } })).body
    expect(rows.find((p: { id: string }) => p.id === press.id).mark).toEqual({
      leftOut: true,
      reason: 'A crate that had frozen',
      version: 1,
    })
  })
  it('what was left out is no measure for the next press, and makes room for one more in the list', async () => {
    const guava = async (mL: number, confirm: string[] = []) => {
      const { id } = await weighIn(owner, stand, 2, { ingredientKey: 'guava' })
      const body = pressBody(id, { takenKg: 2, juice: { value: mL, unit: 'mL' }, confirm })
      return { id: body.id, answer: await crew.call('postPress', { body }) }
    }
    const low = await guava(120, ['yield-far-below'])
    expect(low.answer.status).toBe(200)
    // 60 mL a kilo is the mean now: a press like it is nothing to ask about, and one that a guava gives is not either.
    const like = await guava(110)
    expect(like.answer.status).toBe(200)
    expect((await owner.call('voidFact', { params: { id: like.id }, body: { entity: 'press' } })).status).toBe(200)
    await owner.call('putPressMark', {
      params: { id: low.id },
      body: { leftOut: true, reason: 'The seal leaked', version: 0 },
    })
    expect(codesOf((await guava(110)).answer)).toEqual(['juice:yield-far-below'])
    for (let i = 0; i < 12; i++) expect((await guava(900)).answer.status).toBe(200)
    const listed = (await owner.call('presses', { query: { stand } })).body.filter(
      (p: { ingredientKey: string }) => p.ingredientKey === 'guava',
    )
    expect([
      listed.length,
      listed.filter((p: { mark: { leftOut: boolean } | null }) => !p.mark?.leftOut).length,
    ]).toEqual([13, 12])
  })
})

describe('prices and packs', () => {
  const today = new Date().toISOString().slice(0, 10)
  const row = (ingredientKey: string, kg: number, packPrice: number, over: object = {}) => ({
    ingredientKey,
    packG: kg * 1000,
    packPrice,
    supplier: 'Row 7',
    day: today,
    ...over,
  })
  const put = (rows: object[], confirm: string[] = []) =>
    owner.call('postPriceList', { body: { id: uuid(), rows: rows as never, confirm } })
  it('the cheapest whole packs; money for the owner only', async () => {
    // Others may have told prices of these before: whatever they were, it is confirmed.
    const told = [row('kiwi', 5, 12), row('kiwi', 1, 3), row('papaya', 4, 9)]
    expect((await put(told, ['list-far-from-last'])).body.count).toBe(3)
    const [kiwi] = (await owner.call('packs', { query: { need: 'kiwi:6000' } })).body
    expect(kiwi).toMatchObject({
      massG: 6000,
      totalPrice: 15,
      packs: [
        { packG: 5000, count: 1, packPrice: 12 },
        { packG: 1000, count: 1 },
      ],
    })
    expect((await crew.call('packs', { query: { need: 'kiwi:6000' } })).status).toBe(403)
    expect(
      (await owner.call('packs', { query: { need: 'litchi:100,kiwi:1' } })).body.map(
        (p: { packs: unknown[] }) => p.packs.length,
      ),
    ).toEqual([0, 1])
  })
  it('a list far from the last prices asks; an unknown fruit and a date to come are named by their line', async () => {
    expect(codesOf(await put([row('kiwi', 1, 40)]))).toEqual(['rows:list-far-from-last'])
    expect((await put([row('kiwi', 1, 3.1)], ['list-far-from-last'])).status).toBe(200)
    expect(codesOf(await put([row('kiwi', 1, 3), row('moon-rock', 1, 1)]))).toEqual(['rows.1.ingredientKey:not-found'])
    expect(codesOf(await put([row('kiwi', 1, 3, { day: '2999-01-01' })]))).toEqual(['rows.0.day:date-future'])
  })
  it('the list holds six of each, the newest; the price of a delivery that was none goes with it', async () => {
    for (let i = 1; i <= 8; i++)
      await owner.call('postPrice', {
        body: { id: uuid(), ingredientKey: 'jambu', packPrice: i, packG: 1000, confirm: ['price-far-from-last'] },
      })
    const slip = await weighIn(owner, stand, 1, { ingredientKey: 'jambu', price: { paid: 9, per: 'kg' } })
    const listed = async () =>
      (await owner.call('prices')).body
        .filter((p: { ingredientKey: string }) => p.ingredientKey === 'jambu')
        .map((p: { packPrice: number }) => p.packPrice)
    expect(await listed()).toEqual([9, 8, 7, 6, 5, 4])
    await owner.call('voidFact', { params: { id: slip.id }, body: { entity: 'lot' } })
    expect(await listed()).toEqual([8, 7, 6, 5, 4, 3])
  })
  it('of the packs of one list, the one that is cheapest by weight is the price, in whatever order they stand', async () => {
    const packs = [row('guava', 2, 8), row('guava', 5, 15), row('guava', 10, 36), row('guava', 1, 5)]
    for (const rows of [packs, [...packs].reverse()]) {
      await put(rows, ['list-far-from-last'])
      const first = (await owner.call('prices')).body.find(
        (p: { ingredientKey: string }) => p.ingredientKey === 'guava',
      )
      expect([first.packG, first.packPrice]).toEqual([5000, 15])
    }
  })
  it('takes 10 000 rows at once', async () =>
    expect(
      (
        await put(
          Array.from({ length: 10_000 }, (_, i) =>
            row('celery', 1 + (i % 50), 2 + (i % 50), { supplier: `S ${i % 40}` }),
          ),
        )
      ).body.count,
    ).toBe(10_000))
  it('of ten thousand of one moment six are listed', async () =>
    expect(
      (await owner.call('prices')).body.filter((p: { ingredientKey: string }) => p.ingredientKey === 'celery'),
    ).toHaveLength(6))
})

it('what is in a base follows its makings: another one, one that is taken out, and none', async () => {
  const lot = await weighIn(owner, stand, 10, { ingredientKey: 'pineapple' })
  const name = `Jar ${uuid()}`
  const made = async (waterMl: number): Promise<string> => {
    const id = uuid()
    const water = { value: waterMl, unit: 'mL' as const }
    const body = { ...pressBody(lot.id), id, takenKg: 1, juice: { value: 600, unit: 'mL' as const }, water, base: name }
    expect(
      (await owner.call('postPress', { body: { ...body, confirm: ['base-far-below', 'base-far-above'] } })).status,
    ).toBe(200)
    return id
  }
  const base = async (who: Client) =>
    (await who.call('ingredients')).body.find((i: { name: string | null }) => i.name === name)?.base
  const first = await made(200)
  const one = await base(crew)
  expect([one.runs, one.parts.map((p: { key: string }) => p.key)]).toEqual([1, ['pineapple', 'water']])
  const second = await made(400)
  const two = await base(crew)
  expect(two.runs).toBe(2)
  expect(two.composition.sucrose).toBeLessThan(one.composition.sucrose)
  await owner.call('voidFact', { params: { id: second }, body: { entity: 'press' } })
  expect((await base(crew)).runs).toBe(1)
  await owner.call('voidFact', { params: { id: first }, body: { entity: 'press' } })
  expect(await base(crew)).toBeNull()
})
