import { checkHandling } from '#core/limits'
import { dataOfRow, INGREDIENTS, ownValuesLimits, type IngredientData, type OwnValues } from '#core/substances'
import type { Body, Ingredient as IngredientRow, Reply } from '#shared/contract'
import type { ProblemField } from '#shared/problem'
import { Ingredient } from '../db/models'
import { fromJson, toJson, type Read, type Tx } from '../db/connect'
import { recordChange } from '../platform/changes'
import { baseMakes } from '../books/bases'
import { invalid, notFound, stale } from '../platform/errors'
import type { Who } from '../people/who'
import { rowOf, rowsOf, type Row } from '../db/rows'

export async function listIngredients(tx: Read): Promise<Reply<'ingredients'>> {
  return withMakes(tx, await rowsOf(Ingredient, { order: ['key'], transaction: tx }))
}
type RawIngredient = Row<typeof Ingredient>
/** Rows as they are seen: bases with what their makings say of them. */
async function withMakes(tx: Read, rows: readonly RawIngredient[]): Promise<IngredientRow[]> {
  const makes = await baseMakes(
    tx,
    rows.filter((r) => r.kind === 'base').map((r) => r.key),
  )
  return rows.map((r) => view(r, makes.get(r.key) ?? null))
}
const view = (row: RawIngredient, base: IngredientRow['base'] = null): IngredientRow => ({
  ...row,
  base,
  own: row.own === null ? null : fromJson<OwnValues>(row.own),
  handling: row.handling === null ? null : fromJson<IngredientRow['handling']>(row.handling),
})

/** Composition of an ingredient as this business has it. */
export function dataOf(row: IngredientRow | undefined): IngredientData | undefined {
  return row && dataOfRow({ ...row, own: row.own as OwnValues | null }, INGREDIENTS.get(row.likeKey))
}

export async function getIngredient(tx: Tx, key: string, field = 'ingredientKey'): Promise<IngredientRow> {
  const row = await rowOf(Ingredient, { where: { key }, transaction: tx })
  if (!row) throw notFound(field)
  return view(row)
}

/** Ingredients by key; those that are not there are left out. */
export async function findIngredients(tx: Read, keys: readonly string[]): Promise<Map<string, IngredientRow>> {
  if (!keys.length) return new Map()
  const rows = await rowsOf(Ingredient, { where: { key: keys }, transaction: tx })
  return new Map((await withMakes(tx, rows)).map((r) => [r.key, r]))
}

/** What is called so, if anything is. */
export async function findByName(tx: Tx, name: string): Promise<{ key: string; isBase: boolean } | undefined> {
  const row = await rowOf(Ingredient, { where: { name }, transaction: tx })
  return row ? { key: row.key, isBase: row.kind === 'base' } : undefined
}

export async function addIngredient(tx: Tx, body: Body<'postIngredient'>, who: Who): Promise<Reply<'postIngredient'>> {
  const like = INGREDIENTS.get(body.likeKey)
  if (!like) throw notFound('likeKey')
  if (await Ingredient.count({ where: { name: body.name }, transaction: tx }))
    throw invalid([{ field: 'name', code: 'name-taken' }])
  const row = {
    key: body.id,
    name: body.name,
    likeKey: body.likeKey,
    kind: like.kind,
    version: 1,
    own: null,
    handling: null,
  }
  await Ingredient.create(row, { transaction: tx })
  await recordChange(tx, who, 'ingredient', body.id, null, row)
  return { id: body.id, version: 1 }
}

export async function putIngredient(
  tx: Tx,
  key: string,
  body: Body<'putIngredient'>,
  who: Who,
): Promise<Reply<'putIngredient'>> {
  const limits = body.own ? ownValuesLimits(body.own as OwnValues).map((l) => ({ ...l, field: `own.${l.field}` })) : []
  return change(tx, key, body.version, limits, { own: body.own as OwnValues | null }, who)
}
export async function putHandling(
  tx: Tx,
  key: string,
  body: Body<'putHandling'>,
  who: Who,
): Promise<Reply<'putHandling'>> {
  return change(
    tx,
    key,
    body.version,
    body.handling ? checkHandling(body.handling) : [],
    { handling: body.handling },
    who,
  )
}
async function change(
  tx: Tx,
  key: string,
  version: number,
  limits: ProblemField[],
  to: Partial<Pick<IngredientRow, 'own' | 'handling'>>,
  who: Who,
): Promise<{ id: string; version: number }> {
  const row = await rowOf(Ingredient, { where: { key }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (!row) throw notFound('id')
  const before = view(row)
  if (before.version !== version) throw stale(before)
  if (limits.length) throw invalid(limits)
  const after = { ...before, ...to, version: version + 1 }
  const columns = Object.fromEntries(Object.entries(to).map(([column, value]) => [column, value && toJson(value)]))
  await Ingredient.update({ ...columns, version: after.version }, { where: { key }, transaction: tx })
  await recordChange(tx, who, 'ingredient', key, before, after)
  return { id: key, version: after.version }
}
