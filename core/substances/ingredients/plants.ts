import type { IngredientData } from './types'

const FDC = 'source.fdc'
const IFCT = 'source.ifct'
const PRACTICE = 'source.practice'
const ISO_TEA = 'source.iso-tea'

/**
 * Leaves, flowers, roots, spices, seeds and grain, g per 100 g as bought. What water can draw out is given as sugars,
 * acids, caffeine and other dissolved solids; protein, starch and cell walls stay behind and are counted as fibre.
 * Water extract of tea: ISO 3720 and ISO 11287 ask for at least 32 g per 100 g (memory); caffeine 20 to 40 mg per g
 * (USDA, memory). Extract of the others from memory of herbal handbooks, rounded.
 */
export const PLANTS: readonly IngredientData[] = [
  { key: 'black-tea', kind: 'tea', source: ISO_TEA, composition: { otherSolids: 33, caffeine: 3, fibre: 57 } },
  { key: 'green-tea', kind: 'tea', source: ISO_TEA, composition: { otherSolids: 33, caffeine: 2.8, fibre: 57 } },
  { key: 'white-tea', kind: 'tea', source: ISO_TEA, composition: { otherSolids: 32, caffeine: 3, fibre: 58 } },
  { key: 'mate', kind: 'tea', source: PRACTICE, composition: { otherSolids: 30, caffeine: 1.2, fibre: 61 } },
  { key: 'rooibos', kind: 'tea', source: PRACTICE, composition: { otherSolids: 16, fibre: 75 } },
  { key: 'coffee', kind: 'tea', source: FDC, composition: { otherSolids: 26, caffeine: 1.2, fat: 14, fibre: 56 } },
  {
    key: 'mint',
    kind: 'herb',
    source: IFCT,
    composition: { sucrose: 0.02, glucose: 0.07, fructose: 0.02, otherSolids: 4, fat: 0.65, fibre: 10.9 },
  },
  {
    key: 'basil',
    kind: 'herb',
    source: FDC,
    composition: { glucose: 0.02, fructose: 0.02, otherSolids: 2.5, fat: 0.6, fibre: 4.7 },
  },
  {
    key: 'coriander-leaf',
    kind: 'herb',
    source: IFCT,
    composition: { sucrose: 0.05, glucose: 0.06, fructose: 0.07, citric: 0.4, otherSolids: 3, fat: 0.7, fibre: 8.5 },
  },
  { key: 'rosemary', kind: 'herb', source: FDC, composition: { otherSolids: 7, fat: 5.9, fibre: 19.4 } },
  { key: 'thyme', kind: 'herb', source: FDC, composition: { otherSolids: 8, fat: 1.7, fibre: 25 } },
  { key: 'lemongrass', kind: 'herb', source: FDC, composition: { otherSolids: 5, fat: 0.5, fibre: 23.5 } },
  { key: 'lemon-verbena', kind: 'herb', source: PRACTICE, composition: { otherSolids: 6, fat: 0.7, fibre: 16 } },
  {
    key: 'hibiscus',
    kind: 'flower',
    source: PRACTICE,
    composition: { citric: 12, malic: 5, tartaric: 0.5, glucose: 3, fructose: 2, otherSolids: 20, fibre: 46 },
  },
  { key: 'chamomile', kind: 'flower', source: PRACTICE, composition: { otherSolids: 25, fibre: 65 } },
  { key: 'lavender', kind: 'flower', source: PRACTICE, composition: { otherSolids: 20, fat: 2, fibre: 68 } },
  {
    key: 'elderflower',
    kind: 'flower',
    source: PRACTICE,
    composition: { glucose: 1, fructose: 1, otherSolids: 4, fibre: 12 },
  },
  {
    key: 'ginger-root',
    kind: 'root',
    source: FDC,
    composition: { glucose: 0.9, fructose: 0.8, otherSolids: 2.5, fat: 0.75, fibre: 14 },
  },
  {
    key: 'turmeric-root',
    kind: 'root',
    source: PRACTICE,
    composition: { sucrose: 0.7, glucose: 0.5, fructose: 0.4, otherSolids: 2.5, fat: 0.7, fibre: 13 },
  },
  {
    key: 'galangal',
    kind: 'root',
    source: PRACTICE,
    composition: { sucrose: 0.2, glucose: 0.3, fructose: 0.8, otherSolids: 2.5, fat: 0.8, fibre: 12 },
  },
  {
    key: 'liquorice-root',
    kind: 'root',
    source: PRACTICE,
    composition: { sucrose: 5, glucose: 1.5, otherSolids: 22, fibre: 62 },
  },
  {
    key: 'tiger-nut',
    kind: 'root',
    source: PRACTICE,
    composition: { sucrose: 14, otherSolids: 5, fat: 24, fibre: 48 },
  },
  {
    key: 'cinnamon',
    kind: 'spice',
    source: FDC,
    composition: { glucose: 1, fructose: 1.1, otherSolids: 8, fat: 1.2, fibre: 78 },
  },
  {
    key: 'clove',
    kind: 'spice',
    source: IFCT,
    composition: { glucose: 0.43, fructose: 1.68, citric: 0.43, malic: 0.18, otherSolids: 15, fat: 8.41, fibre: 47 },
  },
  {
    key: 'cardamom',
    kind: 'spice',
    source: IFCT,
    composition: { sucrose: 0.55, glucose: 1.89, fructose: 1.84, otherSolids: 10, fat: 2.6, fibre: 71 },
  },
  {
    key: 'black-pepper',
    kind: 'spice',
    source: IFCT,
    composition: { glucose: 0.23, fructose: 0.09, citric: 0.14, otherSolids: 9, fat: 2.74, fibre: 74 },
  },
  {
    key: 'nutmeg',
    kind: 'spice',
    source: IFCT,
    composition: { sucrose: 0.2, glucose: 0.59, fructose: 0.29, otherSolids: 6, fat: 36.5, fibre: 40 },
  },
  {
    key: 'star-anise',
    kind: 'spice',
    source: PRACTICE,
    composition: { glucose: 3, fructose: 3, otherSolids: 15, fat: 8, fibre: 60 },
  },
  {
    key: 'coriander-seed',
    kind: 'spice',
    source: IFCT,
    composition: { glucose: 0.77, fructose: 1.61, otherSolids: 9, fat: 17.5, fibre: 62.4 },
  },
  {
    key: 'turmeric-powder',
    kind: 'spice',
    source: IFCT,
    composition: { sucrose: 0.75, glucose: 0.49, otherSolids: 10, fat: 5, fibre: 73.2 },
  },
  {
    key: 'vanilla',
    kind: 'spice',
    source: PRACTICE,
    composition: { glucose: 10, fructose: 8, otherSolids: 15, fat: 6, fibre: 36 },
  },
  { key: 'chia', kind: 'seed', source: FDC, composition: { otherSolids: 4, fat: 30.7, fibre: 59 } },
  {
    key: 'almond',
    kind: 'seed',
    source: FDC,
    cautions: ['allergen-nuts'],
    composition: { sucrose: 3.95, glucose: 0.17, otherSolids: 3, fat: 49.9, fibre: 38 },
  },
  { key: 'melon-seed', kind: 'seed', source: PRACTICE, composition: { otherSolids: 4, fat: 45, fibre: 44 } },
  {
    key: 'coconut-flesh',
    kind: 'seed',
    source: FDC,
    composition: { sucrose: 5.0, glucose: 0.7, fructose: 0.5, otherSolids: 2, fat: 33.5, fibre: 11.3 },
  },
  {
    key: 'white-rice',
    kind: 'grain',
    source: IFCT,
    composition: { sucrose: 0.15, glucose: 0.54, otherSolids: 1, fat: 0.52, fibre: 87.8 },
  },
  {
    key: 'barley',
    kind: 'grain',
    source: IFCT,
    cautions: ['allergen-gluten'],
    composition: { glucose: 0.06, otherSolids: 3, fat: 1.3, fibre: 85.8 },
  },
  {
    key: 'oats',
    kind: 'grain',
    source: FDC,
    cautions: ['allergen-gluten'],
    composition: { sucrose: 1, otherSolids: 4, fat: 6.5, fibre: 78 },
  },
]
