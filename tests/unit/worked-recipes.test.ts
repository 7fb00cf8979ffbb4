import { readFileSync } from 'node:fs'
import { toBuy } from '../../core/buy'
import { prepCost, type PriceBook } from '../../core/cost'
import { Evaluator, shippedContext } from '../../core/recipe'
import { EUR_PER_KG, WORKED, WORKED_PREPS } from '../laws/worked-recipes'

const context = shippedContext(WORKED_PREPS)
const evaluator = new Evaluator(context)
const book: PriceBook = {
  price: (key) => ({ packPrice: EUR_PER_KG[key]!, packG: 1000, since: '2026-01-01' }),
  fruitYield: () => undefined,
  baseOf: () => undefined,
  fruitOf: () => undefined,
  labourPerH: 12,
  prepMade: () => undefined,
  kwhPrice: { electricity: 0.3, gas: null },
}
const doc = readFileSync('docs/worked-recipes.md', 'utf8')

// By hand from compositions, densities of sugar solutions in a table (NBS C440, memory) and constants of the CRC
// Handbook (memory); the arithmetic is in the document.
it.each(WORKED.map((w) => [w.name, w] as const))('%s comes to what it comes to by hand', (name, { document, hand }) => {
  const e = evaluator.evaluate(document)
  const cost = prepCost(e, book)
  const minutes = e.bill.work.reduce((m, w) => m + w.handMin, 0)
  const share = (value: number, byHand: number): number => (byHand === 0 ? value : value / byHand - 1)
  expect(Math.abs(share(e.jug.mass.value, hand.massG))).toBeLessThan(0.001)
  expect(Math.abs(e.jug.brix.value - hand.brix)).toBeLessThan(0.03)
  expect(Math.abs(share(e.jug.ta.value, hand.ta))).toBeLessThan(0.01)
  expect(Math.abs(share(cost.total!.value, hand.eur))).toBeLessThan(0.002)
  expect(Math.abs(share(minutes, hand.minutes))).toBeLessThan(0.003)
  expect(Object.fromEntries(e.bill.ingredients)).toEqual(
    Object.fromEntries(Object.entries(hand.takes).map(([key, grams]) => [key, expect.closeTo(grams, 6)])),
  )
  // What is bought is what is taken; water comes from the tap.
  const bought = toBuy([{ name, takes: e.bill.takes }], {
    baseOf: () => undefined,
    fruitOf: () => undefined,
    fruitYield: () => ({ used: { value: 1 } }) as never,
    chance: 0.5,
    isFruit: () => false,
    isGuessed: () => false,
    onHandG: () => 0,
    onHandMl: () => 0,
  })
  const grams = new Map([
    ...bought.goods.map((g): [string, number] => [g.key, g.buyG.value]),
    ...bought.fruit.map((f): [string, number] => [f.fruit, f.neededKg.value * 1000]),
    ...bought.fruit.flatMap((f): [string, number][] => (f.peel ? [[`${f.fruit}-peel`, f.peel.neededG.value]] : [])),
    ['water', bought.tapG.value],
  ])
  for (const [key, massG] of Object.entries(hand.takes))
    expect([key, grams.get(key)]).toEqual([key, expect.closeTo(massG, 6)])
  const said = [hand.massG, hand.brix, hand.ta, hand.eur, hand.minutes].join(' | ')
  expect(doc).toContain(`| ${name} | ${said} |`)
})
