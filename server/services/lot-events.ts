import { QueryTypes } from 'sequelize'
import { checkLook, checkSort, checkTake, checkWhen } from '#core/limits'
import { garnishG, handlingOf, shareOfCostEur, unitWeightG } from '#core/yield'
import { roundAmount, settledTake } from '#core/units'
import type { Body, LotEventBody, LotEventRow, LotStory, Reply } from '#shared/contract'
import { LotEvent } from '../db/models'
import { database, fromJson, toJson, toNumber, toNumberOrNull, type Read, type Tx } from '../db/connect'
import { recordChange } from './changes'
import { now } from './clock'
import { counts, register } from './facts'
import { invalid, notFound } from './errors'
import { dataOf, getIngredient } from './ingredients'
import { createLot, lotsOf, move, onHand } from './lots'
import { lockLot, pressesOf, type LockedLot } from './presses'
import type { Who } from './who'

/** g of fruit that what happened takes out of the lot; null where nothing leaves it. */
function takenG(event: LotEventBody, unitG: number | null): number | null {
  if (event.kind === 'discard' || event.kind === 'sort') return event.kg * 1000
  if (event.kind !== 'garnish') return null
  return garnishG(event, unitG) ?? NaN
}

/** Looked at, cleaned, taken for garnish, discarded, or sorted: a row of its own, and what it moved. */
export async function recordLotEvent(
  tx: Tx,
  lotId: string,
  body: Body<'postLotEvent'>,
  who: Who,
): Promise<Reply<'postLotEvent'>> {
  await register(tx, 'lot-event', body.id)
  const lot = await lockLot(tx, lotId, 'id')
  const { event } = body
  if (lot.kind === 'pressed' || (lot.kind === 'by-product' && event.kind !== 'discard'))
    throw invalid([{ field: 'id', code: 'not-a-fruit-lot' }])
  const ingredient = await getIngredient(tx, lot.ingredientKey)
  const unitG = unitWeightG(
    { amountG: toNumber(lot.amount), count: lot.count, weighed: Boolean(lot.weighed) },
    handlingOf(dataOf(ingredient)!, ingredient.handling).pieceG,
  )
  const left = await onHand(tx, lotId)
  const askedG = takenG(event, unitG)
  const amountG = askedG === null ? null : settledTake(askedG, left)
  const limits = [...checkWhen(body.at, now().toISOString()), ...(event.kind === 'look' ? checkLook(event) : [])]
  if (Number.isNaN(amountG))
    limits.push({
      code: event.kind === 'garnish' && event.pieces !== null ? 'unit-weight-unknown' : 'pieces-missing',
      field: 'pieces',
      numbers: { count: 0 },
    })
  else if (amountG !== null) limits.push(...checkTake(amountG, left, event.kind === 'garnish' ? 'pieces' : 'kg'))
  if (event.kind === 'sort')
    limits.push(
      ...checkSort(
        event.kg * 1000,
        event.parts.map((p) => p.g ?? NaN),
      ),
    )
  if (limits.length) throw invalid(limits)
  const at = body.at ? new Date(body.at) : now()
  if (amountG !== null)
    await move(tx, who, {
      lotId,
      amount: -amountG,
      kind: event.kind === 'garnish' ? 'garnish' : event.kind === 'sort' ? 'sort-out' : 'discard',
      sourceId: body.id,
    })
  if (event.kind === 'sort') await keepSorted(tx, lot, event, body.id, at, who)
  await LotEvent.create(
    {
      id: body.id,
      lotId,
      kind: event.kind,
      amountG,
      body: toJson({ ...event, measured: body.measured }),
      at,
      personId: who.personId,
    },
    { transaction: tx },
  )
  await recordChange(tx, who, 'lot-event', body.id, null, {
    ...event,
    ingredientKey: lot.ingredientKey,
    lotId,
    amountG,
  })
  return { id: body.id }
}

/**
 * What is sound of fruit near its end becomes lots of its own; they carry the cost of their mass, so that what is
 * thrown costs the rest nothing extra.
 */
async function keepSorted(
  tx: Tx,
  lot: LockedLot,
  event: LotEventBody & { kind: 'sort' },
  eventId: string,
  at: Date,
  who: Who,
): Promise<void> {
  for (const { part, g, kept } of event.parts) {
    if (!kept || g === null) continue
    const amount = roundAmount(g)
    await createLot(
      tx,
      who,
      {
        id: kept.lotId,
        standId: lot.standId,
        ingredientKey: lot.ingredientKey,
        kind: 'by-product',
        part,
        supplier: null,
        count: null,
        unit: 'g',
        amount,
        costEur: shareOfCostEur(toNumberOrNull(lot.costEur), toNumber(lot.amount), amount),
        place: kept.place,
        useBy: kept.useBy,
        useFor: kept.useFor,
        sourceId: eventId,
      },
      'sort-in',
      eventId,
      [],
      at,
    )
  }
}

interface RawEvent {
  id: string
  amountG: string | null
  body: unknown
  at: Date
  by: string
  voided: number
}

/** What a lot came from, and whether it is out of the books. */
const ORIGIN = `SELECT (SELECT lot_id FROM press WHERE id = l.source_id UNION SELECT lot_id FROM lot_event WHERE id = l.source_id) AS parent, NOT (${counts('l.id', 'lot')}) AS voided FROM lot l WHERE l.id = :id`
/** What came of it, by a press or by sorting. */
const CHILDREN = `SELECT c.id FROM (SELECT id FROM press WHERE lot_id = :id UNION ALL SELECT id FROM lot_event WHERE lot_id = :id) done JOIN lot c ON c.source_id = done.id WHERE ${counts('c.source_id', 'press')} AND ${counts('c.source_id', 'lot-event')}`

/** A lot with everything that was done with it and that came of it. */
export async function lotStory(tx: Read, id: string, who: Who): Promise<LotStory> {
  const select = { type: QueryTypes.SELECT, replacements: { id }, transaction: tx } as const
  const [[found], presses, events, children, [origin]] = await Promise.all([
    lotsOf(tx, 'SELECT id FROM lot WHERE id = :id', { id }, who, 'all'),
    pressesOf(tx, 'SELECT id FROM press WHERE lot_id = :id', { id }, who),
    database().query<RawEvent>(
      `SELECT e.id, e.amount_g AS amountG, e.body, e.at, p.name AS \`by\`, NOT (${counts('e.id', 'lot-event')}) AS voided FROM lot_event e JOIN person p ON p.id = e.person_id WHERE e.lot_id = :id ORDER BY e.at DESC, e.id DESC`,
      select,
    ),
    lotsOf(tx, CHILDREN, { id }, who, 'none'),
    database().query<{ parent: string | null; voided: number }>(ORIGIN, select),
  ])
  if (!found || !origin) throw notFound('id')
  return {
    lot: found,
    presses,
    events: events.map(eventView),
    children,
    parent: origin.parent,
    voided: Boolean(origin.voided),
  }
}
function eventView(r: RawEvent): LotEventRow {
  const { measured, ...event } = fromJson<LotEventBody & { measured: string[] }>(r.body)
  return {
    id: r.id,
    amountG: toNumberOrNull(r.amountG),
    event: event as LotEventBody,
    measured: measured ?? [],
    at: r.at.toISOString(),
    by: r.by,
    voided: Boolean(r.voided),
  }
}
