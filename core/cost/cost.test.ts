import { evaluateFigure, given } from '../figures'
import {
  DOCUMENT_SCHEMA,
  Evaluator,
  evaluateRecipe,
  newDrink,
  newSyrup,
  shippedContext,
  withLayer,
  withServe,
  type RecipeDocument,
} from '../recipe'
import { INGREDIENTS } from '../substances'
import { fruitYield, pressFigures, type BaseMake } from '../yield'
import { scaleToCups } from '../scale'
import {
  batchCost,
  coinsOfLines,
  costOfSteps,
  earningsOf,
  pricePerKg,
  prepCostPerGram,
  costPerGram,
  costPerLitre,
  cupCost,
  dearer,
  minutesToPress,
  juiceCostPerL,
  prepCost,
  costOfWhatGoesIn,
  priceOfSize,
  soldAt,
  type PrepMade,
  type Price,
  type PriceBook,
} from '.'

const take = (out: string, ingredient: string, value: number): RecipeDocument['steps'][number] => ({
  op: 'take',
  out,
  item: { ingredient },
  amount: { value, unit: 'g' },
  tempC: 20,
})
const prep = (steps: RecipeDocument['steps'], more: Partial<RecipeDocument> = {}): RecipeDocument => ({
  schema: DOCUMENT_SCHEMA,
  kind: 'prep',
  output: 'out',
  steps,
  ...more,
})
/** 1 kg of sugar and 1 kg of water, heated to 80 °C on an electric hob. */
const heated = (): RecipeDocument =>
  prep([take('s', 'white-sugar', 1000), take('w', 'water', 1000), { op: 'heat', in: ['s', 'w'], out: 'out', toC: 80 }])
const context = shippedContext({ syrup: newSyrup(), heated: heated() })
const since = '2026-01-01T00:00:00Z'
const prices: Record<string, Price> = {
  lemon: { packPrice: 2.4, packG: 1000, since },
  'white-sugar': { packPrice: 10, packG: 10000, since },
  water: { packPrice: 0.02, packG: 10000, since },
  ice: { packPrice: 2.5, packG: 10000, since },
}
const lemon = INGREDIENTS.get('lemon')!
const press = pressFigures({
  takenG: 10000,
  trimmedG: null,
  juiceMl: 4000,
  juiceTyped: 'mL',
  minutes: 20,
  fruitCost: 24,
  fruitCostBasis: 'measured',
  params: { name: 'lemon', when: since },
})
const book = (known = prices): PriceBook => ({
  price: (k) => known[k],
  fruitYield: (k) => (k === 'lemon' ? fruitYield(lemon, [press]) : undefined),
  baseOf: () => undefined,
  prepMade: () => undefined,
  fruitOf: (k) => (k === 'lemon-juice' ? 'lemon' : undefined),
  labourPerH: 12,
  kwhPrice: { electricity: 0.3, gas: null },
})
const MAKE: BaseMake = {
  runs: 3,
  composition: { sucrose: 6, citric: 2 },
  ph: 2.6,
  cautions: [],
  gPerMl: 1.02,
  parts: [
    { key: 'lemon', gPerG: 1.5 },
    { key: 'water', gPerG: 0.4 },
  ],
  perFruit: [],
  minutesPerL: 4,
}
describe('a base', () => {
  const withBase = (known = prices): PriceBook => ({ ...book(known), baseOf: (k) => (k === 'mine' ? MAKE : undefined) })
  it('costs what its fruit and its water cost, and the minutes of its making', () => {
    const perGram = costPerGram(withBase(), 'mine', new Set())!
    const price = (k: string) => prices[k]!.packPrice / prices[k]!.packG
    expect(perGram.value).toBeCloseTo(1.5 * price('lemon') + 0.4 * price('water'), 12)
    expect(evaluateFigure(perGram)).toBeCloseTo(perGram.value, 12)
    const litre = given('mass', 1020, 'g', 'measured')
    expect(minutesToPress(withBase(), 'mine', litre)!.value).toBeCloseTo(4, 9)
    expect(minutesToPress({ ...withBase(), baseOf: () => ({ ...MAKE, minutesPerL: null }) }, 'mine', litre)).toBeNull()
  })
  it('has no cost where one part has no price, and its own price where it has one', () => {
    const { lemon: _, ...without } = prices
    const missing = new Set<string>()
    expect(costPerGram(withBase(without as typeof prices), 'mine', missing)).toBeNull()
    expect([...missing]).toEqual(['lemon'])
    const bought = { ...prices, mine: { packPrice: 5, packG: 1000, since } }
    expect(costPerGram(withBase(bought), 'mine', new Set())!.value).toBeCloseTo(0.005, 12)
    expect(minutesToPress(withBase(bought), 'mine', given('mass', 1020, 'g', 'measured'))).toBeNull()
  })
})
const drink = withServe(
  withLayer(
    withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' }),
    { prep: 'syrup' },
    { value: 60, unit: 'mL' },
  ),
  { iceG: 100, labourS: 30 },
)

it('takes fruit through its yield: 2.40 €/kg at 400 mL/kg is 6 €/L', () =>
  expect(juiceCostPerL(book(), 'lemon')!.value).toBeCloseTo(6, 9))
it('takes a prep through its makings: a kilo of sugar at 1 €, a kilo of water, six minutes of stirring at 0.20 €', () =>
  expect(prepCostPerGram(book(), 'syrup', new Evaluator(context).prep('syrup'), new Set())!.value * 1000).toBeCloseTo(
    (1 + 0.002 + 6 * 0.2) / 2,
    9,
  ))

describe('what a making costs', () => {
  const costOf = (doc: RecipeDocument, b = book()) => prepCost(evaluateRecipe(doc, context), b)
  it('heat costs energy: what warms the pot, through half of what the hob takes', () => {
    const { waitMin, energyKj } = evaluateRecipe(heated(), context)
    // 2 kg of 50 °Bx by 60 K at 3.1 to 3.5 kJ/(kg K) through an efficiency of a half: some 0.22 kWh, 6.6 cents
    expect(energyKj).toBeCloseTo(waitMin * 60 * 1.8, 6)
    expect(energyKj / 3600).toBeGreaterThan(0.2)
    expect(energyKj / 3600).toBeLessThan(0.24)
    const cost = costOf(heated())
    expect(cost.lines.find((l) => l.kind === 'energy')!.cost!.value).toBeCloseTo((energyKj / 3600) * 0.3, 9)
    // sugar and water, energy, a minute of hands
    expect(cost.total!.value).toBeCloseTo(1.002 + (energyKj / 3600) * 0.3 + 0.2, 9)
    expect(costOfWhatGoesIn(evaluateRecipe(heated(), context), book())).toBeCloseTo(1.002, 9)
  })
  it('without a price of energy it is missing, and there is no total, here or in what takes it', () => {
    const silent = { ...book(), kwhPrice: { electricity: null, gas: 0.1 } }
    expect(costOf(heated(), silent)).toMatchObject({ total: null, missing: ['energy-electricity'] })
    const drink = withLayer(newDrink(null, 300), { prep: 'heated' }, { value: 30, unit: 'g' })
    const cost = cupCost(evaluateRecipe(drink, context), drink.serve!, [], silent)
    expect([cost.total, cost.missing, cost.lines[0]!.cost]).toEqual([null, ['energy-electricity'], null])
  })
  const strained = (more: Partial<RecipeDocument> = {}): RecipeDocument =>
    prep(
      [
        take('fruit', 'watermelon', 2000),
        { op: 'blend', in: ['fruit'], out: 'blended', stuckG: 0 },
        { op: 'strain', in: ['blended'], out: 'out' },
      ],
      more,
    )
  const melon = { ...book({ ...prices, watermelon: { packPrice: 1.5, packG: 1000, since } }) }
  it('a strained drink costs all the fruit that went in, and the hands of every step', () => {
    const e = evaluateRecipe(strained(), context)
    const hands = e.timeline.reduce((m, t) => m + t.handMin, 0)
    expect(hands).toBeGreaterThan(2)
    expect(costOf(strained(), melon).total!.value).toBeCloseTo(2 * 1.5 + hands * 0.2, 9)
  })
  it('pulp that is kept carries the share that is written; pulp that is thrown or taken by a later step, nothing', () => {
    const all = costOf(strained(), melon).total!.value
    const kept = costOf(strained({ kept: [{ stream: 'out/pulp', costShare: 0.25 }] }), melon)
    expect(kept.total!.value).toBeCloseTo(0.75 * all, 9)
    expect(kept.lines.find((l) => l.kind === 'kept')!.cost!.value).toBeCloseTo(-0.25 * all, 9)
    const rinsed = prep(
      [
        ...strained().steps.slice(0, 2),
        { op: 'strain', in: ['blended'], out: 'first' },
        take('water', 'water', 300),
        { op: 'rinse', in: ['first/pulp', 'water'], out: 'second' },
        { op: 'combine', in: ['first', 'second'], out: 'out' },
      ],
      { kept: [{ stream: 'first/pulp', costShare: 0.25 }] },
    )
    expect(costOf(rinsed, melon).lines.some((l) => l.kind === 'kept')).toBe(false)
  })
  it('half of what is split goes on with half of its cost, and what is kept before stays kept', () => {
    const halved = prep(
      [
        ...strained().steps.slice(0, 2),
        { op: 'split', in: ['blended'], out: 'half', takeG: 1000 },
        { op: 'strain', in: ['half'], out: 'fine' },
        { op: 'combine', in: ['fine', 'half/rest'], out: 'out' },
      ],
      { kept: [{ stream: 'fine/pulp', costShare: 0.5 }] },
    )
    const e = evaluateRecipe(halved, context)
    // Half of the fruit and its blending goes through the strainer, which gives half of that away, and half its work.
    const [blend, , strain] = e.bill.ownWork
    const byHand = 0.75 * (3 + 0.2 * blend!.handMin) + 0.5 * 0.2 * strain!.handMin
    expect(costOf(halved, melon).total!.value).toBeCloseTo(byHand, 9)
  })
  it('a batch costs what it takes to make that much: a minute of straining is paid once', () => {
    const doc: RecipeDocument = {
      ...strained(),
      kind: 'drink',
      steps: [take('fruit', 'watermelon', 300), ...strained().steps.slice(1)],
      serve: { ...drink.serve!, iceG: 0 },
    }
    const cup = evaluateRecipe(doc, context)
    const { evaluation, cups } = scaleToCups(cup, (d) => evaluateRecipe(d, context), {
      cups: 40,
      lossShare: 0,
      steps: { massStepG: 1, volumeStepMl: 5 },
    })
    const batch = batchCost(evaluation, [{ serve: doc.serve!, cups, items: [{ key: 'cup', eachPrice: 0.1 }] }], melon)
    const one = cupCost(cup, doc.serve!, [{ key: 'cup', eachPrice: 0.1 }], melon)
    const handMin = evaluation.handMin + 40 * 0.5
    expect(batch.total!.value).toBeCloseTo(40 * 0.3 * 1.5 + 40 * 0.1 + handMin * 0.2, 9)
    expect(batch.total!.value).toBeLessThan(40 * one.total!.value)
    // Two sizes: each with its own cup, in one line.
    const of = (n: number, eachPrice: number) => ({
      serve: doc.serve!,
      cups: given('cups', n, 'cups', 'measured'),
      items: [{ key: 'cup', eachPrice }],
    })
    const sized = batchCost(evaluation, [of(30, 0.1), of(10, 0.15)], melon)
    expect(sized.lines.filter((l) => l.key === 'cup').map((l) => l.cost!.value)).toEqual([expect.closeTo(4.5, 9)])
    expect(sized.total!.value).toBeCloseTo(batch.total!.value + 0.5, 9)
  })
  it('dear fruit is dear, and nothing else', () => {
    const dear = dearer(book(), 'lemon', 2)
    const [now, then] = ['lemon', 'white-sugar'].map((key) => [
      book().price(key)!.packPrice,
      dear.price(key)!.packPrice,
    ])
    expect([now![1]! / now![0]!, then![1]! / then![0]!]).toEqual([2, 1])
  })
})

it('adds a cup up by hand', () => {
  const e = evaluateRecipe(drink, context)
  const cost = cupCost(e, drink.serve!, [{ key: 'cup', eachPrice: 0.09 }], book())
  const syrupG = e.layers.find((l) => l.key === 'prep:syrup')!.mass.value
  const waterG = e.layers.find((l) => l.fillsUp)!.mass.value
  // lemon 40 mL × 6 €/L, syrup, water, 100 g ice at 0.25 €/kg, cup; 30 s to pour and 40 mL × 5 min/L to press, at 0.20
  // €/min
  const byHand = 0.04 * 6 + syrupG * 0.001101 + waterG * 0.000002 + 0.025 + 0.09 + (0.5 + 0.04 * 5) * 0.2
  expect(cost.total!.value).toBeCloseTo(byHand, 9)
  expect(cost.missing).toEqual([])
  expect(cost.lines.reduce((s, l) => s + l.cost!.value, 0)).toBeCloseTo(cost.total!.value, 9)
  expect(evaluateFigure(cost.total!)).toBeCloseTo(cost.total!.value, 12)
})

it('says which price is missing, and does not call the sum whole', () => {
  const { lemon: _, ...rest } = prices
  const cost = cupCost(evaluateRecipe(drink, context), drink.serve!, [], book(rest))
  expect([cost.total, cost.missing]).toEqual([null, ['lemon']])
  expect(cost.lines.find((l) => l.key === 'lemon-juice')!.cost).toBeNull()
})

it('cents of its lines add up to the cents of its sum, with what is carried away and where a price is missing', () => {
  for (const known of [prices, { ...prices, lemon: undefined }]) {
    const cost = cupCost(
      evaluateRecipe(drink, context),
      drink.serve!,
      [{ key: 'cup', eachPrice: 0.093 }],
      book(known as never),
    )
    const cents = [...coinsOfLines(cost, 2).values()]
    expect(cents.reduce((a, b) => a + b, 0)).toBeCloseTo(Math.round(cost.known.value * 100) / 100, 9)
    for (const c of cents) expect(c * 100).toBeCloseTo(Math.round(c * 100), 9)
  }
  const lines = (costs: number[]) =>
    costs.map((value, i) => ({ key: String(i), kind: i ? 'layer' : 'kept', cost: { value } }))
  const kept = { lines: lines([-0.206, 0.333, 0.333, 0.334]), known: { value: 0.794 } } as never
  expect([...coinsOfLines(kept, 2)]).toEqual([
    ['kept:0', expect.closeTo(-0.21, 9)],
    ['layer:1', 0.33],
    ['layer:2', 0.33],
    ['layer:3', 0.34],
  ])
})

describe('a hole', () => {
  const without = (key: string) => Object.fromEntries(Object.entries(prices).filter(([k]) => k !== key))
  const e = evaluateRecipe(drink, context)
  it('in a prep makes the prep, and the cup, not known, and is named once', () => {
    const cost = cupCost(e, drink.serve!, [], book(without('white-sugar')))
    expect([cost.total, cost.missing]).toEqual([null, ['white-sugar']])
    expect(cost.lines.filter((l) => l.kind === 'layer').map((l) => l.cost === null)).toEqual([true, false, false])
    expect(cost.known.value).toBeGreaterThan(0)
    // Asked again, the book says the same.
    const again = book(without('white-sugar'))
    for (const _ of [1, 2]) {
      const missing = new Set<string>()
      expect(prepCostPerGram(again, 'syrup', e.bill.prepOf('syrup'), missing)).toBeNull()
      expect([...missing]).toEqual(['white-sugar'])
    }
  })
  it('of ice or energy leaves the rest known', () => {
    const noIce = cupCost(e, drink.serve!, [], book(without('ice')))
    expect([noIce.total, noIce.missing, noIce.lines.find((l) => l.kind === 'ice')!.cost]).toEqual([null, ['ice'], null])
    const pot = evaluateRecipe(heated(), context)
    const noPower = prepCost(pot, { ...book(), kwhPrice: { electricity: null, gas: 1 } })
    expect([noPower.total, noPower.missing, noPower.lines.at(-1)]).toEqual([
      null,
      ['energy-electricity'],
      { key: 'energy-electricity', kind: 'energy', cost: null },
    ])
  })
  it('two of one layer: one price is not the price of both', () => {
    const both = prep([
      take('s', 'white-sugar', 10),
      take('m', 'mint', 10),
      { op: 'steep', in: ['m', 's'], out: 'out', minutes: 1 },
    ])
    const blended = {
      ...both,
      steps: [...both.steps.slice(0, 2), { op: 'blend' as const, in: ['m', 's'], out: 'out' }],
    }
    const cost = prepCost(evaluateRecipe(blended, context), book())
    expect([cost.total, cost.missing]).toEqual([null, ['mint']])
    expect(cost.lines[0]!.cost).toBeNull()
  })
  it('lines come in the order of the cup: what is in it, what it is served with, work', () => {
    const cost = cupCost(e, drink.serve!, [{ key: 'cup', eachPrice: 0.1 }], book())
    expect(cost.lines.map((l) => l.kind)).toEqual(['layer', 'layer', 'layer', 'ice', 'item', 'labour'])
    expect(cost.lines.every((l) => l.cost)).toBe(true)
    expect(prepCost(evaluateRecipe(prep([take('out', 'water', 5)]), context), book()).lines.map((l) => l.kind)).toEqual(
      ['layer'],
    )
  })
})

describe('what a cup leaves', () => {
  const cost = given('cost-of-cup', 1.2, 'money', 'measured')
  it('is its price less its cost, and its share of it', () => {
    const { earns, costShare } = earningsOf(cost, 4, 0)
    expect([earns!.value, costShare!.value]).toEqual([expect.closeTo(2.8, 9), expect.closeTo(30, 9)])
    // Of 4.80 with 20 % tax in it the stand keeps 4.00.
    const taxed = earningsOf(cost, 4.8, 0.2)
    expect([taxed.earns!.value, taxed.costShare!.value]).toEqual([expect.closeTo(2.8, 9), expect.closeTo(30, 9)])
  })
  it('is not known while a price is missing, and no share of nothing', () => {
    expect([earningsOf(null, 4, 0).earns, earningsOf(cost, null, 0).earns, earningsOf(cost, 0, 0).costShare]).toEqual(
      Array(3).fill(null),
    )
    expect(earningsOf(cost, 0, 0).earns!.value).toBeCloseTo(-1.2, 9)
  })
  it('a kilo of a pack', () => expect(pricePerKg({ packPrice: 3, packG: 1500 })).toBe(2))
})

describe('what makings teach of a cost', () => {
  const taught = (over: Partial<PrepMade>): PriceBook => ({
    ...book(),
    prepMade: (id) =>
      id === 'heated' ? { runs: 3, timed: 2, output: 1, minutes: 1, paidPerG: null, ...over } : undefined,
  })
  const e = evaluateRecipe(heated(), context)
  const perGram = (b: PriceBook) => prepCostPerGram(b, 'heated', e, new Set())!
  const byStandard = perGram(book()).value
  const work = prepCost(e, book())
    .lines.filter((l) => l.kind === 'labour' || l.kind === 'energy')
    .reduce((sum, l) => sum + l.cost!.value, 0)
  it('less that comes out makes a gram dearer, and more minutes cost what they cost', () => {
    expect(perGram(taught({ output: 0.9 })).value).toBeCloseTo(byStandard / 0.9, 12)
    const slow = perGram(taught({ minutes: 2 }))
    expect(slow.value * e.jug.mass.value).toBeCloseTo(byStandard * e.jug.mass.value + e.handMin * 0.2, 9)
    expect(evaluateFigure(slow)).toBeCloseTo(slow.value, 12)
    expect(perGram(taught({ runs: 0, timed: 0, output: 0.5, minutes: 9 })).value).toBeCloseTo(byStandard, 12)
  })
  it('makings that were timed teach minutes, also where nobody knows what went in', () => {
    const timed = perGram(taught({ runs: 0, timed: 2, output: 0.5, minutes: 2 }))
    expect(timed.value * e.jug.mass.value).toBeCloseTo(byStandard * e.jug.mass.value + e.handMin * 0.2, 9)
    const untimed = perGram(taught({ timed: 0, minutes: 9 }))
    expect(untimed.value).toBeCloseTo(byStandard, 12)
  })
  it('a litre costs what a making does, over what really comes out', () => {
    const total = prepCost(e, book()).total!
    const perL = (output?: number) =>
      costPerLitre(total, e, output === undefined ? undefined : taught({ output }).prepMade('heated')).value
    expect(perL()).toBeCloseTo((total.value / e.jug.volume.value) * 1000, 9)
    expect(perL(0.8)).toBeCloseTo(perL() / 0.8, 9)
  })
  it('by its lots: what went in as it was paid, with the work and the energy of a making', () => {
    const paid = perGram(taught({ paidPerG: 0.002 }))
    expect(paid.value).toBeCloseTo(0.002 + work / e.jug.mass.value, 12)
    // What was paid is known where today's price is not; work is still asked for.
    const { 'white-sugar': _, ...without } = prices
    const noPrice = { ...taught({ paidPerG: 0.002 }), price: (k: string) => (without as typeof prices)[k] }
    expect(perGram(noPrice).value).toBeCloseTo(paid.value, 12)
    const missing = new Set<string>()
    expect(prepCostPerGram({ ...noPrice, labourPerH: null }, 'heated', e, missing)).toBeNull()
    expect([...missing]).toEqual(['labour'])
  })
  it('steps by themselves add up to the whole', () => {
    const steps = [...costOfSteps(e, book()).values()].reduce((sum, c) => sum + c!.value, 0)
    expect(steps).toBeCloseTo(prepCost(e, book()).total!.value, 9)
    const silent = { ...book(), kwhPrice: { electricity: null, gas: null } }
    expect(costOfSteps(e, silent).get('out')).toBeNull()
  })
})

describe('what nobody has said yet', () => {
  const plain = withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' })
  const costOf = (known: PriceBook) => cupCost(evaluateRecipe(plain, shippedContext({})), plain.serve!, [], known)
  it('an hour of work: the cup has no cost in full, and its work is named', () => {
    const cost = costOf({ ...book(), labourPerH: null })
    expect([cost.total, cost.missing.includes('labour')]).toEqual([null, true])
    expect(cost.lines.find((l) => l.key === 'labour')!.cost).toBeNull()
    expect(costOf(book()).missing).not.toContain('labour')
  })
  it('the tap costs nothing, until it has a price', () => {
    const without = Object.fromEntries(Object.entries(prices).filter(([key]) => key !== 'water')) as typeof prices
    expect(costPerGram(book(without), 'water', new Set())!.value).toBe(0)
    const priced = { ...prices, water: { packPrice: 2, packG: 1000, since } }
    expect(costPerGram(book(priced), 'water', new Set())!.value).toBeCloseTo(0.002, 12)
  })
  it('a currency without decimals has whole coins', () => {
    const coins = [...coinsOfLines(costOf(book()), 0).values()]
    expect(coins.every(Number.isInteger)).toBe(true)
    expect(coins.reduce((a, b) => a + b, 0)).toBe(Math.round(costOf(book()).known.value))
  })
})

describe('what a cup is sold at at one stand', () => {
  const drink = { sellPrice: 4, sizePrices: [{ cupId: 'large', sizePrice: 5.5 }] }
  it('is what that stand says, size by size, and else what the business says', () => {
    expect(soldAt(drink, [])).toEqual({ price: 4, bySize: new Map([['large', 5.5]]) })
    expect(soldAt(drink, [{ cupId: null, sizePrice: 4.5 }])).toEqual({ price: 4.5, bySize: new Map([['large', 5.5]]) })
    expect(soldAt(drink, [{ cupId: 'large', sizePrice: 6 }])).toEqual({ price: 4, bySize: new Map([['large', 6]]) })
  })
  it('a size without a price of its own goes by the usual cup of that stand', () => {
    const at = soldAt({ sellPrice: null, sizePrices: [] }, [{ cupId: null, sizePrice: 3 }])
    expect(priceOfSize('small', 200, { ...at, usualMl: 300 })).toEqual({ price: 2, isReckoned: true })
  })
  it('one that is not shown is none', () => {
    expect(soldAt({ sellPrice: null, sizePrices: [] }, [{ cupId: null, sizePrice: null }]).price).toBeNull()
  })
})
