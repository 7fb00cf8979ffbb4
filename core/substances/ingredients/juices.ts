import type { IngredientData } from './types'

const FDC = 'source.fdc'
const IFCT = 'source.ifct'
const PRACTICE = 'source.practice'

/**
 * Juices and purées, g per 100 g. USDA FoodData Central from memory; acids from handbooks of fruit juice, also from memory. Rows of the
 * Indian Food Composition Tables 2017 (IFCT) are read off its open data set, and all are held against it in the tests.
 */
export const JUICES: readonly IngredientData[] = [
  { key: 'lemon-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.43, glucose: 0.99, fructose: 1.1, citric: 4.9, malic: 0.2, ascorbic: 0.04, otherSolids: 0.45, protein: 0.35, fat: 0.24, fibre: 0.1 } },
  { key: 'lime-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.48, glucose: 0.6, fructose: 0.61, citric: 5.4, malic: 0.2, ascorbic: 0.03, otherSolids: 0.5, protein: 0.42, fat: 0.07, fibre: 0.1 } },
  { key: 'orange-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 4.2, glucose: 2.0, fructose: 2.2, citric: 0.85, malic: 0.17, ascorbic: 0.05, otherSolids: 0.95, protein: 0.7, fat: 0.2, fibre: 0.2 } },
  { key: 'grapefruit-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 2.4, glucose: 2.3, fructose: 2.4, citric: 1.35, malic: 0.05, ascorbic: 0.04, otherSolids: 0.75, protein: 0.5, fat: 0.1, fibre: 0.1 } },
  { key: 'mandarin-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 5.6, glucose: 1.9, fructose: 2.3, citric: 0.75, malic: 0.15, ascorbic: 0.03, otherSolids: 0.6, protein: 0.5, fat: 0.2, fibre: 0.2 } },
  { key: 'pineapple-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 5.6, glucose: 2.2, fructose: 2.4, citric: 0.65, malic: 0.12, ascorbic: 0.03, otherSolids: 1.3, protein: 0.36, fat: 0.12, fibre: 0.2 } },
  { key: 'watermelon-juice', kind: 'juice', source: FDC, caution: 'tcs', composition: { sucrose: 1.21, glucose: 1.58, fructose: 3.36, citric: 0.03, malic: 0.11, ascorbic: 0.01, otherSolids: 0.6, protein: 0.61, fat: 0.15, fibre: 0.3 } },
  { key: 'melon-juice', kind: 'juice', source: FDC, caution: 'tcs', composition: { sucrose: 4.35, glucose: 1.54, fructose: 1.87, citric: 0.14, malic: 0.02, ascorbic: 0.04, otherSolids: 1.1, protein: 0.84, fat: 0.19, fibre: 0.4 } },
  { key: 'apple-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 1.26, glucose: 2.63, fructose: 5.73, malic: 0.5, citric: 0.02, otherSolids: 1.35, protein: 0.1, fat: 0.13, fibre: 0.2 } },
  { key: 'carrot-juice', kind: 'juice', source: FDC, caution: 'tcs', composition: { sucrose: 2.1, glucose: 0.95, fructose: 0.9, malic: 0.12, citric: 0.04, otherSolids: 3.0, protein: 0.95, fat: 0.15, fibre: 0.6 } },
  { key: 'pear-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.7, glucose: 2.5, fructose: 6.4, malic: 0.16, citric: 0.1, otherSolids: 2.6, protein: 0.2, fat: 0.1, fibre: 0.4 } },
  { key: 'mango-puree', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 6.97, glucose: 2.01, fructose: 4.68, citric: 0.35, malic: 0.08, ascorbic: 0.04, otherSolids: 0.95, protein: 0.82, fat: 0.38, fibre: 1.6 } },
  { key: 'strawberry-puree', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.47, glucose: 1.99, fructose: 2.44, citric: 0.75, malic: 0.2, ascorbic: 0.06, otherSolids: 0.9, protein: 0.67, fat: 0.3, fibre: 2.0 } },
  { key: 'passion-fruit-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 3.2, glucose: 3.7, fructose: 3.6, citric: 2.8, malic: 0.4, ascorbic: 0.03, otherSolids: 0.7, protein: 0.4, fat: 0.05, fibre: 0.2 } },
  { key: 'rhubarb-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.1, glucose: 0.45, fructose: 0.45, malic: 1.25, citric: 0.1, oxalic: 0.25, otherSolids: 2.2, protein: 0.6, fat: 0.1, fibre: 0.3 } },
  { key: 'ginger-juice', kind: 'juice', source: PRACTICE, caution: 'keep-cold', composition: { sucrose: 0.2, glucose: 0.3, fructose: 1.0, citric: 0.05, malic: 0.05, otherSolids: 2.4, protein: 0.8, fat: 0.3, fibre: 0.6 } },
  { key: 'turmeric-juice', kind: 'juice', source: PRACTICE, caution: 'keep-cold', composition: { sucrose: 0.8, glucose: 0.4, fructose: 0.5, citric: 0.05, malic: 0.1, otherSolids: 2.8, protein: 0.8, fat: 0.3, fibre: 0.8 } },
  // Taken over from the Indian Food Composition Tables 2017, rows D037 celery, D043 cucumber, D075 tomato, E013 to E067, F001, I002, K002: the edible
  // part without what no press gets out. Ash and what the sums leave open are counted as other dissolved solids.
  { key: 'kiwi-puree', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.15, glucose: 4.1, fructose: 4.35, citric: 1.0, malic: 0.2, ascorbic: 0.09, otherSolids: 2.4, protein: 1.1, fat: 0.5, fibre: 3.0 } },
  { key: 'papaya-puree', kind: 'juice', source: IFCT, caution: 'keep-cold', composition: { sucrose: 0.5, glucose: 1.15, fructose: 2.44, citric: 0.15, malic: 0.04, ascorbic: 0.043, otherSolids: 1.0, protein: 0.42, fat: 0.16, fibre: 2.83 } },
  { key: 'guava-puree', kind: 'juice', source: IFCT, caution: 'keep-cold', composition: { sucrose: 0.18, glucose: 3.6, fructose: 4.01, citric: 0.38, malic: 0.08, ascorbic: 0.22, otherSolids: 1.0, protein: 1.19, fat: 0.25, fibre: 7.39 } },
  { key: 'pomegranate-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.1, glucose: 6.3, fructose: 6.4, citric: 1.1, malic: 0.1, otherSolids: 1.5, protein: 0.15, fat: 0.29, fibre: 0.1 } },
  // Quinic acid, about 1 g, is counted as malic.
  { key: 'cranberry-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { glucose: 2.7, fructose: 0.75, citric: 1.15, malic: 1.05, ascorbic: 0.01, otherSolids: 2.2, protein: 0.39, fat: 0.13, fibre: 0.1 } },
  { key: 'grape-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { glucose: 7.0, fructose: 7.3, malic: 0.3, tartaric: 0.45, otherSolids: 0.6, protein: 0.37, fat: 0.13, fibre: 0.2 } },
  { key: 'cucumber-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { glucose: 0.76, fructose: 0.87, malic: 0.1, citric: 0.03, otherSolids: 1.0, protein: 0.65, fat: 0.11, fibre: 0.4 } },
  { key: 'celery-juice', kind: 'juice', source: IFCT, caution: 'tcs', composition: { sucrose: 0.35, glucose: 0.25, fructose: 0.15, citric: 0.1, malic: 0.15, ascorbic: 0.01, otherSolids: 1.9, protein: 0.69, fat: 0.17, fibre: 0.4 } },
  { key: 'beet-juice', kind: 'juice', source: FDC, caution: 'tcs', composition: { sucrose: 6.5, glucose: 0.3, fructose: 0.2, citric: 0.12, malic: 0.05, oxalic: 0.1, otherSolids: 1.6, protein: 1.2, fat: 0.1, fibre: 0.5 } },
  { key: 'tomato-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { glucose: 1.25, fructose: 1.4, citric: 0.38, malic: 0.06, ascorbic: 0.02, otherSolids: 1.2, protein: 0.85, fat: 0.1, fibre: 0.4 } },
  { key: 'peach-puree', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 4.76, glucose: 1.95, fructose: 1.53, citric: 0.15, malic: 0.4, otherSolids: 1.0, protein: 0.91, fat: 0.25, fibre: 1.5 } },
  { key: 'plum-puree', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 1.57, glucose: 5.07, fructose: 3.07, malic: 1.2, citric: 0.05, otherSolids: 0.9, protein: 0.7, fat: 0.28, fibre: 1.4 } },
  { key: 'cherry-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.8, glucose: 4.18, fructose: 3.51, malic: 1.6, citric: 0.05, otherSolids: 1.5, protein: 0.5, fat: 0.2, fibre: 0.2 } },
  { key: 'raspberry-puree', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.2, glucose: 1.86, fructose: 2.35, citric: 1.5, malic: 0.1, ascorbic: 0.026, otherSolids: 1.2, protein: 1.2, fat: 0.65, fibre: 6.5 } },
  { key: 'blackberry-puree', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.07, glucose: 2.31, fructose: 2.4, citric: 0.5, malic: 0.45, ascorbic: 0.021, otherSolids: 1.3, protein: 1.39, fat: 0.49, fibre: 5.3 } },
  { key: 'blackcurrant-juice', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.7, glucose: 3.2, fructose: 4.0, citric: 3.0, malic: 0.35, ascorbic: 0.15, otherSolids: 1.4, protein: 0.5, fat: 0.1, fibre: 0.3 } },
  { key: 'blueberry-puree', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 0.11, glucose: 4.88, fructose: 4.97, citric: 0.55, malic: 0.08, otherSolids: 1.1, protein: 0.74, fat: 0.33, fibre: 2.4 } },
  { key: 'banana-puree', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 2.39, glucose: 4.98, fructose: 4.85, citric: 0.3, malic: 0.35, otherSolids: 2.6, protein: 1.09, fat: 0.33, fibre: 8.0 } },
  { key: 'jambu-puree', kind: 'juice', source: IFCT, caution: 'keep-cold', composition: { sucrose: 0.16, glucose: 2.21, fructose: 4.47, citric: 0.07, malic: 0.25, ascorbic: 0.016, otherSolids: 4.0, protein: 0.82, fat: 0.17, fibre: 4.55 } },
  { key: 'star-fruit-juice', kind: 'juice', source: IFCT, caution: 'keep-cold', composition: { glucose: 1.73, fructose: 2.22, citric: 0.6, oxalic: 0.2, ascorbic: 0.034, otherSolids: 0.9, protein: 0.6, fat: 0.2, fibre: 0.3 } },
  { key: 'litchi-juice', kind: 'juice', source: IFCT, caution: 'keep-cold', composition: { sucrose: 3.08, glucose: 3.5, fructose: 5.3, malic: 0.25, citric: 0.04, ascorbic: 0.034, otherSolids: 0.8, protein: 0.8, fat: 0.2, fibre: 0.2 } },
  { key: 'tamarind-pulp', kind: 'juice', source: FDC, caution: 'keep-cold', composition: { sucrose: 1.5, glucose: 19.5, fructose: 17.5, tartaric: 12.5, malic: 1.0, citric: 0.3, otherSolids: 5.7, protein: 2.8, fat: 0.6, fibre: 7.0 } },
  { key: 'sugarcane-juice', kind: 'juice', source: IFCT, caution: 'tcs', composition: { sucrose: 10.03, glucose: 2.27, fructose: 0.55, malic: 0.05, otherSolids: 0.8, protein: 0.16, fat: 0.1, fibre: 0.3 } },
  { key: 'coconut-water', kind: 'juice', source: FDC, caution: 'tcs', composition: { sucrose: 0.3, glucose: 1.2, fructose: 1.1, malic: 0.1, otherSolids: 1.0, protein: 0.5, fat: 0.2, fibre: 0.1 } },
]
