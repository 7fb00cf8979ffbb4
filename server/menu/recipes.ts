import { QueryTypes } from 'sequelize'
import { itemsOf, upgradeDocument, itemKey, type SignedFigures } from '#core/recipe'
import { checkPaid } from '#core/limits'
import type { Body, Recipe as RecipeRow, Reply } from '#shared/contract'
import { Recipe, RecipeUse } from '../db/models'
import { database, fromJson, toJson, toNumberOrNull, type Read, type Tx } from '../db/connect'
import { currencyDecimals } from '../platform/business'
import { now } from '../platform/clock'
import { invalid } from '../platform/errors'
import { save } from '../platform/documents'
import { viewOf, type RawRecipe } from './recipe-rows'
import { canBeMade, snapshotsOf } from './standards'
import type { Who } from '../people/who'
import { rowOf } from '../db/rows'

type Listed = RawRecipe & {
  standardId: string | null
  number: number
  snapshot: string
  filled: 0 | 1
  coreVersion: string
  figures: string
  signedAt: Date
  signedBy: string
}

/** Drinks and preps, each with its latest standard, and what standards are evaluated from: each piece once. */
export async function listRecipes(tx: Read): Promise<Reply<'recipes'>> {
  const rows = await database().query<Listed>(
    `SELECT r.id, r.kind, r.name, r.shipped, r.family, r.draft, r.sell_price AS sellPrice, r.version,
            v.id AS standardId, v.number, v.snapshot, v.filled, v.core_version AS coreVersion, v.figures, v.signed_at AS signedAt, p.name AS signedBy
       FROM recipe r
       LEFT JOIN recipe_version v ON v.recipe_id = r.id AND v.number = (SELECT MAX(number) FROM recipe_version WHERE recipe_id = r.id)
       LEFT JOIN person p ON p.id = v.person_id
      ORDER BY r.created_at, r.id`,
    { type: QueryTypes.SELECT, transaction: tx },
  )
  const recipes = rows.map((r) => ({ ...viewOf(r), standard: r.standardId ? standardOf(r) : null }))
  return {
    recipes,
    snapshots: await snapshotsOf(
      tx,
      recipes.flatMap((r) => r.standard?.snapshot ?? []),
    ),
  }
}

const standardOf = (r: Listed): NonNullable<RecipeRow['standard']> => ({
  id: r.standardId!,
  number: r.number,
  snapshot: r.snapshot,
  filled: Boolean(r.filled),
  coreVersion: r.coreVersion,
  figures: fromJson<SignedFigures>(r.figures),
  signedAt: r.signedAt.toISOString(),
  signedBy: r.signedBy,
})

/** Makes or changes a draft. A draft that cannot be made is not saved; one that waits for a prep's sign-off is. */
export async function putRecipe(tx: Tx, id: string, body: Body<'putRecipe'>, who: Who): Promise<Reply<'putRecipe'>> {
  const before = await rowOf(Recipe, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (body.draft.kind !== body.kind || (before && before.kind !== body.kind))
    throw invalid([{ field: 'kind', code: 'kind-differs' }])
  if (body.kind === 'drink' && !body.draft.serve) throw invalid([{ field: 'draft.serve', code: 'serve-missing' }])
  const draft = upgradeDocument(body.draft)
  await canBeMade(tx, id, draft)
  const sellPrice =
    who.role === 'owner' && body.sellPrice !== undefined ? body.sellPrice : toNumberOrNull(before?.sellPrice ?? null)
  const coins = sellPrice === null ? [] : checkPaid(sellPrice, await currencyDecimals(tx), 'sellPrice')
  if (coins.length) throw invalid(coins)
  const fields = { name: body.name, family: body.family, sellPrice, version: body.version + 1 }
  const done = await save(
    tx,
    who,
    'recipe',
    id,
    before && viewOf(before),
    { ...body, sellPrice } as { version: number },
    () =>
      before
        ? Recipe.update({ ...fields, draft: toJson(draft) }, { where: { id }, transaction: tx })
        : Recipe.create(
            { id, kind: body.kind, shipped: null, ...fields, draft: toJson(draft), createdAt: now() },
            { transaction: tx },
          ),
  )
  await RecipeUse.destroy({ where: { recipeId: id }, transaction: tx })
  const used = [...new Set(itemsOf(draft).map(itemKey))]
  await RecipeUse.bulkCreate(
    used.map((item) => ({ recipeId: id, itemKey: item })),
    { transaction: tx },
  )
  return done
}
