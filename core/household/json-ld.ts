// A recipe as schema.org writes it (JSON-LD): a file, or a script block of a page.

const BLOCK = /<script[^>]*application\/ld\+json[^>]*>([\s\S]*?)<\/script>/gi
/** No more of a file than this is looked at, letters. */
const MOST_JSON = 5_000_000
const MOST_DEEP = 12

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }

/** The first recipe in a text that is JSON-LD, or a page that holds some. */
function recipeOf(text: string): Node | null {
  const start = text.slice(0, MOST_JSON)
  const blocks = [...start.matchAll(BLOCK)].map((m) => m[1]!)
  for (const block of blocks.length ? blocks : /^\s*[[{]/.test(start) ? [start] : []) {
    const found = recipeIn(parsed(block), 0)
    if (found) return found
  }
  return null
}

/**
 * The lines of the first recipe in a text that is JSON-LD, or a page that holds some: its name, its ingredients, its
 * instructions. Null where there is none, and for what cannot be read.
 */
export function linesOfJsonLd(text: string): string | null {
  const found = recipeOf(text)
  if (!found) return null
  const { name, recipeIngredient, recipeInstructions } = found
  return [textOf(name), ...linesOf(recipeIngredient ?? null), ...linesOf(recipeInstructions ?? null)].join('\n')
}

/** Under this name Olvex writes its own document into a recipe that it gives away, to read it back as it was. */
export const OWN_DOCUMENT = 'olvex:recipe-document'

/**
 * What Olvex wrote of a recipe beside its lines, as it stands there, to be checked by whoever takes it; null where it
 * wrote none.
 */
export function ownDocumentIn(text: string): unknown {
  const ids = [recipeOf(text)?.identifier].flat()
  const own = ids.find((i) => isNode(i) && i.propertyID === OWN_DOCUMENT)
  return isNode(own) && typeof own.value === 'string' ? parsed(own.value) : null
}

function parsed(block: string): Json {
  try {
    return JSON.parse(block) as Json
  } catch {
    return null
  }
}
type Node = { [key: string]: Json }
const isNode = (json: Json | undefined): json is Node =>
  typeof json === 'object' && json !== null && !Array.isArray(json)
const isRecipe = (node: Node): boolean => [node['@type']].flat().includes('Recipe')

function recipeIn(json: Json | undefined, depth: number): Node | null {
  if (depth > MOST_DEEP || json === undefined) return null
  if (Array.isArray(json)) {
    for (const j of json) {
      const found = recipeIn(j, depth + 1)
      if (found) return found
    }
    return null
  }
  if (!isNode(json)) return null
  return isRecipe(json) ? json : (recipeIn(json['@graph'], depth + 1) ?? recipeIn(json.mainEntity, depth + 1))
}

const textOf = (json: Json | undefined): string => (typeof json === 'string' ? json.replace(/\s+/g, ' ').trim() : '')
/** Text, steps and sections of steps, one to a line. */
function linesOf(json: Json, depth = 0): string[] {
  if (depth > MOST_DEEP) return []
  if (typeof json === 'string') return json.split(/\r?\n/).map((l) => l.trim())
  if (Array.isArray(json)) return json.flatMap((j) => linesOf(j, depth + 1))
  if (!isNode(json)) return []
  return json.itemListElement
    ? linesOf(json.itemListElement, depth + 1)
    : linesOf(json.text ?? json.name ?? null, depth + 1)
}
