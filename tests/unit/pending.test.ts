import { INGREDIENTS } from '../../core/substances'
import { evaluateRecipe, newDrink, shippedContext, withLayer, withVolume } from '../../core/recipe'
import { rowId, type Known, type Shelf } from '../../core/books'
import {
  layering,
  withPending,
  withPendingLines,
  withPendingRecipes,
  withPendingService,
  withPendingWork,
  type Books,
} from '../../app/outbox/pending'
import { actOf, differences, doneOf, inUnitOfField, unitOfField } from '../../app/utils/history'
import { madeBy, withMoment } from '../../shared/facts'
import type { Entry } from '../../app/outbox/tablet-db'
import type { Recipe } from '../../shared/contract'

const STAND = '00000000-0000-4000-8000-000000000001'
/** Facts have ids of their own; rows that they write have theirs from them. */
const ID = (name: string): string => rowId(STAND, name)
const entry = (route: Entry['route'], body: Record<string, unknown>, params: Record<string, string> = {}): Entry => ({
  seq: 1,
  key: 'k',
  personId: 'p',
  route,
  params,
  body,
  at: '2026-01-02T08:00:00Z',
  state: 'waiting',
  problem: null,
})
const weighIn = (over: object = {}) =>
  entry('postLot', {
    id: ID('new'),
    standId: STAND,
    ingredientKey: 'lemon',
    supplier: 'Grove',
    kg: 10,
    price: { paid: 2, per: 'kg' },
    count: 80,
    ...over,
  })
const press = (over: object = {}) =>
  entry('postPress', {
    id: ID('press'),
    lotId: ID('new'),
    juiceLotId: ID('juice'),
    takenKg: 4,
    trimmedKg: null,
    juice: { value: 1600, unit: 'mL' },
    method: 'hand-reamer',
    minutes: 9,
    ...over,
  })
const OWNER = { seesMoney: true, mends: true, overrules: true }
const NOTHING: Shelf = {
  lots: [],
  presses: [],
  batches: [],
  runs: [],
  holds: [],
  pours: [],
  soldOuts: [],
  sends: [],
  prices: [],
  bases: [],
}
const HERE = { standId: STAND, others: [], control: 'cold' as const, by: 'Ada', teller: OWNER, decimals: 2 }
let worked = 0
const KNOWN: Known = {
  data: (k) => INGREDIENTS.get(k),
  evaluateRun: (_run, doc) => {
    worked++
    return evaluateRecipe(doc, shippedContext())
  },
  handling: () => null,
  named: () => undefined,
  goods: () => true,
  version: () => undefined,
  recipeOf: () => undefined,
}
const over = (entries: Entry[], shelf: Partial<Shelf> = {}) =>
  withPending({ ...NOTHING, ...shelf } as Books, entries, HERE, KNOWN)

describe('a batch that is told without a connection', () => {
  const begun = entry('postRun', { id: ID('run'), standId: STAND, name: 'As always', times: 1 })
  const added = (n: number, over: object = {}): Entry => ({
    ...entry(
      'postRunEvent',
      {
        id: ID(`e${n}`),
        event: {
          kind: 'added',
          to: 'pot',
          item: { ingredient: 'white-sugar' },
          amount: { value: n, unit: 'g' },
          lotId: null,
          why: null,
        },
        ...over,
      },
      { id: ID('run') },
    ),
    key: `k${n}`,
    at: `2026-01-02T08:0${n}:00Z`,
  })
  it('is under way at once, with all that was told, and not twice once the server has it', () => {
    const [run] = over([begun, added(1), added(2)]).runs
    expect(run!.events.map((e) => [e.kind, e.by])).toEqual([
      ['added', 'Ada'],
      ['added', 'Ada'],
    ])
    expect(over([added(1), added(2)], { runs: [run!] }).runs[0]!.events).toHaveLength(2)
  })
  it('is booked once, however often it is shown; another shelf beneath is booked anew', () => {
    const lay = layering()
    const entries = [begun, added(1), added(2)]
    const show = (from: unknown[], of: Entry[]) => lay(from, NOTHING as Books, of, HERE, KNOWN)
    expect(show([1], entries)).toEqual(over(entries))
    worked = 0
    expect(show([1], entries).runs[0]!.events).toHaveLength(2)
    expect(worked).toBe(0)
    expect(show([1], [...entries, added(3)]).runs[0]!.events).toHaveLength(3)
    const forOne = worked
    expect(forOne).toBeGreaterThan(0)
    // One in the middle was dropped: what comes after it is booked again.
    expect(show([1], [begun, added(2), added(3)]).runs[0]!.events.map((e) => e.id)).toEqual([ID('e2'), ID('e3')])
    worked = 0
    show([2], [begun, added(2), added(3)])
    expect(worked).toBeGreaterThan(forOne)
  })
})

describe('what is not sent yet', () => {
  it('can be worked with: weighed in, pressed, counted', () => {
    const { lots, presses } = over([weighIn(), press()])
    expect(lots.map((l) => [l.id, l.kind, Math.round(l.onHand)])).toEqual([
      [ID('juice'), 'pressed', 1600],
      [ID('new'), 'received', 6000],
    ])
    expect(presses[0]).toMatchObject({ takenG: 4000, fruitCost: 8, by: 'Ada' })
    expect(presses[0]!.juiceG).toBeGreaterThan(1600)
  })
  it('is not counted twice once the server has it', () => {
    const sent = over([weighIn()])
    expect(over([weighIn()], sent).lots).toHaveLength(1)
  })
  it('stays at its stand, and out where its crate or its fruit is not known', () => {
    expect(over([weighIn({ standId: 'elsewhere' })]).lots).toEqual([])
    expect(over([press()]).presses).toEqual([])
    expect(over([weighIn({ ingredientKey: 'water' }), press()]).presses).toEqual([])
  })
  it('of a press that cannot be is left for the server to refuse', () =>
    expect(over([weighIn(), press({ juice: { value: 9000, unit: 'mL' } })]).presses).toEqual([]))
  it('goes for garnish, is looked at and thrown, and kept peel is on the shelf', () => {
    const event = (event: object) => entry('postLotEvent', { id: ID(JSON.stringify(event)), event }, { id: ID('new') })
    const kept = press({
      parts: [{ part: 'peel', g: 500, kept: { lotId: ID('peel'), place: 'cold', useBy: null, useFor: 'peel sugar' } }],
    })
    const { lots } = over([
      weighIn(),
      kept,
      event({ kind: 'garnish', pieces: 2, massG: null }),
      event({ kind: 'discard', kg: 1, reason: 'soft' }),
      event({ kind: 'look', place: 'cold', feel: 'soft' }),
      event({ kind: 'clean', initials: 'AB', routine: 'x' }),
    ])
    const crate = lots.find((l) => l.id === ID('new'))!
    expect(crate.onHand).toBeCloseTo(10000 - 4000 - 250 - 1000, 6)
    expect([crate.look!.feel, crate.cleaned!.initials]).toEqual(['soft', 'AB'])
    expect(lots.find((l) => l.id === ID('peel'))).toMatchObject({
      kind: 'by-product',
      part: 'peel',
      onHand: 500,
      useFor: 'peel sugar',
    })
  })
  it('a correction takes the place of what it corrects', () => {
    // 8 of 10 kg are there only because the 4 of the slip come back.
    const { lots, presses } = over([
      weighIn(),
      press(),
      press({
        id: ID('right'),
        juiceLotId: ID('juice2'),
        takenKg: 8,
        replaces: ID('press'),
        juice: { value: 3200, unit: 'mL' },
      }),
    ])
    expect(presses.map((p) => p.id)).toEqual([ID('right')])
    expect(lots.map((l) => [l.id, Math.round(l.onHand)])).toEqual([
      [ID('juice2'), 3200],
      [ID('new'), 2000],
    ])
  })
  it('juice goes down, and is gone when it is used up', () => {
    const out = (kind: string, amount: number) =>
      entry('postLotEvent', { id: ID(`${kind} ${amount}`), event: { kind, amount } }, { id: ID('juice') })
    const left = (...entries: Entry[]) =>
      over([weighIn(), press(), ...entries]).lots.find((l) => l.id === ID('juice'))?.onHand
    expect(left(out('use', 600), out('spill', 100), out('discard', 50))).toBe(850)
    expect(left(out('use', 1601))).toBe(1600)
    expect(left(out('use', 1599.95))).toBeUndefined()
  })
  it('happened when it was told: a fact gets its moment as it is put down, a document none, and what was typed stays', () => {
    const told = '2026-01-02T08:00:00Z'
    expect(withMoment('postPress', { id: 'a', at: null }, told)).toEqual({ id: 'a', at: told })
    expect(withMoment('postLotEvent', { at: '2026-01-01T07:00:00Z' }, told)).toEqual({ at: '2026-01-01T07:00:00Z' })
    expect(withMoment('putPlanLine', { cups: 4 }, told)).toEqual({ cups: 4 })
  })
  it('of juice holds what is taken from it, by the id that nobody has sent', () => {
    const { id } = press().body as { id: string }
    const bare = entry('postPress', { ...press().body, juiceLotId: undefined })
    expect(madeBy('postPress', bare)).toEqual([id, rowId(id, 'juice')])
    expect(over([weighIn(), bare]).lots[0]!.id).toBe(rowId(id, 'juice'))
  })
  it('costs nothing known when no price was typed', () =>
    expect(over([weighIn({ price: null }), press()]).presses[0]!.fruitCost).toBeNull())
  it('plan lines replace, add and take off', () => {
    const USUAL = { sizes: [], expected: null, spread: null }
    const line = { id: 'l1', standId: STAND, day: '2026-01-02', recipeId: 'r', cups: 40, ...USUAL, version: 2 }
    const put = (id: string, cups: number) =>
      entry('putPlanLine', { standId: STAND, day: '2026-01-02', recipeId: 'r', cups, version: 2 }, { id })
    expect(withPendingLines([line], [put('l1', 60)], STAND, '2026-01-02').map((l) => l.cups)).toEqual([60])
    expect(withPendingLines([line], [put('l1', 0)], STAND, '2026-01-02')).toEqual([])
    expect(withPendingLines([], [put('l2', 5)], STAND, '2026-01-02')).toHaveLength(1)
    expect(withPendingLines([line], [put('l1', 60)], STAND, '2026-01-03').map((l) => l.cups)).toEqual([40])
  })
  it('drafts lie over their recipe, and a new drink is on the shelf', () => {
    const recipe = {
      id: 'r',
      kind: 'drink',
      name: 'Old',
      shipped: null,
      family: 'lemonade',
      draft: newDrink(null, 300),
      sellPrice: 3,
      version: 4,
      standard: null,
    } as Recipe
    const put = (id: string, version: number) =>
      entry(
        'putRecipe',
        { kind: 'drink', name: 'New', family: 'lemonade', draft: newDrink(null, 200), version },
        { id },
      )
    expect(withPendingRecipes([recipe], [put('r', 4)])[0]).toMatchObject({ name: 'New', sellPrice: 3, version: 4 })
    expect(withPendingRecipes([recipe], [put('s', 0)]).map((r) => r.name)).toEqual(['Old', 'New'])
    expect(withPendingRecipes([recipe], [put('gone', 3)])).toHaveLength(1)
  })
  it('work on a drink shows as it was put down last, with the version to go on from; so do the hours of a day', () => {
    const note = (version: number, text: string) =>
      entry('putWork', { recipeId: 'r', standId: STAND, body: { kind: 'original', text }, version }, { id: 'w' })
    const [row, ...more] = withPendingWork([], [note(1, 'first'), note(2, 'second')], 'r', 'Ana')
    expect([row, more]).toMatchObject([{ id: 'w', by: 'Ana', version: 2, body: { text: 'second' } }, []])
    expect(withPendingWork([], [note(1, 'first')], 'another', 'Ana')).toEqual([])
    const hours = { id: 'h', standId: STAND, day: '2026-01-02', opensAt: '10:00', closesAt: '16:00', shifts: [] }
    const told = entry('putServiceDay', { ...hours, id: undefined, opensAt: '09:00', version: 3 }, { id: 'h' })
    const on = (day: string) => withPendingService({ ...hours, version: 3 }, [told], STAND, day)
    expect([on('2026-01-02')?.opensAt, on('2026-01-03')?.opensAt]).toEqual(['09:00', '10:00'])
    expect(on('2026-01-02')?.id).toBe('h')
  })
})

describe('what changed, for people', () => {
  const drink = withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' })
  it('says made, changed, taken off, out of the books and back', () => {
    expect([
      actOf(null, {}),
      actOf({}, {}),
      actOf({}, null),
      actOf({ voided: false }, { voided: true }),
      actOf({ voided: true }, { voided: false }),
    ]).toEqual(['made', 'changed', 'gone', 'voided', 'restored'])
  })
  it('names the fields that differ, and not what only tells rows apart', () => {
    expect(
      differences({ id: 'a', version: 1, cups: 40, name: 'x' }, { id: 'a', version: 2, cups: 60, name: 'x' }),
    ).toEqual([{ field: 'cups', before: 40, after: 60 }])
  })
  it('reads how a fruit is handled field by field', () =>
    expect(differences({ handling: { leadDays: 1 } }, { handling: { leadDays: 3 } })).toEqual([
      { field: 'leadDays', before: 1, after: 3 },
    ]))
  it('takes a number and its text as the same', () =>
    expect(differences({ amount: '40.0000' }, { amount: 40 })).toEqual([]))
  it('says where somebody works, and at what a cup is sold there: lists with their entries, and none as none', () => {
    const at = [{ standId: 'a', role: 'crew' }]
    expect(differences({ stands: null, hasPin: true }, { stands: at, hasPin: true })).toEqual([
      { field: 'stands', before: null, after: at },
    ])
    const prices = [{ cupId: null, sizePrice: 3.2 }]
    expect(differences({ ownPrices: prices }, { ownPrices: [{ cupId: null, sizePrice: 3.5 }] })).toHaveLength(1)
    expect(differences({ ownPrices: prices, steps: [1] }, { ownPrices: [...prices], steps: [2] })).toEqual([])
    expect(differences({ ownPrices: null }, { ownPrices: [] })).toEqual([])
  })
  it('cups that are told again are corrected, and not new', () => {
    const poured = (retold: number) => doneOf('pour', null, { cups: 2, retold })
    expect([poured(0), poured(1)]).toEqual(['history.made', 'history.corrected'])
    expect(differences(null, { cups: 2, retold: 1 })).toEqual([{ field: 'cups', before: null, after: 2 }])
  })
  it('says an amount in the unit that its name or its lot has, and a share of a hundred', () => {
    expect(
      ['kg', 'spilledMl', 'iceG', 'tempC', 'sellPrice', 'crackedShare', 'cups'].map((f) => unitOfField(f)),
    ).toEqual(['kg', 'mL', 'g', '°C', 'money', '%', null])
    expect([unitOfField('amount'), unitOfField('amount', 'mL'), unitOfField('cups', 'mL')]).toEqual([null, 'mL', null])
    expect([inUnitOfField('crackedShare', 0.5), inUnitOfField('kg', 0.5)]).toEqual([50, 0.5])
  })
  it('reads a drink by its layers', () => {
    const after = withVolume(withLayer(drink, { ingredient: 'honey' }, { value: 20, unit: 'g' }), 250)
    expect(differences({ draft: drink, name: 'L' }, { draft: after, name: 'L' })).toEqual([
      { field: 'layer', item: 'honey', before: null, after: '20 g' },
      { field: 'volume', before: '300 mL', after: '250 mL' },
    ])
  })
})
