import { QueryTypes } from 'sequelize'
import { isDelivery, type Booked } from '#core/books'
import { NOTHING } from '#core/yield'
import {
  Arrival,
  Batch,
  BatchEvent,
  BatchRun,
  FactVoid,
  Hold,
  HoldEvent,
  Ingredient,
  Lot,
  LotEvent,
  Movement,
  Pour,
  Press,
  Price,
  SoldOut,
} from '../db/models'
import { database, toJson, type Tx } from '../db/connect'
import { recordChange } from '../platform/changes'
import { now } from '../platform/clock'
import { register } from './facts'
import { closeEmptied } from './holds'
import { closeEnded } from './runs'
import type { Who } from '../people/who'

/**
 * Stores what a fact comes to, row by row, with the change that history and live refresh read.
 * @param at when it happened: what waited on a tablet moved its lots then, and not when it came
 */
export async function store(tx: Tx, who: Who, booked: Booked, confirmed: readonly string[], at: Date): Promise<void> {
  const { personId } = who
  const told = { confirmed: toJson(confirmed), personId }
  for (const { key, name, likeKey } of booked.bases) {
    const row = { key, name, likeKey, kind: 'base', version: 1, own: null, handling: null }
    // Two tablets may make the first of it at once: it is the same one.
    await Ingredient.bulkCreate([row], { ignoreDuplicates: true, transaction: tx })
    await recordChange(tx, who, 'ingredient', key, null, row)
  }
  for (const lot of booked.lots) {
    // What is delivered has registered its id as the fact that it is.
    const isFact = isDelivery(lot)
    if (!isFact) await register(tx, 'made-lot', lot.id)
    await Lot.create(
      { ...lot, ...told, at: new Date(lot.at), seen: lot.seen && toJson(lot.seen), ...(isFact ? {} : NOT_ASKED) },
      { transaction: tx },
    )
    await recordChange(tx, who, 'lot', lot.id, null, { ...lot, personId })
  }
  await Movement.bulkCreate(
    booked.movements.map((m) => ({ ...m, at: m.at ? new Date(m.at) : at, personId })),
    { transaction: tx },
  )
  for (const press of booked.presses) {
    const json = {
      takes: toJson(press.takes),
      base: press.base && toJson(press.base),
      parts: toJson(press.parts),
      seen: press.seen && toJson(press.seen),
    }
    await Press.create({ ...press, ...told, ...json, at: new Date(press.at) }, { transaction: tx })
    await recordChange(tx, who, 'press', press.id, null, { ...press, personId })
  }
  for (const batch of booked.batches) {
    const json = {
      uses: toJson(batch.uses),
      added: toJson(batch.added),
      made: batch.made && toJson(batch.made),
      seen: batch.seen && toJson(batch.seen),
    }
    await Batch.create({ ...batch, ...told, ...json, state: 'done', at: new Date(batch.at) }, { transaction: tx })
    await recordChange(tx, who, 'batch', batch.id, null, { ...batch, personId })
  }
  for (const run of booked.runs) {
    const json = {
      planned: toJson(run.planned),
      whole: run.whole && toJson(run.whole),
      vessel: run.vessel && toJson(run.vessel),
    }
    await BatchRun.create({ ...run, ...json, at: new Date(run.at), personId }, { transaction: tx })
    await recordChange(tx, who, 'run', run.id, null, { ...run, planned: undefined, whole: undefined, personId })
  }
  for (const { id, runId, event, took, at } of booked.runEvents) {
    const row = { id, runId, kind: event.kind, lotId: took?.lotId ?? null, took: took?.amount ?? null }
    await BatchEvent.create({ ...row, body: toJson(event), at: new Date(at), ...told }, { transaction: tx })
    await recordChange(tx, who, 'run-event', id, null, { ...event, runId, took })
  }
  for (const hold of booked.holds) {
    await Hold.create({ ...hold, vessel: toJson(hold.vessel), at: new Date(hold.at), personId }, { transaction: tx })
    await recordChange(tx, who, 'hold', hold.id, null, { ...hold, personId })
  }
  for (const { id, holdId, event, took, at } of booked.holdEvents) {
    const row = { id, holdId, kind: event.kind, lotId: took?.lotId ?? null, took: took?.amount ?? null }
    await HoldEvent.create({ ...row, body: toJson(event), at: new Date(at), ...told }, { transaction: tx })
    await recordChange(tx, who, 'hold-event', id, null, { ...event, holdId, took })
  }
  for (const pour of booked.pours) {
    const json = { options: toJson(pour.options), uses: toJson(pour.uses), touchedS: toJson(pour.touchedS) }
    await Pour.upsert({ ...pour, ...json, at: new Date(pour.at), personId }, { transaction: tx })
    await recordChange(tx, who, 'pour', pour.id, null, { ...pour, personId })
  }
  for (const row of booked.soldOuts) {
    const told = { at: new Date(row.at), backAt: row.backAt && new Date(row.backAt), personId }
    await SoldOut.upsert({ ...row, ...told }, { transaction: tx })
    await recordChange(tx, who, 'sold-out', row.id, null, { ...row, personId })
  }
  for (const { id, lotId, itemKey, amountG, event, measured, at } of booked.events) {
    const toStandId = event.kind === 'send' ? (event as { kind: string; toStandId: string }).toStandId : null
    const row = { id, lotId, kind: event.kind, amountG, toStandId, body: toJson({ ...event, measured }) }
    await LotEvent.create({ ...row, at: new Date(at), personId }, { transaction: tx })
    await recordChange(tx, who, 'lot-event', id, null, { ...event, itemKey, lotId, amountG })
    if (toStandId) await toldThere(tx, who, id, toStandId, 'sent')
  }
  for (const arrival of booked.arrivals) {
    await Arrival.create({ ...arrival, at: new Date(arrival.at), personId }, { transaction: tx })
    await database().query('UPDATE lot_event SET arrived = 1 WHERE id = :sendId', {
      type: QueryTypes.UPDATE,
      replacements: { sendId: arrival.sendId },
      transaction: tx,
    })
    await recordChange(tx, who, 'arrival', arrival.id, null, { ...arrival, personId })
    const from = await fromOf(tx, arrival.sendId)
    if (from) await toldThere(tx, who, arrival.sendId, from.standId, 'arrived')
  }
  for (const price of booked.prices) {
    await register(tx, 'price', price.id)
    await Price.create({ ...price, since: new Date(price.since), personId }, { transaction: tx })
    await recordChange(tx, who, 'price', price.id, null, { ...price, personId })
  }
  for (const { id, entity, factId, voided, reason, itemKey } of booked.voids) {
    await FactVoid.create(
      { id, entity, factId, sign: voided ? 1 : -1, reason, at: now(), personId },
      { transaction: tx },
    )
    await recordChange(tx, who, entity, factId, { voided: !voided }, { voided, reason, itemKey })
    const from = entity === 'lot-event' ? await fromOf(tx, factId) : null
    if (from) await toldThere(tx, who, factId, from.toStandId, voided ? 'taken-back' : 'sent')
  }
  await closeUsedUp(tx, [...new Set(booked.movements.map((m) => m.lotId))])
  const closing = booked.runEvents.filter((e) => e.event.kind === 'closed' || e.event.kind === 'void')
  const madeOrNot = [...booked.batches.map((b) => b.id), ...booked.voids.map((v) => v.factId)]
  await closeEnded(
    tx,
    closing.map((e) => e.runId),
    madeOrNot,
  )
  const emptying = booked.holdEvents.filter((e) => e.event.kind === 'emptied' || e.event.kind === 'void')
  await closeEmptied(
    tx,
    emptying.map((e) => e.holdId),
  )
}
/** What is on the way is a change at both stands: whoever works at one alone hears of it there. */
const toldThere = (tx: Tx, who: Who, sendId: string, standId: string, way: string): Promise<void> =>
  recordChange(tx, who, 'arrival', sendId, null, { standId, way })
/** Where something that was sent came from and goes to; null of any other event. */
async function fromOf(tx: Tx, eventId: string): Promise<{ standId: string; toStandId: string } | null> {
  const [found] = await database().query<{ standId: string; toStandId: string }>(
    `SELECT l.stand_id AS standId, e.to_stand_id AS toStandId FROM lot_event e JOIN lot l ON l.id = e.lot_id
      WHERE e.id = :eventId AND e.to_stand_id IS NOT NULL`,
    { type: QueryTypes.SELECT, replacements: { eventId }, transaction: tx },
  )
  return found ?? null
}
const NOT_ASKED = { confirmed: toJson([]) }

/** A lot with nothing in it is not open; one that is filled again is. */
async function closeUsedUp(tx: Tx, lotIds: string[]): Promise<void> {
  if (!lotIds.length) return
  await database().query(
    `UPDATE lot SET open = (SELECT COALESCE(SUM(amount), 0) >= ${NOTHING} FROM movement WHERE lot_id = lot.id) WHERE id IN (:lotIds)`,
    { type: QueryTypes.UPDATE, replacements: { lotIds }, transaction: tx },
  )
}
