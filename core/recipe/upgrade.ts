import { DOCUMENT_SCHEMA, type RecipeDocument } from './document'

interface AnyDocument {
  schema: number
  steps?: unknown
}

/** Numbers of steps that documents of schema 1 could have: the ice itself and the room say them now. */
export const OLD_NUMBERS: Readonly<Record<string, readonly string[]>> = {
  iceInCup: ['toC'],
  chillWithIce: ['iceTempC'],
}

function withoutOldNumbers(doc: AnyDocument): AnyDocument {
  const steps = Array.isArray(doc.steps)
    ? (doc.steps as { op: string }[]).map((step) =>
        Object.fromEntries(Object.entries(step).filter(([name]) => !OLD_NUMBERS[step.op]?.includes(name))),
      )
    : doc.steps
  return { ...doc, schema: 2, steps }
}

/** One function per schema number that ever was: takes a document of that number to the next. */
const UPGRADES: Record<number, (doc: AnyDocument) => AnyDocument> = { 1: withoutOldNumbers }

/**
 * Brings a stored document to the current schema.
 * @throws RangeError when it was written by a newer Olvex
 */
export function upgradeDocument(doc: { schema: number }): RecipeDocument {
  let current: AnyDocument = doc
  while (current.schema < DOCUMENT_SCHEMA) {
    const step = UPGRADES[current.schema]
    if (!step) throw new RangeError(`no way up from document schema ${current.schema}`)
    current = step(current)
  }
  if (current.schema !== DOCUMENT_SCHEMA)
    throw new RangeError(`document schema ${current.schema} is newer than this Olvex`)
  return current as unknown as RecipeDocument
}
