import type { Composition } from '../components'

export const INGREDIENT_KINDS = [
  'fruit',
  'juice',
  'sweetener',
  'water',
  'ice',
  'acid',
  'salt',
  'dairy',
  'plant-milk',
  'tea',
  'herb',
  'flower',
  'root',
  'spice',
  'seed',
  'grain',
  'aroma',
  'peel',
  'concentrate',
  'brew',
  'base',
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

export const CAUTIONS = [
  'potable',
  'keep-cold',
  'tcs',
  'weigh-acid',
  'allergen-milk',
  'allergen-soy',
  'allergen-nuts',
  'allergen-gluten',
  'allergen-celery',
  'honey-infants',
] as const
export type Caution = (typeof CAUTIONS)[number]

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
    /** shares of peel and pith by mass, and what both are made of; none where nobody has said */
    outer?: { peel: number; pith: number; composition: Composition }
    handbook: Handbook
  }
  /** how sweet a gram is against sucrose, where it is not a sugar; the strength of a product is on its label */
  sweetnessTimesSucrose?: number
  /** pH, usual or measured; none where nobody knows it */
  ph?: number
  /** g of a US cup of 236.588 mL, as poured */
  cupG?: number
  /** net charge of its strong ions, mmol per g, where it is known from its formula instead of from a pH */
  strongIonMmolPerG?: number
  /** codes of what to mind with it, such as `potable` where it is not boiled afterwards */
  cautions?: readonly Caution[]
}

/** g of water in 100 g below which a sweetener is a powder or crystals; syrups and honeys have more. */
const DRY_BELOW_G = 15
/** A sweetener that comes dry, by the water in it. */
export const isDrySweetener = ({ kind, composition }: Pick<IngredientData, 'kind' | 'composition'>): boolean =>
  kind === 'sweetener' && 100 - Object.values(composition).reduce((sum, g) => sum + g, 0) < DRY_BELOW_G
