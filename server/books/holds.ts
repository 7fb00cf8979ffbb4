import { Op, QueryTypes } from 'sequelize'
import type { BatchVessel, HoldNow, HoldRow, PourRow, TookOut, ToldHoldEvent } from '#core/books'
import type { Reply } from '#shared/contract'
import { database, fromJson, toNumber, toNumberOrNull, type Read, type Tx } from '../db/connect'
import { Hold, Pour, SoldOut } from '../db/models'
import { rowsOf, type Row } from '../db/rows'
import { snapshotsOf } from '../menu/standards'
import { now } from '../platform/clock'

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

interface RawEvent {
  id: string
  holdId: string
  body: unknown
  lotId: string | null
  took: string | null
  at: Date
  by: string
}
/** What happened to each of these vessels, in the order that it was told. */
async function eventsOf(tx: Read, holdIds: readonly string[]): Promise<Map<string, ToldHoldEvent[]>> {
  const out = new Map<string, ToldHoldEvent[]>(holdIds.map((id) => [id, []]))
  if (!holdIds.length) return out
  const rows = await database().query<RawEvent>(
    `SELECT e.id, e.hold_id AS holdId, e.body, e.lot_id AS lotId, e.took, e.at, p.name AS \`by\`
       FROM hold_event e STRAIGHT_JOIN person p ON p.id = e.person_id
      WHERE e.hold_id IN (:holdIds) ORDER BY e.at, e.id`,
    { type: QueryTypes.SELECT, replacements: { holdIds }, transaction: tx },
  )
  for (const { id, holdId, body, lotId, took, at, by } of rows) {
    const amount = toNumberOrNull(took)
    const event = { ...fromJson<object>(body), id, at: at.toISOString(), by }
    out.get(holdId)!.push({ ...event, took: amount === null ? null : { lotId: lotId!, amount } } as ToldHoldEvent)
  }
  return out
}

/** Vessels as they stand, locked: nothing else happens to them meanwhile. */
export async function holdsNow(tx: Tx, ids: readonly string[]): Promise<Map<string, HoldNow>> {
  if (!ids.length) return new Map()
  const rows = await rowsOf(Hold, { where: { id: [...ids] }, lock: tx.LOCK.UPDATE, transaction: tx })
  const events = await eventsOf(tx, ids)
  const poured = (await rowsOf(Pour, { where: { holdId: [...ids] }, transaction: tx })).map(pourRow)
  return new Map(
    rows
      .map(holdRow)
      .map((h) => [h.id, { ...h, events: events.get(h.id)!, pours: poured.filter((p) => p.holdId === h.id) }]),
  )
}
/** Pours that were told before, locked. */
export async function poursNow(tx: Tx, ids: readonly string[]): Promise<Map<string, PourRow>> {
  if (!ids.length) return new Map()
  const rows = await rowsOf(Pour, { where: { id: [...ids] }, lock: tx.LOCK.UPDATE, transaction: tx })
  return new Map(rows.map((r) => [r.id, pourRow(r)]))
}

type RawHold = Row<typeof Hold> & { by: string; snapshot: string; isNewest: number }
/** Vessels that serve, and those of the last day; cups of the last day, and of every vessel that serves. */
export async function listHolds(tx: Read, standId: string): Promise<Reply<'holds'>> {
  const since = new Date(now().getTime() - SHOWN_MS)
  const replacements = { standId, since }
  const rows = await database().query<RawHold>(
    `SELECT h.id, h.stand_id AS standId, h.recipe_id AS recipeId, h.version_id AS versionId, h.vessel, h.way, h.control,
        h.wash_min AS washMin, h.w_per_k AS wPerK, h.room_c AS roomC, h.at, p.name AS \`by\`, v.snapshot,
        v.number = (SELECT MAX(number) FROM recipe_version WHERE recipe_id = v.recipe_id) AS isNewest
       FROM hold h JOIN person p ON p.id = h.person_id JOIN recipe_version v ON v.id = h.version_id
      WHERE h.stand_id = :standId AND (h.open = TRUE OR h.at > :since) ORDER BY h.at DESC, h.id`,
    { type: QueryTypes.SELECT, replacements, transaction: tx },
  )
  const events = await eventsOf(
    tx,
    rows.map((r) => r.id),
  )
  const pours = await database().query<Row<typeof Pour>>(
    `SELECT id, stand_id AS standId, hold_id AS holdId, recipe_id AS recipeId, version_id AS versionId, cup_id AS cupId,
        drink_ml AS drinkMl, cups, options, source, uses, touched_s AS touchedS, retold, sale_id AS saleId, at
       FROM pour WHERE stand_id = :standId AND cups > 0 AND source <> 'till'
        AND (at > :since OR hold_id IN (SELECT id FROM hold WHERE stand_id = :standId AND open = TRUE))
      ORDER BY at DESC, id`,
    { type: QueryTypes.SELECT, replacements, transaction: tx },
  )
  const sold = await rowsOf(SoldOut, {
    where: { standId, at: { [Op.gt]: since } },
    order: [['at', 'DESC']],
    transaction: tx,
  })
  return {
    holds: rows.map((r) => ({ ...holdRow(r), by: r.by, snapshot: r.snapshot, events: events.get(r.id)! })),
    pours: pours.map(pourRow),
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
