import { itemKey, type RecipeDocument } from './document'
import { itemsOf } from './edit'

/** Preps by the way from one to the next, as a sentence names them. */
export const wayOf = (recipeIds: readonly string[]): string => recipeIds.map((prep) => itemKey({ prep })).join('>')

/**
 * The preps by which a recipe would be made of itself, from it and back to it; null where it is not.
 * @param documentOf what a prep is made of, as it is drawn up now
 */
export function loopThrough(
  recipeId: string,
  doc: RecipeDocument,
  documentOf: (recipeId: string) => RecipeDocument | undefined,
): string[] | null {
  const seen = new Set<string>()
  const search = (of: RecipeDocument, way: readonly string[]): string[] | null => {
    for (const item of itemsOf(of)) {
      if (!('prep' in item)) continue
      if (item.prep === recipeId) return [...way, recipeId]
      if (seen.has(item.prep)) continue
      seen.add(item.prep)
      const next = documentOf(item.prep)
      const found = next && search(next, [...way, item.prep])
      if (found) return found
    }
    return null
  }
  return search(doc, [recipeId])
}
