import type { IngredientData } from './types'

const FDC = 'source.fdc'
const MAKER = 'source.makers-label'
const PRACTICE = 'source.practice'

/**
 * Teas and flowers as they are poured, fruit concentrates, and pods' pulp as it is cooked, g per 100 g. Brewed tea:
 * USDA FoodData Central (memory), caffeine 20 mg of black and 12 mg of green in 100 g; hibiscus as 20 g of flowers
 * steeped in a litre. Concentrates of the frozen and the shelf kind by their °Bx: a label of your own goes before.
 */
export const BREWS: readonly IngredientData[] = [
  { key: 'brewed-black-tea', kind: 'brew', source: FDC, composition: { otherSolids: 0.28, caffeine: 0.02 } },
  { key: 'brewed-green-tea', kind: 'brew', source: FDC, composition: { otherSolids: 0.22, caffeine: 0.012 } },
  { key: 'brewed-white-tea', kind: 'brew', source: PRACTICE, composition: { otherSolids: 0.2, caffeine: 0.015 } },
  { key: 'brewed-mate', kind: 'brew', source: PRACTICE, composition: { otherSolids: 0.4, caffeine: 0.03 } },
  { key: 'brewed-rooibos', kind: 'brew', source: PRACTICE, composition: { otherSolids: 0.2 } },
  { key: 'brewed-coffee', kind: 'brew', source: FDC, composition: { otherSolids: 0.5, protein: 0.1, caffeine: 0.04 } },
  {
    key: 'brewed-hibiscus',
    kind: 'brew',
    source: PRACTICE,
    composition: { citric: 0.22, malic: 0.09, tartaric: 0.01, glucose: 0.05, fructose: 0.04, otherSolids: 0.36 },
  },
  { key: 'brewed-chamomile', kind: 'brew', source: PRACTICE, composition: { otherSolids: 0.2 } },
  {
    key: 'orange-concentrate',
    kind: 'concentrate',
    source: MAKER,
    cautions: ['keep-cold'],
    composition: {
      sucrose: 19,
      glucose: 9.3,
      fructose: 9.8,
      citric: 3.1,
      malic: 0.6,
      ascorbic: 0.15,
      otherSolids: 3,
      protein: 2.4,
      fat: 0.2,
      fibre: 0.8,
    },
  },
  {
    key: 'apple-concentrate',
    kind: 'concentrate',
    source: MAKER,
    composition: { sucrose: 10, glucose: 14, fructose: 40, malic: 2.4, otherSolids: 3.6 },
  },
  {
    key: 'grape-concentrate',
    kind: 'concentrate',
    source: MAKER,
    composition: { glucose: 31, fructose: 32, tartaric: 1.2, malic: 0.8, otherSolids: 3 },
  },
  {
    key: 'pineapple-concentrate',
    kind: 'concentrate',
    source: MAKER,
    composition: { sucrose: 32, glucose: 11, fructose: 11, citric: 3, malic: 0.6, otherSolids: 3.4 },
  },
  {
    key: 'lemon-concentrate',
    kind: 'concentrate',
    source: MAKER,
    composition: { sucrose: 2.4, glucose: 5.6, fructose: 6, citric: 27, malic: 1, otherSolids: 3 },
  },
  {
    key: 'tamarind-pulp-cooked',
    kind: 'concentrate',
    source: PRACTICE,
    composition: { glucose: 9, fructose: 5, tartaric: 4, malic: 0.3, otherSolids: 1.5, protein: 0.7, fibre: 2 },
  },
]
