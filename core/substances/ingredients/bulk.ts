import { isDrySweetener, type IngredientData, type IngredientKind } from './types'

/** US customary cup: NIST Handbook 44, appendix C (memory). */
const CUP_ML = 236.588

/**
 * g in a mL of what is poured or heaped dry, air between it and all: for what has no weight of a cup of its own. Common
 * practice, no source.
 */
const HEAPED_G_PER_ML: Partial<Record<IngredientKind, number>> = {
  sweetener: 0.85,
  salt: 1.1,
  acid: 0.9,
  tea: 0.3,
  herb: 0.1,
  flower: 0.12,
  root: 0.4,
  spice: 0.45,
  seed: 0.65,
  grain: 0.75,
  peel: 0.4,
}

/** Whether a spoon or a cup of it holds air: sugar, salt and powders, leaves, seeds. */
export function isHeaped(ingredient: IngredientData): boolean {
  if (ingredient.kind === 'sweetener') return isDrySweetener(ingredient)
  if (ingredient.kind === 'acid') return Object.values(ingredient.composition).reduce((sum, g) => sum + g, 0) > 85
  return HEAPED_G_PER_ML[ingredient.kind] !== undefined
}

/** g in a mL as it is poured or heaped, and where that comes from; null for a liquid, which has its own density. */
export function heapedGPerMl(ingredient: IngredientData): { gPerMl: number; source: string } | null {
  // Whole fruit is neither poured nor alike from cup to cup: only what somebody weighed is known.
  if (!isHeaped(ingredient) && !(ingredient.fruit && ingredient.cupG)) return null
  return ingredient.cupG === undefined
    ? { gPerMl: HEAPED_G_PER_ML[ingredient.kind]!, source: 'source.practice' }
    : { gPerMl: ingredient.cupG / CUP_ML, source: 'source.cup-weight' }
}
