import { QueryTypes } from 'sequelize'
import type { BatchVessel, RunNow, RunRow, ToldEvent } from '#core/books'
import { itemsOf } from '#core/recipe/edit'
import { Evaluator, namesIn, type ItemRef, type RecipeContext, type RecipeDocument } from '#core/recipe'
import type { Reply, Run } from '#shared/contract'
import { Batch, BatchRun } from '../db/models'
import { database, fromJson, toNumber, type Read, type Tx } from '../db/connect'
import { boundingRows, rowsOf, type Row } from '../db/rows'
import { now } from '../platform/clock'
import { notFound } from '../platform/errors'
import { snapshotsOf } from '../menu/standards'
import { contextOf } from '../menu/versions'
import { counts } from './facts'
import { toldEvents } from './told-events'

// Batches that are told step by step, as they are read.

/** A batch that was done stays on the shelf for a day and a night: all of it is sent whenever something happens. */
const SHOWN_MS = 864e5
/** No small stand has more going, or made more in these days. */
const MOST_SHOWN = 200

const runRow = (r: Row<typeof BatchRun>): RunRow => ({
  id: r.id,
  standId: r.standId,
  recipeId: r.recipeId,
  versionId: r.versionId,
  name: r.name,
  day: r.day,
  making: r.making,
  planned: fromJson<RecipeDocument>(r.planned),
  whole: r.whole === null ? null : fromJson<RecipeDocument>(r.whole),
  times: toNumber(r.times),
  vessel: r.vessel === null ? null : fromJson<BatchVessel>(r.vessel),
  at: r.at.toISOString(),
})

const eventsOf = (tx: Read, ids: readonly string[]): Promise<Map<string, ToldEvent[]>> => toldEvents(tx, 'run', ids)

/** What goes into a batch beside what its version was signed with. */
const itemsIn = (planned: RecipeDocument, events: readonly ToldEvent[]): ItemRef[] => [
  ...(planned.steps.length ? itemsOf(planned) : []),
  ...events.flatMap((e) => ('item' in e ? [e.item] : [])),
]
const namesOf = (items: readonly ItemRef[]): ReturnType<typeof namesIn> => ({
  ingredients: items.flatMap((i) => ('ingredient' in i ? [i.ingredient] : [])),
  preps: items.flatMap((i) => ('prep' in i ? [i.prep] : [])),
})

/** Batches as they stand, locked: nothing else is told of them meanwhile. @param items that go into them now */
export async function runsNow(tx: Tx, ids: readonly string[], items: readonly ItemRef[]): Promise<Map<string, RunNow>> {
  const out = new Map<string, RunNow>()
  if (!ids.length) return out
  const rows = await boundingRows(BatchRun, tx, ids)
  const events = await eventsOf(tx, ids)
  const made = await madeOf(tx, ids)
  for (const raw of rows) {
    const row = runRow(raw)
    const told = events.get(row.id)!
    const context = await contextOf(tx, row.versionId, namesOf([...itemsIn(row.planned, told), ...items]))
    out.set(row.id, { ...row, events: told, made: made.get(row.id) ?? null, evaluate: evaluatorOf(context) })
  }
  return out
}
function evaluatorOf(context: RecipeContext): RunNow['evaluate'] {
  const evaluator = new Evaluator(context)
  return (doc) => evaluator.evaluate(doc)
}

/** The making that ended each of these batches, where there is one in the books. */
async function madeOf(tx: Read, ids: readonly string[]): Promise<Map<string, { id: string; at: string }>> {
  const rows = await database().query<{ id: string; runId: string; at: Date }>(
    `SELECT b.id, b.run_id AS runId, b.at FROM batch b WHERE b.run_id IN (:ids) AND ${counts('b.id', 'batch')}`,
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  return new Map(rows.map(({ runId, id, at }) => [runId, { id, at: at.toISOString() }]))
}

type RawRun = Row<typeof BatchRun> & { by: string; snapshot: string | null; isNewest: number | null }
const SELECT = `SELECT r.id, r.stand_id AS standId, r.recipe_id AS recipeId, r.version_id AS versionId, r.name, r.day,
  r.making, r.planned, r.whole, r.times, r.vessel, r.at, p.name AS \`by\`, v.snapshot,
  v.number = (SELECT MAX(number) FROM recipe_version WHERE recipe_id = v.recipe_id) AS isNewest
  FROM batch_run r JOIN person p ON p.id = r.person_id LEFT JOIN recipe_version v ON v.id = r.version_id`

async function shown(tx: Read, rows: readonly RawRun[]): Promise<Reply<'runs'>> {
  const events = await eventsOf(
    tx,
    rows.map((r) => r.id),
  )
  const runs = rows.map((r): Run => ({
    ...runRow(r),
    by: r.by,
    events: events.get(r.id)!,
    snapshot: r.snapshot ?? null,
  }))
  // Of the newest standards a tablet knows what they were signed with.
  const older = rows.flatMap((r) => (r.snapshot && !r.isNewest ? [r.snapshot] : []))
  return { runs, snapshots: await snapshotsOf(tx, older) }
}

/** Batches that are under way, and those of the last days, newest first. */
export async function listRuns(tx: Read, standId: string): Promise<Reply<'runs'>> {
  const since = new Date(now().getTime() - SHOWN_MS)
  const rows = await database().query<RawRun>(
    `${SELECT} WHERE r.stand_id = :standId
        AND (r.open = TRUE OR r.at > :since) ORDER BY r.at DESC, r.id LIMIT ${MOST_SHOWN}`,
    { type: QueryTypes.SELECT, replacements: { standId, since }, transaction: tx },
  )
  return shown(tx, rows)
}

export async function getRun(tx: Read, id: string): Promise<Reply<'getRun'>> {
  const rows = await database().query<RawRun>(`${SELECT} WHERE r.id = :id`, {
    type: QueryTypes.SELECT,
    replacements: { id },
    transaction: tx,
  })
  const { runs, snapshots } = await shown(tx, rows)
  if (!runs[0]) throw notFound('id')
  return { run: runs[0], madeId: (await madeOf(tx, [id])).get(id)?.id ?? null, snapshots }
}

/** Batches that ended are not open, and one whose end was taken back is. */
export async function closeEnded(tx: Tx, runIds: readonly string[], batchIds: readonly string[]): Promise<void> {
  const ids = new Set(runIds)
  if (batchIds.length) {
    const rows = await rowsOf(Batch, { where: { id: [...batchIds] }, attributes: ['runId'], transaction: tx })
    for (const { runId } of rows) if (runId) ids.add(runId)
  }
  if (!ids.size) return
  await database().query(
    `UPDATE batch_run SET open = NOT EXISTS (SELECT 1 FROM batch b WHERE b.run_id = batch_run.id AND ${counts('b.id', 'batch')})
        AND NOT EXISTS (SELECT 1 FROM batch_event c WHERE c.run_id = batch_run.id AND c.kind = 'closed' AND NOT EXISTS (
          SELECT 1 FROM batch_event v WHERE v.run_id = batch_run.id AND v.kind = 'void' AND JSON_VALUE(v.body, '$.event') = c.id))
      WHERE id IN (:ids)`,
    { type: QueryTypes.UPDATE, replacements: { ids: [...ids] }, transaction: tx },
  )
}
