import fc from 'fast-check'
import {
  evaluateRecipe,
  newDrink,
  newSyrup,
  shippedContext,
  withLayer,
  withServe,
  type RecipeContext,
  type RecipeDocument,
} from '../recipe'
import { INGREDIENTS } from '../substances'
import { fruitYield } from '../yield'
import { toBuy, type BuyContext } from '../buy'
import { predict, quantile } from '../evidence'
import { predictYield } from '../yield/prediction'
import { prepAmounts, scaleToCups, sizesOf, timesCups, timesOrNone, type Batch } from '.'

const context = shippedContext({ syrup: newSyrup() })
const drink = withServe(
  withLayer(
    withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' }),
    { prep: 'syrup' },
    { value: 60, unit: 'mL' },
  ),
  { garnish: [{ ingredient: 'lemon', massG: 10 }] },
)
const steps = { massStepG: 1, volumeStepMl: 5 }
const scaledUp = (doc: RecipeDocument, within: RecipeContext, cups: number, lossShare = 0, rounding = steps) =>
  scaleToCups(evaluateRecipe(doc, within), (d) => evaluateRecipe(d, within), { cups, lossShare, steps: rounding })
const batchOf = (cups: number, lossShare = 0) => scaledUp(drink, context, cups, lossShare)

it('64 cups of 300 mL and 3 % lost are 19.776 L', () => {
  const batch = batchOf(64, 0.03)
  expect(batch.litres.value).toBeCloseTo(64 * 0.3 * 1.03, 6)
  const lemon = batch.rows.find((r) => r.layer.key === 'lemon-juice')!
  expect(lemon.exact.value).toBeCloseTo(40 * 64 * 1.03, 6)
  expect(lemon.rounded.value % 5).toBe(0)
  expect(Math.abs(batch.brixShift.value)).toBeLessThan(0.05)
})
it('scaling by k scales every amount by k and leaves Brix', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 500 }), (k) => {
      const [one, many] = [batchOf(1), batchOf(k)]
      many.rows.forEach((r, i) => expect(r.exact.value).toBeCloseTo(one.rows[i]!.exact.value * k, 6))
      expect(many.jug.brix.value).toBeCloseTo(one.jug.brix.value, 9)
    }),
  )
})
it('a coarse jug shifts Brix, and says so', () => {
  const coarse = scaledUp(drink, context, 1, 0, { massStepG: 50, volumeStepMl: 50 })
  expect(Math.abs(coarse.brixShift.value)).toBeGreaterThan(1)
})
it('a prep opens into its makings', () => {
  const batch = batchOf(10)
  const row = batch.rows.find((r) => r.layer.key === 'prep:syrup')!
  const parts = prepAmounts(row.layer, evaluateRecipe(newSyrup(), context))
  expect(parts.reduce((s, p) => s + p.massG.value, 0)).toBeCloseTo(row.layer.mass.value, 6)
})

describe('a day of several sizes', () => {
  const sized = withServe(drink, { iceG: 100, sizes: [{ cupId: 'big', drinkMl: 450, iceG: 180 }] })
  const within = (ask: object) =>
    scaleToCups(evaluateRecipe(sized, context), (d) => evaluateRecipe(d, context), {
      cups: 20,
      lossShare: 0.03,
      steps,
      ...ask,
    })
  it('20 usual cups and 10 half as big again are 35 cups, with ice of their own', () => {
    const batch = within({ sizes: [{ cupId: 'big', cups: 10 }] })
    expect(batch.factor.value).toBeCloseTo(35 * 1.03, 9)
    expect(batch.servings.map((s) => [s.serve.cupId, s.cups.value])).toEqual([
      [null, 20],
      ['big', 10],
    ])
    const ice = batch.takes.filter((t) => t.key === 'ice').reduce((g, t) => g + t.massG, 0)
    expect(ice).toBe(20 * 100 + 10 * 180)
  })
  it('a line of sizes alone has no usual cup in it', () =>
    expect(within({ cups: 0, sizes: [{ cupId: 'big', cups: 4 }] }).servings.map((s) => s.serve.cupId)).toEqual(['big']))
  it('what is tasted and left in the tap is made too, and lost only once', () =>
    expect(within({ leftMl: 600 }).factor.value).toBeCloseTo(20 * 1.03 + 2, 9))
  it('a third more of a line is whole cups of each size', () =>
    expect(timesCups({ cups: 40, sizes: [{ cupId: 'big', cups: 7 }] }, 1.3)).toEqual({
      cups: 52,
      sizes: [{ cupId: 'big', cups: 9 }],
    }))
  it('a size that is gone is refused; none of its cups are none', () => {
    expect(() => within({ sizes: [{ cupId: 'gone', cups: 4 }] })).toThrow('size-gone')
    expect(within({ sizes: [{ cupId: 'gone', cups: 0 }] }).factor.value).toBeCloseTo(20.6, 9)
    expect(
      timesOrNone(evaluateRecipe(sized, context), { cups: 1, lossShare: 0, sizes: [{ cupId: 'x', cups: 1 }] }),
    ).toBe(0)
  })
})

describe('buying', () => {
  const onHand = (fruitG: number, juiceMl: number): BuyContext => ({
    baseOf: () => undefined,
    fruitOf: (k) => (k === 'lemon-juice' ? 'lemon' : undefined),
    fruitYield: () => fruitYield(INGREDIENTS.get('lemon')!, []),
    isFruit: (key) => !!INGREDIENTS.get(key)?.fruit,
    isGuessed: () => false,
    onHandG: (k) => (k === 'lemon' ? fruitG : 0),
    onHandMl: () => juiceMl,
    chance: 0.8,
  })
  const need = (cups: number) => [{ name: 'x', takes: batchOf(cups).takes }]
  const buy = (fruitG: number, juiceMl: number) => toBuy(need(100), onHand(fruitG, juiceMl)).fruit[0]!
  it('litres through the yield, garnish on top, less what is there, up to the step', () => {
    // 4000 mL ÷ the mL/kg that four lots in five give + 100 × 10 g of garnish
    const perKg = quantile(predictYield(fruitYield(INGREDIENTS.get('lemon')!, []).handbook.value, []), 0.2)
    expect(buy(0, 0).neededKg.value).toBeCloseTo(4000 / perKg + 1, 9)
    expect(buy(0, 0).buyKg.value).toBe(Math.ceil((4000 / perKg + 1) * 10) / 10)
    expect(buy(2000, 1000).neededKg.value).toBeCloseTo(3000 / perKg + 1, 9)
    expect(buy(2000, 1000).buyKg.value).toBe(Math.ceil((3000 / perKg - 1) * 10 - 1e-9) / 10)
  })
  it('a base is bought as its fruit, less what is there of it', () => {
    const make = { runs: 2, composition: {}, ph: 3, cautions: [], gPerMl: 1.02, perFruit: [], minutesPerL: null }
    const parts = [
      { key: 'lemon', gPerG: 1.5 },
      { key: 'water', gPerG: 0.4 },
    ]
    const takes = [{ key: 'mine', massG: 2040 }] as unknown as Batch['takes']
    const bought = toBuy([{ name: 'x', takes }], {
      ...onHand(0, 500),
      baseOf: (k) => (k === 'mine' ? { ...make, parts } : undefined),
    })
    // 2 L less half a litre, with what four makings in five give of a gram of fruit: only the juice in it is unsure.
    const prior = { mean: 1 / 1.5, worth: 1, spread: (0.12 * 0.6) / 1.5, dof: 3 }
    const fruitG = (1500 * 1.02) / quantile(predict(prior, []), 0.2)
    expect(bought.fruit[0]!.wholeKg.value).toBeCloseTo(fruitG / 1000, 9)
    expect(bought.fruit[0]!.wholeKg.value).toBeGreaterThan((1500 * 1.02 * 1.5) / 1000)
    expect(bought.tapG.value).toBeCloseTo(fruitG * (0.4 / 1.5), 9)
    expect(bought.goods).toEqual([])
  })
  it('what is bought is an estimate where what is held was only counted, or the yield is of an estimate', () => {
    const guessed = (of: Partial<BuyContext>) => toBuy(need(100), { ...onHand(500, 0), ...of }).fruit[0]!.guessed
    const known = { ...fruitYield(INGREDIENTS.get('lemon')!, []), guessed: 1 }
    expect(guessed({})).toEqual({ needed: false, onHand: false, buy: false })
    expect(guessed({ isGuessed: () => true })).toEqual({ needed: false, onHand: true, buy: true })
    expect(guessed({ fruitYield: () => known })).toEqual({ needed: true, onHand: false, buy: true })
  })
  it('everything else by the gram: sugar of the syrup, ice of every cup; water from the tap', () => {
    const { goods, tapG } = toBuy(need(100), onHand(0, 0))
    const grams = new Map(goods.map((g) => [g.key, g.buyG.value]))
    // 60 mL of a half and half syrup a cup, 1.2296 g/mL: 36.9 g of sugar
    expect(grams.get('white-sugar')! / 100).toBeCloseTo((60 * 1.2296) / 2, 1)
    expect(grams.get('ice')).toBe(100 * drink.serve!.iceG)
    expect([...grams.keys()].sort()).toEqual(['ice', 'white-sugar'])
    // Water fills up, and is half of the syrup.
    const cup = evaluateRecipe(drink, context)
    const fillerG = cup.layers.find((l) => l.fillsUp)!.mass.value
    expect(tapG.value / 100).toBeCloseTo(fillerG + (60 * 1.2296) / 2, 1)
  })
  it('fruit that only garnishes is bought too', () => {
    const mint = withServe(newDrink(null, 300), { garnish: [{ ingredient: 'lemon', massG: 12 }] })
    const { fruit } = toBuy([{ name: 'x', takes: scaledUp(mint, context, 50).takes }], onHand(0, 0))
    expect(fruit.map((f) => [f.fruit, f.juiceMl.value, f.buyKg.value])).toEqual([['lemon', 0, 0.6]])
  })
  it('juice that goes into a prep of a prep is bought too, and litres that no drink asks for', () => {
    const cordial = withLayer(newSyrup(), { ingredient: 'lemon-juice' }, { value: 50, unit: 'g' })
    const stronger = withLayer(newSyrup(), { prep: 'cordial' }, { value: 500, unit: 'g' })
    const within = shippedContext({ cordial, stronger })
    const made = evaluateRecipe(cordial, within)
    const plain = withLayer(newDrink(null, 300), { prep: 'stronger' }, { value: 60, unit: 'g' })
    const batch = [{ name: 'x', takes: scaledUp(withServe(plain, { iceG: 0 }), within, 100).takes }]
    const needed = toBuy(batch, onHand(0, 0)).fruit[0]!
    // 60 g a cup of 2 500 g, of which 500 g are cordial, of which 50 g in 2 050 are juice, poured by its density.
    const juice = made.layers.find((l) => l.key === 'lemon-juice')!
    const juiceMl = 6000 * (500 / 2500) * (50 / 2050) * (juice.volume.value / juice.mass.value)
    expect(needed.juiceMl.value).toBeCloseTo(juiceMl, 6)
    const more = toBuy(batch, onHand(0, 0), [{ juice: 'lemon-juice', litres: 3 }]).fruit
    expect(more.map((f) => [f.fruit, f.juiceMl.value])).toEqual([['lemon', expect.closeTo(juiceMl + 3000, 6)]])
  })
  it('the surer it is to be, the more is bought', () => {
    const kg = [0.5, 0.8, 0.9, 0.95, 0.99].map(
      (chance) => toBuy(need(100), { ...onHand(0, 0), chance }).fruit[0]!.neededKg.value,
    )
    expect([...kg].sort((a, b) => a - b)).toEqual(kg)
    expect(new Set(kg).size).toBe(5)
  })
  it('buys nothing where there is enough', () => expect(buy(50000, 0).buyKg.value).toBe(0))
})

it('is poured in its usual cup, and in the sizes that it has', () => {
  const serve = { ...drink.serve!, cupId: 'usual', sizes: [{ cupId: 'large', drinkMl: 450, iceG: 120 }] }
  const sizes = sizesOf(evaluateRecipe({ ...drink, serve }, context))
  expect(sizes.map((s) => [s.cupId, Math.round(s.drinkMl)])).toEqual([
    ['usual', 300],
    ['large', 450],
  ])
})
