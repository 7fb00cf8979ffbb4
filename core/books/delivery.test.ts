import { codes, lot, NOW, state } from '../../tests/laws/books-state'
import { BOOKS, type LotNow, type State } from '.'
import type { Receive } from './receive'
import { rowId } from './row-id'
import type { Sort } from './sort'
import type { FactNow } from './state'

const ID = 'f3a9c2d1-0000-4000-8000-000000000002'
const BEFORE = 'f3a9c2d1-0000-4000-8000-000000000001'
const crew = { seesMoney: false, mends: false, overrules: false }
const lead = { seesMoney: false, mends: true, overrules: false }
const came = (over: Partial<Receive> = {}, more: Partial<State> = {}, lots: readonly LotNow[] = []) =>
  BOOKS.receive.book(
    {
      ...{ id: ID, standId: 'stand', ingredientKey: 'lemon', supplier: 'Grove', kg: 8, count: null },
      ...{ price: { paid: 2, per: 'kg' } },
      ...over,
    },
    state(lots, more),
  )

describe('a delivery', () => {
  it('is a lot at what was paid, and the latest price of its fruit', () => {
    const { lots, movements, prices } = came()
    expect(lots).toMatchObject([
      { kind: 'received', unit: 'g', amount: 8000, cost: 16, marketCost: null, place: 'room' },
    ])
    expect(movements).toMatchObject([{ lotId: ID, amount: 8000, kind: 'receive' }])
    expect(prices).toMatchObject([{ packPrice: 2, packG: 1000, source: 'receipt', lotId: ID, since: NOW }])
  })
  it.each([
    ['all', { paid: 20, per: 'all' }, {}, 20, 2.5],
    ['a crate', { paid: 9, per: 'crate' }, { crates: 2 }, 18, 2.25],
    ['a piece', { paid: 0.3, per: 'piece' }, { count: 60 }, 18, 2.25],
  ] as const)('paid by %s costs what that comes to, and a kilo of it', (_, price, over, cost, perKg) => {
    const { lots, prices } = came({ price, ...over })
    expect([lots[0]!.cost, prices[0]!.packPrice]).toEqual([cost, perKg])
  })
  it('that was given costs nothing, keeps the market price beside it, and leaves that alone', () => {
    const gift = { price: { paid: 0, per: 'all' } } as const
    const priced = came(gift, { lastPerKg: () => 2.25 })
    expect([priced.lots[0]!.cost, priced.lots[0]!.marketCost, priced.prices]).toEqual([0, 18, []])
    expect(came(gift).lots[0]!.marketCost).toBeNull()
  })
  it('that was only counted is asked about, and is not weighed', () => {
    const { lots, doubts } = came({ kg: null, count: 50, price: null }, { handling: () => ({ pieceG: 120 }) })
    expect([lots[0]!.weighed, lots[0]!.amount, doubts.map((d) => d.code)]).toEqual([false, 6000, ['weight-from-count']])
  })
  it('far from the last price is asked of who sees prices, and of nobody else', () => {
    const dear = { price: { paid: 21, per: 'kg' } } as const
    expect(came(dear, { lastPerKg: () => 2 }).doubts.map((d) => d.code)).toEqual(['price-far-from-last'])
    expect(came(dear, { lastPerKg: () => 2, teller: crew }).doubts).toEqual([])
  })
  it('of crew has no cost and no price, whatever they say', () => {
    const { lots, prices } = came({}, { teller: crew, lastPerKg: () => 2 })
    expect([lots[0]!.cost, lots[0]!.marketCost, prices]).toEqual([null, null, []])
  })
  it('keeps what was seen of it, and where it was put', () => {
    const { lots } = came({ place: 'cold', seen: { tempC: 6, waxed: true } })
    expect(lots[0]).toMatchObject({
      place: 'cold',
      seen: { tempC: 6, waxed: true, feel: null, brix: null, measured: [] },
    })
  })
  it.each([
    ['a stand that is not there', {}, { stand: () => false }, ['standId:not-found']],
    ['a fruit that is not there', { ingredientKey: 'gone' }, {}, ['ingredientKey:not-found']],
    ['neither kilos nor a count', { kg: null }, {}, ['kg:kg-or-count-missing']],
    [
      'pieces that nobody knows the weight of',
      { kg: null, count: 3 },
      { data: () => ({ key: 'x' }) },
      ['kg:unit-weight-unknown'],
    ],
    ['half a piece', { count: 1.5 }, {}, ['count:count-not-whole']],
    ['no crates to a price of a crate', { price: { paid: 9, per: 'crate' } }, {}, ['crates:price-needs-crates']],
    ['less than nothing paid', { price: { paid: -1, per: 'kg' } }, {}, ['price:price-negative']],
    ['a coin that there is not', { price: { paid: 20.5, per: 'all' } }, { decimals: 0 }, ['price:money-no-decimals']],
    ['a moment to come', { at: '2026-11-26T10:00:00.000Z' }, {}, ['at:date-future']],
  ] as const)('is refused with %s', (_, over, more, wrong) =>
    expect(codes(came(over as Partial<Receive>, more as unknown as Partial<State>))).toEqual(wrong),
  )
  it('may cost a part of a coin by the kilo: that is how it was said', () =>
    expect(codes(came({ price: { paid: 210.5, per: 'kg' } }, { decimals: 0 }))).toEqual([]))
})

describe('a delivery that is corrected', () => {
  const slip = lot(BEFORE, 'lemon', { amount: 18_000, onHand: 18_000, cost: 36 })
  const fact: FactNow = {
    ...{ entity: 'lot', itemKey: 'lemon', at: NOW, voided: false },
    moved: [{ id: 'm', lotId: BEFORE, amount: 18_000, kind: 'receive', sourceId: BEFORE }],
  }
  const corrected = (over: Partial<Receive> = {}, more: Partial<State> = {}, of: LotNow = slip) =>
    came({ replaces: BEFORE, ...over }, { fact: (id) => (id === BEFORE ? fact : undefined), ...more }, [of])
  it('goes out and comes in as it was, in one breath', () => {
    const { voids, movements, lots } = corrected()
    expect(voids).toMatchObject([{ entity: 'lot', factId: BEFORE, voided: true }])
    expect(movements.map((m) => [m.lotId, m.amount, m.kind])).toEqual([
      [BEFORE, -18_000, 'void'],
      [ID, 8000, 'receive'],
    ])
    expect(lots[0]!.cost).toBe(16)
  })
  it('by who does not see money costs what was paid', () => {
    expect(corrected({ price: null }, { teller: lead }).lots[0]!.cost).toBe(36)
    expect(corrected({ price: null }, { teller: lead }, { ...slip, cost: null }).lots[0]!.cost).toBeNull()
  })
  it('as a gift keeps the market price that it had, by its weight', () => {
    const gift = { ...slip, cost: 0, marketCost: 45 }
    expect(corrected({ price: null }, { teller: lead, lastPerKg: () => 9 }, gift).lots[0]!.marketCost).toBe(20)
  })
  it('is not the crew’s to mend, needs to be a delivery, and has not been used', () => {
    expect(codes(corrected({}, { teller: crew }))).toEqual(['replaces:not-your-role'])
    expect(codes(corrected({}, {}, { ...slip, kind: 'pressed' }))).toEqual(['replaces:not-found'])
    expect(codes(corrected({}, {}, { ...slip, onHand: 17_000 }))).toEqual(['id:already-used'])
  })
})

describe('a fact that goes out of the books, and comes back', () => {
  const [juice, crate] = [
    lot('juice', 'lemon-juice', { kind: 'pressed', unit: 'mL', amount: 800, onHand: 800, sourceId: BEFORE }),
    lot('crate', 'lemon', { onHand: 8000 }),
  ]
  const pressed = [
    { id: 'm1', lotId: 'crate', amount: -2000, kind: 'press-out', sourceId: BEFORE },
    { id: 'm2', lotId: 'juice', amount: 800, kind: 'press-in', sourceId: BEFORE },
  ] as const
  const undone = [
    { id: 'm3', lotId: 'crate', amount: 2000, kind: 'void', sourceId: BEFORE },
    { id: 'm4', lotId: 'juice', amount: -800, kind: 'void', sourceId: BEFORE },
  ] as const
  const turned = (voided: boolean, fact: Partial<FactNow> | null, lots: LotNow[], more: Partial<State> = {}) =>
    BOOKS.void.book(
      { id: ID, entity: 'press', factId: BEFORE, voided, reason: null },
      state(lots, {
        fact: () => fact && { entity: 'press', itemKey: 'lemon', at: NOW, voided: !voided, moved: pressed, ...fact },
        ...more,
      } as Partial<State>),
    )
  const moved = (b: ReturnType<typeof turned>) => b.movements.map((m) => [m.lotId, m.amount, m.kind])
  it('undoes what it moved, each in a row of its own name', () => {
    const out = turned(true, {}, [juice, crate])
    expect(moved(out)).toEqual([
      ['crate', 2000, 'void'],
      ['juice', -800, 'void'],
    ])
    expect(out.movements[0]!.id).toBe(rowId(ID, 'void crate'))
  })
  it('takes all of what came of it, also what a count found more in it', () =>
    expect(moved(turned(true, {}, [{ ...juice, onHand: 850 }, crate]))[1]).toEqual(['juice', -850, 'void']))
  it('is kept where its juice was poured or its fruit used', () => {
    expect(codes(turned(true, {}, [{ ...juice, onHand: 300 }, crate]))).toEqual(['id:juice-already-used'])
    expect(turned(true, {}, [{ ...juice, onHand: 300 }, crate]).limits[0]!.numbers).toEqual({ short: 500 })
  })
  it('moves at first what it moved at first when it comes back, and the rest where that is all but the same', () => {
    const back = (onHand: number) =>
      turned(false, { moved: [...pressed, ...undone] }, [
        { ...juice, onHand: 0 },
        { ...crate, onHand },
      ])
    expect(moved(back(10_000))).toEqual([
      ['crate', -2000, 'restore'],
      ['juice', 800, 'restore'],
    ])
    expect(moved(back(2000.05))[0]).toEqual(['crate', -2000.05, 'restore'])
    expect(codes(back(1500))).toEqual(['id:lot-not-enough-to-restore'])
  })
  it('is refused twice, of another kind, where there is none, and once it arrived elsewhere', () => {
    expect(codes(turned(true, { voided: true }, []))).toEqual(['id:already-void'])
    expect(codes(turned(false, { voided: false }, []))).toEqual(['id:not-void'])
    expect(codes(turned(true, { entity: 'lot' }, []))).toEqual(['press:not-found'])
    expect(codes(turned(true, null, []))).toEqual(['press:not-found'])
    const arrived = { sent: () => ({ arrived: true }) } as unknown as Partial<State>
    expect(codes(turned(true, {}, [juice, crate], arrived))).toEqual(['id:already-arrived'])
  })
})

describe('fruit that is sorted', () => {
  const kept = { lotId: 'sound', place: 'cold' as const, useBy: '2026-11-28', useFor: 'syrup' }
  const sorted = (over: Partial<Sort> = {}, of: Partial<LotNow> = {}) =>
    BOOKS.sort.book(
      {
        ...{ id: ID, lotId: 'crate' },
        event: { kind: 'sort', kg: 3, parts: [{ part: 'flesh', g: 2200, kept }], reason: 'soft', ...over },
      },
      state([lot('crate', 'mango', of)]),
    )
  it('leaves its crate whole; what is sound is a lot that carries the cost of its mass, and no more', () => {
    const { movements, lots } = sorted()
    expect(movements.map((m) => [m.lotId, m.amount, m.kind])).toEqual([
      ['crate', -3000, 'sort-out'],
      ['sound', 2200, 'sort-in'],
    ])
    expect(lots).toMatchObject([
      { id: 'sound', amount: 2200, cost: 4.4, place: 'cold', useBy: '2026-11-28', sourceId: ID },
    ])
    expect(sorted({}, { cost: null }).lots[0]!.cost).toBeNull()
  })
  it('may be thrown all, and what is not kept is no lot', () =>
    expect(sorted({ parts: [{ part: 'flesh', g: 2200, kept: null }] }).lots).toEqual([]))
  it('comes to no more than was taken, and no more is taken than there is', () => {
    expect(codes(sorted({ kg: 2 }))).toEqual(['parts:parts-more-than-taken'])
    expect(codes(sorted({ kg: 11 }))).toEqual(['kg:lot-not-enough'])
    expect(codes(sorted({ parts: [{ part: 'flesh', g: 0, kept }] }))).toEqual(['parts:part-not-positive'])
    expect(codes(sorted({}, { kind: 'pack' }))).toEqual(['id:not-a-fruit-lot'])
  })
})
