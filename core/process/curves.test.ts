import { boilingCurve, CATALOGUE, coolingCurve, EXAMPLES, ingredientStream, mixed } from '.'
import { INGREDIENTS } from '../substances'

const stream = (key: string, g: number, tempC: number) => ingredientStream(INGREDIENTS.get(key)!, g, tempC)
const syrup = (tempC: number) => mixed([stream('white-sugar', 1000, tempC), stream('water', 1000, tempC)])

describe('cooling, drawn', () => {
  const cooled = (fromC: number, toC: number, place: 'bench' | 'ice-bath' | 'fridge' = 'ice-bath') =>
    coolingCurve(CATALOGUE.cool.run([syrup(fromC)], { place, toC }))
  it('begins and ends where the step does, and falls', () => {
    const { points } = cooled(90, 5)
    expect(points[0]!.value).toBeCloseTo(90, 9)
    expect(points.at(-1)!.value).toBeCloseTo(5, 6)
    for (const [i, p] of points.slice(1).entries()) expect(p.value).toBeLessThan(points[i]!.value)
  })
  it('two stages from 57 °C on: two hours to 21, six in all to 5 (FDA Food Code 3-501.14, memory)', () => {
    const { allowed, points } = cooled(90, 5)
    const start = allowed[0]!.min
    const at57 = points.findIndex((p) => p.value <= 57)
    expect(start).toBeGreaterThan(points[at57 - 1]!.min)
    expect(start).toBeLessThanOrEqual(points[at57]!.min)
    expect(allowed.map((p) => [Math.round(p.min - start), p.value])).toEqual([
      [0, 57],
      [120, 57],
      [120, 21],
      [360, 21],
      [360, 5],
    ])
  })
  it('what was never so hot has four hours, and what is cold has no limit', () => {
    expect(cooled(40, 5).allowed.map((p) => [p.min, p.value])).toEqual([
      [0, 40],
      [240, 40],
      [240, 5],
    ])
    expect(cooled(4, 3).allowed).toEqual([])
  })
})

it('boiling down, drawn: from when it boils to what the step says', () => {
  const params = { ...EXAMPLES.reduce.params, by: 'brix' as const, target: 65 }
  const inputs = [syrup(20)]
  const done = CATALOGUE.reduce.run(inputs, params)
  const points = boilingCurve(inputs, done)
  expect(points.at(-1)!.min).toBeCloseTo(done.waitMin, 9)
  expect(points.at(-1)!.brix).toBeCloseTo(65, 1)
  expect(points[0]!.min).toBeGreaterThan(0)
  for (const [i, p] of points.slice(1).entries()) {
    expect(p.brix).toBeGreaterThan(points[i]!.brix)
    expect(p.volumeMl).toBeLessThan(points[i]!.volumeMl)
  }
})
