import {
  evaluateRecipe,
  FAMILIES,
  isOnlyWater,
  newDrink,
  shippedContext,
  startingDrink,
  USUAL_ZONE,
  withLayer,
} from '.'

describe('a plain drink to begin with', () => {
  const within = ([low, high]: readonly [number, number], value: number): boolean => value >= low && value <= high
  for (const family of FAMILIES)
    it.each([150, 300, 473])(`${family} of %d mL is where such drinks are`, (volumeMl) => {
      const { jug, flags, layers } = evaluateRecipe(startingDrink(family, null, volumeMl), shippedContext({}))
      const zone = USUAL_ZONE[family]
      expect([jug.brix.value, within(zone.brix, jug.brix.value)]).toEqual([expect.any(Number), true])
      expect([jug.ratio!.value, within(zone.ratio, jug.ratio!.value)]).toEqual([expect.any(Number), true])
      expect(jug.volume.value).toBeCloseTo(volumeMl, 6)
      expect([flags, layers.some((l) => l.fillsUp)]).toEqual([[], true])
    })
})

it('water alone is no drink of anybody’s', () => {
  const water = newDrink(null, 300)
  expect([isOnlyWater(water), isOnlyWater(newDrink(null, 300, 'sparkling-water'))]).toEqual([true, true])
  expect(isOnlyWater(withLayer(water, { ingredient: 'lemon-juice' }, { value: 1, unit: 'mL' }))).toBe(false)
  expect(isOnlyWater(withLayer(water, { prep: 'x' }, { value: 1, unit: 'mL' }))).toBe(false)
})
