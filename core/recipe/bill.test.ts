import { ingredientStream, massG, mixed, ProcessLimit } from '../process'
import { INGREDIENTS } from '../substances'
import {
  DOCUMENT_SCHEMA,
  Evaluator,
  evaluateRecipe,
  isOver,
  newDrink,
  newSyrup,
  serveTakes,
  shippedContext,
  withLayer,
  withServe,
  type RecipeContext,
  type RecipeDocument,
} from '.'

type Steps = RecipeDocument['steps']
const take = (out: string, ingredient: string, value: number, tempC = 20): Steps[number] => ({
  op: 'take',
  out,
  item: { ingredient },
  amount: { value, unit: 'g' },
  tempC,
})
const takePrep = (out: string, prep: string, value: number): Steps[number] => ({
  op: 'take',
  out,
  item: { prep },
  amount: { value, unit: 'g' },
  tempC: 20,
})
const recipe = (steps: Steps, more: Partial<RecipeDocument> = {}): RecipeDocument => ({
  schema: DOCUMENT_SCHEMA,
  kind: 'prep',
  output: 'out',
  steps,
  ...more,
})
const codeOf = (act: () => unknown): string => {
  try {
    act()
  } catch (e) {
    if (e instanceof ProcessLimit) return `${e.code} ${e.field ?? ''}`.trim()
    throw e
  }
  return 'none'
}

describe('the bill', () => {
  const cordial = recipe([take('s', 'white-sugar', 400), takePrep('y', 'syrup', 600), combine('s', 'y')])
  function combine(...names: string[]): Steps[number] {
    return { op: 'combine', in: names, out: 'out' }
  }
  const context = shippedContext({ syrup: newSyrup(), cordial })
  const drink = recipe([takePrep('c', 'cordial', 50), take('w', 'water', 250), combine('c', 'w')])

  it('goes through preps of preps, with the grams of each for the amount asked', () => {
    const { takes } = evaluateRecipe(drink, context).bill
    // 50 g of a kilo of cordial: 20 g of sugar, 30 g of a syrup that is half sugar and half water
    expect(takes.map((t) => [t.key, t.massG, t.through])).toEqual([
      ['white-sugar', expect.closeTo(20, 9), ['cordial']],
      ['white-sugar', expect.closeTo(15, 9), ['cordial', 'syrup']],
      ['water', expect.closeTo(15, 9), ['cordial', 'syrup']],
      ['water', 250, []],
    ])
    expect([...evaluateRecipe(drink, context).bill.ingredients]).toEqual([
      ['water', expect.closeTo(265, 9)],
      ['white-sugar', expect.closeTo(35, 9)],
    ])
  })
  it('has the hands and the energy of every step, for the amount asked', () => {
    const hot = recipe([
      take('s', 'white-sugar', 500),
      take('w', 'water', 500),
      { op: 'heat', in: ['s', 'w'], out: 'out', toC: 80 },
    ])
    const within = shippedContext({ hot })
    const whole = evaluateRecipe(hot, within)
    const part = evaluateRecipe(recipe([takePrep('h', 'hot', 100), take('w', 'water', 100), combine('h', 'w')]), within)
    expect(part.bill.work.reduce((m, w) => m + w.energyKj, 0)).toBeCloseTo(whole.energyKj / 10, 9)
    expect(part.bill.work.find((w) => w.op === 'heat')).toMatchObject({ handMin: 0.1, through: ['hot'] })
  })
  it('takes what fills up as much as it needs, and no more', () => {
    const doc = withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' })
    const e = evaluateRecipe(doc, context)
    expect(e.bill.takes.reduce((m, t) => m + t.massG, 0)).toBeCloseTo(massG(e.output), 6)
  })
  it('has ice and garnish of every cup', () => {
    const serve = withServe(newDrink(null, 300), { iceG: 90, garnish: [{ ingredient: 'mint', massG: 2 }] }).serve!
    expect(serveTakes(serve, 40).map((t) => [t.key, t.kind, t.massG])).toEqual([
      ['ice', 'ice', 3600],
      ['mint', 'garnish', 80],
    ])
  })
})

describe('what a drink says of itself comes through its preps', () => {
  const within = (ingredient: string) => {
    const inner = recipe([
      take('a', ingredient, 100),
      take('w', 'water', 100),
      { op: 'combine', in: ['a', 'w'], out: 'out' },
    ])
    const outer = recipe([
      takePrep('i', 'inner', 50),
      { op: 'simmer', in: ['i'], out: 'out', minutes: 1, steamGPerMin: 1 },
    ])
    const drink = withLayer(newDrink(null, 300), { prep: 'outer' }, { value: 40, unit: 'g' })
    return evaluateRecipe(drink, shippedContext({ inner, outer })).cautions
  }
  it('milk, also condensed, is milk and kept cold; what hands had to mind on the way is not said of the cup', () => {
    expect(within('condensed-milk')).toEqual(expect.arrayContaining(['allergen-milk', 'tcs']))
    expect(within('condensed-milk')).not.toContain('steam')
  })
  it('coconut is not called milk, soy and almond are called what they are', () => {
    expect(within('coconut-milk')).toContain('tcs')
    expect(within('coconut-milk')).not.toContain('allergen-milk')
    expect(within('soy-drink')).toContain('allergen-soy')
    expect(within('almond-drink')).toContain('allergen-nuts')
    // What is blended here says what the carton says; oats and barley count as gluten, celery as itself: Regulation
    // (EU) 1169/2011, Annex II.
    expect(within('almond')).toContain('allergen-nuts')
    expect(within('oats')).toContain('allergen-gluten')
    expect(within('barley')).toContain('allergen-gluten')
    expect(within('celery-juice')).toContain('allergen-celery')
    const added = recipe([
      take('a', 'coconut-cream', 50),
      take('m', 'mango-puree', 100),
      { op: 'addDairy', in: ['a', 'm'], out: 'out' },
    ])
    expect(evaluateRecipe(added, shippedContext()).cautions).not.toContain('allergen-milk')
  })
})

describe('a stream is used once', () => {
  const context = shippedContext()
  it('and a second use is refused by its name, as is an output that was used', () => {
    const twice = recipe([take('a', 'lemon-juice', 100), { op: 'combine', in: ['a', 'a'], out: 'out' }])
    expect(codeOf(() => evaluateRecipe(twice, context))).toBe('stream-used-twice a')
    const after = recipe([
      take('a', 'water', 1),
      { op: 'wash', in: ['a'], out: 'out' },
      { op: 'wash', in: ['out'], out: 'b' },
    ])
    expect(codeOf(() => evaluateRecipe(after, context))).toBe('stream-used-twice out')
  })
  it('what is divided is two, and what leads nowhere is named', () => {
    const doc = recipe([
      take('a', 'lemon-juice', 100),
      { op: 'split', in: ['a'], out: 'half', takeG: 50 },
      take('w', 'water', 10),
      { op: 'combine', in: ['half', 'half/rest'], out: 'out' },
    ])
    const e = evaluateRecipe(doc, context)
    expect(massG(e.output)).toBeCloseTo(100, 9)
    expect(e.unused.map((s) => s.name)).toEqual(['w'])
  })
  it('a by-product is taken by its name: pulp rinsed, and what is left of it said', () => {
    const doc = recipe([
      take('f', 'watermelon', 1000),
      { op: 'strain', in: ['f'], out: 'juice' },
      take('w', 'water', 200),
      { op: 'rinse', in: ['juice/pulp', 'w'], out: 'more' },
      { op: 'combine', in: ['juice', 'more'], out: 'out' },
    ])
    const e = evaluateRecipe(doc, context)
    expect(e.byProducts.map((b) => b.name)).toEqual(['more/pulp'])
    expect(massG(e.output) + massG(e.byProducts[0]!.stream)).toBeCloseTo(1200, 6)
  })
  it('a filler that was made gives what there is: the rest is left over, or the drink comes short', () => {
    const filled = (teaG: number) =>
      evaluateRecipe(
        recipe([
          take('s', 'lemon-juice', 50),
          take('leaf', 'black-tea', 5),
          take('hot', 'water', teaG, 95),
          { op: 'brew', in: ['leaf', 'hot'], out: 'tea', minutes: 4 },
          { op: 'makeUp', in: ['s', 'tea'], out: 'out', toVolumeMl: 300 },
        ]),
        context,
      )
    const over = filled(500)
    expect([over.jug.volume.value, over.flags]).toEqual([expect.closeTo(300, 4), []])
    expect(over.byProducts.map((b) => b.name)).toContain('out/rest')
    const short = filled(150)
    expect(short.flags.map((f) => f.code)).toEqual(['filler-short'])
    expect(massG(short.output)).toBeLessThan(200)
    for (const e of [over, short]) {
      const out = [e.output, ...e.byProducts.map((b) => b.stream)].reduce((m, s) => m + massG(s), 0)
      expect(out).toBeCloseTo(50 + 5 + (e === over ? 500 : 150), 6)
    }
  })
})

describe('the cup', () => {
  const context = shippedContext({}, { minutes: 20, roomC: 25, cupWPerK: 0.25 })
  it('holds what the core says: drink and what the ice pushes up, at any moment', () => {
    const { cup } = evaluateRecipe(withServe(newDrink(null, 300), { iceG: 90 }), context)
    for (const share of [0, 0.3, 1]) {
      const sip = cup!.sipAt(share)
      expect(sip.filled.value).toBeCloseTo(sip.mix.volume.value + sip.displaced.value, 9)
    }
    // Floating ice displaces its own mass, and turns into as much water: the level hardly moves.
    expect(cup!.sipAt(1).filled.value / cup!.sipAt(0).filled.value).toBeCloseTo(1, 2)
  })
  it('forgets no sugar on the bottom while ice melts: 66 °Bx do not become 92', () => {
    const thick = withServe(withLayer(newDrink(null, 100), { ingredient: 'white-sugar' }, { value: 140, unit: 'g' }), {
      iceG: 3,
    })
    const { jug, cup } = evaluateRecipe(thick, context)
    expect(jug.brix.value).toBeGreaterThan(60)
    expect(cup!.lastSip.brix.value).toBeLessThan(jug.brix.value + 1)
    expect(cup!.lastSip.brix.value).toBeGreaterThan(55)
  })
  it('half way has half of what melts, of the ice in the drink too', () => {
    const slush = (iceG: number) =>
      evaluateRecipe(
        recipe(
          [take('o', 'orange-juice', 300), take('i', 'ice', 200, -10), { op: 'blend', in: ['o', 'i'], out: 'out' }],
          { kind: 'drink', serve: { ...newDrink(null, 1).serve!, iceG } },
        ),
        context,
      ).cup!
    for (const cup of [slush(0), slush(60)]) {
      const [first, half, last] = [0, 0.5, 1].map((share) => cup.sipAt(share))
      expect(half!.melted.value).toBeCloseTo(last!.melted.value / 2, 9)
      const middle = (of: 'mass' | 'temp') => (first!.mix[of].value + last!.mix[of].value) / 2
      expect(half!.mix.mass.value).toBeCloseTo(middle('mass'), 6)
      expect(half!.mix.temp.value).toBeCloseTo(middle('temp'), 6)
      expect(half!.mix.brix.value).toBeLessThan(first!.mix.brix.value)
      expect(half!.mix.brix.value).toBeGreaterThan(last!.mix.brix.value)
    }
    // Without ice of its own nothing comes into the cup; with it, what melts of it does.
    expect(slush(0).lastSip.mass.value).toBeCloseTo(slush(0).firstSip.mass.value, 9)
    expect(slush(60).lastSip.mass.value).toBeGreaterThan(slush(60).firstSip.mass.value + 1)
  })
  it('is over its line where somebody sees it', () =>
    expect([300, 300.5, 300.6].map((ml) => isOver(ml, 300))).toEqual([false, false, true]))
  it('melts more in a warm room, and for longer', () => {
    const melted = (minutes: number, roomC: number) =>
      evaluateRecipe(
        withServe(newDrink(null, 300), { iceG: 150 }),
        shippedContext({}, { minutes, roomC, cupWPerK: 0.25 }),
      ).cup!.melted.value
    expect(melted(20, 35)).toBeGreaterThan(melted(20, 25) + 2)
    expect(melted(40, 25)).toBeGreaterThan(melted(20, 25) + 10)
  })
  it('blended with its ice is what blending ice into the drink makes', () => {
    const drink = (iceG: number) =>
      recipe(
        [take('o', 'orange-juice', 300, 5), take('w', 'water', 0, 5), { op: 'combine', in: ['o', 'w'], out: 'out' }],
        { kind: 'drink', serve: { ...newDrink(null, 1).serve!, iceG, iceTempC: -10, way: 'blended' } },
      )
    const { cup } = evaluateRecipe(drink(200), context)
    const step = evaluateRecipe(
      recipe(
        [take('o', 'orange-juice', 300, 5), take('i', 'ice', 200, -10), { op: 'combine', in: ['o', 'i'], out: 'out' }],
        { kind: 'drink', serve: { ...newDrink(null, 1).serve!, iceG: 0 } },
      ),
      context,
    )
    for (const k of ['brix', 'temp', 'volume', 'mass'] as const) {
      expect(cup!.firstSip[k].value).toBeCloseTo(step.cup!.firstSip[k].value, 6)
      expect(cup!.lastSip[k].value).toBeCloseTo(step.cup!.lastSip[k].value, 6)
    }
    expect(cup!.displaced.value).toBe(0)
    expect(evaluateRecipe(drink(0), context).cup!.firstSip.temp.value).toBe(5)
  })
  it('shaken is at rest with its ice when it is handed over: a heat balance by hand', () => {
    const tea = withServe(newDrink(null, 300), { iceG: 200, iceTempC: -8, pouredTempC: 20, way: 'shaken' })
    const { cup, jug } = evaluateRecipe(tea, context)
    const { melted: gone, mix } = cup!.sipAt(0)
    const m = jug.mass.value
    // Water alone comes to 0 °C: what it gives warms the ice to 0 °C and melts some of it.
    const byHand = (m * 4.18 * 20 - 200 * 2.06 * 8) / 333.55
    expect(gone.value / byHand).toBeCloseTo(1, 2)
    expect(mix.temp.value).toBeCloseTo(0, 6)
    expect(mix.mass.value).toBeCloseTo(m + gone.value, 6)
    expect(cup!.lastSip.mass.value).toBeGreaterThan(mix.mass.value + 1)
    expect(cup!.sipAt(0.5).mix.mass.value).toBeCloseTo((mix.mass.value + cup!.lastSip.mass.value) / 2, 6)
    expect(cup!.sipAt(0.5).displaced.value).toBeLessThan(cup!.sipAt(0).displaced.value)
  })
  it('has the water that clings to nuggets in it from the first, and less ice to melt', () => {
    const cupOf = (iceShape: 'cube' | 'nugget') =>
      evaluateRecipe(withServe(newDrink(null, 300), { iceG: 100, iceShape }), context).cup!
    const [cube, nugget] = [cupOf('cube'), cupOf('nugget')]
    expect(nugget.firstSip.mass.value).toBeCloseTo(cube.firstSip.mass.value + 15, 6)
    expect(nugget.displaced.value).toBeCloseTo(cube.displaced.value * 0.85, 1)
    expect(nugget.firstSip.temp.value).toBeLessThan(cube.firstSip.temp.value)
    expect(nugget.lastSip.temp.value).toBeGreaterThanOrEqual(cube.lastSip.temp.value)
  })
  it('of a drink blended with ice is as cold as that, and thinner at the last sip', () => {
    const frozen = recipe(
      [
        take('o', 'orange-juice', 300),
        take('i', 'ice', 200, -10),
        { op: 'blend', in: ['o', 'i'], out: 'out', stuckG: 0 },
      ],
      { kind: 'drink', serve: { ...newDrink(null, 1).serve!, iceG: 0 } },
    )
    const { cup, jug, output } = evaluateRecipe(frozen, context)
    expect(output.iceG).toBeGreaterThan(130)
    expect(cup!.firstSip.temp.value).toBeCloseTo(output.tempC, 9)
    expect(cup!.firstSip.brix.value).toBeCloseTo(jug.brix.value, 9)
    expect(cup!.lastSip.brix.value).toBeLessThan(cup!.firstSip.brix.value - 0.5)
    expect(cup!.lastSip.mass.value).toBeCloseTo(500, 6)
    const thawed = mixed([
      ingredientStream(INGREDIENTS.get('orange-juice')!, 300, 20),
      ingredientStream(INGREDIENTS.get('water')!, 200, 20),
    ])
    expect(massG(thawed)).toBeCloseTo(massG(output), 6)
  })
})

it('a prep is worked out once for all recipes that take it, as long as nothing in it changes', () => {
  const context = shippedContext({ syrup: newSyrup() })
  expect(new Evaluator(context).prep('syrup')).toBe(new Evaluator(context).prep('syrup'))
})

it('an evaluator that is kept follows a change in a prep of a prep, and in an ingredient', () => {
  const docs: Record<string, RecipeDocument> = {
    inner: recipe([
      take('s', 'white-sugar', 100),
      take('w', 'water', 100),
      { op: 'combine', in: ['s', 'w'], out: 'out' },
    ]),
    outer: recipe([takePrep('i', 'inner', 100), { op: 'rest', in: ['i'], out: 'out', minutes: 1 }]),
  }
  const ingredients = new Map(INGREDIENTS)
  const context: RecipeContext = {
    ingredient: (key) => ingredients.get(key),
    prep: (id) => (docs[id] ? { document: docs[id]!, context } : undefined),
  }
  const evaluator = new Evaluator(context)
  const drink = withLayer(newDrink(null, 300), { prep: 'outer' }, { value: 100, unit: 'g' })
  const sugars = () => evaluator.evaluate(drink).jug.sugars.value
  expect(sugars()).toBeCloseTo(49.95, 3)
  docs.inner = recipe([
    take('s', 'white-sugar', 50),
    take('w', 'water', 150),
    { op: 'combine', in: ['s', 'w'], out: 'out' },
  ])
  expect(sugars()).toBeCloseTo(24.975, 3)
  ingredients.set('white-sugar', { ...INGREDIENTS.get('white-sugar')!, composition: { glucose: 50 } })
  expect(sugars()).toBeCloseTo(12.5, 3)
})
