import { upgradeDocument, type RecipeDocument } from '#core/recipe'
import type { Recipe as RecipeRow } from '#shared/contract'
import { fromJson, toNumberOrNull } from '../db/connect'
import type { Recipe } from '../db/models'
import type { Row } from '../db/rows'

export type RawRecipe = Pick<
  Row<typeof Recipe>,
  'id' | 'kind' | 'name' | 'shipped' | 'family' | 'draft' | 'sellPrice' | 'sizePrices' | 'note' | 'retired' | 'version'
>
export const documentOf = (json: unknown): RecipeDocument => upgradeDocument(fromJson<{ schema: number }>(json))
/**
 * In a list a document that cannot be read any more stands as it is: its page says what is wrong with it, and the
 * others are there.
 */
function documentAsIs(json: unknown): RecipeDocument {
  try {
    return documentOf(json)
  } catch {
    return fromJson<RecipeDocument>(json)
  }
}

export function viewOf(r: RawRecipe): RecipeRow {
  return {
    id: r.id,
    kind: r.kind,
    name: r.name,
    shipped: r.shipped,
    family: r.family,
    draft: documentAsIs(r.draft),
    sellPrice: toNumberOrNull(r.sellPrice),
    sizePrices: r.sizePrices === null ? [] : fromJson<RecipeRow['sizePrices']>(r.sizePrices),
    note: r.note,
    retired: Boolean(r.retired),
    version: r.version,
    standard: null,
  }
}
