import type { IngredientData } from './types'

const DEFINITION = 'source.definition'
const CRC = 'source.crc'

/**
 * Water, ice, food acids, salts and what smells, g per 100 g. Acids that carry water of crystals or come in solution
 * say how much acid they hold.
 */
export const BASICS: readonly IngredientData[] = [
  { key: 'water', kind: 'water', source: DEFINITION, composition: {}, cautions: ['potable'] },
  { key: 'sparkling-water', kind: 'water', source: 'source.practice', composition: { carbonDioxide: 0.6 } },
  { key: 'ice', kind: 'ice', source: DEFINITION, composition: {}, cautions: ['potable'] },
  { key: 'citric-acid', kind: 'acid', source: DEFINITION, composition: { citric: 100 }, cautions: ['weigh-acid'] },
  {
    key: 'citric-acid-monohydrate',
    kind: 'acid',
    source: CRC,
    composition: { citric: 91.42 },
    cautions: ['weigh-acid'],
  },
  { key: 'malic-acid', kind: 'acid', source: DEFINITION, composition: { malic: 100 }, cautions: ['weigh-acid'] },
  { key: 'tartaric-acid', kind: 'acid', source: DEFINITION, composition: { tartaric: 100 }, cautions: ['weigh-acid'] },
  { key: 'ascorbic-acid', kind: 'acid', source: DEFINITION, composition: { ascorbic: 100 }, cautions: ['weigh-acid'] },
  {
    key: 'lactic-acid-80',
    kind: 'acid',
    source: 'source.makers-label',
    composition: { lactic: 80 },
    cautions: ['weigh-acid'],
  },
  {
    key: 'vinegar',
    kind: 'acid',
    source: 'source.makers-label',
    composition: { acetic: 5.2, otherSolids: 0.2 },
    cautions: ['weigh-acid'],
  },
  // The strong ions of salts, mmol of positive charge per gram beyond chloride: from their molar masses (CRC Handbook).
  { key: 'salt', kind: 'salt', source: DEFINITION, composition: { otherSolids: 99.9 }, strongIonMmolPerG: 0 },
  {
    key: 'baking-soda',
    kind: 'salt',
    source: CRC,
    composition: { otherSolids: 27.4, carbonDioxide: 52.4 },
    strongIonMmolPerG: 1000 / 84.007,
  },
  {
    key: 'sodium-citrate',
    kind: 'salt',
    source: CRC,
    composition: { citric: 65.32, otherSolids: 22.4 },
    strongIonMmolPerG: 3000 / 294.1,
  },
  { key: 'rose-water', kind: 'aroma', source: 'source.practice', composition: {} },
  { key: 'orange-blossom-water', kind: 'aroma', source: 'source.practice', composition: {} },
]
