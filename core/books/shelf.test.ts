import { lot, NOW, state } from '../../tests/laws/books-state'
import { INGREDIENTS } from '../substances'
import { baseKeyOf, booked, BOOKS, type Booked, type LotNow } from '.'
import {
  laidOver,
  placeOfLot,
  stateOf,
  type Known,
  type Shelf,
  type ShelfLot,
  type ShelfPress,
  type ShelfSend,
} from './shelf'
import { BOOKED } from './state'

// A tablet without a connection: what the server told last, with what was told here laid over it.
const id = (end: string): string => `00000000-0000-4000-8000-0000000000${end}`
const [CRATE, PRESS, TOLD] = [id('01'), id('02'), id('03')]
const shelfLot = (of: LotNow, over: Partial<ShelfLot> = {}): ShelfLot => {
  const { voided: _, movedSince: __, ...row } = of
  return { ...row, by: 'Teo', look: null, cleaned: null, counted: null, ...over }
}
const crate = shelfLot(lot(CRATE, 'lemon', { onHand: 6000 }))
const juice = shelfLot(
  lot('juice', 'lemon-juice', { kind: 'pressed', unit: 'mL', amount: 800, onHand: 800, sourceId: PRESS }),
)
const press = {
  ...{ id: PRESS, ingredientKey: 'lemon', at: NOW, by: 'Teo', doubts: [], mark: null },
  takes: [{ lotId: CRATE, takenG: 2000, outG: 2000 }],
} as unknown as ShelfPress
const shelf = (over: Partial<Shelf> = {}): Shelf => ({
  ...{ lots: [crate, juice], presses: [press], batches: [], runs: [], holds: [], pours: [], soldOuts: [] },
  ...{ sends: [], prices: [], bases: [] },
  ...over,
})
const known: Known = {
  data: (key) => INGREDIENTS.get(key),
  handling: () => null,
  goods: () => false,
  named: () => undefined,
  version: () => undefined,
  recipeOf: () => undefined,
  evaluateRun: () => {
    throw new Error('no batch is under way')
  },
}
const NEEDS = BOOKS.void.needs({ id: TOLD, entity: 'press', factId: PRESS, voided: true, reason: null })
const at = (of: Shelf, needs = NEEDS) =>
  stateOf(of, known, {
    ...{ standId: 'stand', others: ['cart'], control: 'cold', now: NOW, decimals: 2, needs },
    teller: { seesMoney: true, mends: true, overrules: true },
  })
const event = (kind: string, when: string, more: object = {}): Partial<Booked> => ({
  events: [
    { id: id('09'), lotId: CRATE, at: when, event: { kind, ...more }, amountG: null },
  ] as unknown as Booked['events'],
})
const laid = (of: Shelf, told: Partial<Booked>, confirmed: string[] = []): Shelf =>
  laidOver(of, { ...BOOKED, ...told }, 'Noor', confirmed)
const find = (of: Shelf, lotId: string) => of.lots.find((l) => l.id === lotId)

/** Five kilos that came in, for 2 a kilo. */
const delivered = booked(
  'receive',
  {
    ...{ id: TOLD, standId: 'stand', ingredientKey: 'lemon', supplier: null, kg: 5, count: null },
    price: { paid: 2, per: 'kg' },
  },
  state([]),
)

describe('what was told here, laid over what the server told', () => {
  it('a delivery stands first on the shelf, with all of it and its price before the older ones', () => {
    const before = { id: 'p', ingredientKey: 'lemon', packPrice: 3, packG: 1000, since: '2026-11-24T10:00:00.000Z' }
    const after = laid(shelf({ prices: [before] }), delivered)
    expect([after.lots[0]!.id, after.lots[0]!.onHand, after.lots[0]!.by]).toEqual([TOLD, 5000, 'Noor'])
    expect(after.prices.map((p) => p.packPrice)).toEqual([2, 3])
    expect(at(after).lastPerKg('lemon')).toBe(2)
  })
  it('juice that is used up leaves the shelf; a crate stays, with where its fruit went', () => {
    const used = (lotId: string, amount: number) =>
      laid(shelf(), { movements: [{ id: 'm', lotId, amount, kind: 'use', sourceId: TOLD }] })
    expect(find(used('juice', -800), 'juice')).toBeUndefined()
    expect(find(used('juice', -300), 'juice')!.onHand).toBe(500)
    expect(find(used(CRATE, -6000), CRATE)!.onHand).toBe(0)
  })
  it('a press that is taken out goes with its juice, and its fruit is back', () => {
    const told = booked('void', { id: TOLD, entity: 'press', factId: PRESS, voided: true, reason: null }, at(shelf()))
    const after = laid(shelf(), told)
    expect([after.presses, find(after, 'juice'), find(after, CRATE)!.onHand]).toEqual([[], undefined, 8000])
  })
  it('a delivery that is taken out goes with the price that it told', () => {
    const there = laid(shelf(), delivered)
    const out = { id: id('04'), entity: 'lot' as const, factId: TOLD, voided: true, reason: null }
    const after = laid(there, booked('void', out, at(there, BOOKS.void.needs(out))))
    expect([find(after, TOLD), after.prices]).toEqual([undefined, []])
  })
  it('what was seen of a lot is what was seen last, whenever it is told', () => {
    const [early, late] = ['2026-11-25T08:00:00.000Z', '2026-11-25T09:00:00.000Z']
    const looked = laid(shelf(), event('look', late, { place: 'cold', feel: 'soft' }))
    expect(find(looked, CRATE)!.look).toEqual({ at: late, by: 'Noor', place: 'cold', feel: 'soft' })
    expect(find(laid(looked, event('look', early, { place: 'room', feel: 'firm' })), CRATE)!.look!.place).toBe('cold')
    const cleaned = laid(shelf(), event('clean', late, { initials: 'NK' }))
    expect(find(laid(cleaned, event('clean', early, { initials: 'TB' })), CRATE)!.cleaned!.initials).toBe('NK')
    const counted = laid(shelf(), event('count', late))
    expect(find(laid(counted, event('count', early)), CRATE)!.counted!.at).toBe(late)
    expect(find(looked, 'juice')!.look).toBeNull()
  })
  it('what is sent is on its way until it arrives, once', () => {
    const sending = { id: TOLD, lotId: CRATE, event: { kind: 'send' as const, amount: 2000, toStandId: 'cart' } }
    const sent = laid(shelf(), booked('send', sending, at(shelf())))
    expect(sent.sends).toMatchObject([{ id: TOLD, amount: 2000, toStandId: 'cart', by: 'Noor', arrival: null }])
    expect(find(sent, CRATE)!.onHand).toBe(4000)
    expect(at(sent).sent(TOLD)).toMatchObject({ voided: false, arrived: false })
    const arrival = { id: id('05'), sendId: TOLD, standId: 'cart', amount: 1900, tempC: null, at: NOW }
    const there = laid(sent, { arrivals: [arrival] as unknown as Booked['arrivals'] })
    expect(there.sends).toMatchObject([{ arrival: { amount: 1900, by: 'Noor' } }])
    expect(at(there).sent(TOLD)!.arrived).toBe(true)
    const nothing = shelf({ sends: sent.sends as ShelfSend[] })
    expect(laid(nothing, {}).sends).toBe(nothing.sends)
  })
  it('doubts that were confirmed stay with what was pressed', () => {
    const told = { presses: [{ ...press, id: id('06'), juiceLotId: 'x' }] as unknown as Booked['presses'] }
    expect(laid(shelf(), told, ['yield-far']).presses.map((p) => [p.id, p.doubts])).toEqual([
      [id('06'), ['yield-far']],
      [PRESS, []],
    ])
  })
})

describe('what a fact finds on a tablet', () => {
  it('is what is on its shelf: a press with what it moved, a delivery with all of it, and nothing else', () => {
    const found = at(shelf())
    expect(found.fact(PRESS)).toMatchObject({ entity: 'press', itemKey: 'lemon', voided: false })
    expect(found.fact(PRESS)!.moved.map((m) => [m.lotId, m.amount])).toEqual([
      [CRATE, -2000],
      ['juice', 800],
    ])
    expect(found.fact(CRATE)!.moved.map((m) => m.amount)).toEqual([10_000])
    expect([found.fact('juice'), found.lot('gone'), found.run('gone'), found.hold('gone')]).toEqual(
      Array(4).fill(undefined),
    )
  })
  it('is at its stand, and may be sent to the others', () =>
    expect(['stand', 'cart', 'pier'].map((s) => at(shelf()).stand(s))).toEqual([true, true, false]))
  it('a price that a fact tells which is taken out is not the last one', () => {
    const prices = [{ id: 'p', ingredientKey: 'lemon', packPrice: 9, packG: 3000, since: NOW }]
    expect([at(shelf({ prices })).lastPerKg('lemon'), at(shelf({ prices })).lastPerKg('lime')]).toEqual([3, null])
  })
  it('a base that was made here first is there by its name, with what its making says of it', () => {
    const pineapple = shelfLot(lot('pineapple', 'pineapple'))
    const told = booked(
      'press',
      {
        ...{ id: TOLD, lotId: 'pineapple', takenKg: 2, trimmedKg: null, method: 'blender-strainer', minutes: null },
        ...{ juice: { value: 1400, unit: 'mL' }, water: { value: 500, unit: 'mL' }, base: 'Jar' },
      },
      at(shelf({ lots: [pineapple] })),
    )
    const after = at(laid(shelf({ lots: [pineapple] }), told))
    const key = baseKeyOf('Jar')
    expect([after.named(' jar'), after.named('Pot')]).toEqual([{ key, isBase: true }, undefined])
    expect(after.data('gone')).toBeUndefined()
    expect(after.data(key)!.composition.citric!).toBeLessThan(INGREDIENTS.get('pineapple-juice')!.composition.citric!)
    expect(after.meanMlPerKg('pineapple', key)).toBeNull()
  })
  it('stands where it was seen last, where it was put, or where its kind is kept', () => {
    const of = (over: object) =>
      placeOfLot({ look: null, place: null, kind: 'pack', itemKind: 'ingredient', ...over } as ShelfLot)
    expect([
      of({ look: { place: 'cold' }, place: 'room' }),
      of({ place: 'cold' }),
      of({ kind: 'pressed' }),
      of({}),
      of({ itemKind: 'goods' }),
    ]).toEqual(['cold', 'cold', 'cold', 'room', null])
  })
})
