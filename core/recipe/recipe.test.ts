import fc from 'fast-check'
import { evaluateFigure, type Figure } from '../figures'
import { ingredientStream, massG, volumeMl, ProcessLimit } from '../process'
import { INGREDIENTS, COMPONENT_COUNT, solutionDensityGPerMl } from '../substances'
import {
  Evaluator,
  evaluateRecipe,
  finalStep,
  MIX_FIGURES,
  newDrink,
  shippedContext,
  isKnown,
  streamFigures,
  upgradeDocument,
  withAmount,
  withLayer,
  withServe,
  withVolume,
  withoutLayer,
  type RecipeDocument,
} from '.'

const SYRUP: RecipeDocument = {
  schema: 2,
  kind: 'prep',
  output: 'syrup',
  steps: [
    { op: 'take', out: 'sugar', item: { ingredient: 'white-sugar' }, amount: { value: 1000, unit: 'g' }, tempC: 20 },
    { op: 'take', out: 'water', item: { ingredient: 'water' }, amount: { value: 1000, unit: 'g' }, tempC: 20 },
    { op: 'dissolve', in: ['sugar', 'water'], out: 'syrup', minutes: 5 },
  ],
}
const LOOP: RecipeDocument = withLayer(newDrink(null, 100), { prep: 'loop' }, { value: 10, unit: 'mL' })
const context = shippedContext({ syrup: SYRUP, loop: LOOP })
const lemonade = () =>
  withLayer(
    withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' }),
    { prep: 'syrup' },
    { value: 60, unit: 'mL' },
  )

/** An evaluator of its own, so that the core's does not check itself. */
function byHand(f: Figure): number {
  const a = f.args.map(byHand)
  switch (f.op) {
    case 'given':
      return f.value
    case 'sum':
      return a.reduce((x, y) => x + y, 0)
    case 'difference':
      return a[0]! - a[1]!
    case 'product':
      return a.reduce((x, y) => x * y, 1)
    case 'quotient':
      return a[0]! / a[1]!
    default:
      return evaluateFigure({ ...f, args: f.args.map((arg, i) => ({ ...arg, op: 'given', value: a[i]! })) })
  }
}

describe('a drink', () => {
  it('is made up to its volume, not to the sum of its layers', () => {
    const e = evaluateRecipe(lemonade(), context)
    expect(e.jug.volume.value).toBeCloseTo(300, 3)
    expect(volumeMl(e.output)).toBeCloseTo(e.jug.volume.value, 6)
    expect(e.sumOfLayers.value).toBeGreaterThan(300)
    expect(e.parts.reduce((m, p) => m + p.mass.value, 0)).toBeCloseTo(massG(e.output), 9)
  })

  it('agrees with the sum done by hand', () => {
    const e = evaluateRecipe(lemonade(), context)
    // 60 mL of a 49.95 % syrup weigh 60 × its density; its sugar and the lemon's make the jug's
    const syrupG = 60 * solutionDensityGPerMl(49.95, 20)
    const lemonG = e.layers.find((l) => l.key === 'lemon-juice')!.mass.value
    const sugars = syrupG * 0.4995 + lemonG * 0.0252
    expect(e.jug.sugars.value).toBeCloseTo(sugars, 2)
    expect(e.jug.ratio!.value).toBeCloseTo(sugars / (lemonG * (0.049 + 0.002 * 0.95518 + 0.0004 * 0.36361)), 2)
    expect(lemonG / 40).toBeCloseTo(1.03, 2)
  })

  it('explains every figure as what it shows', () => {
    const e = evaluateRecipe(lemonade(), context)
    const shown: Figure[] = [
      ...e.layers.flatMap((l) => [l.mass, l.volume, l.sugars, l.acid]),
      e.sumOfLayers,
      e.cup!.displaced,
      e.cup!.filled,
      e.cup!.melted,
      ...[e.jug, e.cup!.firstSip, e.cup!.lastSip].flatMap((m) =>
        MIX_FIGURES.map((name) => m[name]).filter((f): f is Figure => f !== null),
      ),
    ]
    expect(shown.length).toBeGreaterThan(40)
    for (const f of shown) expect(byHand(f)).toBeCloseTo(f.value, 9)
  })

  it('weakens from first sip to last, by the ice that melted', () => {
    const e = evaluateRecipe(withServe(lemonade(), { iceG: 90, pouredTempC: 5 }), context)
    expect(e.cup!.firstSip.brix.value).toBeCloseTo(e.jug.brix.value, 9)
    expect(e.cup!.lastSip.brix.value).toBeLessThan(e.jug.brix.value)
    // 313 g at 3.95 kJ/(kg K) from 5 to -0.9 °C are 7.3 kJ, and 20 min in a room of 25 °C let in 7.8: some 45 g of ice
    expect(e.cup!.lastSip.temp.value).toBeLessThan(0)
    expect(Math.abs(e.cup!.melted.value - 45)).toBeLessThan(2)
    // floating ice displaces its own mass of drink
    expect(e.cup!.displaced.value).toBeCloseTo(90 / (e.jug.mass.value / e.cup!.firstSip.volume.value), 1)
  })

  it('follows an edit, and runs only what depends on it', () => {
    const evaluator = new Evaluator(context)
    const doc = lemonade()
    evaluator.evaluate(doc)
    const before = evaluator.stepsRun
    const more = evaluator.evaluate(withAmount(doc, 'lemon-juice', { value: 50, unit: 'mL' }))
    expect(evaluator.stepsRun - before).toBeLessThanOrEqual(3)
    expect(more.jug.volume.value).toBeCloseTo(300, 3)
    expect(evaluator.evaluate(withVolume(doc, 250)).jug.volume.value).toBeCloseTo(250, 3)
    expect(withoutLayer(doc, 'lemon-juice').steps.map((s) => s.out)).not.toContain('lemon-juice')
    expect(withoutLayer(doc, 'water')).toBe(doc)
  })

  it('flags what does not fit the volume and sugar that stays on the bottom', () => {
    expect(
      evaluateRecipe(withAmount(lemonade(), 'lemon-juice', { value: 400, unit: 'mL' }), context).flags.map(
        (f) => f.code,
      ),
    ).toContain('over-volume')
    const dry = withLayer(newDrink(null, 100), { ingredient: 'white-sugar' }, { value: 140, unit: 'g' })
    const e = evaluateRecipe(dry, context)
    expect(e.flags.map((f) => f.code)).toContain('sugar-more-than-water-holds')
    expect(e.jug.dissolved.value).toBeLessThan(67)
  })

  it.each([
    ['prep-loop', () => LOOP],
    ['prep-unknown', () => withLayer(newDrink(null, 1), { prep: 'gone' }, { value: 1, unit: 'g' as const })],
    [
      'ingredient-unknown',
      () => withLayer(newDrink(null, 1), { ingredient: 'gone' }, { value: 1, unit: 'g' as const }),
    ],
    ['amount-negative', () => withAmount(lemonade(), 'lemon-juice', { value: -1, unit: 'mL' })],
    ['amount-negative', () => withAmount(lemonade(), 'lemon-juice', { value: NaN, unit: 'mL' })],
    ['stream-not-made', () => ({ ...lemonade(), output: 'nothing' })],
    ['volume-not-positive', () => withVolume(lemonade(), 0)],
  ])('refuses with %s', (code, doc) => {
    expect.assertions(2)
    try {
      evaluateRecipe(doc(), context)
    } catch (e) {
      expect(e).toBeInstanceOf(ProcessLimit)
      expect((e as ProcessLimit).code).toBe(code)
    }
  })
  // USDA FoodData Central (memory): g of a US cup
  it.each([
    ['white-sugar', 'cup', 200],
    ['icing-sugar', 'cup', 120],
    ['salt', 'tsp', 6.08],
    ['white-sugar', 'tbsp', 12.5],
    ['honey', 'cup', 336],
    ['lemon-juice', 'cup', 242],
  ] as const)('a %s by the %s weighs what is poured, air and all', (ingredient, unit, grams) => {
    const doc = withLayer(newDrink(null, 2000), { ingredient }, { value: 1, unit })
    const layer = evaluateRecipe(doc, context).layers.find((l) => l.key === ingredient)!
    expect(layer.mass.value / grams).toBeCloseTo(1, 1)
    expect(Math.abs(layer.mass.value / grams - 1)).toBeLessThan(0.02)
  })
  it('says what is taken colder than it freezes', () => {
    const cold = (tempC: number) => {
      const doc = withLayer(newDrink(null, 300), { ingredient: 'orange-juice' }, { value: 100, unit: 'g' })
      const steps = doc.steps.map((s) => (s.op === 'take' && s.out === 'orange-juice' ? { ...s, tempC } : s))
      return evaluateRecipe({ ...doc, steps }, context).flags.map((f) => f.code)
    }
    expect([cold(-8).includes('freezes'), cold(-0.5).includes('freezes')]).toEqual([true, false])
    const iced = withLayer(newDrink(null, 300), { ingredient: 'ice' }, { value: 50, unit: 'g' })
    const steps = iced.steps.map((s) => (s.op === 'take' && s.out === 'ice' ? { ...s, tempC: -8 } : s))
    expect(evaluateRecipe({ ...iced, steps }, context).flags.map((f) => f.code)).not.toContain('freezes')
  })
  it('reads the current document and refuses a newer one', () => {
    expect(upgradeDocument(SYRUP)).toBe(SYRUP)
    const old = { op: 'iceInCup', in: ['a'], out: 'b', iceG: 10, iceTempC: -5, toC: 1 }
    const { toC: _, ...now } = old
    expect(upgradeDocument({ schema: 1, steps: [old] } as never)).toEqual({ schema: 2, steps: [now] })
    expect(() => upgradeDocument({ schema: 99 })).toThrow(RangeError)
  })
})

describe('a stream', () => {
  const liquid = (ingredient: string, sugarG: number) =>
    streamFigures(
      evaluateRecipe(
        {
          schema: 2,
          kind: 'prep',
          output: 'x',
          steps: [
            { op: 'take', out: 'a', item: { ingredient }, amount: { value: 100, unit: 'g' }, tempC: 90 },
            {
              op: 'take',
              out: 's',
              item: { ingredient: 'white-sugar' },
              amount: { value: sugarG, unit: 'g' },
              tempC: 90,
            },
            { op: 'combine', in: ['a', 's'], out: 'x' },
          ],
        },
        context,
      ).output,
      'x',
    )
  const unknownOf = (figures: object) =>
    Object.entries(figures).flatMap(([name, f]) => (f && 'notKnown' in (f as object) ? [`${name} ${f.notKnown}`] : []))
  it('has every figure as far as its rules hold, and says where they do not', () => {
    expect(unknownOf(liquid('lemon-juice', 10))).toEqual([])
    // 65 of 100 are 5.4 mol per kg of water, where the rule for freezing ends.
    expect([186, 192, 780].map((sugarG) => unknownOf(liquid('water', sugarG)))).toEqual([
      [],
      ['freezes not-known-strong'],
      ['freezes not-known-strong'],
    ])
    const dry = ['dissolved', 'brix', 'ta', 'ph', 'boils', 'freezes'].map((name) => `${name} not-known-dry`)
    // Below 11 g of water in 100 g there is no liquid.
    expect(unknownOf(liquid('water', 820)).sort()).toEqual(dry.sort())
  })
})

describe('properties', () => {
  const amounts = fc.record({
    lemon: fc.double({ min: 1, max: 80, noNaN: true }),
    syrup: fc.double({ min: 1, max: 90, noNaN: true }),
    ice: fc.double({ min: 0, max: 200, noNaN: true }),
    poured: fc.double({ min: 1, max: 25, noNaN: true }),
  })
  const drink = (a: { lemon: number; syrup: number; ice: number; poured: number }) =>
    withServe(
      withAmount(withAmount(lemonade(), 'lemon-juice', { value: a.lemon, unit: 'mL' }), 'prep-syrup', {
        value: a.syrup,
        unit: 'mL',
      }),
      { iceG: a.ice, pouredTempC: a.poured },
    )

  it('balance every component, add nothing negative, and never sweeten by melting', () => {
    fc.assert(
      fc.property(amounts, (a) => {
        const e = evaluateRecipe(drink(a), context)
        for (let i = 0; i < COMPONENT_COUNT; i++) expect(e.output.amountsG[i]).toBeGreaterThanOrEqual(0)
        expect(e.jug.mass.value).toBeCloseTo(massG(e.output), 6)
        expect(e.cup!.lastSip.brix.value).toBeLessThanOrEqual(e.cup!.firstSip.brix.value + 1e-9)
        expect(e.cup!.melted.value).toBeLessThanOrEqual(a.ice)
      }),
    )
  })
  it('do not depend on the order of the layers', () => {
    fc.assert(
      fc.property(amounts, (a) => {
        const doc = drink(a)
        const final = finalStep(doc)!
        const turned = {
          ...doc,
          steps: doc.steps.map((s) => (s === final ? { ...final, in: [final.in[1]!, final.in[0]!, final.in[2]!] } : s)),
        } as RecipeDocument
        expect(evaluateRecipe(turned, context).jug.brix.value).toBeCloseTo(
          evaluateRecipe(doc, context).jug.brix.value,
          9,
        )
      }),
    )
  })
})

// Common practice, no source: by volume, water : lemon juice : sugar water. Ranked by sugar to acid, and 14:1:1
// weakest.
it('ranks the four ratio drinks', () => {
  const mix = (water: number, lemon: number, syrup: number) =>
    evaluateRecipe(
      withLayer(
        withLayer(
          { ...newDrink(null, 10 * (water + lemon + syrup)) },
          { ingredient: 'lemon-juice' },
          { value: 10 * lemon, unit: 'mL' },
        ),
        { prep: 'syrup' },
        { value: 10 * syrup, unit: 'mL' },
      ),
      context,
    ).jug
  const drinks = { '9:5:2': mix(9, 5, 2), '14:1:1': mix(14, 1, 1), '10:2:4': mix(10, 2, 4), '3:1:12': mix(3, 1, 12) }
  const byRatio = Object.entries(drinks)
    .sort((a, b) => a[1].ratio!.value - b[1].ratio!.value)
    .map(([name]) => name)
  expect(byRatio).toEqual(['9:5:2', '14:1:1', '10:2:4', '3:1:12'])
  const weakest = Object.entries(drinks).sort((a, b) => a[1].brix.value - b[1].brix.value)[0]![0]
  expect(weakest).toBe('14:1:1')
})

describe('long and broken recipes', () => {
  const take = (out: string, ingredient: string, value: number): RecipeDocument['steps'][number] => ({
    op: 'take',
    out,
    item: { ingredient },
    amount: { value, unit: 'g' },
    tempC: 20,
  })
  it('a recipe of 300 steps is evaluated, balances, and says who is busy when', () => {
    const steps: RecipeDocument['steps'] = [take('s0', 'water', 1000)]
    for (let i = 1; i < 150; i++)
      steps.push(take(`t${i}`, i % 2 ? 'lemon-juice' : 'white-sugar', 2), {
        op: 'combine',
        in: [`s${i - 1}`, `t${i}`],
        out: `s${i}`,
      })
    steps.push({ op: 'simmer', in: ['s149'], out: 'hot', minutes: 10 })
    const started = performance.now()
    const e = evaluateRecipe({ schema: 2, kind: 'prep', steps, output: 'hot' }, context)
    expect(performance.now() - started).toBeLessThan(250)
    expect(massG(e.output) + e.losses.reduce((m, l) => m + massG(l.stream), 0)).toBeCloseTo(1000 + 149 * 2, 6)
    expect(e.timeline).toHaveLength(150)
    expect(e.timeline.at(-1)).toMatchObject({ op: 'simmer', holds: ['burner', 'vessel'], endSign: 'time-is-up' })
    expect(e.cautions).toContain('steam')
  })
  it.each<[string, RecipeDocument['steps'], string]>([
    [
      'a stream that is not made yet',
      [{ op: 'combine', in: ['later'], out: 'x' }, take('later', 'water', 1)],
      'stream-not-made',
    ],
    [
      'a make-up that fills up with itself',
      [take('a', 'water', 1), { op: 'makeUp', in: ['a', 'x'], out: 'x', toVolumeMl: 10 }],
      'stream-not-made',
    ],
    ['a stream made twice', [take('a', 'water', 1), take('a', 'water', 1)], 'stream-made-twice'],
    [
      'a prep made of itself',
      [{ op: 'take', out: 'x', item: { prep: 'loop' }, amount: { value: 1, unit: 'g' }, tempC: 20 }],
      'prep-loop',
    ],
    ['a component below zero', [take('a', 'water', -1)], 'amount-negative'],
    [
      'a unit no ingredient has',
      [
        {
          ...take('a', 'water', 1),
          amount: { value: 1, unit: 'barrel' },
        } as unknown as RecipeDocument['steps'][number],
      ],
      'unit-unknown',
    ],
    ['a strained stream that is used up', [take('a', 'water', 0), { op: 'strain', in: ['a'], out: 'x' }], 'nothing-in'],
  ])('%s is refused', (_, steps, code) => {
    let said = 'none'
    try {
      evaluateRecipe({ schema: 2, kind: 'prep', steps, output: 'x' }, context)
    } catch (e) {
      said = (e as ProcessLimit).code
    }
    expect(said).toBe(code)
  })
  it('random recipes balance, component by component', () => {
    const key = fc.constantFrom(
      'lemon-juice',
      'white-sugar',
      'water',
      'mango-puree',
      'honey',
      'whole-milk',
      'hibiscus',
      'strawberry',
    )
    const op = fc.constantFrom('combine', 'strain', 'blend', 'rest', 'wash', 'peelAcid', 'topUp', 'rinse')
    fc.assert(
      fc.property(
        fc.array(fc.tuple(op, key, fc.integer({ min: 1, max: 900 })), { minLength: 1, maxLength: 25 }),
        (chain) => {
          const steps: RecipeDocument['steps'] = [take('s0', 'water', 500)]
          chain.forEach(([o, k, g], i) => {
            const two = ['combine', 'peelAcid', 'topUp', 'rinse'].includes(o)
            if (two) steps.push(take(`t${i}`, k, g))
            steps.push({
              op: o,
              in: two ? [`s${i}`, `t${i}`] : [`s${i}`],
              out: `s${i + 1}`,
              ...(o === 'peelAcid' ? { hours: 1 } : o === 'rest' ? { minutes: 30 } : {}),
            } as RecipeDocument['steps'][number])
          })
          const evaluator = new Evaluator(context)
          let e: ReturnType<Evaluator['evaluate']>
          try {
            e = evaluator.evaluate({ schema: 2, kind: 'prep', steps, output: `s${chain.length}` })
          } catch (limit) {
            // A pulp that drank all of its water leaves nothing to strain, nor a jar what sticks: rightly refused.
            expect(['nothing-in', 'all-sticks']).toContain((limit as ProcessLimit).code)
            return
          }
          const all = [e.output, ...e.byProducts.map((b) => b.stream), ...e.losses.map((l) => l.stream)]
          const taken = steps.flatMap((s) =>
            s.op === 'take'
              ? [ingredientStream(INGREDIENTS.get((s.item as { ingredient: string }).ingredient)!, s.amount.value, 20)]
              : [],
          )
          for (let i = 0; i < COMPONENT_COUNT; i++)
            expect([i, all.reduce((m, s) => m + s.amountsG[i]!, 0)]).toEqual([
              i,
              expect.closeTo(
                taken.reduce((m, s) => m + s.amountsG[i]!, 0),
                5,
              ),
            ])
          expect(
            evaluator.evaluate({ schema: 2, kind: 'prep', steps, output: `s${chain.length}` }).output.amountsG,
          ).toEqual(e.output.amountsG)
        },
      ),
      { numRuns: 120 },
    )
  })
  it('a prep with losses carries what came out, not what went in', () => {
    const steps: RecipeDocument['steps'] = [
      take('juice', 'orange-juice', 1000),
      { op: 'reduce', in: ['juice'], out: 'x', by: 'brix', target: 30 },
    ]
    const e = evaluateRecipe({ schema: 2, kind: 'prep', steps, output: 'x' }, context)
    expect(e.jug.brix.value).toBeCloseTo(30, 2)
    expect(e.jug.mass.value).toBeCloseTo(massG(e.output), 9)
    expect(e.energyKj).toBeGreaterThan(1000)
    expect(byHand(e.jug.brix)).toBeCloseTo(e.jug.brix.value, 9)
  })
  it('every figure of every ingredient as a stream is the value of its sum', () => {
    for (const data of INGREDIENTS.values()) {
      const { ph, boils, freezes, volume, brix, ta, sweetness } = streamFigures(
        ingredientStream(data, 100, 20),
        data.key,
      )
      for (const f of [ph, boils, freezes, volume, brix, ta, sweetness])
        if (isKnown(f)) expect([data.key, f.label, byHand(f)]).toEqual([data.key, f.label, f.value])
    }
  })
})
