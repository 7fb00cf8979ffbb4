import { QueryTypes } from 'sequelize'
import {
  itemsOf,
  loopThrough,
  upgradeDocument,
  itemKey,
  wayOf,
  type RecipeDocument,
  type SignedFigures,
} from '#core/recipe'
import { checkPaid } from '#core/limits'
import type { Body, Reply, Standard } from '#shared/contract'
import { Recipe, RecipeUse } from '../db/models'
import { database, fromJson, toJson, toNumberOrNull, type Read, type Tx } from '../db/connect'
import { currencyDecimals } from '../platform/business'
import { now } from '../platform/clock'
import { invalid } from '../platform/errors'
import { save } from '../platform/documents'
import { viewOf, type RawRecipe } from './recipe-rows'
import { canBeMade, snapshotsOf } from './standards'
import { listUses } from './uses'
import type { Who } from '../people/who'
import { rowOf, rowsOf } from '../db/rows'

interface Signed {
  standardId: string | null
  number: number
  snapshot: string
  filled: 0 | 1
  coreVersion: string
  figures: string
  signedAt: Date
  signedBy: string
}
type Listed = RawRecipe & Signed
const SIGNED = `v.id AS standardId, v.number, v.snapshot, v.filled, v.core_version AS coreVersion, v.figures,
  v.signed_at AS signedAt, p.name AS signedBy`

/** Drinks and preps, each with its latest standard, and what standards are evaluated from: each piece once. */
export async function listRecipes(tx: Read, who: Who): Promise<Reply<'recipes'>> {
  const rows = await database().query<Listed>(
    `SELECT r.id, r.kind, r.name, r.shipped, r.family, r.draft, r.sell_price AS sellPrice, r.size_prices AS sizePrices,
            r.note, r.retired, r.version,
            ${SIGNED}
       FROM recipe r
       LEFT JOIN recipe_version v ON v.recipe_id = r.id AND v.number = (SELECT MAX(number) FROM recipe_version WHERE recipe_id = r.id)
       LEFT JOIN person p ON p.id = v.person_id
      ORDER BY r.created_at, r.id`,
    { type: QueryTypes.SELECT, transaction: tx },
  )
  const recipes = rows.map((r) => ({ ...viewOf(r), standard: r.standardId ? standardOf(r) : null }))
  const said = await listUses(tx, who)
  const poured = new Map(
    (await signedOf(tx, 'v.id IN (:ids)', { ids: said.flatMap((u) => u.versionId ?? []) })).map((s) => [s.id, s]),
  )
  const uses = said.map((u) => ({ ...u, standard: (u.versionId && poured.get(u.versionId)) || null }))
  const hashes = [...recipes, ...uses].flatMap((r) => r.standard?.snapshot ?? [])
  return { recipes, uses, snapshots: await snapshotsOf(tx, hashes) }
}

/** Standards that answer to a condition, the newest first. */
async function signedOf(tx: Read, where: string, by: { ids: readonly string[] }): Promise<Standard[]> {
  if (!by.ids.length) return []
  const rows = await database().query<Signed>(
    `SELECT ${SIGNED} FROM recipe_version v LEFT JOIN person p ON p.id = v.person_id
      WHERE ${where} AND v.snapshot IS NOT NULL ORDER BY v.number DESC`,
    { type: QueryTypes.SELECT, replacements: by, transaction: tx },
  )
  return rows.map(standardOf)
}

/** Every standard of a recipe, and what they are evaluated from. */
export async function listStandards(tx: Read, recipeId: string): Promise<Reply<'standards'>> {
  const standards = await signedOf(tx, 'v.recipe_id IN (:ids)', { ids: [recipeId] })
  const snapshots = await snapshotsOf(
    tx,
    standards.map((s) => s.snapshot),
  )
  return { standards, snapshots }
}

const standardOf = (r: Signed): Standard => ({
  id: r.standardId!,
  number: r.number,
  snapshot: r.snapshot,
  filled: Boolean(r.filled),
  coreVersion: r.coreVersion,
  figures: fromJson<SignedFigures>(r.figures),
  signedAt: r.signedAt.toISOString(),
  signedBy: r.signedBy,
})

/** Refuses what would be made of itself, by way of preps as they are drawn up now. */
async function refuseLoop(tx: Tx, id: string, draft: RecipeDocument): Promise<void> {
  if (!itemsOf(draft).some((item) => 'prep' in item)) return
  const rows = await rowsOf(Recipe, { where: { kind: 'prep' }, attributes: ['id', 'draft'], transaction: tx })
  const drafts = new Map(rows.map((r) => [r.id, fromJson<RecipeDocument>(r.draft)]))
  const way = loopThrough(id, draft, (prep) => drafts.get(prep))
  if (way) throw invalid([{ field: wayOf(way), code: 'prep-loop' }])
}

/** Makes or changes a draft. A draft that cannot be made is not saved; one that waits for a prep's sign-off is. */
export async function putRecipe(tx: Tx, id: string, body: Body<'putRecipe'>, who: Who): Promise<Reply<'putRecipe'>> {
  const before = await rowOf(Recipe, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (body.draft.kind !== body.kind || (before && before.kind !== body.kind))
    throw invalid([{ field: 'kind', code: 'kind-differs' }])
  if (body.kind === 'drink' && !body.draft.serve) throw invalid([{ field: 'draft.serve', code: 'serve-missing' }])
  const draft = upgradeDocument(body.draft)
  await refuseLoop(tx, id, draft)
  await canBeMade(tx, id, draft)
  const sellPrice =
    who.role === 'owner' && body.sellPrice !== undefined ? body.sellPrice : toNumberOrNull(before?.sellPrice ?? null)
  const known = before && viewOf(before)
  const sizePrices = who.role === 'owner' && body.sizePrices ? body.sizePrices : (known?.sizePrices ?? [])
  const decimals = await currencyDecimals(tx)
  const coins = [
    ...(sellPrice === null ? [] : checkPaid(sellPrice, decimals, 'sellPrice')),
    ...sizePrices.flatMap((s, i) => checkPaid(s.sizePrice ?? 0, decimals, `sizePrices.${i}.sizePrice`)),
  ]
  if (coins.length) throw invalid(coins)
  const note = body.note ?? before?.note ?? ''
  const retired = body.retired ?? Boolean(before?.retired)
  const fields = {
    ...{ name: body.name, family: body.family, sellPrice, note, retired, version: body.version + 1 },
    sizePrices: toJson(sizePrices),
  }
  const done = await save(
    tx,
    who,
    'recipe',
    id,
    known,
    { ...body, note, retired, sellPrice, sizePrices } as { version: number },
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
