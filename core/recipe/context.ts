import type { IngredientData } from '../substances'
import type { RecipeDocument } from './document'
import type { Made } from './evaluation'

/** A recipe to evaluate: its document, and what the names in it stand for. */
export interface RecipeSource {
  document: RecipeDocument
  context: RecipeContext
  /** hash of what it was signed as, where it is a standard */
  snapshot?: string
}

/** How a guest drinks: how long, in what room, and what the cup lets through. */
export interface SipConditions {
  minutes: number
  roomC: number
  cupWPerK: number
}

/** What a recipe's names stand for. The same name gives the same object until what it stands for changes. */
export interface RecipeContext {
  ingredient(key: string): IngredientData | undefined
  /** a prep as recipes take it: its standard; `unsigned` while it has none */
  prep(recipeId: string): RecipeSource | 'unsigned' | undefined
  sip?: SipConditions
  /**
   * Where what its names stand for never changes, as of a standard: what was taken so far, by the thing itself and its
   * amount. Contexts that share it know each thing by the same object, so that what one recipe took holds for all.
   */
  fixed?: TakesByThing
}

export type TakesByThing = Map<object, Map<string, Made>>
