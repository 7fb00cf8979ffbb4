import type { Composition } from '../components'

export const INGREDIENT_KINDS = [
  'fruit', 'juice', 'sweetener', 'water', 'ice', 'acid', 'salt', 'dairy', 'plant-milk', 'tea', 'herb', 'flower', 'root', 'spice', 'seed', 'grain', 'aroma',
] as const
export type IngredientKind = (typeof INGREDIENT_KINDS)[number]

/** What a kilo of fruit gives before anyone here has pressed any. */
export interface Handbook {
  /** g of juice per g as purchased */
  juiceShare: number
  source: string
  /** true where the share is a guess of the trade, not a published figure */
  guess?: true
}

export interface IngredientData {
  key: string
  kind: IngredientKind
  /** g per 100 g; for fruit, of the liquor in it (its juice). Water is what is left. */
  composition: Composition
  /** Where the composition comes from. */
  source: string
  fruit?: {
    /** the juice that pressing it makes */
    juice: string
    /** g insoluble per g as purchased: what no press turns into juice. From memory, rounded. */
    insolubleShare: number
    handbook: Handbook
  }
  /** how sweet a gram is against sucrose, where it is not a sugar; the strength of a product is on its label */
  sweetnessTimesSucrose?: number
  /** measured pH, in place of the usual one */
  ph?: number
  /** net charge of its strong ions, mmol per g, where it is known from its formula instead of from a pH */
  strongIonMmolPerG?: number
  /** must be potable where it is not boiled afterwards; shown as a caution */
  caution?: 'potable' | 'keep-cold' | 'tcs' | 'weigh-acid' | 'allergen-milk'
}

