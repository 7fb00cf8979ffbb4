import type { Composition } from '../components'
import type { IngredientData } from './types'

const FDC = 'source.fdc'
const PRACTICE = 'source.practice'

/**
 * Peel, pith and pod, g per 100 g. Peel of lemon and orange: USDA FoodData Central (memory), its acids next to none;
 * pith, rinds of other fruit and pods from memory of handbooks, rounded.
 */
const CITRUS_PEEL: Composition = {
  sucrose: 0.5,
  glucose: 1.8,
  fructose: 1.9,
  citric: 0.2,
  ascorbic: 0.13,
  otherSolids: 1.5,
  protein: 1.5,
  fat: 0.3,
  fibre: 10.6,
}
const PITH: Composition = {
  sucrose: 0.8,
  glucose: 1.5,
  fructose: 1.6,
  citric: 0.1,
  otherSolids: 2,
  protein: 0.9,
  fat: 0.1,
  fibre: 12,
}
const FIRM_RIND: Composition = { glucose: 1, fructose: 1, malic: 0.1, otherSolids: 2, protein: 1, fat: 0.3, fibre: 11 }
const SOFT_RIND: Composition = { glucose: 0.8, fructose: 1, malic: 0.05, otherSolids: 1.2, protein: 0.7, fibre: 4 }
const POD: Composition = { otherSolids: 5, protein: 3, fat: 0.5, fibre: 74 }

/** Peel and pith by share of the whole fruit, as {@link IngredientData.fruit} asks for it. */
interface Outer {
  peel: number
  pith: number
  composition: Composition
}
/** So much of one and of the other, with what both are made of together. */
function citrus(peel: number, pith: number): Outer {
  const composition: Composition = {}
  for (const key of Object.keys({ ...CITRUS_PEEL, ...PITH }) as (keyof Composition)[])
    composition[key] = (peel * (CITRUS_PEEL[key] ?? 0) + pith * (PITH[key] ?? 0)) / (peel + pith)
  return { peel, pith, composition }
}
const around = (peel: number, composition: Composition): Outer => ({ peel, pith: 0, composition })

/**
 * What is around the flesh of a fruit, as a share of it as purchased: coloured peel and white pith of citrus, rind,
 * skin or pod of others. Refuse of USDA FoodData Central (memory) where peel is most of it, parted by common practice.
 */
export const OUTER: Readonly<Record<string, Outer>> = {
  lemon: citrus(0.1, 0.22),
  lime: citrus(0.09, 0.105),
  'small-lime': citrus(0.09, 0.06),
  orange: citrus(0.08, 0.16),
  mandarin: citrus(0.09, 0.11),
  grapefruit: citrus(0.08, 0.2),
  pineapple: around(0.25, FIRM_RIND),
  watermelon: around(0.3, SOFT_RIND),
  melon: around(0.28, SOFT_RIND),
  mango: around(0.13, FIRM_RIND),
  banana: around(0.32, FIRM_RIND),
  papaya: around(0.12, SOFT_RIND),
  kiwi: around(0.1, SOFT_RIND),
  'passion-fruit': around(0.45, FIRM_RIND),
  pomegranate: around(0.4, FIRM_RIND),
  litchi: around(0.18, FIRM_RIND),
  ginger: around(0.07, FIRM_RIND),
  tamarind: around(0.29, POD),
}

export const PEELS: readonly IngredientData[] = [
  { key: 'lemon-peel', kind: 'peel', source: FDC, composition: CITRUS_PEEL },
  { key: 'lime-peel', kind: 'peel', source: PRACTICE, composition: CITRUS_PEEL },
  { key: 'orange-peel', kind: 'peel', source: FDC, composition: CITRUS_PEEL },
  { key: 'mandarin-peel', kind: 'peel', source: PRACTICE, composition: CITRUS_PEEL },
  { key: 'grapefruit-peel', kind: 'peel', source: PRACTICE, composition: CITRUS_PEEL },
  { key: 'citrus-pith', kind: 'peel', source: PRACTICE, composition: PITH },
  { key: 'pineapple-peel', kind: 'peel', source: PRACTICE, composition: FIRM_RIND },
  { key: 'tamarind-pod', kind: 'peel', source: PRACTICE, composition: POD },
]

/** The fruit that a peel is taken off, by the key of the peel. */
export const PEELED_OFF: ReadonlyMap<string, string> = new Map(
  Object.keys(OUTER).flatMap((fruit) =>
    PEELS.some((p) => p.key === `${fruit}-peel`) ? [[`${fruit}-peel`, fruit] as const] : [],
  ),
)
