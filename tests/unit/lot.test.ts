import { digitsFor } from '../../core/units'
import fc from 'fast-check'
import { evaluateFigure } from '../../core/figures'
import { DOCUMENT_SCHEMA, newDrink, upgradeDocument } from '../../core/recipe'
import { crateFigure, partsOfLot } from '../../core/yield'
import { storyRows } from '../../app/utils/story'
import type { Lot, LotEventRow, Press } from '../../shared/contract'

const lot = (over: Partial<Lot> = {}): Lot => ({
  id: 'lot',
  standId: 's',
  itemKind: 'ingredient',
  itemKey: 'lemon',
  kind: 'received',
  part: null,
  supplier: 'Grove',
  count: 92,
  crates: null,
  unit: 'g',
  amount: 10000,
  purchasedG: null,
  onHand: 10000,
  weighed: true,
  cost: 25,
  marketCost: null,
  at: '2026-11-24T08:00:00.000Z',
  by: 'Ada',
  place: 'room',
  seen: null,
  useBy: null,
  useFor: null,
  sourceId: null,
  look: null,
  cleaned: null,
  counted: null,
  ...over,
})
const press = (i: number, takenG: number, over: Partial<Press> = {}): Press => ({
  id: `p${i}`,
  standId: 's',
  lotId: 'lot',
  ingredientKey: 'lemon',
  takes: [{ lotId: 'lot', ingredientKey: 'lemon', takenG, outG: takenG, weighed: true }],
  baseKey: null,
  base: null,
  takenG,
  weighed: true,
  trimmedG: takenG * 0.2,
  juiceMl: takenG * 0.4,
  juiceG: takenG * 0.412,
  juiceUnit: 'mL',
  method: 'hand-reamer',
  minutes: 5,
  fruitCost: null,
  costBasis: 'measured',
  byCost: null,
  marketCost: null,
  tool: null,
  fruitTemp: null,
  hands: null,
  spilledMl: null,
  parts: [],
  seen: null,
  at: `2026-11-25T0${i}:00:00.000Z`,
  by: 'Ben',
  doubts: [],
  mark: null,
  ...over,
})
const sum = (numbers: number[]): number => numbers.reduce((a, b) => a + b, 0)

describe('the strip of a lot', () => {
  it('adds up to what came, whatever was pressed, thrown and spilled', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 50, max: 2000 }), { maxLength: 4 }),
        fc.integer({ min: 0, max: 1500 }),
        fc.integer({ min: 0, max: 60 }),
        (taken, otherG, spilledMl) => {
          const presses = taken.map((g, i) => press(i, g, { spilledMl: Math.min(spilledMl, g * 0.05) }))
          const whole = lot({ onHand: 10000 - sum(taken) - otherG })
          const parts = partsOfLot(whole, presses)
          for (const p of parts) expect(p.kg).toBeGreaterThanOrEqual(0)
          // What is under a gram beside presses is rounding of the scale, and not drawn.
          expect(sum(parts.map((p) => p.kg))).toBeCloseTo(10 - (otherG <= 1 ? otherG / 1000 : 0), 6)
          const figure = crateFigure(whole, presses)
          expect(figure.value).toBeCloseTo(whole.onHand / 1000, 2)
          expect(evaluateFigure(figure)).toBe(figure.value)
        },
      ),
    )
  })
  it('kilos that nobody weighed are an estimate, down to what is left of them', () => {
    expect(crateFigure(lot({ weighed: false }), []).basis).toBe('estimated')
    expect(crateFigure(lot({ weighed: false, onHand: 6000 }), [press(1, 4000)]).basis).toBe('estimated')
    expect(crateFigure(lot({ onHand: 6000 }), [press(1, 4000)]).basis).toBe('measured')
  })
})

describe('the story of a lot', () => {
  const n = (v: number, digits = 0): string => v.toFixed(digits)
  const amount = (v: number, unit: string, digits = digitsFor(unit)): string => `${n(v, digits)} ${unit}`
  const event = (i: number, e: LotEventRow['event'], amountG: number | null = null): LotEventRow => ({
    id: `e${i}`,
    event: e,
    amountG,
    measured: [],
    at: `2026-11-25T0${i}:30:00.000Z`,
    by: 'Cleo',
    voided: i === 5,
  })
  const rows = storyRows(
    lot(),
    [press(2, 4000, { seen: { brix: 8.1, ph: 2.4, ta: 5, titration: null, foam: null, measured: [] } as never })],
    [
      event(1, {
        kind: 'look',
        place: 'cold',
        feel: 'soft',
        brix: 7.9,
        tempC: null,
        crackedShare: 0.05,
        note: null,
      } as never),
      event(3, { kind: 'clean', routine: 'soak-rinse', initials: 'CL' } as never),
      event(4, { kind: 'garnish', pieces: 4, massG: null, perPiece: 8 } as never, 435),
      event(5, { kind: 'discard', kg: 1.5, reason: 'mould', note: null } as never, 1500),
      event(
        6,
        {
          kind: 'sort',
          kg: 2,
          reason: 'soft',
          parts: [
            { part: 'peel', g: 300, kept: null },
            { part: 'flesh', g: 900, kept: null },
          ],
        } as never,
        2000,
      ),
    ],
  )
  it('is told newest first, each with its hand', () => {
    expect(rows.map((r) => [r.kind, r.by])).toEqual([
      ['sort', 'Cleo'],
      ['discard', 'Cleo'],
      ['garnish', 'Cleo'],
      ['clean', 'Cleo'],
      ['press', 'Ben'],
      ['look', 'Cleo'],
      ['weighed', 'Ada'],
    ])
    expect(rows.filter((r) => r.voided).map((r) => r.kind)).toEqual(['discard'])
    expect(rows.map((r) => r.entity)).toEqual([
      'lot-event',
      'lot-event',
      'lot-event',
      'lot-event',
      'press',
      'lot-event',
      'lot',
    ])
  })
  it('has the numbers with it', () => {
    const words = Object.fromEntries(
      rows.map((r) => [r.kind, r.words({ n, amount, t: (k) => k, name: (k) => k, stand: (k) => k })]),
    )
    expect(words.press).toMatchObject({
      kg: '4.00 kg',
      l: '1.60 L',
      mlPerKg: '400 mL/kg',
      extra: ' · 8.1 °Bx · TA 5.00 · pH 2.40',
    })
    expect(words.sort).toEqual({ kg: '2.00 kg', parts: 'byPart.peel 300 g, byPart.flesh 900 g' })
    expect(words.garnish).toEqual({ n: '4', g: '435 g' })
    expect(words.look!.what).toBe('feel.soft · place.cold · 7.9 °Bx · weighin.cracked 5 %')
    expect(words.weighed).toMatchObject({ kg: '10.00 kg', n: '92' })
  })
  it('says so where it was counted, not weighed, and where it was kept from another', () => {
    expect(storyRows(lot({ weighed: false }), [], [])[0]!.kind).toBe('counted')
    expect(storyRows(lot({ kind: 'by-product', part: 'peel' }), [], [])[0]!.kind).toBe('kept')
  })
})

describe('a stored drink', () => {
  it('of this schema is read as it is; of a newer or an unknown one is refused, not guessed at', () => {
    const drink = newDrink(null, 300)
    expect(upgradeDocument(drink)).toBe(drink)
    expect(() => upgradeDocument({ schema: DOCUMENT_SCHEMA + 1 })).toThrow('newer than this Olvex')
    expect(() => upgradeDocument({ schema: 0 })).toThrow('no way up')
  })
})
