import { QueryTypes } from 'sequelize'
import { LOT_KINDS, type LotKind } from '#core/books'
import type { Lot as LotRow, Reply } from '#shared/contract'
import { lotRow, type RawLot } from './lot-row'
import { database, fromJson, toNumber, type Read } from '../db/connect'
import { counts } from './facts'

type Raw = RawLot & { onHand: string; by: string }
interface LatestEvent {
  id: string
  lotId: string
  kind: 'look' | 'clean' | 'count'
  body: unknown
  at: Date
  by: string
}
type Latest = Partial<Record<LatestEvent['kind'], LatestEvent>>

/** How many deliveries a list holds beyond what is still there: a fortnight and more of a busy small stand. */
const NEWEST = 60

/**
 * Lots by id, newest first, with what is on hand: the sum of their movements.
 * @param looked of which lots the latest look and cleaning are wanted too
 */
export async function lotsOf(
  tx: Read,
  ids: readonly string[],
  looked: 'there' | 'all' | 'none' = 'there',
): Promise<LotRow[]> {
  if (!ids.length) return []
  const rows = await database().query<Raw>(
    `SELECT l.id, l.stand_id AS standId, l.item_kind AS itemKind, l.item_key AS itemKey, l.kind, l.part, l.supplier, l.count, l.unit, l.amount, l.purchased_g AS purchasedG, l.cost AS cost, l.at, p.name AS \`by\`,
            l.weighed, l.crates, l.market_cost AS marketCost, l.place, l.seen, l.use_by AS useBy, l.use_for AS useFor, l.source_id AS sourceId,
            IF(l.open, (SELECT COALESCE(SUM(m.amount), 0) FROM movement m WHERE m.lot_id = l.id), 0) AS onHand
       FROM lot l STRAIGHT_JOIN person p ON p.id = l.person_id WHERE l.id IN (:ids)
      ORDER BY l.at DESC, l.id DESC`,
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  const latest = await latestEvents(
    tx,
    looked === 'none' ? [] : rows.filter((r) => looked === 'all' || Number(r.onHand) > 0).map((r) => r.id),
  )
  return rows.map((r) => view(r, latest.get(r.id)))
}
const view = (r: Raw, latest: Latest | undefined): LotRow => ({
  ...lotRow(r),
  onHand: toNumber(r.onHand),
  by: r.by,
  look: latest?.look
    ? { ...lookOf(fromJson(latest.look.body)), at: latest.look.at.toISOString(), by: latest.look.by }
    : null,
  cleaned: latest?.clean
    ? {
        initials: fromJson<{ initials: string }>(latest.clean.body).initials,
        at: latest.clean.at.toISOString(),
        by: latest.clean.by,
      }
    : null,
  counted: latest?.count ? { id: latest.count.id, at: latest.count.at.toISOString(), by: latest.count.by } : null,
})
const lookOf = ({ place, feel }: NonNullable<LotRow['look']>) => ({ place, feel })

async function latestEvents(tx: Read, lotIds: string[]): Promise<Map<string, Latest>> {
  const out = new Map<string, Latest>()
  if (!lotIds.length) return out
  const rows = await database().query<LatestEvent>(
    `SELECT e.id, e.lot_id AS lotId, e.kind, e.body, e.at, p.name AS \`by\` FROM lot_event e JOIN person p ON p.id = e.person_id
      WHERE e.lot_id IN (:lotIds) AND e.kind IN ('look', 'clean', 'count') AND ${counts('e.id', 'lot-event')} ORDER BY e.at, e.id`,
    { type: QueryTypes.SELECT, replacements: { lotIds }, transaction: tx },
  )
  for (const r of rows) out.set(r.lotId, { ...out.get(r.lotId), [r.kind]: r })
  return out
}

/** More lots of a kind than this no small stand has open. */
const MOST_OPEN: Readonly<Record<LotKind, number>> = {
  ...{ received: 500, 'by-product': 500, pressed: 200, peeled: 200, pack: 500, opened: 500, made: 500, left: 500 },
}
/**
 * Open lots of a kind. What is out of the books is not open: taking it out moved all of it. Each kind by itself, so
 * that juice that nobody counts down never hides fruit; by-products only while they are kept.
 */
const openIds = (kind: LotKind): string =>
  `(SELECT id FROM lot WHERE stand_id = :standId AND kind = '${kind}' AND open = TRUE${kind === 'by-product' ? ' AND place IS NOT NULL' : ''} ORDER BY at DESC LIMIT ${MOST_OPEN[kind]})`

/** What fruit is pressed out of: what is in crates, whenever it came, the newest deliveries, and what was peeled. */
const PRESSABLE = `${openIds('received')} UNION (SELECT id FROM lot WHERE stand_id = :standId AND ${counts('lot.id', 'lot')} AND kind = 'received' ORDER BY at DESC LIMIT ${NEWEST})
  UNION ${openIds('peeled')}`
/** And whatever else is still there. */
const SHELF = [PRESSABLE, ...LOT_KINDS.filter((k) => k !== 'received' && k !== 'peeled').map(openIds)].join(' UNION ')

const idsOf = async (tx: Read, sql: string, standId: string): Promise<string[]> =>
  (
    await database().query<{ id: string }>(sql, { type: QueryTypes.SELECT, replacements: { standId }, transaction: tx })
  ).map((r) => r.id)
export const pressableLots = (tx: Read, standId: string): Promise<string[]> => idsOf(tx, PRESSABLE, standId)
export const listLots = async (tx: Read, standId: string): Promise<Reply<'lots'>> =>
  lotsOf(tx, await idsOf(tx, SHELF, standId))
