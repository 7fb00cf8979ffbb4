import { QueryTypes } from 'sequelize'
import { Evaluator, itemsOf, upgradeDocument, itemKey, type RecipeContext, type RecipeDocument } from '#core/recipe'
import { ProcessLimit } from '#core/process'
import type { Body, Recipe as RecipeRow, Reply } from '#shared/contract'
import { Recipe, RecipeUse, RecipeVersion } from '../db/models'
import { database, fromJson, toJson, toNumberOrNull, type Read, type Tx } from '../db/connect'
import { recordChange } from './changes'
import { now } from './clock'
import { invalid, notFound } from './errors'
import { dataOf, listIngredients } from './ingredients'
import { save } from './places'
import { maskFor, type Who } from './who'

/** The core's number, stored with every standard: which sums made its figures. */
export const CORE_VERSION = '0.1.0'

interface Raw { id: string; kind: 'drink' | 'prep'; name: string; shipped: string | null; family: RecipeRow['family']; draft: string; sellEur: string | null; version: number }
interface RawVersion { id: string; recipeId: string; document: string }
const documentOf = (json: unknown): RecipeDocument => upgradeDocument(fromJson<{ schema: number }>(json))

type Listed = Raw & { standardId: string | null; number: number; document: string; signedAt: Date; signedBy: string }

/** Drinks and preps, each with its latest standard. */
export async function listRecipes(tx: Read, who: Who): Promise<Reply<'recipes'>> {
  const rows = await database().query<Listed>(
    `SELECT r.id, r.kind, r.name, r.shipped, r.family, r.draft, r.sell_eur AS sellEur, r.version,
            v.id AS standardId, v.number, v.document, v.signed_at AS signedAt, p.name AS signedBy
       FROM recipe r
       LEFT JOIN recipe_version v ON v.recipe_id = r.id AND v.number = (SELECT MAX(number) FROM recipe_version WHERE recipe_id = r.id)
       LEFT JOIN person p ON p.id = v.person_id
      ORDER BY r.created_at, r.id`,
    { type: QueryTypes.SELECT, transaction: tx },
  )
  return rows.map((r) => ({
    ...maskFor(who, view(r)),
    standard: r.standardId ? { id: r.standardId, number: r.number, document: documentOf(r.document), signedAt: r.signedAt.toISOString(), signedBy: r.signedBy } : null,
  }))
}

function view(r: Raw): RecipeRow {
  return {
    id: r.id, kind: r.kind, name: r.name, shipped: r.shipped, family: r.family, draft: documentOf(r.draft), sellEur: toNumberOrNull(r.sellEur), version: r.version,
    standard: null,
  }
}

/** Makes or changes a draft. It must evaluate: a draft that cannot be made is not saved. */
export async function putRecipe(tx: Tx, id: string, body: Body<'putRecipe'>, who: Who): Promise<Reply<'putRecipe'>> {
  const before = await Recipe.findOne({ where: { id }, lock: tx.LOCK.UPDATE, transaction: tx, raw: true }) as unknown as Raw | null
  if (body.draft.kind !== body.kind) throw invalid([{ field: 'draft', code: 'kind-differs' }])
  await evaluated(tx, id, body.draft)
  const sellEur = who.role === 'owner' && body.sellEur !== undefined ? body.sellEur : toNumberOrNull(before?.sellEur ?? null)
  const fields = { name: body.name, family: body.family, sellEur, version: body.version + 1 }
  const done = await save(tx, who, 'recipe', id, before && view(before), { ...body, sellEur } as { version: number }, () => before
    ? Recipe.update({ ...fields, draft: toJson(body.draft) }, { where: { id }, transaction: tx })
    : Recipe.create({ id, kind: body.kind, shipped: null, ...fields, draft: toJson(body.draft), createdAt: now() }, { transaction: tx }))
  await RecipeUse.destroy({ where: { recipeId: id }, transaction: tx })
  const used = [...new Set(itemsOf(body.draft).map(itemKey))]
  await RecipeUse.bulkCreate(used.map((item) => ({ recipeId: id, itemKey: item })), { transaction: tx })
  return done
}

/** The draft becomes the next standard, which never changes: document, preps, compositions and figures are stored with it. */
export async function signOff(tx: Tx, recipeId: string, body: Body<'signOff'>, who: Who): Promise<Reply<'signOff'>> {
  const row = await Recipe.findOne({ where: { id: recipeId }, lock: tx.LOCK.UPDATE, transaction: tx, raw: true }) as unknown as Raw | null
  if (!row) throw notFound('recipe')
  await save(tx, who, 'recipe', recipeId, view(row), { ...view(row), version: body.version } as { version: number }, (r) => Recipe.update({ version: r.version }, { where: { id: recipeId }, transaction: tx }))
  const document = documentOf(row.draft)
  const { evaluation, preps, composition } = await evaluated(tx, recipeId, document)
  if (evaluation.jug.mass.value <= 0) throw invalid([{ field: 'draft', code: 'drink-empty' }])
  const last = (await RecipeVersion.max('number', { where: { recipeId }, transaction: tx })) as number | null
  const number = (last ?? 0) + 1
  const sip = (m: typeof evaluation.jug) => ({ volumeMl: m.volume.value, brix: m.brix.value, taGPer100Ml: m.ta.value, ratio: m.ratio?.value ?? null, tempC: m.temp.value })
  const figures = { jug: sip(evaluation.jug), ...(evaluation.cup ? { firstSip: sip(evaluation.cup.firstSip), lastSip: sip(evaluation.cup.lastSip) } : {}) }
  await RecipeVersion.create({ id: body.id, recipeId, number, document: toJson(document), preps: toJson(preps), composition: toJson(composition), coreVersion: CORE_VERSION, figures: toJson(figures), personId: who.personId, signedAt: now() }, { transaction: tx })
  await recordChange(tx, who, 'standard', body.id, null, { recipeId, number, figures })
  return { id: body.id, number }
}

/** Evaluates with the ingredients and preps of the moment, and says which it used. */
async function evaluated(tx: Tx, recipeId: string, document: RecipeDocument) {
  const ingredients = new Map((await listIngredients(tx)).map((i) => [i.key, i]))
  const standards = await prepStandards(tx)
  const composition: Record<string, unknown> = {}
  const preps: Record<string, string> = {}
  const context: RecipeContext = {
    ingredient: (key) => {
      const data = dataOf(ingredients.get(key))
      if (data) composition[key] = { composition: data.composition, source: data.source }
      return data
    },
    prep: (id) => {
      const standard = standards.get(id)
      if (standard) preps[id] = standard.id
      return standard?.document
    },
  }
  try {
    return { evaluation: new Evaluator(context).evaluate(document, [recipeId]), preps, composition }
  } catch (e) {
    if (e instanceof ProcessLimit) throw invalid([{ field: `draft.${e.field ?? ''}`, code: e.code, numbers: e.numbers }])
    throw e
  }
}

async function prepStandards(tx: Tx): Promise<Map<string, { id: string; document: RecipeDocument }>> {
  const rows = await RecipeVersion.findAll({ attributes: ['id', 'recipeId', 'document'], order: [['number', 'ASC']], transaction: tx, raw: true }) as unknown as RawVersion[]
  return new Map(rows.map((r) => [r.recipeId, { id: r.id, document: documentOf(r.document) }]))
}
