import { DOCUMENT_SCHEMA, type RecipeDocument } from './document'

/** One function per schema number that ever was: takes a document of that number to the next. None yet. */
const UPGRADES: Record<number, (doc: { schema: number }) => { schema: number }> = {}

/**
 * Brings a stored document to the current schema.
 * @throws RangeError when it was written by a newer Olvex
 */
export function upgradeDocument(doc: { schema: number }): RecipeDocument {
  let current = doc
  while (current.schema < DOCUMENT_SCHEMA) {
    const step = UPGRADES[current.schema]
    if (!step) throw new RangeError(`no way up from document schema ${current.schema}`)
    current = step(current)
  }
  if (current.schema !== DOCUMENT_SCHEMA) throw new RangeError(`document schema ${current.schema} is newer than this Olvex`)
  return current as RecipeDocument
}
