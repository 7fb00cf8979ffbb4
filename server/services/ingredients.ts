import { QueryTypes } from 'sequelize'
import { pricePerKg } from '#core/cost'
import { checkHandling, checkPack, priceDoubts } from '#core/limits'
import { dataOfRow, INGREDIENTS, ownValuesLimits, type IngredientData, type OwnValues } from '#core/substances'
import { roundAmount } from '#core/units'
import type { Body, Ingredient as IngredientRow, PriceRow, Reply } from '#shared/contract'
import type { ProblemField } from '#shared/problem'
import { Ingredient, Price } from '../db/models'
import { database, fromJson, toJson, toNumber, type Read, type Tx } from '../db/connect'
import { recordChange } from './changes'
import { now } from './clock'
import { counts, register } from './facts'
import { baseMakes } from './bases'
import { invalid, notFound, refuseUnlessConfirmed, stale } from './errors'
import { latestOfEach } from './latest'
import type { Who } from './who'

export async function listIngredients(tx: Read): Promise<Reply<'ingredients'>> {
  return withMakes(
    tx,
    (await Ingredient.findAll({ order: ['key'], transaction: tx, raw: true })) as unknown as RawIngredient[],
  )
}
type RawIngredient = Omit<IngredientRow, 'own' | 'handling' | 'base'> & { own: string | null; handling: string | null }
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
  const row = (await Ingredient.findOne({
    where: { key },
    transaction: tx,
    raw: true,
  })) as unknown as RawIngredient | null
  if (!row) throw notFound(field)
  return view(row)
}

/** Ingredients by key; those that are not there are left out. */
export async function findIngredients(tx: Tx, keys: readonly string[]): Promise<Map<string, IngredientRow>> {
  if (!keys.length) return new Map()
  const rows = (await Ingredient.findAll({
    where: { key: keys },
    transaction: tx,
    raw: true,
  })) as unknown as RawIngredient[]
  return new Map((await withMakes(tx, rows)).map((r) => [r.key, r]))
}

/** What is called so, if anything is. */
export async function findByName(tx: Tx, name: string): Promise<{ key: string; isBase: boolean } | undefined> {
  const row = (await Ingredient.findOne({ where: { name }, transaction: tx, raw: true })) as unknown as {
    key: string
    kind: string
  } | null
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
  const row = (await Ingredient.findOne({
    where: { key },
    lock: tx.LOCK.UPDATE,
    transaction: tx,
    raw: true,
  })) as unknown as RawIngredient | null
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

type RawPrice = Omit<PriceRow, 'since'> & { since: Date }

/** Prices kept in the list for each ingredient: what costs are worked out from, and what was before. */
const PRICES_OF_EACH = 6
const priceCounts = (): string => `(lot_id IS NULL OR ${counts('price.lot_id', 'lot')})`

/** Newest first; of the packs of one list, which have one moment, the one that is cheapest by weight. */
const NEWEST_FIRST = 'since DESC, pack_price / pack_g, id DESC'

/** The latest prices of every ingredient, newest first. */
export async function listPrices(tx: Read): Promise<Reply<'prices'>> {
  const { sql, replacements } = await latestOfEach(tx, {
    table: 'price',
    when: 'since',
    n: PRICES_OF_EACH,
    where: priceCounts(),
    of: 'TRUE',
  })
  const rows = await database().query<RawPrice>(
    `SELECT p.id, p.ingredient_key AS ingredientKey, p.pack_price AS packPrice, p.pack_g AS packG, p.since, p.source, p.supplier
       FROM (SELECT id AS latest_id, ROW_NUMBER() OVER (PARTITION BY ingredient_key ORDER BY ${NEWEST_FIRST}) AS n FROM price WHERE ${sql}) latest
       JOIN price p ON p.id = latest.latest_id WHERE latest.n <= ${PRICES_OF_EACH} ORDER BY ${NEWEST_FIRST}`,
    { type: QueryTypes.SELECT, replacements, transaction: tx },
  )
  return rows.map((r) => ({
    id: r.id,
    ingredientKey: r.ingredientKey,
    packPrice: toNumber(r.packPrice),
    packG: toNumber(r.packG),
    since: r.since.toISOString(),
    source: r.source,
    supplier: r.supplier,
  }))
}

/**
 * The latest price of each ingredient, per kg as purchased; none where none was ever typed.
 * @param without deliveries whose price does not count
 */
export async function lastPrices(
  tx: Tx,
  keys: readonly string[],
  without: readonly string[] = [],
): Promise<Map<string, number>> {
  const out = new Map<string, number>()
  for (const ingredientKey of keys) {
    const [row] = await database().query<{ packPrice: string; packG: string }>(
      `SELECT pack_price AS packPrice, pack_g AS packG FROM price WHERE ingredient_key = :ingredientKey AND ${priceCounts()}
        AND (lot_id IS NULL OR lot_id NOT IN (:without)) ORDER BY ${NEWEST_FIRST} LIMIT 1`,
      { type: QueryTypes.SELECT, replacements: { ingredientKey, without: ['', ...without] }, transaction: tx },
    )
    if (row) out.set(ingredientKey, pricePerKg({ packPrice: toNumber(row.packPrice), packG: toNumber(row.packG) }))
  }
  return out
}

export async function addPrice(tx: Tx, body: Body<'postPrice'>, who: Who): Promise<Reply<'postPrice'>> {
  await getIngredient(tx, body.ingredientKey)
  const last = (await lastPrices(tx, [body.ingredientKey])).get(body.ingredientKey) ?? null
  const price = pricePerKg(body)
  refuseUnlessConfirmed({ limits: checkPack(body), doubts: priceDoubts(price, last) }, body.confirm)
  await recordPrice(tx, who, { ...body, packG: roundAmount(body.packG), source: 'typed', lotId: null })
  return { id: body.id }
}

export interface NewPrice {
  id: string
  ingredientKey: string
  packPrice: number
  packG: number
  source: 'typed'
  lotId: null
  supplier?: string | null
  since?: Date
}
/** One more dated price; the ones before stay as they were. */
export async function recordPrice(tx: Tx, who: Who, p: NewPrice): Promise<void> {
  const row = {
    id: p.id,
    ingredientKey: p.ingredientKey,
    packPrice: p.packPrice,
    packG: p.packG,
    source: p.source,
    lotId: p.lotId,
    supplier: p.supplier ?? null,
    since: p.since ?? now(),
    personId: who.personId,
  }
  await register(tx, 'price', p.id)
  await Price.create(row, { transaction: tx })
  await recordChange(tx, who, 'price', p.id, null, row)
}
