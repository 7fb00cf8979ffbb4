import fc from 'fast-check'
import { cupCost, type PriceBook } from '../cost'
import { difference, evaluateFigure, factor, given, product, quotient, sum, call, type Figure } from '../figures'
import {
  evaluateRecipe,
  fillsUp,
  finalStep,
  itemKey,
  itemsOf,
  newDrink,
  newSyrup,
  shippedContext,
  volumeOf,
  withAmount,
  withLayer,
  withoutLayer,
  withServe,
  withVolume,
  type RecipeDocument,
} from '.'

const context = shippedContext({ syrup: newSyrup() })
const lemon = { ingredient: 'lemon-juice' }
const layersOf = (doc: RecipeDocument): string[] => (finalStep(doc) as { in: string[] }).in

describe('a drink under the hand', () => {
  it('starts as a glass of what fills up', () => {
    const doc = newDrink('cup', 300)
    expect([fillsUp(doc), layersOf(doc), doc.serve!.cupId]).toEqual(['water', ['water'], 'cup'])
    expect(evaluateRecipe(doc, context).jug.volume.value).toBeCloseTo(300, 4)
  })
  it('can be all juice: another layer fills up', () => {
    const doc = withLayer(newDrink(null, 250, 'apple-juice'), lemon, { value: 10, unit: 'mL' })
    const e = evaluateRecipe(doc, context)
    expect([fillsUp(doc), e.layers.find((l) => l.fillsUp)!.key]).toEqual(['apple-juice', 'apple-juice'])
    expect(e.jug.volume.value).toBeCloseTo(250, 4)
  })
  it('has its volume, which a prep has not, and another one where that is said', () => {
    expect([volumeOf(newDrink(null, 250)), volumeOf(newSyrup()), newSyrup().kind]).toEqual([250, 0, 'prep'])
    const doc = withLayer(newDrink(null, 250), lemon, { value: 10, unit: 'mL' })
    expect(doc.kind).toBe('drink')
    expect(volumeOf(withVolume(doc, 300))).toBe(300)
    // What another step makes up stays as it is, and so does every other layer.
    const made = { op: 'makeUp' as const, in: ['lemon-juice'], out: 'base', toVolumeMl: 20 }
    const two = withVolume({ ...doc, steps: [made, ...doc.steps] }, 300)
    expect(two.steps[0]).toBe(made)
    const less = withAmount(doc, 'lemon-juice', { value: 5, unit: 'g' })
    expect(less.steps.flatMap((s) => (s.op === 'take' ? [s.amount.value] : []))).toEqual([5, 250])
  })
  it('names what is taken again by number, and preps by their name', () => {
    const ml = { value: 1, unit: 'mL' } as const
    const often = [lemon, lemon, lemon, { prep: 'syrup' }].reduce((doc, i) => withLayer(doc, i, ml), newDrink(null, 90))
    expect(layersOf(often)).toEqual(['lemon-juice', 'lemon-juice-2', 'lemon-juice-3', 'prep-syrup', 'water'])
  })
  it('takes a layer twice under two names', () => {
    const doc = withLayer(withLayer(newDrink(null, 300), lemon, { value: 10, unit: 'mL' }), lemon, {
      value: 20,
      unit: 'mL',
    })
    expect(layersOf(doc)).toEqual(['lemon-juice', 'lemon-juice-2', 'water'])
    expect(
      itemsOf(doc)
        .map(itemKey)
        .filter((k) => k === 'lemon-juice'),
    ).toHaveLength(2)
    const one = evaluateRecipe(withLayer(newDrink(null, 300), lemon, { value: 30, unit: 'mL' }), context)
    expect(evaluateRecipe(doc, context).jug.brix.value).toBeCloseTo(one.jug.brix.value, 9)
  })
  it('gives a layer back exactly: added and taken out, it is the drink it was', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('lemon-juice', 'honey', 'white-sugar', 'orange-juice'),
        fc.double({ min: 0.1, max: 90, noNaN: true }),
        (ingredient, ml) => {
          const doc = withLayer(newDrink(null, 300), { prep: 'syrup' }, { value: 40, unit: 'mL' })
          const with1 = withLayer(doc, { ingredient }, { value: ml, unit: 'mL' })
          expect(withoutLayer(with1, ingredient)).toEqual(doc)
        },
      ),
    )
  })
  it('keeps what fills up, and what is not there', () => {
    const doc = newDrink(null, 300)
    expect(withoutLayer(doc, 'water')).toBe(doc)
    expect(withoutLayer(doc, 'gone')).toBe(doc)
    expect(withAmount(doc, 'gone', { value: 9, unit: 'mL' })).toEqual(doc)
  })
  it('is never changed in place', () => {
    const doc = Object.freeze(withLayer(newDrink(null, 300), lemon, { value: 10, unit: 'mL' }))
    const before = JSON.stringify(doc)
    withAmount(doc, 'lemon-juice', { value: 99, unit: 'g' })
    withVolume(doc, 10)
    withServe(doc, { iceG: 0 })
    withLayer(doc, { ingredient: 'honey' }, { value: 1, unit: 'g' })
    withoutLayer(doc, 'lemon-juice')
    expect(JSON.stringify(doc)).toBe(before)
  })
  it('reads cups and ounces as what they are', () => {
    const at = (value: number, unit: 'mL' | 'fl oz' | 'g' | 'oz') =>
      evaluateRecipe(withLayer(newDrink(null, 400), lemon, { value, unit }), context).layers[0]!
    // NIST Handbook 44 (memory): a US fluid ounce is 29.5735 mL, an ounce 28.3495 g
    expect(at(1, 'fl oz').volume.value).toBeCloseTo(at(29.5735, 'mL').volume.value, 3)
    expect(at(1, 'oz').mass.value).toBeCloseTo(at(28.3495, 'g').mass.value, 3)
  })
  it('serves with what is said, and the usual for the rest', () => {
    const serve = withServe({ ...newDrink(null, 300), serve: undefined }, { iceG: 120 }).serve!
    expect([serve.iceG, serve.pouredTempC, serve.garnish]).toEqual([120, 5, []])
  })
})

describe('figures', () => {
  const [two, three] = [given('a', 2, 'g', 'measured'), given('b', 3, 'g', 'default')]
  it.each<[string, Figure, number]>([
    ['sum', sum('s', 'g', [two, three]), 5],
    ['difference', difference('d', 'g', three, two), 1],
    ['product', product('p', 'g', [two, three, factor(10)]), 60],
    ['quotient', quotient('q', '1', three, two), 1.5],
    ['call', call('c', 'g', 'at-least-zero', [difference('d', 'g', two, three)]), 0],
    ['an empty sum', sum('none', 'g', []), 0],
  ])('%s is worked out when it is made, and again from its leaves', (_, figure, value) => {
    expect(figure.value).toBe(value)
    expect(evaluateFigure(figure)).toBe(value)
  })
  it('are measured only where everything in them was', () => {
    expect(sum('s', 'g', [two, two]).basis).toBe('measured')
    expect(sum('s', 'g', [two, three]).basis).toBe('estimated')
    expect(product('p', 'g', [two, factor(1000)]).basis).toBe('measured')
  })
  it('hold for any tree', () => {
    const leaf = fc.double({ min: -1e3, max: 1e3, noNaN: true }).map((v) => given('x', v, 'g', 'measured'))
    const { tree } = fc.letrec<{ tree: Figure }>((tie) => ({
      tree: fc.oneof(
        { maxDepth: 4 },
        leaf,
        fc.array(tie('tree'), { maxLength: 3 }).map((a) => sum('s', 'g', a)),
        fc.tuple(tie('tree'), tie('tree')).map(([a, b]) => difference('d', 'g', a, b)),
        fc.array(tie('tree'), { maxLength: 3 }).map((a) => product('p', 'g', a)),
      ),
    }))
    fc.assert(fc.property(tree, (figure) => expect(evaluateFigure(figure)).toBe(figure.value)))
  })
})

describe('what a cup costs', () => {
  const book: PriceBook = {
    price: (key) => (key === 'lemon-juice' ? undefined : { packPrice: 2, packG: 1000, since: '2026-01-01' }),
    fruitYield: () => undefined,
    baseOf: () => undefined,
    fruitOf: () => undefined,
    labourPerH: 12,
    prepMade: () => undefined,
    kwhPrice: { electricity: 0.3, gas: null },
  }
  const drink = withLayer(newDrink(null, 300), { prep: 'syrup' }, { value: 60, unit: 'mL' })
  const costOf = (doc: RecipeDocument) =>
    cupCost(evaluateRecipe(doc, context), doc.serve!, [{ key: 'cup', eachPrice: 0.1 }], book)

  it('grows with the drink, its ice, its garnish and its minutes, and with nothing else', () => {
    const base = costOf(drink).known.value
    for (const more of [
      withVolume(drink, 350),
      withServe(drink, { iceG: 150 }),
      withServe(drink, { labourS: 60 }),
      withServe(drink, { garnish: [{ ingredient: 'mint', massG: 2 }] }),
    ])
      expect(costOf(more).known.value).toBeGreaterThan(base)
    expect(costOf(withServe(drink, { pouredTempC: 2 })).known.value).toBeCloseTo(base, 12)
  })
  it('is the sum of its lines, whatever is missing', () => {
    const cost = costOf(withLayer(drink, { ingredient: 'lemon-juice' }, { value: 30, unit: 'mL' }))
    expect(cost.lines.filter((l) => l.cost === null).map((l) => l.key)).toEqual(['lemon-juice'])
    expect(cost.total).toBeNull()
    expect(cost.known.value).toBeCloseTo(
      cost.lines.reduce((s, l) => s + (l.cost?.value ?? 0), 0),
      12,
    )
    expect(evaluateFigure(cost.known)).toBeCloseTo(cost.known.value, 12)
  })
  it('of half a minute at 12 € an hour is 0.10 €', () => {
    const labour = costOf(withServe(drink, { labourS: 30 })).lines.find((l) => l.kind === 'labour')!
    expect(labour.cost!.value).toBeCloseTo(0.1, 12)
  })
})
