import { INGREDIENTS } from '../substances'
import type { RecipeContext, SipConditions } from './context'
import type { RecipeDocument } from './document'

/** Shipped ingredients and some preps by name: what tests, bench and the worked table evaluate in. */
export function shippedContext(
  preps: Readonly<Record<string, RecipeDocument>> = {},
  sip?: SipConditions,
): RecipeContext {
  const context: RecipeContext = {
    ingredient: (key) => INGREDIENTS.get(key),
    prep: (id) => (preps[id] ? { document: preps[id], context } : undefined),
    sip,
  }
  return context
}
