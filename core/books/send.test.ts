import { booked, isShort } from '.'
import type { ArrivalRow } from './rows'
import type { LotNow, SentNow, State } from './state'

const [SENDING, ARRIVING, VOIDING] = ['1', '2', '3'].map((n) => `00000000-0000-7000-8000-00000000000${n}`) as [
  string,
  string,
  string,
]
const NOW = '2026-07-01T12:00:00.000Z'
const SENT_AT = '2026-07-01T09:00:00.000Z'
const crate: LotNow = {
  ...{ id: 'crate', standId: 'pier', itemKind: 'ingredient', itemKey: 'lemon', kind: 'received', part: null },
  ...{ supplier: 'Grove', count: 40, crates: 1, unit: 'g', amount: 5000, purchasedG: null, weighed: true, cost: 12.5 },
  ...{ marketCost: null, place: 'cold', seen: null, useBy: null, useFor: null, sourceId: null },
  ...{ at: '2026-06-28T08:00:00.000Z', onHand: 4000, voided: false, counted: null, movedSince: 0 },
}
const state = (over: Partial<State> = {}): State =>
  ({
    now: NOW,
    teller: { seesMoney: true, mends: true, overrules: true },
    decimals: 2,
    stand: (id: string) => ['pier', 'cart'].includes(id),
    lot: (id: string) => (id === 'crate' ? crate : undefined),
    fact: () => undefined,
    data: () => ({ key: 'lemon' }),
    handling: () => null,
    sent: () => undefined,
    ...over,
  }) as unknown as State
const sending = (over: object = {}) =>
  booked(
    'send',
    { id: SENDING, lotId: 'crate', event: { kind: 'send', amount: 2000, toStandId: 'cart', ...over } },
    state(),
  )
const way: SentNow = {
  ...{ id: SENDING, lot: crate, amount: 2000, toStandId: 'cart', at: SENT_AT, voided: false, arrived: false },
}
const arriving = (over: object = {}, of: Partial<SentNow> = {}) =>
  booked(
    'arrive',
    { id: ARRIVING, sendId: SENDING, standId: 'cart', amount: 2000, ...over },
    state({ sent: (id) => (id === SENDING ? { ...way, ...of } : undefined) }),
  )
const codes = ({ limits }: { limits: { field: string; code: string }[] }) => limits.map((l) => `${l.field}:${l.code}`)

describe('what is sent to another stand', () => {
  it('leaves its lot, and is on no shelf until it arrives', () => {
    const { movements, lots, events } = sending()
    expect(movements.map((m) => [m.lotId, m.amount, m.kind])).toEqual([['crate', -2000, 'send-out']])
    expect([lots, events[0]!.amountG]).toEqual([[], 2000])
  })
  it.each([
    [{ amount: 4001 }, ['amount:lot-not-enough']],
    [{ amount: 0 }, ['amount:kg-not-positive']],
    [{ amount: NaN }, ['amount:kg-not-positive']],
    [{ toStandId: 'pier' }, ['toStandId:sent-to-itself']],
    [{ toStandId: 'nowhere' }, ['toStandId:not-found']],
  ])('is refused: %j', (over, wrong) => expect(codes(sending(over))).toEqual(wrong))
})

describe('what arrives', () => {
  it('is a lot of its kind and age, with its share of the cost', () => {
    const { lots, movements, arrivals } = arriving({ tempC: 4 })
    // By hand: 2 of 5 kg for 12.50 are 5.00, and 16 of 40 pieces.
    expect(lots).toEqual([
      expect.objectContaining({
        ...{ standId: 'cart', kind: 'received', itemKey: 'lemon', amount: 2000, cost: 5, count: 16 },
        ...{ at: crate.at, place: 'cold', supplier: 'Grove', sourceId: ARRIVING },
      }),
    ])
    expect(movements.map((m) => [m.lotId, m.amount, m.kind])).toEqual([[lots[0]!.id, 2000, 'arrive-in']])
    const row: ArrivalRow = { id: ARRIVING, sendId: SENDING, standId: 'cart', amount: 2000, tempC: 4, at: NOW }
    expect(arrivals).toEqual([row])
  })
  it('as less pays for what was lost on the way; as nothing it is no lot', () => {
    expect(arriving({ amount: 1500 }).lots[0]).toMatchObject({ amount: 1500, cost: 5, count: 12 })
    const nothing = arriving({ amount: 0 })
    expect([nothing.lots, nothing.movements, nothing.arrivals.length]).toEqual([[], [], 1])
  })
  it('is short from where two scales differ no more', () =>
    expect([1961, 1959].map((came) => isShort(2000, came))).toEqual([false, true]))
  it('of a peeled lot keeps what it was as purchased', () =>
    expect(arriving({}, { lot: { ...crate, kind: 'peeled', purchasedG: 7500 } }).lots[0]!.purchasedG).toBe(3000))
  it('of pieces is whole', () => {
    const cups = { ...crate, unit: 'pieces' as const, kind: 'pack' as const, amount: 100 }
    expect(codes(arriving({ amount: 1.5 }, { lot: cups, amount: 50 }))).toEqual(['amount:count-not-whole'])
    expect(codes(arriving({ amount: 51 }, { lot: cups, amount: 50 }))).toEqual(['amount:more-than-sent'])
    expect(arriving({ amount: 50 }, { lot: cups, amount: 50 }).lots[0]).toMatchObject({ unit: 'pieces', cost: 6.25 })
  })
  it.each([
    [{ amount: 2040 }, {}, []],
    [{ amount: 2041 }, {}, ['amount:more-than-sent']],
    [{ amount: -1 }, {}, ['amount:more-than-sent']],
    [{ amount: NaN }, {}, ['amount:more-than-sent']],
    [{ tempC: 80 }, {}, ['tempC:temp-out-of-range']],
    [{ at: '2026-07-01T08:59:00.000Z' }, {}, ['at:arrived-before-sent']],
    [{ at: '2026-07-02T08:59:00.000Z' }, {}, ['at:date-future']],
    [{}, { arrived: true }, ['sendId:already-arrived']],
    [{}, { voided: true }, ['sendId:sent-taken-back']],
    [{ standId: 'pier' }, {}, ['sendId:not-found']],
    [{ standId: 'nowhere' }, {}, ['standId:not-found']],
    [{ sendId: 'other' }, {}, ['sendId:not-found']],
  ])('%j of %j', (over, of, wrong) => expect(codes(arriving(over, of))).toEqual(wrong))
})

it('what arrived is not taken back by who sent it', () => {
  const moved = [{ id: 'm', lotId: 'crate', amount: -2000, kind: 'send-out' as const, sourceId: SENDING }]
  const fact = { entity: 'lot-event' as const, itemKey: 'lemon', at: SENT_AT, voided: false, moved }
  const back = (arrived: boolean) =>
    booked(
      'void',
      { id: VOIDING, entity: 'lot-event', factId: SENDING, voided: true, reason: null },
      state({ fact: () => fact, sent: () => ({ ...way, arrived }) }),
    )
  expect(codes(back(true))).toEqual(['id:already-arrived'])
  expect(back(false).movements.map((m) => [m.lotId, m.amount])).toEqual([['crate', 2000]])
})
