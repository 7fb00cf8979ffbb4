import canonicalize from 'canonicalize'
import { isAllergen } from '../safety/cautions'
import { INGREDIENTS, type IngredientData } from '../substances'
import type { RecipeContext, RecipeSource, SipConditions, TakesByThing } from './context'
import { itemsOf } from './edit'
import type { RecipeDocument } from './document'
import { upgradeDocument } from './upgrade'

/**
 * The core's number, stored with every standard: which sums made its figures. It moves when figures of a recipe move;
 * a test holds them to what this number last gave.
 */
export const CORE_VERSION = '0.3.0'

/** A recipe as it was signed: its document, and by their hashes what the names in it stood for. */
export interface RecipeSnapshot {
  document: RecipeDocument
  /** ingredient key to the hash of its row */
  ingredients: Record<string, string>
  /** recipe id to the hash of the prep's own snapshot */
  preps: Record<string, string>
}

/** What standards are evaluated from, each piece once, by the hash of its content. */
export interface Snapshots {
  ingredients: Record<string, IngredientData>
  recipes: Record<string, RecipeSnapshot>
}

/** One text for one content, whatever the order of its names (RFC 8785). */
export const canonical = (content: unknown): string => canonicalize(content)!

/** Keys of the ingredients that an evaluation looks up, and ids of the preps. */
export function namesIn(doc: RecipeDocument): { ingredients: string[]; preps: string[] } {
  const items = itemsOf(doc)
  const keys = items.flatMap((i) => ('ingredient' in i ? [i.ingredient] : []))
  const garnish = doc.serve?.garnish.map((g) => g.ingredient) ?? []
  return {
    ingredients: [...new Set([...keys, ...garnish])],
    preps: [...new Set(items.flatMap((i) => ('prep' in i ? [i.prep] : [])))],
  }
}

/**
 * All that an evaluation of a recipe reads, put down at every depth. What is not known stays out, and is not known when
 * it is evaluated either.
 * @param hashOf hash of a canonical text
 * @param within ids of the recipes it is part of
 */
export function closureOf(
  { document, context, snapshot }: RecipeSource,
  hashOf: (text: string) => string,
  within: readonly string[] = [],
): { hash: string; snapshots: Snapshots } {
  const snapshots: Snapshots = { ingredients: {}, recipes: {} }
  // What is a standard already was put down when it was signed.
  if (snapshot) return { hash: snapshot, snapshots }
  const recipe: RecipeSnapshot = { document, ingredients: {}, preps: {} }
  const { ingredients, preps } = namesIn(document)
  for (const key of ingredients) {
    const row = context.ingredient(key)
    if (!row) continue
    const hash = hashOf(canonical(row))
    recipe.ingredients[key] = hash
    snapshots.ingredients[hash] = row
  }
  for (const id of preps) {
    const prep = context.prep(id)
    if (typeof prep !== 'object' || within.includes(id)) continue
    const inner = closureOf(prep, hashOf, [...within, id])
    recipe.preps[id] = inner.hash
    Object.assign(snapshots.ingredients, inner.snapshots.ingredients)
    Object.assign(snapshots.recipes, inner.snapshots.recipes)
  }
  const hash = hashOf(canonical(recipe))
  snapshots.recipes[hash] = recipe
  return { hash, snapshots }
}

/**
 * Signed recipes by the hash of their snapshot. A hash always gives the same objects, so that what was worked out of a
 * prep or an ingredient holds for all that take it, however often the same is read again.
 */
export class Standards {
  private readonly ingredients = new Map<string, IngredientData>()
  private readonly recipes = new Map<string, RecipeSnapshot>()
  private readonly sources = new Map<string, RecipeSource>()
  private readonly takes: TakesByThing = new Map()

  /** @param sip how a guest drinks: of the stand, and not of the recipe */
  constructor(readonly sip: () => SipConditions | undefined = () => undefined) {}

  add({ ingredients, recipes }: Snapshots): void {
    for (const [hash, row] of Object.entries(ingredients))
      if (!this.ingredients.has(hash)) this.ingredients.set(hash, withAllergens(row))
    for (const [hash, recipe] of Object.entries(recipes)) if (!this.recipes.has(hash)) this.recipes.set(hash, recipe)
  }

  /**
   * The standard of this hash, and nothing of today but how a guest drinks.
   * @throws RangeError when its document was written by a newer Olvex
   */
  source(hash: string): RecipeSource | undefined {
    const known = this.sources.get(hash)
    if (known) return known
    const recipe = this.recipes.get(hash)
    if (!recipe) return undefined
    const source = {
      document: upgradeDocument(recipe.document),
      context: new SignedContext(this, recipe, this.takes),
      snapshot: hash,
    }
    this.sources.set(hash, source)
    return source
  }

  /** An ingredient by the hash of its row. */
  row(hash: string): IngredientData | undefined {
    return this.ingredients.get(hash)
  }

  /**
   * Names of what a recipe takes that would be put down otherwise if it were signed today: preps with a newer standard,
   * ingredients with other values.
   * @param today what its names stand for now
   */
  changedSince(hash: string, today: RecipeContext): string[] {
    const signed = this.recipes.get(hash)
    if (!signed) return []
    const rows = Object.entries(signed.ingredients).filter(([key, row]) => {
      const [was, is] = [this.ingredients.get(row), today.ingredient(key)]
      return was && is && whatCounts(was) !== whatCounts(is)
    })
    const preps = Object.entries(signed.preps).filter(([id, snapshot]) => {
      const is = today.prep(id)
      return typeof is === 'object' && is.snapshot !== snapshot
    })
    return [...rows.map(([key]) => key), ...preps.map(([id]) => `prep:${id}`)]
  }
}

/** What names stood for when a recipe was signed. */
class SignedContext implements RecipeContext {
  constructor(
    private readonly standards: Standards,
    private readonly recipe: RecipeSnapshot,
    readonly fixed: TakesByThing,
  ) {}
  // What every object has, such as a constructor, is no hash, and is not found.
  ingredient(key: string): IngredientData | undefined {
    return this.standards.row(this.recipe.ingredients[key]!)
  }
  prep(id: string): RecipeSource | undefined {
    return this.standards.source(this.recipe.preps[id]!)
  }
  get sip(): SipConditions | undefined {
    return this.standards.sip()
  }
}

/** What is known by now to be in it, whatever was signed: who may not have it is told. */
function withAllergens(row: IngredientData): IngredientData {
  const known = (INGREDIENTS.get(row.key)?.cautions ?? []).filter(isAllergen)
  const more = known.filter((c) => !row.cautions?.includes(c))
  return more.length ? { ...row, cautions: [...(row.cautions ?? []), ...more] } : row
}

/** Of an ingredient what moves a figure: not where it comes from, nor what pressing it gives, which is always live. */
const whatCounts = ({ source: _source, fruit, ...row }: IngredientData): string =>
  canonical({ ...row, insolubleShare: fruit?.insolubleShare })
