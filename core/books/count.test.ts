import { booked, BOOKS, type LotNow, type State } from '.'

/** Ids of facts: those of their rows come of them. */
const ID = (end: string): string => `00000000-0000-4000-8000-00000000000${end}`
const NOW = '2026-11-28T20:00:00.000Z'
const before = (hours: number): string => new Date(Date.parse(NOW) - hours * 36e5).toISOString()
const lot = (over: Partial<LotNow> = {}): LotNow => ({
  ...({ id: 'l', standId: 's', itemKind: 'ingredient', itemKey: 'lemon', kind: 'received', unit: 'g' } as LotNow),
  ...{ amount: 10_000, onHand: 4000, voided: false, counted: null, movedSince: 0 },
  ...over,
})
const stateOf = (l: LotNow): State =>
  ({
    now: NOW,
    lot: (id: string) => (id === 'l' ? l : undefined),
    fact: () => ({ entity: 'lot-event', itemKey: 'lemon', at: before(5), voided: false, moved: MOVED }),
    data: () => ({ key: 'lemon' }),
    handling: () => null,
    sent: () => undefined,
  }) as unknown as State
const MOVED = [{ id: ID('5'), lotId: 'l', amount: -500, kind: 'discard', sourceId: ID('4') }]
const count = (counted: number, of: LotNow = lot(), at: string | null = null) =>
  booked('count', { id: ID('1'), lotId: 'l', event: { kind: 'count', counted, by: 'weighed' }, at }, stateOf(of))
const discard = (at: string | null, of: LotNow) =>
  booked('discard', { id: ID('2'), lotId: 'l', event: { kind: 'discard', kg: 0.5, reason: 'soft' }, at }, stateOf(of))
const moved = (of: ReturnType<typeof count>) => of.movements.map((m) => [m.amount, m.kind])

describe('a lot that is counted', () => {
  it('has from then on what was counted: the difference is moved, less or more', () => {
    expect(moved(count(3600))).toEqual([[-400, 'count']])
    expect(count(3600).events[0]).toMatchObject({ amountG: 400, event: { counted: 3600 } })
    expect(moved(count(4300))).toEqual([[300, 'count']])
    expect(moved(count(4000))).toEqual([])
  })
  it('far from the books is asked about, and less than nothing, or half a cup, is refused', () => {
    expect(count(400).doubts.map((d) => d.code)).toEqual(['count-far-g'])
    expect(count(3600).doubts).toEqual([])
    expect(count(-1).limits.map((d) => d.code)).toEqual(['count-out-of-range'])
    expect(count(2.5, lot({ unit: 'pieces' })).limits.map((d) => d.code)).toEqual(['count-not-whole'])
    expect(count(1, lot({ voided: true })).limits.map((d) => d.code)).toEqual(['lot-void'])
  })
  it('without a connection is as of then: what left it afterwards is not missing', () => {
    // 4.5 kg were there when it was counted, and half a kilo left since.
    expect(moved(count(4500, lot({ movedSince: -500 }), before(1)))).toEqual([])
    expect(moved(count(4200, lot({ movedSince: -500 }), before(1)))).toEqual([[-300, 'count']])
  })
  it('keeps what was counted, whatever comes late from before it', () => {
    const counted = lot({ counted: { id: ID('9'), at: before(1) } })
    expect(moved(discard(before(3), counted))).toEqual([
      [-500, 'discard'],
      [500, 'count'],
    ])
    expect(discard(before(3), counted).movements.map((m) => [m.at, m.sourceId])).toEqual([
      [undefined, ID('2')],
      [before(1), ID('9')],
    ])
    expect(moved(discard(null, counted))).toEqual([[-500, 'discard']])
    // What was thrown before it, and is taken back after it, was not there either way.
    const back = booked(
      'void',
      { id: ID('3'), entity: 'lot-event', factId: ID('4'), voided: true, reason: null },
      stateOf(counted),
    )
    expect(moved(back)).toEqual([
      [500, 'void'],
      [-500, 'count'],
    ])
    // An earlier count that comes late says nothing any more.
    expect(moved(count(100, counted, before(2)))).toEqual([])
  })
  it('that goes out of the books goes as a whole: what was counted as more, too', () => {
    const more = lot({ onHand: 10_200, counted: { id: ID('9'), at: before(1) } })
    const delivered = [{ id: ID('6'), lotId: 'l', amount: 10_000, kind: 'receive' as const, sourceId: 'l' }]
    const fact = { entity: 'lot' as const, itemKey: 'lemon', at: before(5), voided: false, moved: delivered }
    const told = { id: ID('3'), entity: 'lot' as const, factId: 'l', voided: true, reason: null }
    expect(moved(booked('void', told, { ...stateOf(more), fact: () => fact }))).toEqual([[-10_200, 'void']])
  })
  it('can be a lot of any kind', () => expect(BOOKS.count.lots).toContain('left'))
})
