import { QueryTypes } from 'sequelize'
import { v5 as uuidV5, v7 as uuid } from 'uuid'
import { checkWeighIn } from '#core/limits'
import type { Body, Lot as LotRow, Reply } from '#shared/contract'
import { Lot, Movement, Stand } from '../db/models'
import { database, toJson, toNumber, toNumberOrNull, type Tx } from '../db/connect'
import { recordChange } from './changes'
import { now } from './clock'
import { counts } from './facts'
import { notFound, refuseUnlessConfirmed } from './errors'
import { getIngredient, lastPriceEurPerKg, recordPrice } from './ingredients'
import { ownerOnly, type Who } from './who'

type Raw = Omit<LotRow, 'at' | 'amount' | 'onHand' | 'costEur'> & { at: Date; amount: string; onHand: string; costEur: string | null }

/** How far back a list goes: a month and more of a busy small stand. */
export const NEWEST = 200

/** Fruit and juice lots of a stand, newest first, with what is on hand: the sum of their movements. */
export async function listLots(tx: Tx, standId: string, who: Who): Promise<Reply<'lots'>> {
  const rows = await database().query<Raw>(
    `SELECT l.id, l.stand_id AS standId, l.ingredient_key AS ingredientKey, l.kind, l.part, l.supplier, l.count, l.unit, l.amount,
            l.cost_eur AS costEur, l.at, p.name AS \`by\`,
            (SELECT COALESCE(SUM(m.amount), 0) FROM movement m WHERE m.lot_id = l.id) AS onHand
       FROM (SELECT id FROM lot WHERE stand_id = :standId AND kind <> 'by-product' AND ${counts('lot.id')} ORDER BY at DESC, id DESC LIMIT ${NEWEST}) newest
       STRAIGHT_JOIN lot l ON l.id = newest.id STRAIGHT_JOIN person p ON p.id = l.person_id
      ORDER BY l.at DESC, l.id DESC`,
    { type: QueryTypes.SELECT, replacements: { standId }, transaction: tx },
  )
  return rows.map((r) => ({ ...r, at: r.at.toISOString(), amount: toNumber(r.amount), onHand: toNumber(r.onHand), costEur: ownerOnly(who, toNumberOrNull(r.costEur)) }))
}

/** What is left in a lot. Lock the lot row first, or two takes see the same rest. */
export async function onHand(tx: Tx, lotId: string): Promise<number> {
  return toNumber((await Movement.sum('amount', { where: { lotId }, transaction: tx })) ?? 0)
}

export async function move(tx: Tx, who: Who, m: { lotId: string; amount: number; kind: 'receive' | 'press-out' | 'press-in' | 'void' | 'restore'; sourceId: string }): Promise<void> {
  await Movement.create({ id: uuid(), ...m, at: now(), personId: who.personId }, { transaction: tx })
}

export interface NewLot { id: string; standId: string; ingredientKey: string; kind: LotRow['kind']; part: string | null; supplier: string | null; count: number | null; unit: 'g' | 'mL'; amount: number; costEur: number | null }

/** A lot and the movement that fills it. */
export async function createLot(tx: Tx, who: Who, lot: NewLot, kind: 'receive' | 'press-in', sourceId: string, confirmed: readonly string[]): Promise<void> {
  const row = { ...lot, at: now(), personId: who.personId }
  await Lot.create({ ...row, confirmed: toJson(confirmed) }, { transaction: tx })
  await move(tx, who, { lotId: lot.id, amount: lot.amount, kind, sourceId })
  await recordChange(tx, who, 'lot', lot.id, null, row)
}

/**
 * Weighs a delivery in. The owner's price becomes the ingredient's latest; crew do not see prices, so their lots are
 * costed later at the price of the day. Fruit that was given costs nothing and leaves the market price alone.
 */
export async function weighIn(tx: Tx, body: Body<'postLot'>, who: Who): Promise<Reply<'postLot'>> {
  if (!(await Stand.count({ where: { id: body.standId }, transaction: tx }))) throw notFound('standId')
  await getIngredient(tx, body.ingredientKey)
  const price = ownerOnly(who, body.priceEurPerKg)
  const last = price === null ? null : await lastPriceEurPerKg(tx, body.ingredientKey)
  refuseUnlessConfirmed(checkWeighIn({ kg: body.kg, priceEurPerKg: price, count: body.count }, last), body.confirm)
  const amount = body.kg * 1000
  await createLot(tx, who, {
    id: body.id, standId: body.standId, ingredientKey: body.ingredientKey, kind: 'received', part: null, supplier: body.supplier,
    count: body.count, unit: 'g', amount, costEur: price === null ? null : price * body.kg,
  }, 'receive', body.id, body.confirm)
  if (price) await recordPrice(tx, who, { id: uuidV5('price', body.id), ingredientKey: body.ingredientKey, packPriceEur: price, packG: 1000, source: 'receipt', lotId: body.id })
  return { id: body.id }
}
