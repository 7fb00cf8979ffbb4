import { evaluateRecipe, shippedContext, startingDrink } from '../recipe'
import { netPrice, perLitreOf, savedPerCup, taxLimit } from '.'

const drink = evaluateRecipe(startingDrink('lemonade', null, 300), shippedContext())

describe('what a cup saves', () => {
  it('is by the grams of it that are in a cup', () => {
    const g = drink.bill.ingredients.get('white-sugar')!
    // By hand: from 3 to 2 for a litre, of g grams at 0.8 g in a mL.
    expect(savedPerCup(drink, 'white-sugar', 3, 2, 0.8)).toBeCloseTo(g / 800, 9)
    expect(savedPerCup(drink, 'white-sugar', 2, 3, 0.8)).toBeCloseTo(-g / 800, 9)
    expect(savedPerCup(drink, 'papaya', 2, 3, 1)).toBeNull()
  })
  it('a litre costs what its lot did', () => {
    expect(perLitreOf({ cost: 6, amount: 3000, unit: 'mL' }, 1.04)).toBeCloseTo(2, 9)
    expect(perLitreOf({ cost: 6, amount: 3000, unit: 'g' }, 1.04)).toBeCloseTo(2.08, 9)
    expect(perLitreOf({ cost: null, amount: 3000, unit: 'g' }, 1)).toBeNull()
    expect(perLitreOf({ cost: 6, amount: 0, unit: 'g' }, 1)).toBeNull()
    expect(perLitreOf({ cost: 6, amount: 12, unit: 'pieces' }, 1)).toBeNull()
  })
})

describe('a tax', () => {
  it('is from none to as much as the price, and nothing else', () => {
    expect([0, 0.2, 1].map(taxLimit)).toEqual([null, null, null])
    expect(taxLimit(-0.01)!.numbers).toEqual({ percent: -1, most: 100 })
    expect(taxLimit(NaN)!.code).toBe('tax-out-of-range')
    expect(() => netPrice(3, 1.2)).toThrow(expect.objectContaining({ numbers: { percent: 120, most: 100 } }))
  })
})
