import { evaluateRecipe, shippedContext, startingDrink } from '../recipe'
import { perLitreOf, savedPerCup } from '.'

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
