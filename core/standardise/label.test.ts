import { evaluateRecipe, shippedContext } from '../recipe'
import { massG } from '../process'
import { loadSolver, type Solver } from '../solve'
import { INDEX, INGREDIENTS } from '../substances'
import { bottleInGrams, labelFault, labelOf, matchLabel, type Label } from '.'

let solve: Solver
beforeAll(async () => {
  solve = await loadSolver()
})
const of = (...keys: string[]) => keys.map((k) => INGREDIENTS.get(k)!)

/** USDA FoodData Central (memory): sweetened condensed milk, per 100 g 54 g of sugars, 8.7 of fat, 7.9 of protein. */
const CAN: Label = { servingG: 100, sugarsG: 54, fatG: 8.7, proteinG: 7.9, netG: 397 }

it('a can of sweet milk is milk and sugar boiled down, as its label says', () => {
  const match = matchLabel(CAN, of('whole-milk', 'white-sugar', 'water'), solve)!
  expect(match.off).toEqual([])
  const grams = new Map(match.takesG.map((t) => [t.key, t.massG]))
  // Common practice: 4 cups of milk, 976 g, and 180 g of sugar; two thirds of it go.
  expect([grams.get('whole-milk')! > 900, grams.get('whole-milk')! < 1100]).toEqual([true, true])
  expect([grams.get('white-sugar')! > 155, grams.get('white-sugar')! < 190]).toEqual([true, true])
  expect(match.boiledG / (397 + match.boiledG)).toBeGreaterThan(0.6)
  // And what the steps make of it has what the label says, within a tenth.
  const { output } = evaluateRecipe(match.document, shippedContext({}))
  const percent = (name: 'fat' | 'protein') => (100 * output.amountsG[INDEX[name]]!) / massG(output)
  expect(massG(output)).toBeCloseTo(397, 1)
  expect([Math.abs(percent('fat') / 8.7 - 1) < 0.1, Math.abs(percent('protein') / 7.9 - 1) < 0.1]).toEqual([true, true])
})
it('the same of a serving and of the whole', () => {
  const spoon = { servingG: 38, sugarsG: 54 * 0.38, fatG: 8.7 * 0.38, proteinG: 7.9 * 0.38, netG: 397 }
  const [a, b] = [CAN, spoon].map((l) => matchLabel(l, of('whole-milk', 'white-sugar'), solve)!)
  // Half a gram of a spoon is more than of a hundred: fat and protein weigh a little otherwise against each other.
  expect(Math.abs(b!.takesG[0]!.massG / a!.takesG[0]!.massG - 1)).toBeLessThan(0.1)
})
it('a syrup is stirred, not boiled', () => {
  const match = matchLabel(
    { servingG: 100, sugarsG: 50, fatG: 0, proteinG: 0, netG: 1000 },
    of('white-sugar', 'water'),
    solve,
  )!
  expect([match.boiledG, match.off, match.document.steps.at(-1)!.op]).toEqual([0, [], 'dissolve'])
  expect(match.madePercent.sugars).toBeCloseTo(50, 0)
})
it('what cannot match is said with the reason', () => {
  const off = (label: Partial<Label>, ...keys: string[]) =>
    matchLabel({ ...CAN, ...label }, of(...keys), solve)!.off.map((o) => [o.nutrient, o.why])
  expect(off({}, 'white-sugar', 'water')).toEqual(expect.arrayContaining([['fat', 'none-has-it']]))
  expect(off({ fatG: 0, proteinG: 12 }, 'whole-milk', 'white-sugar', 'water').length).toBeGreaterThan(0)
  expect(matchLabel(CAN, [], solve)).toBeNull()
})
it.each([
  [{ servingG: 0 }, 'label-not-positive', 'servingG'],
  [{ netG: NaN }, 'label-not-positive', 'netG'],
  [{ fatG: -1 }, 'label-negative', 'fatG'],
  [{ sugarsG: 90 }, 'label-over-serving', 'servingG'],
])('%j cannot be a label', (over, code, field) => expect(labelFault({ ...CAN, ...over })).toEqual({ code, field }))
it('a sound label has no fault', () => expect(labelFault(CAN)).toBeNull())

describe('a bottle states mL', () => {
  const facts = { sugarsG: 0, fatG: 0, proteinG: 0 }
  it('water weighs what it measures at 20 °C (CRC: 0.9982 g/mL)', () =>
    expect(bottleInGrams({ ...facts, servingMl: 100, netMl: 1000 })).toMatchObject({
      servingG: expect.closeTo(99.82, 1) as number,
      netG: expect.closeTo(998.2, 0) as number,
    }))
  it('a syrup of 65 g of sugar in 100 mL is some 52 °Bx, which weighs 1.24 g/mL (ICUMSA tables, memory)', () => {
    const { servingG, netG } = bottleInGrams({ ...facts, sugarsG: 65, servingMl: 100, netMl: 700 })!
    expect(servingG / 100).toBeCloseTo(1.24, 1)
    expect(netG).toBeCloseTo(7 * servingG, 6)
    expect(65 / servingG).toBeCloseTo(0.524, 2)
  })
  it('as it is read: by its unit, and what is wrong by its field', () => {
    const stated = { ...facts, sugarsG: 120, serving: 100, net: 500 }
    expect(labelOf({ ...stated, unit: 'g' })).toEqual({ code: 'label-over-serving', field: 'serving' })
    // Of 100 mL of a thick syrup 120 g can well be sugar.
    expect(labelOf({ ...stated, unit: 'mL' })).toMatchObject({ sugarsG: 120 })
    expect(labelOf({ ...stated, sugarsG: 190, unit: 'mL' })).toEqual({ code: 'label-over-serving', field: 'serving' })
    expect(labelOf({ ...stated, net: 0, unit: 'mL' })).toEqual({ code: 'label-not-positive', field: 'net' })
    expect(labelOf({ ...stated, fatG: -1, unit: 'g' })).toEqual({ code: 'label-negative', field: 'fatG' })
    expect(labelOf({ ...stated, sugarsG: 20, unit: 'g' })).toEqual({ ...facts, sugarsG: 20, servingG: 100, netG: 500 })
  })
  it('more than fits into the serving is none', () => {
    expect(bottleInGrams({ ...facts, sugarsG: 190, servingMl: 100, netMl: 700 })).toBeNull()
    expect(bottleInGrams({ ...facts, servingMl: 0, netMl: 700 })).toBeNull()
  })
})
