import { lot, state as found } from '../../tests/laws/books-state'
import { evaluateRecipe, newSyrup, shippedContext } from '../recipe'
import { templateOf } from '../templates'
import { BOOKS, usesFor, weighedAsPlanned, type LotNow, type State } from '.'
import type { Make } from './make'

const NOW = '2026-05-04T09:00:00.000Z'
const syrup = evaluateRecipe(newSyrup(), shippedContext({}))
const culture = evaluateRecipe(templateOf('cultured-base')!.document, shippedContext({}))
const sugar = (over: Partial<LotNow> = {}): LotNow =>
  lot('sugar', 'white-sugar', {
    ...{ standId: 's', kind: 'pack', supplier: null, count: 1, place: null, cost: 12, at: NOW, onHand: 3000 },
    ...over,
  })
const state = (lots: LotNow[], over: Partial<State> = {}): State =>
  found(lots, {
    now: NOW,
    stand: (id) => id === 's',
    goods: () => false,
    version: (id) => ({ v: { recipeId: 'r', evaluation: syrup }, c: { recipeId: 'x', evaluation: culture } })[id],
    ...over,
  })
const making = (over: Partial<Make> = {}, lots = [sugar()], over2: Partial<State> = {}) =>
  BOOKS.make.book(
    {
      id: '00000000-0000-4000-8000-000000000001',
      standId: 's',
      versionId: 'v',
      out: { value: 1900, unit: 'g' },
      uses: [{ lotId: 'sugar', amount: 1000 }],
      place: 'cold',
      ...over,
    },
    state(lots, over2),
  )
const codes = (b: ReturnType<typeof making>) => [b.limits.map((l) => l.code), b.doubts.map((d) => d.code)]

it('a making takes out of lots, and gives a lot of its version', () => {
  const { lots, movements, batches, limits, doubts } = making({ minutes: 9, seen: { brix: 50.5 } })
  expect([limits, doubts]).toEqual([[], []])
  expect(lots[0]).toMatchObject({ itemKind: 'version', itemKey: 'v', kind: 'made', amount: 1900, unit: 'g', cost: 1.2 })
  expect(movements.map((m) => [m.lotId === 'sugar', m.amount, m.kind])).toEqual([
    [true, -1000, 'make-out'],
    [false, 1900, 'make-in'],
  ])
  // 2 kg of it are a making: 1.9 kg are 0.95 of one, and take 6 × 0.95 minutes by the standard.
  expect(batches[0]).toMatchObject({ times: 0.95, standardMin: 5.7, minutes: 9, cost: 1.2, costBasis: 'measured' })
  expect(batches[0]!.outMl).toBeCloseTo((1900 / 2000) * syrup.jug.volume.value, 3)
})
it('in mL it is a lot of mL, and weighs what its standard does', () => {
  const { lots, batches } = making({ out: { value: 1626, unit: 'mL' } })
  expect([lots[0]!.unit, lots[0]!.amount]).toEqual(['mL', 1626])
  expect(batches[0]!.outG).toBeCloseTo((1626 / syrup.jug.volume.value) * 2000, 2)
})
it('what is in no lot is costed at its last price, or not known', () => {
  const none = { uses: [] }
  expect(making(none).batches[0]).toMatchObject({ cost: null, costBasis: 'estimated' })
  const priced = making(none, [], { lastPerKg: (key) => (key === 'white-sugar' ? 2 : null) })
  expect(priced.batches[0]).toMatchObject({ cost: 1.9, costBasis: 'estimated' })
  expect(making({}, [sugar({ cost: null })]).batches[0]!.cost).toBeNull()
  // What is told as used is all that was: a little less than the standard is no hole in it.
  const less = { uses: [{ lotId: 'sugar', amount: 970 }] }
  expect(making(less, [sugar()], { lastPerKg: () => 2 }).batches[0]).toMatchObject({
    cost: expect.closeTo(1.164 + 1.9, 9),
    costBasis: 'measured',
  })
})
it.each([
  ['nothing', { out: { value: 0, unit: 'g' } }, 'made-not-positive'],
  ['half a tonne and more', { out: { value: 500_001, unit: 'g' } }, 'made-too-much'],
  ['more than went in', { out: { value: 2200, unit: 'g' } }, 'made-more-than-went-in'],
  ['more than there is', { uses: [{ lotId: 'sugar', amount: 3100 }] }, 'lot-not-enough'],
  ['a lot twice', { uses: [1, 2].map(() => ({ lotId: 'sugar', amount: 100 })) }, 'lot-twice'],
  ['a lot of nobody', { uses: [{ lotId: 'x', amount: 1 }] }, 'not-found'],
  ['a stand of nobody', { standId: 'x' }, 'not-found'],
  ['a version of nobody', { versionId: 'x' }, 'not-found'],
  ['no approval', { versionId: 'c', uses: [] }, 'approval-missing'],
  ['a use-by before it was made', { useBy: '2026-05-01' }, 'use-by-before-made'],
  ['a day of minutes', { minutes: 1441 }, 'minutes-out-of-range'],
  ['no hands', { hands: 0 }, 'hands-out-of-range'],
  ['a sugar that no reader shows', { seen: { brix: 86 } }, 'brix-out-of-range'],
  ['colder than any freezer', { seen: { tempC: -31 } }, 'temp-out-of-range'],
  ['tomorrow', { at: '2026-05-05T09:00:00.000Z' }, 'date-future'],
] as const)('%s is refused', (_, over, code) => {
  const booked = making(over as Partial<Make>)
  expect([codes(booked)[0], booked.lots, booked.movements]).toEqual([[code], [], []])
})
it('today anywhere is no day before', () => expect(codes(making({ useBy: '2026-05-03' }))[0]).toEqual([]))
it('far less, or far more, than the standard makes of it is asked about', () => {
  expect(codes(making({ out: { value: 1100, unit: 'g' } }))).toEqual([[], ['made-far-from-standard']])
  // Where water came out of no lot, and the sugar was more than it takes, it may be more.
  const two = [sugar(), sugar({ id: 'water', itemKey: 'water', onHand: 5000, amount: 5000, cost: 0 })]
  const uses = [
    { lotId: 'sugar', amount: 500 },
    { lotId: 'water', amount: 1000 },
  ]
  expect(codes(making({ uses, out: { value: 1500, unit: 'g' } }, two))).toEqual([[], ['made-far-from-standard']])
})

it('a standard takes what expires first, and what no lot has is left', () => {
  const lot = (id: string, onHand: number, useBy: string | null, item = 'white-sugar') => ({
    id,
    item,
    unit: 'g' as const,
    onHand,
    useBy,
    at: NOW,
    gPerMl: null,
  })
  const lots = [lot('late', 900, null), lot('soon', 400, '2026-05-05'), lot('other', 900, null, 'salt')]
  expect(usesFor(syrup, 1, lots)).toEqual([
    { lotId: 'soon', amount: 400 },
    { lotId: 'late', amount: 600 },
  ])
  expect(usesFor(syrup, 2, lots).map((u) => u.amount)).toEqual([400, 900])
  const jug = { ...lot('jug', 500, null), unit: 'mL' as const, gPerMl: 2 }
  expect(usesFor(syrup, 0.5, [jug])).toEqual([{ lotId: 'jug', amount: 250 }])
  // What is thrown away takes the same out of them, in grams, each lot once: the rest is of no lot's.
  const things = [
    { take: 'a', key: 'white-sugar', massG: 900 },
    { take: 'b', key: 'white-sugar', massG: 700 },
    { take: 'c', key: 'water', massG: 100 },
    { take: 'd', key: 'salt', massG: 0 },
  ]
  const gone = weighedAsPlanned(things, [jug, ...lots]).map((e) =>
    e.kind === 'weighed' ? [e.take, e.lotId, e.amount.value, e.more ?? false] : [],
  )
  expect(gone).toEqual([
    ['a', 'soon', 400, true],
    ['a', 'jug', 500, false],
    ['b', 'jug', 500, true],
    ['b', 'late', 200, false],
    ['c', null, 100, false],
  ])
})

describe('a pack that is opened', () => {
  const opened = (amount: number, lot = sugar()) =>
    BOOKS.open.book(
      {
        id: '00000000-0000-4000-8000-000000000002',
        lotId: 'sugar',
        event: { kind: 'open', amount, place: 'cold', useBy: '2026-05-07' },
      },
      state([lot]),
    )
  it('is a lot of its own, with its share of the cost and its own use-by', () => {
    const { lots, movements } = opened(1000)
    const own = { kind: 'opened', itemKey: 'white-sugar', unit: 'g', amount: 1000, cost: 1.2, useBy: '2026-05-07' }
    expect(lots).toEqual([expect.objectContaining(own)])
    expect(movements.map((m) => [m.kind, m.amount])).toEqual([
      ['open-out', -1000],
      ['open-in', 1000],
    ])
  })
  it('was there, and is nothing that is counted', () => {
    const code = (b: ReturnType<typeof opened>) => b.limits.map((l) => l.code)
    expect(code(opened(3001))).toEqual(['lot-not-enough'])
    expect(code(opened(1, sugar({ itemKind: 'goods', itemKey: 'cup:c1', unit: 'pieces' })))).toEqual([
      'goods-not-opened',
    ])
    expect(code(opened(1, sugar({ kind: 'opened' })))).toEqual(['not-a-fruit-lot'])
  })
})

describe('by-products of a making', () => {
  const doc = templateOf('herb-syrup')!.document
  const carrying = (costShare: number) =>
    evaluateRecipe({ ...doc, kept: [{ stream: 'steeped/spent', costShare }] }, shippedContext({}))
  const keptOf = (g: number, stream = 'steeped/spent') => ({
    stream,
    g,
    kept: { lotId: 'k', place: 'cold' as const, useBy: '2026-05-06', useFor: 'candied' },
  })
  const made = (kept: ReturnType<typeof keptOf>[], share = 0.25) =>
    making({ out: { value: 1900, unit: 'g' }, kept }, [sugar()], {
      version: () => ({ recipeId: 'r', evaluation: carrying(share) }),
      lastPerKg: (key) => (key === 'white-sugar' ? null : 10),
    })
  it('kept, each is a lot that carries its share; together they cost what the making did', () => {
    const { lots, movements, batches, limits } = made([keptOf(110)])
    expect(limits).toEqual([])
    expect(lots[1]).toMatchObject({
      id: 'k',
      kind: 'by-product',
      part: 'spent',
      itemKind: 'version',
      amount: 110,
      unit: 'g',
      useBy: '2026-05-06',
      useFor: 'candied',
    })
    expect(lots[1]!.cost! / batches[0]!.cost!).toBeCloseTo(0.25, 2)
    expect(lots[0]!.cost! + lots[1]!.cost!).toBeCloseTo(batches[0]!.cost!, 2)
    expect(movements.map((m) => [m.kind, m.amount])).toContainEqual(['make-in', 110])
  })
  it('thrown, the prep carries all; kept without a share, nothing', () => {
    expect(made([]).lots.map((l) => l.cost)).toEqual([made([]).batches[0]!.cost])
    expect(made([keptOf(110)], 0).lots[1]!.cost).toBe(0)
  })
  it.each([
    [[keptOf(5, 'steeped/zest')], 'nothing-left-there'],
    [[keptOf(5), keptOf(5)], 'nothing-left-there'],
    [[keptOf(0)], 'kept-not-positive'],
    [[keptOf(NaN)], 'kept-not-positive'],
  ])('%j is refused', (kept, code) => {
    const booked = made(kept)
    expect([codes(booked)[0], booked.lots]).toEqual([[code], []])
  })
  it('counts as what came out', () => {
    const all = (g: number[]) =>
      making(
        {
          out: { value: 1900, unit: 'g' },
          uses: [
            { lotId: 'sugar', amount: 1000 },
            { lotId: 'herb', amount: 60 },
          ],
          kept: g.map((v) => keptOf(v)),
        },
        [sugar(), sugar({ id: 'herb', itemKey: 'mint' })],
        { version: () => ({ recipeId: 'r', evaluation: carrying(0) }) },
      )
    expect([codes(all([]))[0], codes(all([120]))[0]]).toEqual([[], []])
    expect(codes(all([1500]))[0]).toEqual(['made-more-than-went-in'])
  })
})

describe('what is added by taste', () => {
  const told = (added: Make['added'], perKg: number | null = 5) =>
    making({ added }, [sugar()], { lastPerKg: (key) => (key === 'citric-acid' ? perKg : null) })
  it('is kept one after the other, counts as what went in, and costs what it did last', () => {
    const added = [4, 2].map((g) => ({ key: 'citric-acid', g }))
    const [row] = told(added).batches
    expect([row!.added, row!.costBasis]).toEqual([added, 'estimated'])
    expect(row!.cost).toBeCloseTo(1.2 + 0.03, 9)
    expect(told(added, null).batches[0]!.cost).toBeNull()
    expect(told([]).batches[0]!.added).toEqual([])
  })
  it.each([
    [{ key: 'nobody', g: 1 }, 'ingredient-unknown'],
    [{ key: 'citric-acid', g: 0 }, 'added-not-positive'],
  ])('%j is refused', (one, code) => expect(codes(told([one]))[0]).toEqual([code]))
})
