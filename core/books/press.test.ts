import { codes, lot, state } from '../../tests/laws/books-state'
import { BOOKS, type FactNow, type LotNow, type State } from '.'
import type { Press } from './press'

const ID = 'f3a9c2d1-0000-4000-8000-00000000000a'
const BEFORE = 'f3a9c2d1-0000-4000-8000-00000000000b'

/** Two kilos of lemons out of a crate of ten for 20, 680 mL of juice. */
const pressOf = (over: Partial<Press> = {}, more: Partial<State> = {}, of: LotNow = lot('crate', 'lemon')) =>
  BOOKS.press.book(
    {
      id: ID,
      lotId: of.id,
      takenKg: 2,
      trimmedKg: null,
      juice: { value: 680, unit: 'mL' },
      method: 'hand-reamer',
      minutes: 14,
      ...over,
    },
    state([of], more),
  )
const kept = (lotId: string) => ({ lotId, place: 'cold' as const, useBy: '2026-11-28', useFor: 'peel sugar' })
const keeps = (...shares: [name: 'peel' | 'seeds', share: number][]): Partial<State> => ({
  handling: () => ({ shares: Object.fromEntries(shares) }),
})

describe('a press of one crate', () => {
  it('takes the fruit out, and its juice costs what the fruit did', () => {
    const { lots, movements, presses, limits } = pressOf({ hands: 2, spilledMl: 20, tool: 'Big one' })
    expect(limits).toEqual([])
    expect(lots).toMatchObject([{ itemKey: 'lemon-juice', kind: 'pressed', unit: 'mL', amount: 680, cost: 4 }])
    expect(movements.map((m) => [m.kind, m.lotId, m.amount])).toEqual([
      ['press-out', 'crate', -2000],
      ['press-in', lots[0]!.id, 680],
    ])
    expect(presses[0]).toMatchObject({
      ...{ takenG: 2000, juiceMl: 680, juiceUnit: 'mL', minutes: 14, hands: 2, spilledMl: 20, tool: 'Big one' },
      ...{ fruitCost: 4, byCost: 0, costBasis: 'measured', weighed: true },
    })
  })
  it('by weight is so many mL of that juice, and as many grams as the scale said', () => {
    const { lots, presses } = pressOf({ juice: { value: 680, unit: 'g' } })
    expect(presses[0]).toMatchObject({ juiceG: 680, juiceUnit: 'g' })
    // Lemon juice is heavier than water, and no syrup.
    expect(lots[0]!.amount).toBeGreaterThan(640)
    expect(lots[0]!.amount).toBeLessThan(680)
    expect(lots[0]!.amount).toBe(presses[0]!.juiceMl)
  })
  it('out of a crate without a price is estimated at the last one, or costs what nobody knows', () => {
    const unpriced = lot('crate', 'lemon', { cost: null })
    const { presses, lots } = pressOf({}, { lastPerKg: () => 3 }, unpriced)
    expect([presses[0]!.fruitCost, presses[0]!.costBasis, lots[0]!.cost]).toEqual([6, 'estimated', 6])
    const unknown = pressOf({}, {}, unpriced)
    expect([unknown.presses[0]!.fruitCost, unknown.presses[0]!.byCost, unknown.lots[0]!.cost]).toEqual([
      null,
      null,
      null,
    ])
  })
  it('has its acid by titration where one was done: 64.04 mg of citric acid to a milliequivalent', () => {
    const seen = { ta: 1, titration: { sampleMl: 10, baseN: 0.1, baseMl: 80 }, measured: ['ta'] }
    expect(pressOf({ seen }).presses[0]!.seen!.ta).toBeCloseTo((80 * 0.1 * 64.04) / 10 / 10, 6)
    expect(pressOf({ seen: { ta: 5.5, measured: ['ta'] } }).presses[0]!.seen).toMatchObject({ ta: 5.5, brix: null })
    expect(pressOf().presses[0]!.seen).toBeNull()
  })
  it('takes no more than there is, and gives no more juice than fruit', () => {
    expect(codes(pressOf({ takenKg: 11 }))).toEqual(['takenKg:lot-not-enough'])
    expect(codes(pressOf({ takenKg: 0 }))).toEqual(['takenKg:kg-not-positive'])
    expect(pressOf({ juice: { value: 2100, unit: 'g' } }).limits).not.toEqual([])
    expect(pressOf({ takenKg: 11 })).toMatchObject({ lots: [], movements: [], presses: [] })
  })
})

describe('what is kept of a press', () => {
  it('is a lot of its own that carries its share of the cost; the juice carries the rest', () => {
    const parts = [{ part: 'peel' as const, g: 400, kept: kept('peel-lot') }]
    const { lots, presses, movements } = pressOf({ parts }, keeps(['peel', 0.25]))
    expect(lots).toMatchObject([
      { kind: 'pressed', cost: 3 },
      { id: 'peel-lot', kind: 'by-product', part: 'peel', amount: 400, cost: 1, useFor: 'peel sugar' },
    ])
    expect(presses[0]).toMatchObject({ fruitCost: 4, byCost: 1 })
    expect(movements.at(-1)).toMatchObject({ lotId: 'peel-lot', amount: 400, kind: 'press-in' })
  })
  it('carries nothing without a share, and all of it together nine tenths at most', () => {
    const peel = { part: 'peel' as const, g: 400, kept: kept('peel-lot') }
    const seeds = { part: 'seeds' as const, g: 40, kept: kept('seeds-lot') }
    const costs = (over: Partial<State>) => pressOf({ parts: [peel, seeds] }, over).lots.map((l) => l.cost)
    expect(costs({})).toEqual([4, 0, 0])
    expect(costs(keeps(['peel', 0.9], ['seeds', 0.9]))).toEqual([0.4, 1.8, 1.8])
  })
  it('is no lot where it is thrown away', () => {
    const { lots } = pressOf({ parts: [{ part: 'peel', g: 400, kept: null }] }, keeps(['peel', 0.25]))
    expect(lots.map((l) => [l.kind, l.cost])).toEqual([['pressed', 4]])
  })
  it('costs what nobody knows where the fruit does', () => {
    const parts = [{ part: 'peel' as const, g: 400, kept: kept('peel-lot') }]
    const { lots } = pressOf({ parts }, keeps(['peel', 0.25]), lot('crate', 'lemon', { cost: null }))
    expect(lots.map((l) => l.cost)).toEqual([null, null])
  })
})

describe('a press that is corrected', () => {
  const fact: FactNow = {
    ...{ entity: 'press', itemKey: 'lemon', at: '2026-11-25T09:00:00.000Z', voided: false },
    moved: [
      { id: 'out', lotId: 'crate', amount: -2000, kind: 'press-out', sourceId: BEFORE },
      { id: 'in', lotId: 'jug', amount: 680, kind: 'press-in', sourceId: BEFORE },
    ],
  }
  const crate = lot('crate', 'lemon', { onHand: 8000 })
  const jug = (onHand: number) =>
    lot('jug', 'lemon-juice', { kind: 'pressed', unit: 'mL', amount: 680, onHand, cost: 4, sourceId: BEFORE })
  const corrected = (over: Partial<Press>, left = 680) =>
    pressOf(
      { replaces: BEFORE, ...over },
      { fact: (id) => (id === BEFORE ? fact : undefined), lot: (id) => [crate, jug(left)].find((l) => l.id === id) },
      crate,
    )
  it('puts the fruit back before it takes it again', () => {
    // Ten kilos were there before: all of them may be taken now, and no more.
    const { movements, voids } = corrected({ takenKg: 10, juice: { value: 3400, unit: 'mL' } })
    expect(voids).toMatchObject([{ entity: 'press', factId: BEFORE, voided: true }])
    expect(movements.map((m) => [m.kind, m.lotId, m.amount]).slice(0, 3)).toEqual([
      ['void', 'crate', 2000],
      ['void', 'jug', -680],
      ['press-out', 'crate', -10_000],
    ])
    expect(codes(corrected({ takenKg: 10.1 }))).toEqual(['takenKg:lot-not-enough'])
  })
  it('stays as it was once its juice was used', () =>
    expect(codes(corrected({}, 600))).toEqual(['id:juice-already-used']))
})
