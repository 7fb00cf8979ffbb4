import { Op, QueryTypes } from 'sequelize'
import {
  settledBefore,
  settledTogether,
  type BatchVessel,
  type HoldNow,
  type HoldRow,
  type PouredRow,
  type PourRow,
  type TookOut,
  type ToldHoldEvent,
} from '#core/books'
import type { Reply } from '#shared/contract'
import { database, fromJson, toNumber, type Read, type Tx } from '../db/connect'
import { Hold, Pour, SoldOut } from '../db/models'
import { boundingRows, rowsOf, type Row } from '../db/rows'
import { snapshotsOf } from '../menu/standards'
import { now } from '../platform/clock'
import { toldEvents } from './told-events'

// Vessels in service and cups that were poured, as they are read.

/** A vessel that was emptied stays on the screen for a day and a night, and so do cups. */
const SHOWN_MS = 864e5

const holdRow = (r: Row<typeof Hold>): HoldRow => ({
  id: r.id,
  standId: r.standId,
  recipeId: r.recipeId,
  versionId: r.versionId,
  vessel: fromJson<BatchVessel>(r.vessel),
  way: r.way,
  control: r.control,
  washMin: r.washMin,
  wPerK: toNumber(r.wPerK),
  roomC: toNumber(r.roomC),
  at: r.at.toISOString(),
})
const pourRow = (r: Row<typeof Pour>): PourRow => ({
  id: r.id,
  standId: r.standId,
  holdId: r.holdId,
  recipeId: r.recipeId,
  versionId: r.versionId,
  cupId: r.cupId,
  drinkMl: toNumber(r.drinkMl),
  cups: r.cups,
  options: fromJson<string[]>(r.options),
  source: r.source,
  uses: fromJson<TookOut[]>(r.uses),
  touchedS: fromJson<number[]>(r.touchedS),
  retold: r.retold,
  saleId: r.saleId,
  at: r.at.toISOString(),
})

const eventsOf = (tx: Read, ids: readonly string[]): Promise<Map<string, ToldHoldEvent[]>> =>
  toldEvents(tx, 'hold', ids)

/** Vessels as they stand, locked: nothing else happens to them meanwhile. */
export const holdsNow = (tx: Tx, ids: readonly string[]): Promise<Map<string, HoldNow>> =>
  holdsOf(tx, ids, boundingRows(Hold, tx, ids))
/** Reads the cups out of vessels to which some things happened. */
export type CupsReader = (
  tx: Read,
  ids: readonly string[],
  events: ReadonlyMap<string, readonly ToldHoldEvent[]>,
) => Promise<PouredRow[]>
/**
 * Vessels with all that happened to them, and all of their cups.
 * @param found their rows, where they are read otherwise than by their ids @param cupsOf reads the cups
 */
export async function holdsOf(
  tx: Read,
  ids: readonly string[],
  found?: Promise<Row<typeof Hold>[]>,
  cupsOf: CupsReader = pouredOf,
): Promise<Map<string, HoldNow>> {
  if (!ids.length) return new Map()
  const rows = await (found ?? rowsOf(Hold, { where: { id: [...ids] }, transaction: tx }))
  const events = await eventsOf(tx, ids)
  const pours = new Map<string, PouredRow[]>(ids.map((id) => [id, []]))
  for (const p of await cupsOf(tx, ids, events)) pours.get(p.holdId!)!.push(p)
  return new Map(rows.map(holdRow).map((h) => [h.id, { ...h, events: events.get(h.id)!, pours: pours.get(h.id)! }]))
}
/** Cups out of some vessels, without what nobody asks a vessel for. */
async function pouredOf(tx: Read, ids: readonly string[]): Promise<PouredRow[]> {
  const rows = await database().query<Omit<PouredRow, 'at' | 'drinkMl'> & { at: Date; drinkMl: string }>(
    `SELECT id, stand_id AS standId, hold_id AS holdId, recipe_id AS recipeId, version_id AS versionId, cup_id AS cupId,
        drink_ml AS drinkMl, cups, source, at FROM pour WHERE hold_id IN (:ids)`,
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  return rows.map((r) => ({ ...r, drinkMl: toNumber(r.drinkMl), at: r.at.toISOString() }))
}
/** Vessels as they were put out, not locked: nothing of a cup depends on what happens to its vessel meanwhile. */
export async function vesselsNow(
  tx: Tx,
  ids: readonly string[],
): Promise<Map<string, Pick<HoldRow, 'id' | 'standId'>>> {
  if (!ids.length) return new Map()
  const rows = await rowsOf(Hold, { where: { id: [...ids] }, attributes: ['id', 'standId'], transaction: tx })
  return new Map(rows.map((r) => [r.id, r]))
}
/** Pours that were told before, locked. */
export async function poursNow(tx: Tx, ids: readonly string[]): Promise<Map<string, PourRow>> {
  const rows = await boundingRows(Pour, tx, ids)
  return new Map(rows.map((r) => [r.id, pourRow(r)]))
}

type RawHold = Row<typeof Hold> & { by: string; snapshot: string; isNewest: number; isWhole: number }
/**
 * Vessels that serve, and those of the last day; cups of the last day, and of every vessel that serves: those of some
 * time ago together. @param also an older vessel that somebody looks at
 */
export async function listHolds(tx: Read, standId: string, also?: string): Promise<Reply<'holds'>> {
  const at = now().toISOString()
  const since = new Date(Date.parse(at) - SHOWN_MS)
  const rows = await database().query<RawHold>(
    `SELECT h.id, h.stand_id AS standId, h.recipe_id AS recipeId, h.version_id AS versionId, h.vessel, h.way, h.control,
        h.wash_min AS washMin, h.w_per_k AS wPerK, h.room_c AS roomC, h.at, p.name AS \`by\`, v.snapshot,
        h.open = TRUE OR h.id = :also AS isWhole,
        v.number = (SELECT MAX(number) FROM recipe_version WHERE recipe_id = v.recipe_id) AS isNewest
       FROM hold h JOIN person p ON p.id = h.person_id JOIN recipe_version v ON v.id = h.version_id
      WHERE h.stand_id = :standId AND (h.open = TRUE OR h.at > :since OR h.id = :also) ORDER BY h.at DESC, h.id`,
    { type: QueryTypes.SELECT, replacements: { standId, since, also: also ?? '' }, transaction: tx },
  )
  const events = await eventsOf(
    tx,
    rows.map((r) => r.id),
  )
  const whole = rows.filter((r) => r.isWhole).map((r) => r.id)
  const pours = await shownPours(tx, standId, since, whole, new Date(settledBefore(at)))
  const sold = await rowsOf(SoldOut, {
    where: { standId, at: { [Op.gt]: since } },
    order: [['at', 'DESC']],
    transaction: tx,
  })
  return {
    holds: rows.map((r) => ({ ...holdRow(r), by: r.by, snapshot: r.snapshot, events: events.get(r.id)! })),
    pours: settledTogether(
      pours.map((p) => ({ ...pourRow(p), by: p.by })),
      (id) => events.get(id) ?? [],
      at,
    ),
    soldOuts: sold.map((r) => ({
      ...{ id: r.id, standId: r.standId, recipeId: r.recipeId, versionId: r.versionId, isGone: !!r.isGone },
      ...{ at: r.at.toISOString(), backAt: r.backAt?.toISOString() ?? null },
    })),
    // Of the newest standards a tablet knows what they were signed with.
    snapshots: await snapshotsOf(
      tx,
      rows.flatMap((r) => (r.isNewest ? [] : [r.snapshot])),
    ),
  }
}

type ShownPour = Row<typeof Pour> & { by: string }
/**
 * Cups since then, and all of some vessels. Each half by an index of its own: asked for with OR, every cup that the
 * stand ever poured would be looked at.
 * @param settled cups until then are shown together, without what is known of one alone
 */
function shownPours(tx: Read, standId: string, since: Date, holdIds: string[], settled: Date): Promise<ShownPour[]> {
  const ofOne = (column: string): string => `IF(o.at > :settled, o.${column}, '[]')`
  const select = `SELECT STRAIGHT_JOIN o.id, o.stand_id AS standId, o.hold_id AS holdId, o.recipe_id AS recipeId,
    o.version_id AS versionId, o.cup_id AS cupId, o.drink_ml AS drinkMl, o.cups, o.source, o.retold,
    ${ofOne('options')} AS options, ${ofOne('uses')} AS uses, ${ofOne('touched_s')} AS touchedS,
    o.sale_id AS saleId, o.at, p.name AS \`by\``
  const half = (index: string, where: string): string =>
    `${select} FROM pour o FORCE INDEX (${index}) JOIN person p ON p.id = o.person_id
      WHERE ${where} AND o.stand_id = :standId AND o.cups > 0 AND o.source <> 'till'`
  const halves = [
    half('of_sums', 'o.at > :since'),
    ...(holdIds.length ? [half('of_hold', 'o.hold_id IN (:holdIds) AND o.at <= :since')] : []),
  ]
  return database().query<ShownPour>(halves.join(' UNION ALL '), {
    type: QueryTypes.SELECT,
    replacements: { standId, since, holdIds, settled },
    transaction: tx,
  })
}

/** Vessels that were emptied do not serve, and one whose end was taken back does. */
export async function closeEmptied(tx: Tx, ids: readonly string[]): Promise<void> {
  if (!ids.length) return
  await database().query(
    `UPDATE hold SET open = NOT EXISTS (SELECT 1 FROM hold_event c WHERE c.hold_id = hold.id AND c.kind = 'emptied'
        AND NOT EXISTS (SELECT 1 FROM hold_event v WHERE v.hold_id = hold.id AND v.kind = 'void'
          AND JSON_VALUE(v.body, '$.event') = c.id))
      WHERE id IN (:ids)`,
    { type: QueryTypes.UPDATE, replacements: { ids: [...new Set(ids)] }, transaction: tx },
  )
}
