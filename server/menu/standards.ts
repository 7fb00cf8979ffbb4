import { QueryTypes } from 'sequelize'
import { claimsOf } from '#core/label'
import { ProcessLimit } from '#core/process'
import {
  isOnlyWater,
  CORE_VERSION,
  Evaluator,
  Standards,
  figuresToSign,
  namesIn,
  type Evaluation,
  type RecipeContext,
  type RecipeDocument,
  type Snapshots,
} from '#core/recipe'
import type { Body, Reply } from '#shared/contract'
import { Recipe, RecipeVersion, Snapshot } from '../db/models'
import { database, fromJson, toJson, type Read, type Tx } from '../db/connect'
import { closure, keepSnapshots } from '../db/snapshots'
import { recordChange } from '../platform/changes'
import { now } from '../platform/clock'
import { invalid, notFound, refuseUnlessConfirmed } from '../platform/errors'
import { dataOf, findIngredients } from './ingredients'
import { save } from '../platform/documents'
import { documentOf, viewOf } from './recipe-rows'
import type { Who } from '../people/who'
import { rowOf, rowsOf } from '../db/rows'

/** Snapshots by their hashes, with all that they are made of. */
export async function snapshotsOf(tx: Read, hashes: readonly string[]): Promise<Snapshots> {
  const found: Snapshots = { ingredients: {}, recipes: {} }
  const asked = new Set<string>()
  let next = [...new Set(hashes)]
  while (next.length) {
    next.forEach((hash) => asked.add(hash))
    const rows = await rowsOf(Snapshot, { where: { hash: next }, transaction: tx })
    for (const { hash, kind, content } of rows) {
      if (kind === 'ingredient') found.ingredients[hash] = fromJson(content)
      else found.recipes[hash] = fromJson(content)
    }
    const within = rows.filter((r) => r.kind === 'recipe').map((r) => found.recipes[r.hash]!)
    const leadsTo = within.flatMap((r) => [...Object.values(r.preps), ...Object.values(r.ingredients)])
    next = [...new Set(leadsTo)].filter((hash) => !asked.has(hash))
  }
  return found
}

/** The latest standard of each of these recipes: its id and snapshot; `unsigned` where there is none yet. */
async function standardsOf(
  tx: Tx,
  recipeIds: readonly string[],
): Promise<Map<string, 'unsigned' | { id: string; snapshot: string }>> {
  if (!recipeIds.length) return new Map()
  const rows = await database().query<{ recipeId: string; id: string | null; snapshot: string }>(
    `SELECT r.id AS recipeId, v.id, v.snapshot FROM recipe r
       LEFT JOIN recipe_version v ON v.recipe_id = r.id
        AND v.number = (SELECT MAX(number) FROM recipe_version WHERE recipe_id = r.id)
      WHERE r.id IN (:recipeIds)`,
    { type: QueryTypes.SELECT, replacements: { recipeIds }, transaction: tx },
  )
  return new Map(rows.map((r) => [r.recipeId, r.id ? { id: r.id, snapshot: r.snapshot } : 'unsigned']))
}

/** What names stand for now: ingredients of the moment, and the standards of preps. */
export async function asOfNow(
  tx: Tx,
  names: ReturnType<typeof namesIn>,
): Promise<{ context: RecipeContext; preps: Record<string, string> }> {
  const ingredients = await findIngredients(tx, names.ingredients)
  const latest = await standardsOf(tx, names.preps)
  const signed = [...latest].flatMap(([id, s]) => (s === 'unsigned' ? [] : [[id, s] as const]))
  const standards = new Standards()
  standards.add(
    await snapshotsOf(
      tx,
      signed.map(([, s]) => s.snapshot),
    ),
  )
  const context: RecipeContext = {
    ingredient: (key) => dataOf(ingredients.get(key)),
    prep: (id) => {
      const found = latest.get(id)
      return typeof found === 'object' ? standards.source(found.snapshot) : found
    },
  }
  return { context, preps: Object.fromEntries(signed.map(([id, s]) => [id, s.id])) }
}

function evaluated(context: RecipeContext, recipeId: string, document: RecipeDocument): Evaluation {
  try {
    return new Evaluator(context).evaluate(document, [recipeId])
  } catch (e) {
    if (e instanceof ProcessLimit)
      throw invalid([{ field: `draft.${e.field ?? ''}`, code: e.code, numbers: e.numbers }])
    throw e
  }
}

/** Refuses a draft that cannot be made. One that takes a prep which nobody has signed yet may be kept, not signed. */
export async function canBeMade(tx: Tx, recipeId: string, document: RecipeDocument): Promise<void> {
  const { context } = await asOfNow(tx, namesIn(document))
  const isUnsigned = namesIn(document).preps.some((id) => context.prep(id) === 'unsigned')
  if (!isUnsigned) evaluated(context, recipeId, document)
}

/**
 * The draft becomes the next standard, which never changes: all that an evaluation of it reads is stored with it, and
 * the figures as they are now.
 */
export async function signOff(tx: Tx, recipeId: string, body: Body<'signOff'>, who: Who): Promise<Reply<'signOff'>> {
  const row = await rowOf(Recipe, { where: { id: recipeId }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (!row) throw notFound('recipe')
  await save(
    tx,
    who,
    'recipe',
    recipeId,
    viewOf(row),
    { ...viewOf(row), version: body.version } as { version: number },
    (r) => Recipe.update({ version: r.version }, { where: { id: recipeId }, transaction: tx }),
  )
  const document = documentOf(row.draft)
  const { context, preps } = await asOfNow(tx, namesIn(document))
  const evaluation = evaluated(context, recipeId, document)
  if (evaluation.jug.mass.value <= 0) throw invalid([{ field: 'draft', code: 'drink-empty' }])
  if (isOnlyWater(document)) throw invalid([{ field: 'draft', code: 'drink-of-water' }])
  refuseUnlessConfirmed({ limits: [], doubts: claimsOf(row.name, row.note, evaluation) }, body.confirm)
  const { hash, snapshots } = closure({ document, context })
  await keepSnapshots(database(), tx, snapshots)
  const last = (await RecipeVersion.max('number', { where: { recipeId }, transaction: tx })) as number | null
  const number = (last ?? 0) + 1
  const figures = figuresToSign(evaluation)
  await RecipeVersion.create(
    {
      id: body.id,
      recipeId,
      number,
      document: toJson(document),
      preps: toJson(preps),
      snapshot: hash,
      coreVersion: CORE_VERSION,
      figures: toJson(figures),
      personId: who.personId,
      signedAt: now(),
    },
    { transaction: tx },
  )
  await recordChange(tx, who, 'standard', body.id, null, { recipeId, number, figures })
  return { id: body.id, number }
}
