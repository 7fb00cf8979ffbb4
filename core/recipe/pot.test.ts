import { scaleToCups } from '../scale'
import {
  asCup,
  asPot,
  evaluateRecipe,
  fillsUp,
  mlInPot,
  newDrink,
  shippedContext,
  startingDrink,
  volumeOf,
  withAmount,
  withLayer,
  withoutLayer,
  withVolume,
  type RecipeDocument,
} from '.'

const context = shippedContext({})
const evaluate = (doc: RecipeDocument) => evaluateRecipe(doc, context)
const typed = (doc: RecipeDocument) => doc.steps.flatMap((s) => (s.op === 'take' ? [[s.out, s.amount]] : []))

/** 296 mL of lemon juice, 250 g of sugar and 1.13 L of water: a household pot of lemonade, poured at 300 mL. */
function pot(): RecipeDocument {
  const glass = withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 30, unit: 'mL' })
  const sweet = withLayer(glass, { ingredient: 'white-sugar' }, { value: 25, unit: 'g' })
  return [
    ['lemon-juice', { value: 296, unit: 'mL' }],
    ['white-sugar', { value: 250, unit: 'g' }],
    ['water', { value: 1.13, unit: 'L' }],
  ].reduce((doc, [stream, amount]) => withAmount(doc, stream as string, amount as never), asPot(evaluate(sweet)))
}

it('a pot is kept as it was typed, and its cup follows', () => {
  const doc = pot()
  expect(typed(doc)).toEqual([
    ['white-sugar', { value: 250, unit: 'g' }],
    ['lemon-juice', { value: 296, unit: 'mL' }],
    ['water', { value: 1.13, unit: 'L' }],
  ])
  const { pot: made, jug, layers, cup } = evaluate(doc)
  expect([Math.round(made!.volume.value / 100) / 10, Math.round(made!.cups.value * 10) / 10]).toEqual([1.6, 5.3])
  expect(jug.volume.value).toBeCloseTo(300, 6)
  expect(layers.find((l) => l.key === 'white-sugar')!.mass.value).toBeCloseTo(250 / made!.cups.value, 9)
  expect(cup!.firstSip.brix.value).toBeCloseTo(jug.brix.value, 9)
})
it('a smaller cup is another share of the same pot', () => {
  const [big, small] = [evaluate(pot()), evaluate(withVolume(pot(), 150))]
  expect([volumeOf(pot()), small.pot!.volume.value]).toEqual([300, big.pot!.volume.value])
  expect(small.jug.volume.value).toBeCloseTo(150, 6)
  expect(small.jug.brix.value).toBeCloseTo(big.jug.brix.value, 9)
})
it('batches are made of so many cups of it', () => {
  const cup = evaluate(pot())
  const batch = scaleToCups(cup, evaluate, { cups: 40, lossShare: 0, steps: { massStepG: 1, volumeStepMl: 5 } })
  expect(batch.litres.value).toBeCloseTo(12, 6)
  expect(batch.evaluation.pot).toBeNull()
})
it('a cup written for a pot tastes the same, and so does the pot written for a cup', () => {
  for (const start of [startingDrink('lemonade', null, 300), startingDrink('fresh-juice', null, 250)]) {
    const [cup, big] = [evaluate(start), evaluate(asPot(evaluate(start)))]
    expect(big.pot!.cups.value).toBeCloseTo(10, 2)
    // The filler was put down in whole mL.
    expect(big.jug.brix.value).toBeCloseTo(cup.jug.brix.value, 2)
    const back = asCup(big)
    expect([fillsUp(back), volumeOf(back), back.pot]).toEqual([
      fillsUp(start),
      expect.closeTo(volumeOf(start), 6),
      undefined,
    ])
    expect(evaluate(back).jug.brix.value).toBeCloseTo(big.jug.brix.value, 6)
  }
})
it('a layer is added before the last, and the only one stays', () => {
  const two = withLayer(asPot(evaluate(newDrink(null, 300))), { ingredient: 'lemon-juice' }, { value: 1, unit: 'cup' })
  const order = (doc: RecipeDocument) => evaluate(doc).layers.map((l) => l.stream)
  expect(order(two)).toEqual(['lemon-juice', 'water'])
  expect(order(withoutLayer(two, 'water'))).toEqual(['lemon-juice'])
  expect(order(withoutLayer(withoutLayer(two, 'water'), 'lemon-juice'))).toEqual(['lemon-juice'])
})
it('an edge dragged on the cup moves the layer of the pot, the others stay as typed', () => {
  const cup = evaluate(pot())
  const sugar = cup.layers.find((l) => l.key === 'lemon-juice')!
  const ml = mlInPot(cup, sugar, 80)!
  const moved = evaluate(withAmount(pot(), 'lemon-juice', { value: ml, unit: 'mL' }))
  expect(moved.layers.find((l) => l.key === 'lemon-juice')!.volume.value).toBeCloseTo(80, 0)
  expect(typed(withAmount(pot(), 'lemon-juice', { value: ml, unit: 'mL' }))[0]).toEqual(typed(pot())[0])
  expect([mlInPot(cup, sugar, cup.sumOfLayers.value), mlInPot(evaluate(newDrink(null, 300)), sugar, 1)]).toEqual([
    undefined,
    undefined,
  ])
})
it.each([
  ['pot-empty', () => withAmount(asPot(evaluate(newDrink(null, 300))), 'water', { value: 0, unit: 'mL' })],
  ['volume-not-positive', () => withVolume(pot(), 0)],
])('%s', (code, doc) => expect(() => evaluate(doc())).toThrow(expect.objectContaining({ code })))
