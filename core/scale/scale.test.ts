import fc from 'fast-check'
import { given } from '../figures'
import { evaluateRecipe, newDrink, newSyrup, withLayer, withServe, type RecipeContext } from '../recipe'
import { INGREDIENTS } from '../substances'
import { fruitYield } from '../yield'
import { fruitToBuy, type BuyContext } from '../buy'
import { predictYield, yieldQuantile } from '../yield/prediction'
import { fitVessel, HEADSPACE_SHARE, prepAmounts, scaleToCups } from '.'

const context: RecipeContext = { ingredient: (k) => INGREDIENTS.get(k), prep: () => newSyrup() }
const drink = withServe(withLayer(withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' }), { prep: 'syrup' }, { value: 60, unit: 'mL' }), { garnish: [{ ingredient: 'lemon', massG: 10 }] })
const e = evaluateRecipe(drink, context)
const steps = { massStepG: 1, volumeStepMl: 5 }
const batchOf = (cups: number, lossShare = 0) => scaleToCups(e, { cups, lossShare, steps })

it('64 cups of 300 mL and 3 % lost are 19.776 L', () => {
  const batch = batchOf(64, 0.03)
  expect(batch.litres.value).toBeCloseTo(64 * 0.3 * 1.03, 6)
  const lemon = batch.rows.find((r) => r.layer.key === 'lemon-juice')!
  expect(lemon.exact.value).toBeCloseTo(40 * 64 * 1.03, 6)
  expect(lemon.rounded.value % 5).toBe(0)
  expect(Math.abs(batch.brixShift.value)).toBeLessThan(0.05)
})
it('scaling by k scales every amount by k and leaves Brix', () => {
  fc.assert(fc.property(fc.integer({ min: 1, max: 500 }), (k) => {
    const [one, many] = [batchOf(1), batchOf(k)]
    many.rows.forEach((r, i) => expect(r.exact.value).toBeCloseTo(one.rows[i]!.exact.value * k, 6))
    expect(many.jug.brix.value).toBe(one.jug.brix.value)
  }))
})
it('a coarse jug shifts Brix, and says so', () => {
  const coarse = scaleToCups(e, { cups: 1, lossShare: 0, steps: { massStepG: 50, volumeStepMl: 50 } })
  expect(Math.abs(coarse.brixShift.value)).toBeGreaterThan(1)
})
it('a prep opens into its makings', () => {
  const batch = batchOf(10)
  const row = batch.rows.find((r) => r.layer.key === 'prep:syrup')!
  const parts = prepAmounts(row.layer, batch, evaluateRecipe(newSyrup(), context))
  expect(parts.reduce((s, p) => s + p.massG.value, 0)).toBeCloseTo(row.layer.mass.value * 10, 6)
})

describe('vessels', () => {
  const vessels = [{ id: 'a', name: '6 L', capacityMl: 6000 }, { id: 'b', name: '15 L', capacityMl: 15000 }]
  const fit = (ml: number) => fitVessel(given('batch-volume', ml, 'mL', 'estimated'), vessels)!
  it.each([[5000, '6 L', 1], [6000, '15 L', 1], [13800, '15 L', 1], [13900, '15 L', 2], [60000, '15 L', 5]])('%d mL go into %s, %d times', (ml, name, batches) => {
    expect(fit(ml).vessel.name).toBe(name)
    expect(fit(ml).batches.value).toBe(batches)
    expect(fit(ml).fillMl.value).toBeLessThanOrEqual(fit(ml).vessel.capacityMl * (1 - HEADSPACE_SHARE) + 1e-9)
  })
  it('no vessel, no answer', () => expect(fitVessel(given('batch-volume', 1, 'mL', 'estimated'), [])).toBeNull())
})

describe('buying', () => {
  const onHand = (fruitG: number, juiceMl: number): BuyContext => ({
    fruitOf: (k) => (k === 'lemon-juice' ? 'lemon' : undefined), fruitYield: () => fruitYield(INGREDIENTS.get('lemon')!, []), prep: () => evaluateRecipe(newSyrup(), context),
    onHandG: (k) => (k === 'lemon' ? fruitG : 0), onHandMl: () => juiceMl, chance: 0.8,
  })
  const buy = (fruitG: number, juiceMl: number) => fruitToBuy([{ batch: batchOf(100), serve: drink.serve! }], onHand(fruitG, juiceMl))[0]!
  it('litres through the yield, garnish on top, less what is there, up to the step', () => {
    // 4000 mL ÷ the mL/kg that four lots in five give + 100 × 10 g of garnish
    const perKg = yieldQuantile(predictYield(fruitYield(INGREDIENTS.get('lemon')!, []).handbook.value, []), 0.2)
    expect(buy(0, 0).neededKg.value).toBeCloseTo(4000 / perKg + 1, 9)
    expect(buy(0, 0).buyKg.value).toBe(Math.ceil((4000 / perKg + 1) * 10) / 10)
    expect(buy(2000, 1000).neededKg.value).toBeCloseTo(3000 / perKg + 1, 9)
    expect(buy(2000, 1000).buyKg.value).toBe(Math.ceil((3000 / perKg - 1) * 10 - 1e-9) / 10)
  })
  it('juice that goes into a prep is bought too, and litres that no drink asks for', () => {
    const cordial = withLayer(newSyrup(), { ingredient: 'lemon-juice' }, { value: 50, unit: 'g' })
    const made = evaluateRecipe(cordial, context)
    const withCordial: RecipeContext = { ingredient: context.ingredient, prep: () => cordial }
    const plain = withLayer(newDrink(null, 300), { prep: 'cordial' }, { value: 60, unit: 'g' })
    const batch = scaleToCups(evaluateRecipe(plain, withCordial), { cups: 100, lossShare: 0, steps })
    const ask = { ...onHand(0, 0), prep: () => made }
    const juice = made.layers.find((l) => l.key === 'lemon-juice')!
    const needed = fruitToBuy([{ batch, serve: { ...drink.serve!, garnish: [] } }], ask)[0]!
    // 60 g of cordial a cup, of which juice is its share by mass, poured by its density.
    const juiceMl = 6000 * (juice.mass.value / made.jug.mass.value) * (juice.volume.value / juice.mass.value)
    expect(needed.juiceMl.value).toBeCloseTo(juiceMl, 6)
    const more = fruitToBuy([{ batch, serve: { ...drink.serve!, garnish: [] } }], ask, [{ juice: 'lemon-juice', litres: 3 }])
    expect(more.map((f) => [f.fruit, f.juiceMl.value])).toEqual([['lemon', expect.closeTo(juiceMl + 3000, 6)]])
  })
  it('the surer it is to be, the more is bought', () => {
    const kg = [0.5, 0.8, 0.9, 0.95, 0.99].map((chance) => fruitToBuy([{ batch: batchOf(100), serve: drink.serve! }], { ...onHand(0, 0), chance })[0]!.neededKg.value)
    expect([...kg].sort((a, b) => a - b)).toEqual(kg)
    expect(new Set(kg).size).toBe(5)
  })
  it('buys nothing where there is enough', () => expect(buy(50000, 0).buyKg.value).toBe(0))
})
