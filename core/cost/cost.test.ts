import { evaluateFigure } from '../figures'
import { evaluateRecipe, newDrink, newSyrup, withLayer, withServe, type RecipeContext } from '../recipe'
import { INGREDIENTS } from '../substances'
import { fruitYield, pressFigures } from '../yield'
import { costPerGram, cupCost, juiceCostPerL, type Price, type PriceBook } from '.'

const context: RecipeContext = { ingredient: (k) => INGREDIENTS.get(k), prep: (id) => (id === 'syrup' ? newSyrup() : undefined) }
const since = '2026-01-01T00:00:00Z'
const prices: Record<string, Price> = {
  lemon: { packPriceEur: 2.4, packG: 1000, since }, 'white-sugar': { packPriceEur: 10, packG: 10000, since }, water: { packPriceEur: 0.02, packG: 10000, since }, ice: { packPriceEur: 2.5, packG: 10000, since },
}
const lemon = INGREDIENTS.get('lemon')!
const press = pressFigures({ takenG: 10000, trimmedG: null, juiceMl: 4000, juiceTyped: 'mL', minutes: 20, fruitCostEur: 24, fruitCostBasis: 'measured', params: { name: 'lemon', when: since } })
const book = (known = prices): PriceBook => ({
  price: (k) => known[k], fruitYield: (k) => (k === 'lemon' ? fruitYield(lemon, [press]) : undefined), fruitOf: (k) => (k === 'lemon-juice' ? 'lemon' : undefined),
  prep: (id) => (id === 'syrup' ? evaluateRecipe(newSyrup(), context) : undefined), labourEurPerH: 12,
})
const drink = withServe(withLayer(withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' }), { prep: 'syrup' }, { value: 60, unit: 'mL' }), { iceG: 100, labourS: 30 })

it('takes fruit through its yield: 2.40 €/kg at 400 mL/kg is 6 €/L', () => expect(juiceCostPerL(book(), 'lemon')!.value).toBeCloseTo(6, 9))
it('takes a prep through its makings: half sugar at 1 €/kg is about 0.5 €/kg', () => expect(costPerGram(book(), { prep: 'syrup' }, new Set())!.value * 1000).toBeCloseTo((1 + 0.002) / 2, 9))

it('adds a cup up by hand', () => {
  const e = evaluateRecipe(drink, context)
  const cost = cupCost(e, drink.serve!, [{ key: 'cup', eachEur: 0.09 }], book())
  const syrupG = e.layers.find((l) => l.key === 'prep:syrup')!.mass.value
  const waterG = e.layers.find((l) => l.fillsUp)!.mass.value
  // lemon 40 mL × 6 €/L, syrup, water, 100 g ice at 0.25 €/kg, cup; 30 s to pour and 40 mL × 5 min/L to press, at 0.20 €/min
  const byHand = 0.04 * 6 + syrupG * 0.000501 + waterG * 0.000002 + 0.025 + 0.09 + (0.5 + 0.04 * 5) * 0.2
  expect(cost.total.value).toBeCloseTo(byHand, 9)
  expect(cost.missing).toEqual([])
  expect(cost.lines.reduce((s, l) => s + l.cost!.value, 0)).toBeCloseTo(cost.total.value, 9)
  expect(evaluateFigure(cost.total)).toBeCloseTo(cost.total.value, 12)
})

it('says which price is missing, and does not call the sum whole', () => {
  const { lemon: _, ...rest } = prices
  const cost = cupCost(evaluateRecipe(drink, context), drink.serve!, [], book(rest))
  expect(cost.missing).toEqual(['lemon'])
  expect(cost.lines.find((l) => l.key === 'lemon-juice')!.cost).toBeNull()
})
