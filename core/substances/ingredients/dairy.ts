import type { IngredientData } from './types'

const FDC = 'source.fdc'

/** Milk and what is made of it, and the drinks that stand in for it, g per 100 g. USDA FoodData Central from memory. */
export const DAIRY: readonly IngredientData[] = [
  {
    key: 'whole-milk',
    kind: 'dairy',
    source: FDC,
    composition: { lactose: 4.8, protein: 3.2, fat: 3.3, otherSolids: 0.7 },
    cautions: ['allergen-milk', 'tcs'],
  },
  {
    key: 'skim-milk',
    kind: 'dairy',
    source: FDC,
    composition: { lactose: 5.0, protein: 3.4, fat: 0.1, otherSolids: 0.75 },
    cautions: ['allergen-milk', 'tcs'],
  },
  {
    key: 'cream',
    kind: 'dairy',
    source: FDC,
    composition: { lactose: 2.9, protein: 2.8, fat: 36, otherSolids: 0.5 },
    cautions: ['allergen-milk', 'tcs'],
  },
  {
    key: 'evaporated-milk',
    kind: 'dairy',
    source: FDC,
    composition: { lactose: 10, protein: 6.8, fat: 7.6, otherSolids: 1.6 },
    cautions: ['allergen-milk', 'tcs'],
  },
  {
    key: 'condensed-milk',
    kind: 'dairy',
    source: FDC,
    composition: { sucrose: 43, lactose: 11.4, protein: 7.9, fat: 8.7, otherSolids: 1.8 },
    cautions: ['allergen-milk', 'tcs'],
  },
  {
    key: 'yogurt',
    kind: 'dairy',
    source: FDC,
    composition: { lactose: 3.6, otherSugars: 1.0, lactic: 0.95, protein: 3.5, fat: 3.25, otherSolids: 0.72 },
    cautions: ['allergen-milk', 'tcs'],
  },
  {
    key: 'whey',
    kind: 'dairy',
    source: FDC,
    composition: { lactose: 4.1, otherSugars: 0.9, lactic: 0.6, protein: 0.8, fat: 0.1, otherSolids: 0.6 },
    cautions: ['allergen-milk', 'tcs'],
  },
  {
    key: 'coconut-milk',
    kind: 'plant-milk',
    source: FDC,
    composition: { sucrose: 1.6, glucose: 0.7, otherSolids: 0.9, protein: 2.0, fat: 21.3, fibre: 0.6 },
    cautions: ['tcs'],
  },
  {
    key: 'coconut-cream',
    kind: 'plant-milk',
    source: FDC,
    composition: { sucrose: 2.2, glucose: 0.9, otherSolids: 1.6, protein: 3.6, fat: 34.7, fibre: 2.2 },
    cautions: ['tcs'],
  },
  {
    key: 'sweetened-coconut-cream',
    kind: 'plant-milk',
    source: 'source.makers-label',
    composition: { sucrose: 50, glucose: 1.5, fructose: 0.5, otherSolids: 1.2, protein: 1.2, fat: 16.5, fibre: 0.5 },
    cautions: ['tcs'],
  },
  {
    key: 'sweetened-coconut-milk',
    kind: 'plant-milk',
    source: 'source.makers-label',
    composition: { sucrose: 12, glucose: 0.6, otherSolids: 0.8, protein: 1.4, fat: 12, fibre: 0.4 },
    cautions: ['tcs'],
  },
  {
    key: 'condensed-coconut-milk',
    kind: 'plant-milk',
    source: 'source.makers-label',
    composition: { sucrose: 44, glucose: 1, otherSolids: 1.8, protein: 2.2, fat: 14, fibre: 0.6 },
    cautions: ['tcs'],
  },
  {
    key: 'oat-drink',
    kind: 'plant-milk',
    source: 'source.makers-label',
    composition: { otherSugars: 4.0, otherSolids: 2.6, protein: 1.0, fat: 1.5, fibre: 0.8 },
    cautions: ['allergen-gluten', 'tcs'],
  },
  {
    key: 'soy-drink',
    kind: 'plant-milk',
    source: FDC,
    composition: { sucrose: 0.4, otherSolids: 1.0, protein: 2.9, fat: 1.6, fibre: 0.5 },
    cautions: ['allergen-soy', 'tcs'],
  },
  {
    key: 'almond-drink',
    kind: 'plant-milk',
    source: FDC,
    composition: { otherSolids: 0.4, protein: 0.5, fat: 1.1, fibre: 0.3 },
    cautions: ['allergen-nuts', 'tcs'],
  },
]
