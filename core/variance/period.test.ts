import type { HoldNow, LotRow, PourRow, ToldHoldEvent } from '../books'
import { evaluateRecipe, shippedContext, startingDrink } from '../recipe'
import {
  accountsOf,
  drinkSheets,
  servingOf,
  causesByDrink,
  causesOfAll,
  periodOf,
  salesOf,
  sheetOf,
  Trace,
  type Causes,
  type CupsOf,
  type Origins,
  type PeriodFacts,
  type Terms,
  type TracedLot,
} from '.'
import type { SpilledAs } from '../hold'
import { totalOf } from './split'

// A day at a cart, by hand: 20 kg of lemons, pressed, made into lemonade, filled and poured.

const DAY = { day: '2026-11-28', from: '2026-11-28T00:00:00.000Z', until: '2026-11-29T00:00:00.000Z' }
/** The last moment of the day. */
const LAST = '2026-11-28T23:59:59.999Z'
const at = (hour: number, min = 0): string => new Date(Date.UTC(2026, 10, 28, hour, min)).toISOString()
const standard = evaluateRecipe(startingDrink('lemonade', null, 300), shippedContext())
const [JUICE, SUGAR] = ['lemon-juice', 'white-sugar']
/** g in a mL of lemonade. */
const gPerMl = (key: string): number => standard.bill.ingredients.get(key)! / standard.jug.volume.value
const GIVES = 430
const MADE_ML = 8000

interface Day {
  /** a kilo of lemons and of sugar, as paid */
  lemonPaid: number
  /** g of juice that a kilo gave */
  gave: number
  /** so many times the juice that the standard wants went into the pot */
  juiceTimes: number
  cups: number
  sold?: number
  /** mL that it stands at in the evening; left out where nobody looks */
  levelMl?: number
  spilledMl?: number
  thrownKg?: number
  /** nothing of it stood at the hatch; g of juice that were used by hand */
  noHold?: boolean
  /** g of lemons that were set aside for garnish */
  garnishG?: number
  /** nobody can read the standard */
  isUnsound?: boolean
  /** lemons and sugar have no price of their own: they are held against what was paid */
  asPaid?: boolean
  /** what the till took, line by line, for a cup each */
  paid?: (number | null)[]
  /** hour of the first cup */
  poursFrom?: number
  byHandG?: number
  /** what the half litre was that a level of 1.5 L found gone, told at the end of the day */
  toldAs?: SpilledAs
}
const USUAL: Day = { lemonPaid: 2, gave: GIVES, juiceTimes: 1, cups: 20 }

function dayOf(over: Partial<Day>) {
  const d = { ...USUAL, ...over }
  const juiceG = gPerMl(JUICE) * MADE_ML * d.juiceTimes
  const lemonG = (juiceG / d.gave) * 1000
  const lot = (of: Partial<TracedLot>): TracedLot =>
    ({ itemKind: 'ingredient', unit: 'g', purchasedG: null, cost: null, sourceId: null, ...of }) as TracedLot
  const lots: TracedLot[] = [
    lot({ id: 'lemons', kind: 'received', itemKey: 'lemon', amount: 20_000, cost: 20 * d.lemonPaid }),
    lot({ id: 'juice', kind: 'pressed', itemKey: JUICE, amount: juiceG, sourceId: 'press' }),
    lot({ id: 'sugar', kind: 'pack', itemKey: SUGAR, amount: 5000, cost: 5 }),
    lot({ id: 'pot', kind: 'made', itemKind: 'version', itemKey: 'v', unit: 'mL', amount: MADE_ML, sourceId: 'batch' }),
  ]
  const origins: Origins = {
    lots: new Map(lots.map((l) => [l.id, l])),
    presses: new Map([['juice', { id: 'press', takes: [{ lotId: 'lemons', takenG: lemonG }] }]]),
    parents: new Map(),
    moved: new Map(),
    makings: new Map([
      [
        'pot',
        {
          uses: [
            { lotId: 'juice', amount: juiceG },
            { lotId: 'sugar', amount: gPerMl(SUGAR) * MADE_ML },
          ],
          asStandard: [...standard.bill.ingredients.keys()].map((key) => ({ key, g: gPerMl(key) * MADE_ML })),
          came: MADE_ML,
        },
      ],
    ]),
  }
  const told = (id: string, hour: number, event: object): ToldHoldEvent =>
    ({ id, at: at(hour), by: 'ana', took: null, ...event }) as ToldHoldEvent
  const fill = told('fill', 9, { kind: 'filled', lotId: 'pot', volumeMl: MADE_ML, tempC: 20 })
  const events: ToldHoldEvent[] = [{ ...fill, took: { lotId: 'pot', amount: MADE_ML } }]
  if (d.spilledMl) events.push(told('spilled', 12, { kind: 'spilled', volumeMl: d.spilledMl, as: 'tasted' }))
  if (d.levelMl !== undefined) events.push(told('level', 20, { kind: 'level', volumeMl: d.levelMl }))
  if (d.toldAs)
    events.push({ ...told('afterwards', 0, { kind: 'spilled', volumeMl: 500, as: d.toldAs, counted: true }), at: LAST })
  const pours = Array.from({ length: d.cups }, (_, i) => ({
    ...({ id: `00000000-0000-4000-8000-0000000000${10 + i}`, standId: 's', holdId: 'h', recipeId: 'r' } as PourRow),
    ...{ versionId: 'v', cupId: null, drinkMl: 300, cups: 1, options: [], source: 'touch' as const, uses: [] },
    ...{ touchedS: [0], retold: 0, saleId: null, at: at(d.poursFrom ?? 10, i * 5) },
  }))
  const hold = { id: 'h', standId: 's', recipeId: 'r', versionId: 'v', way: 'cold', control: 'cold' } as HoldNow
  const vessel = { name: 'Left one', capacityMl: 10_000 }
  const facts: PeriodFacts = {
    days: [DAY],
    holds: d.noHold ? [] : [{ ...hold, vessel, washMin: 240, wPerK: 1, roomC: 20, at: at(8), events, pours }],
    built: [],
    sold: (d.paid ?? (d.sold === undefined ? [] : [null])).map((paid) => ({
      ...{ day: DAY.day, recipeId: 'r', versionId: 'v', cupId: null, drinkMl: 300, source: 'till' as const },
      ...{ cups: d.paid ? 1 : d.sold!, paid },
    })),
    lost: [
      ...(d.thrownKg ? [{ lotId: 'lemons', amount: d.thrownKg * 1000, fate: 'wasted' as const, recipeId: '' }] : []),
      ...(d.garnishG ? [{ lotId: 'lemons', amount: d.garnishG, fate: 'poured' as const, recipeId: '' }] : []),
      ...(d.byHandG ? [{ lotId: 'juice', amount: d.byHandG, fate: 'poured' as const, recipeId: '' }] : []),
    ],
    thrown: [],
  }
  const gives = (key: string): number => (key === JUICE ? GIVES : 1000)
  const trace = new Trace(origins, {
    gramsOf: (_k, amount, unit: LotRow['unit']) => (unit === 'g' ? amount : null),
    gives,
  })
  const period = periodOf(facts, trace, {
    of: (id) => (id === 'v' && !d.isUnsound ? standard : undefined),
    juiceOf: (key) => (key === 'lemon' ? JUICE : undefined),
  })
  const perKg = (key: string): number => (key === JUICE || key === 'lemon' ? 2 : key === SUGAR ? 1 : 0)
  const paid = (lotId: string): number | null => {
    const of = origins.lots.get(lotId)!
    return of.cost === null ? null : of.cost / of.amount
  }
  const accounts = accountsOf(
    period.gone,
    period.wanted,
    (key) => ({ perKg: perKg(key), gives: gives(key), asPaid: d.asPaid && key === JUICE }),
    paid,
  )
  return { period, accounts, causes: causesOfAll(accounts), of: (key: string) => accounts.find((a) => a.key === key)! }
}
const NONE: Causes = { price: 0, yield: 0, usage: 0, waste: 0, unexplained: 0 }
const close = (causes: Causes, want: Partial<Causes>): void => {
  for (const [cause, money] of Object.entries({ ...NONE, ...want }))
    expect([cause, causes[cause as keyof Causes]]).toEqual([cause, expect.closeTo(money, 9)])
}
/** kg of lemons in so many mL of lemonade by the standard, and money for all of it. */
const lemonKg = (ml: number): number => (gPerMl(JUICE) * ml) / GIVES
const worth = (ml: number): number => lemonKg(ml) * 2 + (gPerMl(SUGAR) * ml) / 1000

describe('a day as it is taken apart', () => {
  it('as the standard says it costs nothing more, however much is still in the vessel', () => {
    const { period, causes, of } = dayOf({})
    close(causes, {})
    expect(period.cups).toMatchObject([{ cups: 20, source: 'hatch' }])
    expect(period.vessels[0]).toMatchObject({ pouredMl: 6000, leftMl: expect.closeTo(2000, 0), missingMl: null })
    expect(of(JUICE).used!.used).toBeCloseTo(gPerMl(JUICE) * 6000, 6)
  })
  it('dearer lemons are price alone', () => close(dayOf({ lemonPaid: 3 }).causes, { price: lemonKg(6000) }))
  it('a bad press is yield alone, and opens to the press', () => {
    const { causes, of } = dayOf({ gave: 400 })
    close(causes, { yield: ((gPerMl(JUICE) * 6000) / 400 - lemonKg(6000)) * 2 })
    expect(of(JUICE).pressed).toEqual([{ pressId: 'press', boughtG: expect.any(Number), gave: expect.closeTo(400, 6) }])
    expect(of(JUICE).bought[0]).toMatchObject({ lotId: 'lemons', perKg: expect.closeTo(2, 9) })
  })
  it('a sour pot is usage alone', () => close(dayOf({ juiceTimes: 1.1 }).causes, { usage: 0.1 * lemonKg(6000) * 2 }))
  it('what is spilled, and thrown before it was pressed, is waste', () => {
    const { causes, of, period } = dayOf({ spilledMl: 400, thrownKg: 1 })
    expect(period.vessels[0]!.apartMl).toEqual({ spilled: 0, tasted: 400, given: 0, fuller: 0, kept: 0 })
    close(causes, { waste: worth(400) + 2 })
    expect(of(JUICE).lost.map((l) => [l.of.kind, l.fate])).toEqual([
      ['lot', 'wasted'],
      ['hold', 'wasted'],
    ])
  })
  it('what a level cannot explain, and what no till took, is unexplained', () => {
    const low = dayOf({ levelMl: 1500 })
    expect(low.period.vessels[0]!.missingMl).toBeCloseTo(500, 0)
    close(low.causes, { unexplained: worth(low.period.vessels[0]!.missingMl!) })
    // Four cups were poured that nobody paid for: they are no cups of the day.
    const stolen = dayOf({ sold: 16 })
    close(stolen.causes, { unexplained: worth(1200) })
    expect(stolen.period.cups).toMatchObject([{ cups: 16, source: 'till' }])
    // Half of them touched, and nobody looked: what was sold is gone, and no more.
    const half = dayOf({ cups: 10, sold: 20 })
    close(half.causes, {})
    expect(half.of(JUICE).used!.used).toBeCloseTo(gPerMl(JUICE) * 6000, 6)
    // A till beside a hatch where nobody touched: the level says what is gone, the till what was sold of it.
    const untouched = dayOf({ cups: 0, sold: 20, levelMl: 2000 })
    close(untouched.causes, { unexplained: worth(untouched.period.vessels[0]!.missingMl! - 6000) })
  })
  it('what is told afterwards of drink that a level found gone explains it: given away is waste, poured fuller usage', () => {
    const given = dayOf({ levelMl: 1500, toldAs: 'given' })
    expect(given.period.vessels[0]).toMatchObject({ missingMl: expect.closeTo(0, 0), lastAt: LAST })
    close(given.causes, { waste: worth(500), unexplained: worth(given.period.vessels[0]!.missingMl!) })
    const fuller = dayOf({ levelMl: 1500, toldAs: 'fuller' })
    close(fuller.causes, { usage: worth(500), unexplained: worth(fuller.period.vessels[0]!.missingMl!) })
    const sold = dayOf({ levelMl: 1500, sold: 20, toldAs: 'fuller' })
    close(sold.causes, { usage: worth(500), unexplained: worth(sold.period.vessels[0]!.missingMl!) })
  })
  it('cups of a drink that is in no book are as their standard says; what was used by hand went into them first', () => {
    const elsewhere = dayOf({ cups: 0, sold: 10, noHold: true })
    close(elsewhere.causes, {})
    expect(elsewhere.of(JUICE)).toMatchObject({ used: null, standardCost: expect.closeTo(lemonKg(3000) * 2, 9) })
    // Of 10 cups' juice half came out of a jug by hand: the rest is of no lot, and neither more nor less.
    const half = dayOf({ cups: 0, sold: 10, noHold: true, byHandG: gPerMl(JUICE) * 1500 })
    close(half.causes, {})
    const twice = dayOf({ cups: 0, sold: 10, noHold: true, byHandG: gPerMl(JUICE) * 6000 })
    close(twice.causes, { usage: lemonKg(3000) * 2 })
    // It is the drink's, as far as the drink wants it: only what is beyond that is of none.
    const usedBy = (d: typeof half) =>
      [...d.of(JUICE).byDrink].map(([id, s]) => [id, Math.round(s.used / gPerMl(JUICE))])
    expect(usedBy(half)).toEqual([['r', 3000]])
    expect(new Map(usedBy(twice) as [string, number][])).toEqual(
      new Map([
        ['r', 3000],
        ['', 3000],
      ]),
    )
  })
  it('more cups than a vessel had are more than there was; told before it was filled, they are cups of it all the same', () => {
    const { period, causes } = dayOf({ cups: 28, levelMl: 0 })
    expect(period.vessels[0]!.missingMl).toBeCloseTo(-400, 0)
    close(causes, { unexplained: -worth(-period.vessels[0]!.missingMl!) })
    const early = dayOf({ levelMl: 2000, poursFrom: 8 })
    expect(early.period.vessels[0]).toMatchObject({ pouredMl: 6000, missingMl: expect.closeTo(0, 0) })
  })
  it('fruit that was set aside is fruit, and no juice', () => {
    const { causes, of } = dayOf({ garnishG: 400 })
    expect(of(JUICE).used!.used).toBeCloseTo(gPerMl(JUICE) * 6000, 6)
    expect(of('lemon')).toMatchObject({ wanted: 0, used: { used: 400 } })
    close(causes, { usage: 0.4 * 2 })
  })
  it('what has no standard of its own is held against what was paid, and as it gave', () => {
    const { of } = dayOf({ asPaid: true, lemonPaid: 3, gave: 400, spilledMl: 300 })
    close(of(JUICE).causes!, { waste: ((gPerMl(JUICE) * 300) / 400) * 3 })
  })
  it('cups of a drink that nobody can read are cups, and what they should have cost is not known', () => {
    const { period, accounts } = dayOf({ isUnsound: true })
    expect([period.cups[0]!.cups, period.unsound, period.vessels]).toEqual([20, ['r'], []])
    const sales = period.cups.map((c) => salesOf(c, { price: 3, usualMl: 300 }))
    const sheet = sheetOf(period, sales, accounts, TERMS)
    expect([sheet.sales, sheet.standard, sheet.earned]).toEqual([60, null, null])
    const unknown = { recipeId: 'r', cups: 20, standard: null, more: null, earned: null }
    expect(drinkSheets(period, sales, accounts, TERMS)).toMatchObject([unknown])
  })
  it('what a till took is known where it says so of every cup', () => {
    const took = (paid: (number | null)[]) => dayOf({ paid }).period.cups.map((c) => [c.cups, c.paid])
    expect(took([3, 3.5])).toEqual([[2, 6.5]])
    expect(took([3, null])).toEqual([[2, null]])
    expect(took([null, 3])).toEqual([[2, null]])
  })
  it('all of it at once adds up: by ingredient, by drink, and to what was paid less the standard', () => {
    const { accounts, causes, period } = dayOf({
      ...{ lemonPaid: 2.7, gave: 395, juiceTimes: 1.05, sold: 18, levelMl: 1400, spilledMl: 120, thrownKg: 0.5 },
    })
    const paid = accounts.reduce((sum, a) => sum + (a.used ? (a.used.paidPerKg * a.used.used) / a.used.gave : 0), 0)
    const wanted = accounts.reduce((sum, a) => sum + a.standardCost!, 0)
    expect(totalOf(causes)).toBeCloseTo(paid - wanted, 9)
    const byDrink = [...causesByDrink(accounts).values()]
    expect(byDrink.reduce((sum, c) => sum + totalOf(c), 0)).toBeCloseTo(totalOf(causes), 9)
    const sales = period.cups.map((c) => salesOf(c, { price: 3, usualMl: 300 }))
    const terms = { ...TERMS, standards: { of: () => standard }, eachOf: () => 0.1, taxShare: 0.2 }
    const drinks = drinkSheets(period, sales, accounts, terms)
    const [drink, ...none] = drinks
    expect([drink!.recipeId, drink!.sales, none.map((n) => [n.recipeId, n.sales])]).toEqual(['r', 54, [['', 0]]])
    expect(drink!.standard).toBeCloseTo(wanted, 9)
    // What is poured of it, and what of it cost the most more, first.
    expect([drink!.cups, drink!.ml]).toEqual([18, 18 * 300])
    expect(drink!.parts.map((p) => p.key).sort()).toEqual(accounts.filter((a) => a.byDrink.has('r')).map((a) => a.key))
    const worth = drink!.parts.map((p) => (p.causes ? Math.abs(totalOf(p.causes)) : 0))
    expect(worth).toEqual(worth.toSorted((a, b) => b - a))
    expect(worth[0]).toBeGreaterThan(worth.at(-1)!)
    // Of 54.00 with 20 % in it, 9.00 is tax; 18 cups at 0.10 are served.
    const sheet = sheetOf(period, sales, accounts, terms)
    expect([sheet.tax, sheet.serving]).toEqual([expect.closeTo(9, 9), expect.closeTo(1.8, 9)])
    expect(sheet.earned).toBeCloseTo(45 - paid - 1.8, 9)
    expect(drinks.reduce((sum, d) => sum + d.earned!, 0)).toBeCloseTo(sheet.earned!, 9)
  })
})

const TERMS: Terms = { standards: { of: () => undefined }, eachOf: () => 0, icePerKg: 0, taxShare: 0 }
const CUP: CupsOf = {
  ...{ day: DAY.day, recipeId: 'r', versionId: 'v', cupId: null, drinkMl: 300, cups: 1 },
  ...{ source: 'hatch', paid: null },
}

describe('money of a day', () => {
  it('of another size is reckoned by what it holds, unless a till says it; without a price it is not known', () => {
    const of = { cups: 2, cupId: 'big', drinkMl: 450, paid: null }
    expect(salesOf(of, { price: 3, usualMl: 300 })).toEqual({ money: 9, isReckoned: true })
    expect(salesOf({ ...of, paid: 7 }, { price: 3, usualMl: 300 })).toEqual({ money: 7, isReckoned: false })
    expect(salesOf({ ...of, drinkMl: 300.2 }, { price: 3, usualMl: 300 }).money).toBe(6)
    expect(salesOf(of, { price: null, usualMl: 300 }).money).toBeNull()
    // A size may have a price of its own; the usual cup is the usual one whatever its name.
    const bySize = new Map([['big', 4]])
    expect(salesOf(of, { price: 3, usualMl: 300, bySize })).toEqual({ money: 8, isReckoned: false })
    expect(salesOf({ ...of, drinkMl: 300 }, { price: 3, usualMl: 300, bySize }).money).toBe(6)
    expect(salesOf({ ...of, cupId: 'small' }, { price: null, usualMl: 300, bySize }).money).toBeNull()
  })
  it('is never a total with a hole: what has no price is named', () => {
    const account = { key: 'mint', standardCost: null, causes: null, used: null }
    const iced = { ...standard, document: { ...standard.document, serve: { ...standard.document.serve!, iceG: 100 } } }
    const cups = [{ ...CUP, cups: 3 }]
    const terms = { ...TERMS, standards: { of: () => iced }, icePerKg: null }
    const known = { ...account, key: 'sugar', standardCost: 1 }
    const sheet = sheetOf({ cups, unsound: [] }, [{ money: 9, isReckoned: false }], [account, known], terms)
    expect([sheet.earned, sheet.standard, sheet.missing]).toEqual([null, null, ['ice', 'mint']])
    const unsold = sheetOf({ cups, unsound: [] }, [{ money: null, isReckoned: false }], [], { ...terms, icePerKg: 1 })
    expect([unsold.sales, unsold.tax, unsold.earned, unsold.missing]).toEqual([null, null, null, []])
  })
})

it('what is served along is as its size has it: ice, and the cup that it is', () => {
  const sizes = [{ cupId: 'large', drinkMl: 450, iceG: 150 }]
  const serve = { ...standard.document.serve!, cupId: 'usual', iceG: 100, sizes }
  const as = { ...standard, document: { ...standard.document, serve } }
  const of = (cupId: string | null, icePerKg: number | null = 2) =>
    servingOf([{ versionId: 'v', cupId, cups: 10 }], {
      ...{ standards: { of: () => as }, eachOf: (id) => (id === 'large' ? 0.2 : 0.1), icePerKg },
    })
  expect(of('large')).toEqual({ cost: 10 * 0.2 + 1.5 * 2, missing: [] })
  expect(of(null).cost).toBeCloseTo(10 * 0.1 + 1 * 2, 9)
  expect(of('large', null)).toEqual({ cost: null, missing: ['ice'] })
  // Without ice nobody needs its price.
  const dry = { ...as, document: { ...as.document, serve: { ...serve, iceG: 0, sizes: [] } } }
  const none = { standards: { of: () => dry }, eachOf: () => 0.1, icePerKg: null }
  expect(servingOf([{ versionId: 'v', cupId: null, cups: 10 }], none)).toEqual({ cost: 1, missing: [] })
})
