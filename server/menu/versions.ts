import { Evaluator, Standards } from '#core/recipe'
import type { Version } from '#core/books'
import { RecipeVersion } from '../db/models'
import type { Read } from '../db/connect'
import { rowsOf } from '../db/rows'
import { snapshotsOf } from './standards'

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
