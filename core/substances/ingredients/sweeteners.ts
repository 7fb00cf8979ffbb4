import type { IngredientData } from './types'

const FDC = 'source.fdc'
const IFCT = 'source.ifct'
const MAKER = 'source.makers-label'

/**
 * Sugars, honeys, syrups and sweeteners without sugar, g per 100 g. USDA FoodData Central from memory unless the row
 * says otherwise.
 */
export const SWEETENERS: readonly IngredientData[] = [
  { key: 'white-sugar', kind: 'sweetener', source: FDC, composition: { sucrose: 99.9 } },
  { key: 'icing-sugar', kind: 'sweetener', source: FDC, composition: { sucrose: 97, fibre: 2.5 } },
  {
    key: 'brown-sugar',
    kind: 'sweetener',
    source: FDC,
    composition: { sucrose: 94.56, glucose: 1.35, fructose: 1.11, otherSolids: 1.6 },
  },
  {
    key: 'raw-sugar',
    kind: 'sweetener',
    source: FDC,
    composition: { sucrose: 98.5, glucose: 0.3, fructose: 0.3, otherSolids: 0.5 },
  },
  {
    key: 'panela',
    kind: 'sweetener',
    source: IFCT,
    composition: { sucrose: 78, glucose: 3.4, fructose: 3.4, malic: 0.04, otherSolids: 3.4, protein: 0.5 },
  },
  { key: 'dextrose', kind: 'sweetener', source: 'source.crc', composition: { glucose: 90.9 } },
  { key: 'fructose', kind: 'sweetener', source: 'source.definition', composition: { fructose: 99.9 } },
  {
    key: 'corn-syrup',
    kind: 'sweetener',
    source: FDC,
    composition: { glucose: 19, otherSugars: 58, otherSolids: 0.2 },
  },
  { key: 'invert-syrup', kind: 'sweetener', source: MAKER, composition: { glucose: 36, fructose: 36, sucrose: 4 } },
  {
    key: 'honey',
    kind: 'sweetener',
    cautions: ['honey-infants'],
    source: FDC,
    composition: { fructose: 41, glucose: 36, sucrose: 1, otherSugars: 4.5, otherSolids: 0.5 },
  },
  {
    key: 'acacia-honey',
    kind: 'sweetener',
    cautions: ['honey-infants'],
    source: 'source.honey',
    composition: { fructose: 42.7, glucose: 26.5, sucrose: 2.3, otherSugars: 9, otherSolids: 0.5 },
  },
  {
    key: 'forest-honey',
    kind: 'sweetener',
    cautions: ['honey-infants'],
    source: 'source.honey',
    composition: { fructose: 33, glucose: 27, sucrose: 1.5, otherSugars: 18, otherSolids: 1.5 },
  },
  {
    key: 'maple-syrup',
    kind: 'sweetener',
    source: FDC,
    composition: { sucrose: 58.3, glucose: 1.6, fructose: 0.5, malic: 0.35, otherSolids: 6.8 },
  },
  {
    key: 'agave-syrup',
    kind: 'sweetener',
    source: FDC,
    composition: { fructose: 55.6, glucose: 12.4, otherSolids: 8.9 },
  },
  {
    key: 'molasses',
    kind: 'sweetener',
    source: FDC,
    composition: { sucrose: 29.4, glucose: 11.9, fructose: 12.8, otherSolids: 24 },
  },
  {
    key: 'date',
    kind: 'sweetener',
    source: FDC,
    composition: { sucrose: 0.5, glucose: 33.7, fructose: 32, otherSolids: 2.5, protein: 1.8, fat: 0.2, fibre: 8 },
  },
  {
    key: 'erythritol',
    kind: 'sweetener',
    source: 'source.sweeteners',
    composition: { sweetener: 99.5 },
    sweetnessTimesSucrose: 0.65,
  },
  {
    key: 'stevia',
    kind: 'sweetener',
    source: 'source.sweeteners',
    composition: { sweetener: 95 },
    sweetnessTimesSucrose: 250,
  },
  {
    key: 'sucralose',
    kind: 'sweetener',
    source: 'source.sweeteners',
    composition: { sweetener: 98 },
    sweetnessTimesSucrose: 600,
  },
  {
    key: 'monk-fruit',
    kind: 'sweetener',
    source: 'source.sweeteners',
    composition: { sweetener: 95 },
    sweetnessTimesSucrose: 200,
  },
]
