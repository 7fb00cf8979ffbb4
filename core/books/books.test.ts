import { codes, lot, state } from '../../tests/laws/books-state'
import { BOOKS, baseKeyOf, purchasedPerG, type LotNow, type State } from '.'
import type { Peel } from './peel'
import type { Press } from './press'

const ID = 'f3a9c2d1-0000-4000-8000-000000000001'
const pressOf = (over: Partial<Press>, lots: LotNow[], more: Partial<State> = {}) =>
  BOOKS.press.book(
    {
      id: ID,
      lotId: 'pineapple',
      takenKg: 2,
      trimmedKg: null,
      juice: { value: 1400, unit: 'mL' },
      method: 'blender-strainer',
      minutes: null,
      water: { value: 500, unit: 'mL' },
      base: 'Jar',
      ...over,
    },
    state(lots, more),
  )
const crates = () => [lot('pineapple', 'pineapple'), lot('mango', 'mango', { cost: 40, amount: 8000, onHand: 8000 })]

describe('a press with water', () => {
  it('makes a lot of a base: of its own name, with what the fruit cost', () => {
    const { lots, presses, bases, movements, limits } = pressOf({}, crates())
    expect(limits).toEqual([])
    expect(bases).toEqual([{ key: baseKeyOf('jar '), name: 'Jar', likeKey: 'pineapple-juice' }])
    expect(lots).toMatchObject([{ itemKey: baseKeyOf('Jar'), kind: 'pressed', unit: 'mL', amount: 1400, cost: 4 }])
    expect(presses[0]).toMatchObject({
      ingredientKey: 'pineapple',
      baseKey: baseKeyOf('Jar'),
      takenG: 2000,
      fruitCost: 4,
    })
    expect(presses[0]!.juiceMl).toBeLessThan(1400)
    expect(presses[0]!.base!.leastMl).toBeCloseTo(900, 0)
    expect(movements.map((m) => [m.lotId, m.amount])).toEqual([
      ['pineapple', -2000],
      [lots[0]!.id, 1400],
    ])
  })
  it('is the base of that name where there is one, and refuses the name of anything else', () => {
    const known = pressOf({}, crates(), { named: () => ({ key: 'mine', isBase: true }) })
    expect([known.bases, known.lots[0]!.itemKey]).toEqual([[], 'mine'])
    expect(codes(pressOf({}, crates(), { named: () => ({ key: 'honey', isBase: false }) }))).toEqual([
      'base:name-taken',
    ])
    expect(codes(pressOf({ base: ' ' }, crates()))).toEqual(['base:base-name-missing'])
  })
  it('needs no name where it is plain juice', () =>
    expect(pressOf({ water: null, base: null, juice: { value: 800, unit: 'mL' } }, crates())).toMatchObject({
      limits: [],
      bases: [],
      presses: [{ base: null, baseKey: null }],
      lots: [{ itemKey: 'pineapple-juice' }],
    }))
})

describe('a press of several lots', () => {
  const two = (over: Partial<Press> = {}, lots = crates(), more: Partial<State> = {}) =>
    pressOf({ also: [{ lotId: 'mango', takenKg: 1 }], ...over }, lots, more)
  it('takes from each, shares the cost by weight, and is a press of the base', () => {
    const { presses, movements } = two()
    expect(presses[0]).toMatchObject({
      ingredientKey: baseKeyOf('Jar'),
      takenG: 3000,
      fruitCost: 9,
      costBasis: 'measured',
    })
    expect(presses[0]!.takes.map((t) => [t.lotId, t.takenG, t.outG])).toEqual([
      ['pineapple', 2000, 2000],
      ['mango', 1000, 1000],
    ])
    expect(movements.slice(0, 2).map((m) => [m.lotId, m.amount])).toEqual([
      ['pineapple', -2000],
      ['mango', -1000],
    ])
  })
  it('has no cost where one has none, an estimate where its last price is known, and a market price where one was given', () => {
    const [pineapple, mango] = crates() as [LotNow, LotNow]
    const unpriced = { ...mango, cost: null }
    expect(two({}, [pineapple, unpriced]).presses[0]!.fruitCost).toBeNull()
    const last = two({}, [pineapple, unpriced], { lastPerKg: () => 3 }).presses[0]!
    expect([last.fruitCost, last.costBasis]).toEqual([7, 'estimated'])
    const given = two({}, [pineapple, { ...mango, cost: 0, marketCost: 32 }]).presses[0]!
    expect([given.fruitCost, given.marketCost]).toEqual([4, 8])
    expect(two().presses[0]!.marketCost).toBeNull()
  })
  it('is not weighed where one of them was only counted', () =>
    expect(two({}, [crates()[0]!, lot('mango', 'mango', { weighed: false })]).presses[0]!.weighed).toBe(false))
  it('refuses a lot twice, another stand’s, and what is no fruit', () => {
    expect(codes(two({ also: [{ lotId: 'pineapple', takenKg: 1 }] }))).toEqual(['also.0.takenKg:lot-twice'])
    const far = [crates()[0]!, lot('mango', 'mango', { standId: 'other' })]
    expect(codes(two({}, far))).toEqual(['also.0.lotId:not-a-fruit-lot'])
    const juice = [crates()[0]!, lot('mango', 'mango', { kind: 'pressed' })]
    expect(codes(two({}, juice))).toEqual(['also.0.lotId:not-a-fruit-lot'])
    expect(codes(two({ also: [{ lotId: 'gone', takenKg: 1 }] }))).toEqual(['also.0.lotId:not-found'])
    expect(codes(two({ also: [{ lotId: 'mango', takenKg: 9 }] }))).toEqual(['also.0.takenKg:lot-not-enough'])
  })
})

describe('packs', () => {
  const packOf = (over: Partial<Parameters<typeof BOOKS.pack.book>[0]> = {}, more: Partial<State> = {}) =>
    BOOKS.pack.book(
      {
        id: ID,
        standId: 'stand',
        ingredientKey: 'white-sugar',
        goods: null,
        supplier: 'Mill',
        packs: 4,
        size: 2.5,
        unit: 'kg',
        price: { paid: 3, per: 'pack' },
        useBy: '2027-05-01',
        ...over,
      },
      state([], more),
    )
  const said = (...args: Parameters<typeof packOf>) => codes(packOf(...args))
  it('are a lot by weight, with what was paid, and the price of a pack', () => {
    const { lots, prices, movements } = packOf()
    expect(lots).toMatchObject([
      { itemKind: 'ingredient', itemKey: 'white-sugar', kind: 'pack', unit: 'g', amount: 10_000, count: 4, cost: 12 },
    ])
    expect(prices).toMatchObject([{ ingredientKey: 'white-sugar', packPrice: 3, packG: 2500, lotId: ID }])
    expect(movements.map((m) => m.amount)).toEqual([10_000])
    expect(packOf({ price: { paid: 12, per: 'all' } }).prices[0]!.packPrice).toBe(3)
  })
  it('are a lot by volume, priced by what that weighs', () => {
    const { lots, prices } = packOf({
      ingredientKey: 'whole-milk',
      packs: 6,
      size: 1,
      unit: 'L',
      price: { paid: 1.2, per: 'pack' },
    })
    expect(lots[0]).toMatchObject({ unit: 'mL', amount: 6000 })
    expect(prices[0]!.packG).toBeGreaterThan(1020)
    expect(prices[0]!.packG).toBeLessThan(1040)
  })
  it('are goods in pieces, which have no price of an ingredient', () => {
    const cups = packOf({ ingredientKey: null, goods: 'cup:c1', packs: 3, size: 50, unit: 'pieces' })
    expect(cups.lots[0]).toMatchObject({ itemKind: 'goods', itemKey: 'cup:c1', unit: 'pieces', amount: 150, cost: 9 })
    expect(cups.prices).toEqual([])
  })
  it('cost nothing that is told where the teller does not see money', () =>
    expect(packOf({}, { teller: { seesMoney: false, mends: false, overrules: false } })).toMatchObject({
      lots: [{ cost: null }],
      prices: [],
    }))
  it('refuse what cannot be: fruit, half a pack, nothing in it, pieces of sugar, litres of cups, goods of nobody', () => {
    expect(said({ ingredientKey: 'lemon' })).toEqual(['ingredientKey:fruit-is-weighed'])
    expect(said({ ingredientKey: 'gone' })).toEqual(['ingredientKey:not-found'])
    expect(said({ ingredientKey: null })).toEqual(['ingredientKey:not-found'])
    expect(said({ packs: 1.5, size: 0 })).toEqual(['packs:packs-not-whole', 'size:pack-empty'])
    expect(said({ packs: 0, price: { paid: 4, per: 'all' } })).toEqual(['packs:packs-not-whole'])
    expect(said({ unit: 'pieces', size: 2 })).toEqual(['unit:ingredient-not-in-pieces'])
    expect(said({ goods: 'cup:c1', unit: 'L' })).toEqual(['unit:goods-in-pieces'])
    expect(said({ goods: 'cup:c1', unit: 'pieces', size: 2.5 })).toEqual(['size:count-not-whole'])
    expect(said({ goods: 'cup:c2', unit: 'pieces' })).toEqual(['goods:not-found'])
    expect(said({ goods: 'plate:c1', unit: 'pieces' })).toEqual(['goods:not-found'])
    expect(said({ price: { paid: -1, per: 'all' } })).toEqual(['price:price-negative'])
    expect(said({ price: { paid: 1.5, per: 'all' } }, { decimals: 0 })).toEqual(['price:money-no-decimals'])
    // What rounds to nothing, what no column holds, and a price of a kilo beyond what is kept
    expect(said({ size: 0.0004, unit: 'g' })).toEqual(['size:pack-empty'])
    expect(said({ packs: 10_000, size: 1e6 })).toEqual(['size:packs-too-much'])
    expect(said({ packs: 10_000, size: 1, price: { paid: 11_000, per: 'pack' } })).toEqual([
      'size:packs-too-much',
      'price:price-too-much',
    ])
    expect(said({ packs: 1, size: 0.01, unit: 'g', price: { paid: 99_000, per: 'all' } })).toEqual([
      'price:price-too-much',
    ])
  })
  it('go down by the piece, and never by more than there are', () => {
    const cups = lot('cups', 'cup:c1', { kind: 'pack', itemKind: 'goods', unit: 'pieces', amount: 150, onHand: 150 })
    const use = (amount: number) =>
      BOOKS.use.book({ id: ID, lotId: 'cups', event: { kind: 'use', amount } }, state([cups]))
    expect(use(20).movements.map((m) => m.amount)).toEqual([-20])
    expect([use(1.5), use(151), use(0)].map((b) => b.limits[0]!.code)).toEqual([
      'count-not-whole',
      'pieces-not-enough',
      'count-not-whole',
    ])
  })
})

describe('peeling', () => {
  const peel = (event: Partial<Peel>, of = crates()[0]!) =>
    BOOKS.peel.book(
      { id: ID, lotId: of.id, event: { kind: 'peel', kg: 4, peeledG: 2200, parts: [], ...event } },
      state([of], { handling: () => ({ shares: { peel: 0.1 } }) }),
    )
  const kept = { lotId: 'peel-lot', place: 'cold' as const, useBy: null, useFor: 'peel sugar' }
  it('makes a lot of peeled fruit, cold, that remembers what it weighed as purchased', () => {
    const { lots, movements } = peel({ parts: [{ part: 'peel', g: 1500, kept }] })
    expect(lots).toMatchObject([
      { kind: 'peeled', amount: 2200, purchasedG: 4000, cost: 7.2, place: 'cold', unit: 'g' },
      { kind: 'by-product', part: 'peel', amount: 1500, cost: 0.8 },
    ])
    expect(movements.map((m) => [m.kind, m.amount])).toEqual([
      ['peel-out', -4000],
      ['peel-in', 2200],
      ['peel-in', 1500],
    ])
  })
  it('is known by what was left, or by what came off; not by neither, nor by more than there was', () => {
    expect(peel({ peeledG: null, parts: [{ part: 'peel', g: 1500, kept: null }] }).lots[0]!.amount).toBe(2500)
    const said = (event: Partial<Peel>) => codes(peel(event))
    expect(said({ peeledG: null })).toEqual(['peeledG:peeled-not-weighed'])
    expect(said({ peeledG: 0 })).toEqual(['peeledG:amount-not-positive'])
    expect(said({ peeledG: 4001 })).toEqual(['peeledG:peeled-more-than-taken'])
    expect(said({ parts: [{ part: 'peel', g: 1900, kept: null }] })).toEqual(['peeledG:peeled-more-than-taken'])
    expect(said({ peeledG: null, parts: [{ part: 'peel', g: 4000, kept: null }] })).toEqual([
      'peeledG:peeled-more-than-taken',
    ])
    expect(said({ parts: [{ part: 'peel', g: 0, kept: null }] })).toEqual(['parts:part-not-positive'])
    expect(said({ kg: 11 })).toEqual(['kg:lot-not-enough'])
  })
  it('is pressed hours later: by its kilos as purchased, and all that came off is trimmed', () => {
    const peeled = lot('pineapple', 'pineapple', {
      kind: 'peeled',
      amount: 2200,
      onHand: 2200,
      purchasedG: 4000,
      cost: 7.2,
    })
    expect(purchasedPerG(peeled)).toBeCloseTo(4000 / 2200, 9)
    const dry = { takenKg: 1.1, water: null, base: null, juice: { value: 850, unit: 'mL' as const } }
    const { presses, movements } = pressOf(dry, [peeled])
    expect(presses[0]).toMatchObject({ takenG: 2000, trimmedG: 900, fruitCost: 3.6 })
    expect(movements[0]).toMatchObject({ lotId: 'pineapple', amount: -1100 })
    // As if it had been peeled at the press: the same fruit, whole.
    const whole = pressOf({ ...dry, takenKg: 2, trimmedKg: 0.9 }, [lot('pineapple', 'pineapple')]).presses[0]!
    expect(presses[0]!.juiceMl).toBe(whole.juiceMl)
    const [wet] = pressOf({ takenKg: 1.1 }, [peeled]).presses
    const [wetWhole] = pressOf({ takenKg: 2, trimmedKg: 0.9 }, [lot('pineapple', 'pineapple')]).presses
    expect(wet!.juiceMl).toBeCloseTo(wetWhole!.juiceMl, 2)
    expect(wet!.trimmedG).toBeCloseTo(900, 2)
    // What is named of this press is of what came off now, not of what was peeled before.
    const parts = [{ part: 'ends' as const, g: 4, kept: null }]
    for (const over of [dry, { takenKg: 1.1 }])
      expect(pressOf({ ...over, trimmedKg: 0, parts }, [peeled]).limits.map((l) => l.code)).toEqual([
        'parts-more-than-trimmed',
      ])
  })
  it('cannot be done twice', () => {
    const peeled = lot('pineapple', 'pineapple', { kind: 'peeled', purchasedG: 18_000 })
    expect(peel({}, peeled).limits.map((l) => l.code)).toEqual(['not-a-fruit-lot'])
  })
})
