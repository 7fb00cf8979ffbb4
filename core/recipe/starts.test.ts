import { evaluateRecipe, FAMILIES, shippedContext, startingDrink, USUAL_ZONE } from '.'

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
