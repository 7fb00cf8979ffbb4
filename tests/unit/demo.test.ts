import { HABITS, YIELD_TIMES } from '../../server/db/demo/weeks'
import { FACTS, INGREDIENTS } from '../../core/substances'

// The demo is invented, and yet its fruit is fruit: held against published shares as purchased (USDA Agriculture
// Handbook 102 and Food Buying Guide, memory), ±0.08.
const habit = (fruit: string) => HABITS.find((h) => h.fruit === fruit)!
it.each([
  ['lemon', 0.43, 0.43],
  ['lime', 0.47, 0.47],
])('%s gives its juice', (fruit, low, high) => {
  const share = INGREDIENTS.get(fruit)!.fruit!.handbook.juiceShare * YIELD_TIMES[fruit]!
  expect(share).toBeGreaterThan(low - 0.08)
  expect(share).toBeLessThan(high + 0.08)
})
it.each([
  ['watermelon', 0.46, 0.61],
  ['carrot', 0.7, 0.7],
])('%s keeps its edible share', (fruit, low, high) => {
  const edible = 1 - habit(fruit).trimShare!
  expect(edible).toBeGreaterThan(low - 0.08)
  expect(edible).toBeLessThan(high + 0.08)
})
// Unit weights: USDA FoodData Central (memory); bought pieces differ by size, not by half
it.each(HABITS.filter((h) => h.pieceG).map((h) => [h.fruit, h.pieceG!]))(
  'a piece of %s weighs what one weighs',
  (fruit, grams) => expect(Math.abs(grams / FACTS[fruit]!.unitG![0] - 1)).toBeLessThan(0.3),
)
