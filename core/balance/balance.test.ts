import { brixOf, liquid, observed, ProcessLimit, streamOf, taOf, type Op } from '../process'
import {
  Evaluator,
  USUAL_ZONE,
  newDrink,
  shippedContext,
  startingDrink,
  withAmount,
  withLayer,
  type RecipeDocument,
} from '../recipe'
import { potOf, withInfusion } from '../household'
import { loadSolver, type Solver } from '../solve'
import { INGREDIENTS } from '../substances'
import {
  USUAL_DISPENSER,
  contextOfToday,
  figureOf,
  keptStream,
  findAmounts,
  lateGuest,
  mixAt,
  pearsonSquare,
  potAsRead,
  readingOf,
  swapsFor,
  tasteGroupOf,
  type AmountsAsk,
  type Tried,
} from '.'
import { ownZone } from './zone'

let solve: Solver
beforeAll(async () => void (solve = await loadSolver()), 30_000)

const context = shippedContext()
const evaluation = (doc: RecipeDocument) => new Evaluator(context).evaluate(doc)
const costOf: Record<string, number> = {
  water: 0,
  'lime-juice': 0.02,
  'lemon-juice': 0.004,
  'white-sugar': 0.0011,
  honey: 0.012,
}
function evaluate(document: RecipeDocument): Tried {
  const made = evaluation(document)
  const layers = new Map(made.layers.map((l) => [l.stream, (costOf[l.key] ?? 0) * l.mass.value]))
  const total = [...layers.values()].reduce((a, b) => a + b, 0.25)
  return { document, evaluation: made, cost: { layers, total } }
}
/** Parts by volume of water, lemon juice and sugar water of 45.8 °Bx: as much sugar as water, by volume. */
function byParts(water: number, lemon: number, syrup: number): RecipeDocument {
  const ml = (part: number) => ({ value: part * 20, unit: 'mL' as const })
  const syrupG = syrup * 20 * 1.208
  let doc = newDrink(null, 300)
  doc = withLayer(doc, { ingredient: 'lemon-juice' }, ml(lemon))
  doc = withLayer(doc, { ingredient: 'white-sugar' }, { value: 0.458 * syrupG, unit: 'g' })
  doc = withAmount(doc, 'water', { value: water * 20 + 0.542 * syrupG, unit: 'g' })
  const steps = doc.steps.map((s) =>
    s.op === 'makeUp' ? { op: 'combine' as Op & 'combine', in: s.in, out: s.out } : s,
  )
  return { ...doc, steps } as RecipeDocument
}

describe('how a drink reads', () => {
  const zone = USUAL_ZONE.lemonade
  // Common practice, no source: four lemonades by parts of water, lemon juice and sugar water.
  const four = [
    [9, 5, 2],
    [14, 1, 1],
    [10, 2, 4],
    [3, 1, 12],
  ].map(([w, l, s]) => evaluation(byParts(w!, l!, s!)).jug)
  it('four lemonades rank by ratio and by strength, and read as tasters call them', () => {
    const ratios = four.map((m) => m.ratio!.value)
    expect(ratios).toEqual([...ratios].sort((a, b) => a - b))
    expect(Math.min(...four.map((m) => m.brix.value))).toBe(four[1]!.brix.value)
    expect(four.map((m) => readingOf(m, zone).balance)).toEqual(['sour', 'tart', 'sweet', 'very-sweet'])
    expect(four.map((m) => readingOf(m, zone).strength)).toEqual(['usual', 'thin', 'strong', 'strong'])
    // The weakest has half the ratio of the one that is called sweet.
    expect(ratios[1]! / ratios[2]!).toBeCloseTo(0.5, 1)
  })
  it('honey lemonade reads a little tart; the pot that people kept is strong, and balanced', () => {
    const honey = ['cup', 'mL'] as const
    let doc = newDrink(null, 1893)
    doc = withLayer(doc, { ingredient: 'lemon-juice' }, { value: 1, unit: honey[0] })
    doc = withLayer(doc, { ingredient: 'honey' }, { value: 0.5, unit: honey[0] })
    expect(readingOf(evaluation(doc).jug, zone).balance).toBe('tart')
    let kept = newDrink(null, 1580)
    kept = withLayer(kept, { ingredient: 'lemon-juice' }, { value: 1.25, unit: 'cup' })
    kept = withLayer(kept, { ingredient: 'white-sugar' }, { value: 250, unit: 'g' })
    const { jug } = evaluation(kept)
    expect([jug.brix.value > 15 && jug.brix.value < 17, readingOf(jug, zone).balance]).toEqual([true, 'balanced'])
  })
  it('without acid there is no balance to speak of', () => {
    const sweet = evaluation(withLayer(newDrink(null, 300), { ingredient: 'white-sugar' }, { value: 30, unit: 'g' }))
    expect(readingOf(sweet.jug, zone).balance).toBe('no-acid')
  })
})

describe('the zone of a stand', () => {
  const usual = USUAL_ZONE.lemonade
  it('is not known from fewer than three, and narrows on what was kept', () => {
    const kept = (n: number) => Array.from({ length: n }, (_, i) => ({ brix: 10 + (i % 3) / 5, ratio: 14 + (i % 2) }))
    expect(ownZone(usual, kept(2))).toBeNull()
    const [few, many] = [ownZone(usual, kept(4))!, ownZone(usual, kept(30))!]
    expect(many.brix[1] - many.brix[0]).toBeLessThan(few.brix[1] - few.brix[0])
    expect(many.brix[0] < 10.2 && many.brix[1] > 10.2 && many.ratio[0] > 12 && many.ratio[1] < 17).toBe(true)
  })
})

describe('the square', () => {
  it('2 and 50 °Bx to 14: 36 parts to 12 by mass (textbook, worked exactly)', () => {
    expect(pearsonSquare(2, 50, 14)).toEqual({ weakParts: 36, strongParts: 12, strongShare: 0.25 })
  })
  it('is what mixing them by mass gives, and refuses what lies outside', () => {
    const { weakParts, strongParts } = pearsonSquare(4, 30, 11)
    expect((weakParts * 4 + strongParts * 30) / (weakParts + strongParts)).toBeCloseTo(11, 12)
    expect(() => pearsonSquare(4, 30, 31)).toThrow(ProcessLimit)
    expect(() => pearsonSquare(4, 4, 4)).toThrow(ProcessLimit)
  })
})

describe('a liquid as it was read', () => {
  const juice = evaluation(startingDrink('lemonade', null, 300)).output
  it('reads what was read, at the same mass', () => {
    const read = observed(juice, { brix: 12.3, ta: 0.81 })
    expect([brixOf(read), taOf(read)]).toEqual([expect.closeTo(12.3, 4), expect.closeTo(0.81, 5)])
    const mass = (s: typeof juice) => s.amountsG.slice(0, 21).reduce((a, b) => a + b, 0)
    expect(mass(read)).toBeCloseTo(mass(juice), 8)
    expect(Math.min(...read.amountsG.slice(0, 21))).toBeGreaterThanOrEqual(0)
  })
  it('says what it can read where it cannot read that', () => {
    expect(() => observed(juice, { brix: 99 })).toThrow(/reading-brix-outside/)
    expect(() => observed(liquid([...juice.amountsG].fill(0, 1), 20), { ta: 1 })).toThrow(/reading-acid-outside/)
  })
})

const lemonade = startingDrink('lemonade', null, 300)
const ask = (over: Partial<AmountsAsk>): AmountsAsk => ({
  wanted: {},
  moment: 'jug',
  volumeMl: 300,
  bounds: {},
  held: new Set(),
  ...over,
})

describe('amounts for a target', () => {
  it.each<[string, Partial<AmountsAsk> & Pick<AmountsAsk, 'wanted'>]>([
    ['in the jug', { wanted: { brix: 11, ratio: 14 } }],
    ['as acidity', { wanted: { brix: 9, ta: 0.8 } }],
    ['of sweetness', { wanted: { sweetness: 12, ta: 0.7 } }],
    ['at the first sip', { wanted: { brix: 9.5, ratio: 15 }, moment: 'first' }],
    ['at the last sip', { wanted: { brix: 8, ratio: 13 }, moment: 'last' }],
  ])('%s, as the one evaluation says, and the cup as full as before', async (_, over) => {
    const found = await findAmounts(lemonade, ask(over), evaluate, solve)
    expect([found.missed, found.reasons]).toEqual([[], []])
    const made = found.tried.evaluation
    for (const [name, wanted] of Object.entries(over.wanted)) {
      const tolerance = name === 'ratio' ? 0.2 : name === 'ta' ? 0.015 : 0.1
      expect(Math.abs(figureOf(mixAt(made, over.moment ?? 'jug'), name as 'brix') - wanted)).toBeLessThan(tolerance)
    }
    expect(made.jug.volume.value).toBeCloseTo(300, 3)
  })
  it('is what a second solver finds: Newton on the evaluation itself', async () => {
    const wanted = { brix: 10.5, ta: 0.72 }
    let [lemonMl, sugarG] = [30, 30]
    const at = (l: number, s: number) => {
      let doc = withAmount(lemonade, 'lemon-juice', { value: l, unit: 'mL' })
      doc = withAmount(doc, 'white-sugar', { value: s, unit: 'g' })
      const { jug } = evaluation(doc)
      return [jug.brix.value - wanted.brix, jug.ta.value - wanted.ta] as const
    }
    for (let i = 0; i < 12; i++) {
      const [f, g] = at(lemonMl, sugarG)
      const [fl, gl] = at(lemonMl + 0.01, sugarG).map((v, k) => (v - [f, g][k]!) / 0.01) as [number, number]
      const [fs, gs] = at(lemonMl, sugarG + 0.01).map((v, k) => (v - [f, g][k]!) / 0.01) as [number, number]
      const det = fl * gs - fs * gl
      lemonMl -= (f * gs - g * fs) / det
      sugarG -= (g * fl - f * gl) / det
    }
    const { document } = await findAmounts(lemonade, ask({ wanted }), evaluate, solve)
    const amount = (out: string) => document.steps.find((s) => s.op === 'take' && s.out === out)!
    expect(amount('lemon-juice')).toMatchObject({ amount: { value: expect.closeTo(Math.round(lemonMl * 2) / 2, 6) } })
    expect(amount('white-sugar')).toMatchObject({ amount: { value: expect.closeTo(Math.round(sugarG * 2) / 2, 6) } })
  })
  it.each([
    ['a layer that is held', { wanted: { ratio: 25 }, held: new Set(['lemon-juice', 'white-sugar']) }, 'held'],
    ['what there is of it', { wanted: { brix: 20 }, bounds: { 'white-sugar': { leastG: 0, mostG: 40 } } }, 'most'],
    ['what it may cost', { wanted: { ta: 2 }, mostCost: 0.4 }, 'cost'],
    ['nothing that does it', { wanted: { ta: 11 } }, 'layers'],
  ])('that cannot be had comes as near as can be, and names %s', async (_, over, why) => {
    const found = await findAmounts(lemonade, ask(over), evaluate, solve)
    expect(found.missed.length).toBeGreaterThan(0)
    expect(found.reasons.map((r) => r.why)).toContain(why)
  })
  it('refuses what cannot be asked', async () => {
    const bad = (over: Partial<AmountsAsk>) => findAmounts(lemonade, ask(over), evaluate, solve)
    await expect(bad({ wanted: { brix: -1 } })).rejects.toThrow(/target-outside/)
    await expect(bad({ bounds: { water: { leastG: 5, mostG: 2 } } })).rejects.toThrow(/bounds-crossed/)
    await expect(bad({ volumeMl: 0 })).rejects.toThrow(/volume-not-positive/)
    const empty = withAmount(
      {
        ...lemonade,
        steps: [
          lemonade.steps.find((s) => s.out === 'white-sugar')!,
          { op: 'combine', in: ['white-sugar'], out: 'jug' },
        ],
      },
      'white-sugar',
      { value: 0, unit: 'g' },
    )
    await expect(findAmounts(empty, ask({ wanted: { brix: 9 } }), evaluate, solve)).rejects.toThrow(/drink-empty/)
    expect(() => potAsRead(evaluation(empty), 5000, {})).toThrow(/drink-empty/)
  })
  it('leaves what a step made as it is', async () => {
    const steeped = withInfusion(
      potOf(
        [
          { key: 'water', amount: { value: 1000, unit: 'mL' } },
          { key: 'white-sugar', amount: { value: 60, unit: 'g' } },
          { key: 'lemon-juice', amount: { value: 30, unit: 'mL' } },
        ],
        { id: null, volumeMl: 300 },
      )!,
      [{ key: 'hibiscus', massG: 20 }],
      { way: 'cold', minutes: 480 },
    )
    const cup = evaluation(steeped)
    const found = await findAmounts(
      steeped,
      ask({ wanted: { brix: 9, ratio: 30 }, volumeMl: undefined }),
      evaluate,
      solve,
    )
    const madeOf = (e: typeof cup) => e.layers.find((l) => !l.item)!.mass.value * e.pot!.cups.value
    expect(madeOf(found.tried.evaluation)).toBeCloseTo(madeOf(cup), 6)
    expect([found.missed, found.tried.evaluation.jug.brix.value]).toEqual([[], expect.closeTo(9, 1)])
    // In a cup that stays as full as it is there is no room for more sugar: what is in the way is the brew.
    const full = await findAmounts(steeped, ask({ wanted: { brix: 12 }, volumeMl: 300 }), evaluate, solve)
    expect([full.missed, full.reasons.map((r) => r.why)]).toEqual([['brix'], ['held']])
  })
  it('of a pot gives the pot as much as its cups need', async () => {
    const pot: RecipeDocument = {
      ...lemonade,
      pot: { cupMl: 300 },
      steps: lemonade.steps.map((s) =>
        s.op === 'makeUp'
          ? { op: 'combine', in: s.in, out: s.out }
          : s.op === 'take'
            ? { ...s, amount: { ...s.amount, value: s.amount.value * 10 } }
            : s,
      ),
    }
    const { tried } = await findAmounts(pot, ask({ wanted: { brix: 10, ratio: 15 } }), evaluate, solve)
    const before = evaluation(pot).pot!.volume.value
    expect(tried.evaluation.pot!.volume.value / before).toBeCloseTo(1, 2)
    expect(tried.evaluation.jug.brix.value).toBeCloseTo(10, 1)
  })
})

describe('the juice of today', () => {
  it('is let down and sweetened to what the standard reads, in the same cup', async () => {
    const { jug } = evaluation(lemonade)
    const today = contextOfToday(context, { 'lemon-juice': { brix: 7.4, ta: 4.6 } })
    const inToday = (document: RecipeDocument): Tried => ({
      document,
      evaluation: new Evaluator(today).evaluate(document),
      cost: null,
    })
    const weak = inToday(lemonade).evaluation.jug
    expect(weak.ta.value).toBeLessThan(jug.ta.value - 0.05)
    const { tried, missed, document } = await findAmounts(
      lemonade,
      ask({ wanted: { brix: jug.brix.value, ta: jug.ta.value } }),
      inToday,
      solve,
    )
    expect([missed, tried.evaluation.jug.ta.value]).toEqual([[], expect.closeTo(jug.ta.value, 1)])
    const lemon = document.steps.find((s) => s.out === 'lemon-juice')!
    expect('amount' in lemon && lemon.amount.value).toBeGreaterThan(39)
    expect(() => contextOfToday(context, { 'lemon-juice': { ta: 40 } })).toThrow(/ta-out-of-range/)
  })
})

describe('something that is missing', () => {
  it('is replaced by what holds sweetness, acid and volume, the same taste first', async () => {
    const groupOf = (item: { ingredient: string } | { prep: string }) =>
      'ingredient' in item ? tasteGroupOf(INGREDIENTS.get(item.ingredient)!) : null
    const items = ['whole-milk', 'lime-juice', 'citric-acid'].map((ingredient) => ({ ingredient }))
    const swaps = await swapsFor(lemonade, 'lemon-juice', items, groupOf, evaluate, solve)
    // Both do the same; acid by the gram is the cheaper one.
    expect(swaps.slice(0, 2).map((s) => [s.key, s.sameGroup, s.missed])).toEqual([
      ['citric-acid', true, []],
      ['lime-juice', true, []],
    ])
    const { jug } = evaluation(lemonade)
    expect(swaps[0]!.tried.evaluation.jug.ta.value).toBeCloseTo(jug.ta.value, 1)
    expect(swaps.at(-1)).toMatchObject({ key: 'whole-milk', comes: expect.arrayContaining(['allergen-milk']) })
    // The same taste comes before what is cheaper.
    const sour = await swapsFor(
      lemonade,
      'lemon-juice',
      ['rhubarb-juice', 'lime-juice'].map((ingredient) => ({ ingredient })),
      groupOf,
      evaluate,
      solve,
    )
    expect(sour.map((s) => [s.key, s.missed.length])).toEqual([
      ['lime-juice', 0],
      ['rhubarb-juice', 0],
    ])
    expect(sour[0]!.costChange!).toBeGreaterThan(sour[1]!.costChange!)
    await expect(swapsFor(lemonade, 'water', items, groupOf, evaluate, solve)).rejects.toThrow(/swap-not-this/)
  })
})

describe('a dispenser with ice', () => {
  const evaluate = (doc: RecipeDocument) => evaluation(doc)
  it('gives a late guest a weaker drink, of the same ratio', () => {
    const early = evaluation(lemonade)
    const late = lateGuest(early, USUAL_DISPENSER, 25, evaluate)
    expect(late.jug.brix.value).toBeLessThan(early.jug.brix.value - 0.5)
    expect(late.jug.ratio!.value).toBeCloseTo(early.jug.ratio!.value, 6)
    // All of its ice, and no more, as water: 1000 g in 8 L.
    const share = (early.jug.volume.value / 8000) * 1000
    expect(late.jug.mass.value - early.jug.mass.value).toBeLessThanOrEqual(share + 1e-6)
    expect(() => lateGuest(early, { ...USUAL_DISPENSER, drinkMl: 0 }, 25, evaluate)).toThrow(/dispenser-outside/)
  })
})

describe('where something lies', () => {
  it('is its °Bx and its sugar to acid; without acid it lies nowhere', () => {
    const stream = streamOf({ sucrose: 12, citric: 0.8 }, 500, 20)
    expect(keptStream(stream)).toEqual({ brix: brixOf(stream), ratio: expect.closeTo(15, 6) })
    expect(keptStream(streamOf({ sucrose: 12 }, 500, 20))).toBeNull()
  })
})
