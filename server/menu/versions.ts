import { Evaluator, Standards, type RecipeContext, type namesIn } from '#core/recipe'
import type { Version } from '#core/books'
import { RecipeVersion } from '../db/models'
import type { Read, Tx } from '../db/connect'
import { rowsOf } from '../db/rows'
import { asOfNow, snapshotsOf } from './standards'

/** Versions of recipes by id, each evaluated from what it was signed with; one that cannot be read is left out. */
export async function versionsOf(tx: Read, ids: readonly string[]): Promise<Map<string, Version>> {
  if (!ids.length) return new Map()
  const rows = await rowsOf(RecipeVersion, {
    where: { id: [...new Set(ids)] },
    attributes: ['id', 'recipeId', 'snapshot'],
    transaction: tx,
  })
  const signed = rows.flatMap((r) => (r.snapshot ? [{ ...r, snapshot: r.snapshot }] : []))
  const standards = new Standards()
  standards.add(
    await snapshotsOf(
      tx,
      signed.map((r) => r.snapshot),
    ),
  )
  const out = new Map<string, Version>()
  for (const { id, recipeId, snapshot } of signed) {
    const source = standards.source(snapshot)
    if (!source) continue
    out.set(id, { recipeId, evaluation: new Evaluator(source.context).evaluate(source.document, [recipeId]) })
  }
  return out
}

/** The recipes that versions are of, by version. */
export async function recipesOf(tx: Read, ids: readonly string[]): Promise<Map<string, string>> {
  if (!ids.length) return new Map()
  const where = { id: [...new Set(ids)] }
  const rows = await rowsOf(RecipeVersion, { where, attributes: ['id', 'recipeId'], transaction: tx })
  return new Map(rows.map((r) => [r.id, r.recipeId]))
}

/**
 * What names in a batch stand for: what its version was signed with, and today's for what was put into it beside.
 * @param names all that goes into it
 */
export async function contextOf(
  tx: Tx,
  versionId: string | null,
  names: ReturnType<typeof namesIn>,
): Promise<RecipeContext> {
  const signed = versionId ? await signedContext(tx, versionId) : null
  const beside = {
    ingredients: names.ingredients.filter((key) => !signed?.ingredient(key)),
    preps: names.preps.filter((id) => !signed?.prep(id)),
  }
  if (signed && !beside.ingredients.length && !beside.preps.length) return signed
  const { context: today } = await asOfNow(tx, beside)
  return {
    ingredient: (key) => signed?.ingredient(key) ?? today.ingredient(key),
    prep: (id) => signed?.prep(id) ?? today.prep(id),
  }
}
async function signedContext(tx: Tx, versionId: string): Promise<RecipeContext | null> {
  const [row] = await rowsOf(RecipeVersion, { where: { id: versionId }, attributes: ['snapshot'], transaction: tx })
  if (!row?.snapshot) return null
  const standards = new Standards()
  standards.add(await snapshotsOf(tx, [row.snapshot]))
  return standards.source(row.snapshot)?.context ?? null
}
