import { Op, QueryTypes } from 'sequelize'
import { isShort, type SentNow } from '#core/books'
import type { Reply } from '#shared/contract'
import { database, toNumber, toNumberOrNull, type Read, type Tx } from '../db/connect'
import { Arrival, Lot, LotEvent } from '../db/models'
import { boundingRows, rowsOf } from '../db/rows'
import { now } from '../platform/clock'
import { counts } from './facts'
import { lotRow } from './lot-row'

// What is on its way between stands: events that sent it, and what arrived.

/** What arrived is listed for a day and a night; where less came than was sent, for a week. */
const SHOWN_MS = 864e5
const SHORT_SHOWN_MS = 7 * 864e5

/** Events that sent something, locked, with whether it arrived or was taken back. */
export async function sendsNow(tx: Tx, ids: readonly string[]): Promise<Map<string, SentNow>> {
  const events = await boundingRows(LotEvent, tx, ids, { kind: 'send' })
  if (!events.length) return new Map()
  const arrivals = await rowsOf(Arrival, { where: { sendId: events.map((e) => e.id) }, transaction: tx })
  const arrived = new Set(arrivals.map((a) => a.sendId))
  const lots = await rowsOf(Lot, { where: { id: events.map((e) => e.lotId) }, transaction: tx })
  const there = await database().query<{ id: string }>(
    `SELECT id FROM lot_event WHERE id IN (:ids) AND ${counts('id', 'lot-event')}`,
    { type: QueryTypes.SELECT, replacements: { ids: [...ids] }, transaction: tx },
  )
  const counted = new Set(there.map((r) => r.id))
  return new Map(
    events.map((e): [string, SentNow] => [
      e.id,
      {
        id: e.id,
        lot: lotRow(lots.find((l) => l.id === e.lotId)!),
        amount: toNumber(e.amountG ?? 0),
        toStandId: e.toStandId!,
        at: e.at.toISOString(),
        voided: !counted.has(e.id),
        arrived: arrived.has(e.id),
      },
    ]),
  )
}

type Raw = Record<'id' | 'lotId' | 'toStandId' | 'amount' | 'by', string> & { at: Date } & Record<
    'arrivalId' | 'arrivedAmount' | 'tempC' | 'arrivedBy',
    string | null
  > & { arrivedAt: Date | null }

/**
 * The condition of what was sent and not yet seen to arrive, by its index. Of what a server of an earlier release heard
 * that it arrived it holds too: that is in `arrival` alone.
 * @param e the table of events, as it is called in the query
 */
export const notArrived = (e: string): string => `${e}.arrived = 0 AND ${e}.to_stand_id IS NOT NULL`

/** What is on its way from a stand or to it, and what arrived of late; the newest first. */
export async function listSends(tx: Read, standId: string): Promise<Reply<'sends'>> {
  const at = now().getTime()
  const since = new Date(at - SHORT_SHOWN_MS)
  // Few of all that was ever sent: first those, of all stands, by indexes; then the stand's own of them.
  const found = await database().query<Raw>(
    `SELECT e.id, e.lot_id AS lotId, e.to_stand_id AS toStandId, e.amount_g AS amount, e.at, p.name AS \`by\`,
        a.id AS arrivalId, a.amount AS arrivedAmount, a.temp_c AS tempC, a.at AS arrivedAt, q.name AS arrivedBy
       FROM (SELECT s.id FROM lot_event s WHERE ${notArrived('s')} UNION SELECT send_id FROM arrival WHERE at > :since) few
       JOIN lot_event e ON e.id = few.id JOIN lot l ON l.id = e.lot_id JOIN person p ON p.id = e.person_id
       LEFT JOIN arrival a ON a.send_id = e.id LEFT JOIN person q ON q.id = a.person_id
      WHERE (e.to_stand_id = :standId OR l.stand_id = :standId)
        AND (a.id IS NULL OR a.at > :since) AND ${counts('e.id', 'lot-event')} ORDER BY e.at DESC, e.id`,
    { type: QueryTypes.SELECT, replacements: { standId, since }, transaction: tx },
  )
  const isShown = (r: Raw): boolean =>
    r.arrivedAt === null ||
    at - r.arrivedAt.getTime() < SHOWN_MS ||
    isShort(toNumber(r.amount), toNumber(r.arrivedAmount!))
  const rows = found.filter(isShown)
  if (!rows.length) return []
  const lots = await rowsOf(Lot, { where: { id: { [Op.in]: rows.map((r) => r.lotId) } }, transaction: tx })
  const lotOf = new Map(lots.map((l) => [l.id, lotRow(l)]))
  return rows.map((r) => ({
    ...{ id: r.id, lot: lotOf.get(r.lotId)!, amount: toNumber(r.amount), toStandId: r.toStandId },
    ...{ at: r.at.toISOString(), by: r.by },
    arrival:
      r.arrivalId === null
        ? null
        : {
            ...{ id: r.arrivalId, sendId: r.id, standId: r.toStandId, amount: toNumber(r.arrivedAmount!) },
            ...{ tempC: toNumberOrNull(r.tempC), at: r.arrivedAt!.toISOString(), by: r.arrivedBy ?? '' },
          },
  }))
}
