import { QueryTypes } from 'sequelize'
import { v5 as uuidV5 } from 'uuid'
import { checkPress } from '#core/limits'
import { massG } from '#core/process'
import type { IngredientData } from '#core/substances'
import { handbookYield, shareOfCostEur } from '#core/yield'
import type { Body, Press as PressRow, Reply } from '#shared/contract'
import { Lot, Press } from '../db/models'
import { database, fromJson, toJson, toNumber, toNumberOrNull, type Tx } from '../db/connect'
import { recordChange } from './changes'
import { now } from './clock'
import { counts, isVoided } from './facts'
import { invalid, notFound, refuseUnlessConfirmed } from './errors'
import { dataOf, getIngredient, lastPriceEurPerKg } from './ingredients'
import { createLot, move, NEWEST, onHand } from './lots'
import { ownerOnly, type Who } from './who'

type Decimals = 'takenG' | 'juiceMl' | 'juiceG'
type Raw = Omit<PressRow, Decimals | 'trimmedG' | 'minutes' | 'fruitCostEur' | 'at' | 'doubts'> & Record<Decimals, string> & { trimmedG: string | null; minutes: string | null; fruitCostEur: string | null; at: Date; confirmed: unknown }

export async function listPresses(tx: Tx, standId: string, who: Who): Promise<Reply<'presses'>> {
  const rows = await database().query<Raw>(
    `SELECT x.id, x.stand_id AS standId, x.lot_id AS lotId, x.ingredient_key AS ingredientKey, x.taken_g AS takenG, x.trimmed_g AS trimmedG,
            x.juice_ml AS juiceMl, x.juice_g AS juiceG, x.juice_unit AS juiceUnit, x.method, x.minutes, x.fruit_cost_eur AS fruitCostEur,
            x.cost_basis AS costBasis, x.at, x.confirmed, p.name AS \`by\`
       FROM (SELECT id FROM press WHERE stand_id = :standId AND ${counts('press.id')} ORDER BY at DESC, id DESC LIMIT ${NEWEST}) newest
       STRAIGHT_JOIN press x ON x.id = newest.id STRAIGHT_JOIN person p ON p.id = x.person_id ORDER BY x.at DESC, x.id DESC`,
    { type: QueryTypes.SELECT, replacements: { standId }, transaction: tx },
  )
  return rows.map(({ confirmed, ...r }) => ({
    ...r, takenG: toNumber(r.takenG), juiceMl: toNumber(r.juiceMl), juiceG: toNumber(r.juiceG), trimmedG: toNumberOrNull(r.trimmedG),
    minutes: toNumberOrNull(r.minutes), fruitCostEur: ownerOnly(who, toNumberOrNull(r.fruitCostEur)), at: r.at.toISOString(), doubts: fromJson<string[]>(confirmed),
  }))
}

/** mL per kg that a press of this fruit is held against: the mean of the latest twelve, or the handbook's. */
async function meanYield(tx: Tx, ingredientKey: string, fruit: IngredientData): Promise<number> {
  const [row] = await database().query<{ mean: string | null }>(
    `SELECT AVG(y) AS mean FROM (SELECT juice_ml / taken_g * 1000 AS y FROM press WHERE ingredient_key = :ingredientKey AND ${counts('press.id')} ORDER BY at DESC LIMIT 12) latest`,
    { type: QueryTypes.SELECT, replacements: { ingredientKey }, transaction: tx },
  )
  return toNumberOrNull(row?.mean ?? null) ?? handbookYield(fruit).value
}

/** Records a press: fruit out of its lot, a lot of juice, and lots of what was trimmed and of the pulp. */
export async function recordPress(tx: Tx, body: Body<'postPress'>, who: Who): Promise<Reply<'postPress'>> {
  const lot = await Lot.findOne({ where: { id: body.lotId }, lock: tx.LOCK.UPDATE, transaction: tx, raw: true }) as unknown as { standId: string; ingredientKey: string; kind: string; amount: string; costEur: string | null } | null
  if (!lot) throw notFound('lotId')
  if (await isVoided(tx, body.lotId)) throw invalid([{ field: 'lotId', code: 'lot-void' }])
  const ingredient = await getIngredient(tx, lot.ingredientKey)
  const fruit = dataOf(ingredient)!
  if (!fruit.fruit || lot.kind !== 'received') throw invalid([{ field: 'lotId', code: 'not-a-fruit-lot' }])
  const takenG = body.takenKg * 1000
  const trimmedG = body.trimmedKg === null ? null : body.trimmedKg * 1000
  const found = checkPress(fruit, { takenG, trimmedG, juice: body.juice, method: body.method, minutes: body.minutes }, await onHand(tx, body.lotId), await meanYield(tx, lot.ingredientKey, fruit))
  refuseUnlessConfirmed(found, body.confirm)
  const result = found.result!
  const cost = await costOfTaken(tx, lot, takenG)
  const press = {
    id: body.id, standId: lot.standId, lotId: body.lotId, juiceLotId: body.juiceLotId, ingredientKey: lot.ingredientKey, takenG, trimmedG,
    juiceMl: result.juiceMl, juiceG: result.juiceG, juiceUnit: body.juice.unit, method: body.method, minutes: body.minutes,
    fruitCostEur: cost.eur, costBasis: cost.basis, at: now(), personId: who.personId,
  }
  await move(tx, who, { lotId: body.lotId, amount: -takenG, kind: 'press-out', sourceId: body.id })
  const child = { standId: lot.standId, supplier: null, count: null, costEur: null }
  await createLot(tx, who, { ...child, id: body.juiceLotId, ingredientKey: fruit.fruit.juice, kind: 'pressed', part: null, unit: 'mL', amount: result.juiceMl, costEur: cost.eur }, 'press-in', body.id, [])
  for (const by of result.byProducts) {
    await createLot(tx, who, { ...child, id: uuidV5(by.name, body.id), ingredientKey: lot.ingredientKey, kind: 'by-product', part: by.name, unit: 'g', amount: massG(by.stream) }, 'press-in', body.id, [])
  }
  await Press.create({ ...press, confirmed: toJson(body.confirm) }, { transaction: tx })
  await recordChange(tx, who, 'press', body.id, null, press)
  return { id: body.id }
}

async function costOfTaken(tx: Tx, lot: { ingredientKey: string; amount: string; costEur: string | null }, takenG: number): Promise<{ eur: number | null; basis: 'measured' | 'estimated' }> {
  const share = shareOfCostEur(toNumberOrNull(lot.costEur), toNumber(lot.amount), takenG)
  if (share !== null) return { eur: share, basis: 'measured' }
  const last = await lastPriceEurPerKg(tx, lot.ingredientKey)
  return { eur: last === null ? null : (last * takenG) / 1000, basis: 'estimated' }
}
