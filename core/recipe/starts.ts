import { newDrink, withLayer } from './edit'
import type { RecipeDocument } from './document'

// Where drinks of a family usually are, and a plain one of each to begin with.

export const FAMILIES = ['lemonade', 'agua-fresca', 'iced-tea', 'fresh-juice'] as const
export type Family = (typeof FAMILIES)[number]

/** Between these most drinks of a family are poured. */
export interface Zone {
  /** g of sugar to one of acid */
  ratio: readonly [low: number, high: number]
  /** °Bx in the jug */
  brix: readonly [low: number, high: number]
}
/** Common practice, no source. */
export const USUAL_ZONE: Readonly<Record<Family, Zone>> = {
  lemonade: { ratio: [10, 22], brix: [8, 14] },
  'agua-fresca': { ratio: [12, 36], brix: [6, 11] },
  'iced-tea': { ratio: [14, 40], brix: [4, 9] },
  'fresh-juice': { ratio: [8, 30], brix: [8, 14] },
}

/** What goes into a mL of the drink: mL of what is poured, g of what is weighed; the filler makes up the rest. */
interface Start {
  filler: string
  layers: readonly (readonly [ingredient: string, amount: number, unit: 'mL' | 'g'])[]
}
const STARTS: Readonly<Record<Family, Start>> = {
  lemonade: {
    filler: 'water',
    layers: [
      ['lemon-juice', 0.13, 'mL'],
      ['white-sugar', 0.1, 'g'],
    ],
  },
  'agua-fresca': {
    filler: 'water',
    layers: [
      ['pineapple-juice', 0.35, 'mL'],
      ['lime-juice', 0.02, 'mL'],
      ['white-sugar', 0.035, 'g'],
    ],
  },
  'iced-tea': {
    filler: 'brewed-black-tea',
    layers: [
      ['lemon-juice', 0.04, 'mL'],
      ['white-sugar', 0.06, 'g'],
    ],
  },
  'fresh-juice': { filler: 'orange-juice', layers: [['carrot-juice', 0.3, 'mL']] },
}

/** Amounts of a start are those that somebody would measure: half a mL, half a g. */
const STEP = 0.5

/**
 * A plain drink of a family to begin with, in its usual zone: a start, not a recommendation.
 * @param volumeMl of one cup, above 0
 */
export function startingDrink(family: Family, cupId: string | null, volumeMl: number): RecipeDocument {
  const { filler, layers } = STARTS[family]
  return layers.reduceRight(
    (doc, [ingredient, perMl, unit]) =>
      withLayer(doc, { ingredient }, { value: Math.round((perMl * volumeMl) / STEP) * STEP, unit }),
    newDrink(cupId, volumeMl, filler),
  )
}
