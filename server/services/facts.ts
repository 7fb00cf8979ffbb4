import { NOTHING } from '#core/yield'
import { QueryTypes } from 'sequelize'
import { v7 as uuid } from 'uuid'
import { atLeast, type Body, type Reply } from '#shared/contract'
import { settledTake } from '#core/units'
import { Fact, FactVoid, Lot, LotEvent, Press } from '../db/models'
import { database, toNumber, type Tx } from '../db/connect'
import { recordChange } from './changes'
import { now } from './clock'
import { invalid, notFound, Refusal } from './errors'
import { move, onHand } from './lots'
import type { Who } from './who'

export type FactKind = 'lot' | 'made-lot' | 'press' | 'lot-event' | 'price' | 'price-list'
/** Kinds that can be taken out of the books. */
export type VoidKind = Body<'voidFact'>['entity']

/**
 * The first row that a fact writes: its id is its own from then on, for one kind.
 * @throws 409 `already-there` when something else has this id
 */
export async function register(tx: Tx, kind: FactKind, ...ids: string[]): Promise<void> {
  await Fact.bulkCreate(
    ids.map((id) => ({ id, kind })),
    { transaction: tx },
  )
}

/**
 * Whether a fact of this kind counts: its voids and restores add up to nothing. For the WHERE of a list; `id` is a
 * column name. The few that are out of the books are looked up once a query, not once a row: with three years of prices
 * that is half of its time.
 */
export const counts = (id: string, kind: VoidKind): string =>
  `${id} NOT IN (SELECT fact_id FROM fact_void WHERE entity = '${kind}' GROUP BY fact_id HAVING SUM(sign) > 0)`

/**
 * Takes a weigh-in or a press out of the books, or puts it back. Nothing is deleted: a row says so, and movements undo
 * or redo what the fact moved. Refused where others already used what would go: the juice was poured, the fruit
 * pressed.
 */
export async function setVoid(
  tx: Tx,
  id: string,
  voided: boolean,
  body: Body<'voidFact'>,
  who: Who,
): Promise<Reply<'voidFact'>> {
  const ingredientKey = await fruitOfFact(tx, body.entity, id)
  // The lots it moved are locked in id order, as everywhere, before anything is read of them.
  const lots = await database().query<{ lotId: string }>(
    'SELECT DISTINCT lot_id AS lotId FROM movement WHERE source_id = :id ORDER BY lot_id',
    { type: QueryTypes.SELECT, replacements: { id }, transaction: tx },
  )
  const locked = (await Lot.findAll({
    where: { id: lots.map((l) => l.lotId) },
    order: ['id'],
    lock: tx.LOCK.UPDATE,
    transaction: tx,
    raw: true,
  })) as unknown as { id: string; unit: 'g' | 'mL' }[]
  const isVoid = await isVoided(tx, body.entity, id)
  if (isVoid === voided) throw invalid([{ field: 'id', code: voided ? 'already-void' : 'not-void' }])
  for (const lot of locked) {
    const left = await onHand(tx, lot.id)
    // Taken out, all that stands in the books of it goes; put back, it moves what it moved, and takes the rest where
    // that is all but the same.
    const change = voided
      ? -(await movedBy(tx, id, lot.id, 'all'))
      : putBack(await movedBy(tx, id, lot.id, 'first'), left)
    if (left + change < -NOTHING)
      throw invalid([
        {
          field: 'id',
          code: !voided ? 'lot-not-enough-to-restore' : lot.unit === 'mL' ? 'juice-already-used' : 'already-used',
          numbers: { short: Math.round(-(left + change)) },
        },
      ])
    await move(tx, who, { lotId: lot.id, amount: change, kind: voided ? 'void' : 'restore', sourceId: id })
  }
  await FactVoid.create(
    {
      id: uuid(),
      entity: body.entity,
      factId: id,
      sign: voided ? 1 : -1,
      reason: body.reason,
      at: now(),
      personId: who.personId,
    },
    { transaction: tx },
  )
  await recordChange(tx, who, body.entity, id, { voided: isVoid }, { voided, reason: body.reason, ingredientKey })
  return { id }
}

/** The fruit that a fact is about; whoever takes a fact out names its kind, and another kind of this id is not it. */
async function fruitOfFact(tx: Tx, entity: Body<'voidFact'>['entity'], id: string): Promise<string> {
  if (!(await Fact.count({ where: { id, kind: entity }, transaction: tx }))) throw notFound(entity)
  const event =
    entity === 'lot-event'
      ? ((await LotEvent.findOne({ where: { id }, transaction: tx, raw: true })) as unknown as { lotId: string } | null)
      : null
  const fact =
    entity === 'press'
      ? await Press.findOne({ where: { id }, transaction: tx, raw: true })
      : await Lot.findOne({
          where: entity === 'lot' ? { id, kind: 'received' } : { id: event?.lotId ?? '' },
          transaction: tx,
          raw: true,
        })
  if (!fact) throw notFound(entity)
  return (fact as unknown as { ingredientKey: string }).ingredientKey
}

const putBack = (moved: number, left: number): number => (moved < 0 ? -settledTake(-moved, left) : moved)

/** Takes out what a correction replaces, in the correction's own transaction. For those who may correct. */
export async function replaceFact(tx: Tx, entity: 'lot' | 'press', id: string, who: Who): Promise<void> {
  if (!atLeast(who.role, 'lead')) throw new Refusal(403, 'not-your-role')
  await setVoid(tx, id, true, { entity, reason: null }, who)
}

export async function isVoided(tx: Tx, entity: VoidKind, id: string): Promise<boolean> {
  return Number((await FactVoid.sum('sign', { where: { entity, factId: id }, transaction: tx })) ?? 0) > 0
}

/** What the fact moved in a lot: at first, or with all that undid and redid it. */
async function movedBy(tx: Tx, sourceId: string, lotId: string, what: 'first' | 'all'): Promise<number> {
  const [row] = await database().query<{ amount: string }>(
    `SELECT COALESCE(SUM(amount), 0) AS amount FROM movement WHERE source_id = :sourceId AND lot_id = :lotId AND (:all OR kind NOT IN ('void', 'restore'))`,
    { type: QueryTypes.SELECT, replacements: { sourceId, lotId, all: what === 'all' }, transaction: tx },
  )
  return toNumber(row!.amount)
}
