import { readingBounds } from '../limits/bounds'
import { observedComposition, ProcessLimit, type Observed } from '../process'
import type { RecipeContext } from '../recipe'
import type { IngredientData } from '../substances'

/**
 * The same names, but what was read of today's juice stands for the juice: its °Bx and its acid. A lemon's °Bx is
 * mostly acid, and is never taken as sugar: where only one of both was read the other stays the ingredient's own.
 * @param readings by the key of the ingredient
 * @throws ProcessLimit where it cannot read that
 */
export function contextOfToday(context: RecipeContext, readings: Readonly<Record<string, Observed>>): RecipeContext {
  const today = new Map<string, IngredientData>()
  for (const [key, reading] of Object.entries(readings)) {
    const data = context.ingredient(key)
    const isRead = reading.brix !== undefined || reading.ta !== undefined
    for (const field of ['brix', 'ta'] as const) {
      const [least, most, code] = readingBounds(field)
      const value = reading[field]
      if (value !== undefined && !(value >= least && value <= most))
        throw new ProcessLimit(code, { value, least, most })
    }
    if (data && isRead)
      today.set(key, {
        ...data,
        composition: observedComposition(data.composition, reading),
        source: 'source.read-today',
      })
  }
  return {
    ingredient: (key) => today.get(key) ?? context.ingredient(key),
    prep: (id) => context.prep(id),
    sip: context.sip,
  }
}
