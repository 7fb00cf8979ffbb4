import { Evaluator, newSyrup, shippedContext, startingDrink, type RecipeContext, type RecipeDocument } from '../recipe'
import { addableOf, potAfter, potAsRead, stepFor } from '.'

const context = shippedContext()
const evaluation = (doc: RecipeDocument) => new Evaluator(context).evaluate(doc)
const gram = (key: string) => addableOf({ ingredient: key }, context, 20)!
const syrup = newSyrup()
/** A prep that takes itself. */
const round: RecipeDocument = {
  ...syrup,
  steps: syrup.steps.map((s) => (s.op === 'take' && s.out === 'sugar' ? { ...s, item: { prep: 'round' } } : s)),
}
const sources = new Map(Object.entries({ syrup, round }).map(([id, document]) => [id, { document, context }]))
const withPreps: RecipeContext = { ...context, prep: (id) => (id === 'new' ? 'unsigned' : sources.get(id)) }
sources.get('round')!.context = withPreps

describe('what may be added', () => {
  it('is a gram of what there is; of what nobody knows, and of what cannot be made, there is none', () => {
    expect(gram('white-sugar').shares.sugars.value).toBeGreaterThan(0.99)
    expect(gram('water').mlPerG).toBeCloseTo(1.0018, 3)
    expect(addableOf({ ingredient: 'nothing-of-that-name' }, context, 20)).toBeUndefined()
    expect(addableOf({ prep: 'nobody' }, withPreps, 20)).toBeUndefined()
    expect(addableOf({ prep: 'new' }, withPreps, 20)).toBeUndefined()
    expect(addableOf({ prep: 'round' }, withPreps, 20)).toBeUndefined()
  })
  it('of a prep is what a gram of it is: as much sugar as water', () => {
    const of = addableOf({ prep: 'syrup' }, withPreps, 20)!
    expect(of.key).toBe('prep:syrup')
    expect(of.shares.sugars.value).toBeCloseTo(0.5, 3)
    // ICUMSA: 50 °Bx weighs 1.2296 at 20 °C (memory).
    expect(1 / of.mlPerG).toBeCloseTo(1.2296, 2)
  })
  it.each([
    ['citric-acid', 20_000, 0.5],
    ['citric-acid', 20_001, 1],
    ['white-sugar', 5000, 1],
    ['white-sugar', 5001, 5],
    ['white-sugar', 20_000, 5],
    ['white-sugar', 20_001, 10],
    // Juice is sour, and no dry acid.
    ['lemon-juice', 5000, 1],
  ])('%s for %d mL is weighed in steps of %d g', (key, potMl, stepG) => {
    expect(stepFor(potMl, gram(key))).toBe(stepG)
  })
})

describe('a pot as it is read', () => {
  const lemonade = evaluation(startingDrink('lemonade', null, 300))
  it('is so many mL of the drink, and reads what was read', () => {
    const pot = potAsRead(lemonade, 4000, { brix: 9.5 })
    expect(pot.mix.brix.value).toBeCloseTo(9.5, 6)
    expect(pot.mix.mass.value).toBeCloseTo((4000 / lemonade.jug.volume.value) * lemonade.jug.mass.value, 6)
  })
  it.each([0, -1, NaN])('of %d mL there is none', (potMl) => {
    expect(() => potAsRead(lemonade, potMl, {})).toThrow('pot-empty')
  })
  it('after additions has all of both, and without any is the same pot', () => {
    const pot = potAsRead(lemonade, 4000, {})
    const from = [gram('white-sugar'), gram('water')]
    const after = potAfter(
      pot,
      [
        { key: 'white-sugar', massG: 100 },
        { key: 'water', massG: 300 },
      ],
      from,
    )
    expect(after.mix.mass.value - pot.mix.mass.value).toBeCloseTo(400, 6)
    expect(after.mix.sugars.value - pot.mix.sugars.value).toBeCloseTo(gram('white-sugar').shares.sugars.value * 100, 6)
    expect(after.mix.acid.value).toBeCloseTo(pot.mix.acid.value, 9)
    const nothing = [
      { key: 'white-sugar', massG: 0 },
      { key: 'not-there', massG: 50 },
    ]
    expect(potAfter(pot, nothing, from)).toBe(pot)
  })
})
