import { Op, QueryTypes } from 'sequelize'
import { LONG_ON_WAY_MS, type StandToday } from '#core/stand/today'
import { cupsInAll } from '#core/scale/servings'
import { dayOf, startOfDay } from '#core/time'
import { LOT_KINDS } from '#core/books'
import { counts } from '../books/facts'
import { notArrived } from '../books/sends'
import { database, fromJson, toNumber, type Read } from '../db/connect'
import { PlanLine, Stand } from '../db/models'
import { rowsOf } from '../db/rows'
import { roleAt } from '#shared/contract'
import type { Who } from '../people/who'
import { now } from './clock'

// Every stand at a glance: a handful of sums for all of them together, as each stand's own pages sum them.

interface At {
  standId: string
  day: string
  /** the moment that the day began there */
  from: Date
}

/** Of every stand that serves and where somebody works, how today goes there. */
export async function standsToday(tx: Read, who: Who): Promise<StandToday[]> {
  const rows = await rowsOf(Stand, {
    attributes: ['id', 'timeZone'],
    where: { closed: false },
    order: ['id'],
    transaction: tx,
  })
  const stands = rows
    .filter((r) => roleAt(who, r.id) !== null)
    .map(({ id, timeZone }): At => {
      const day = dayOf(now(), timeZone)
      return { standId: id, day, from: new Date(startOfDay(day, timeZone)) }
    })
  if (!stands.length) return []
  const sums = await Promise.all([
    fruitOf(tx, stands),
    pastOf(tx, stands),
    pouredOf(tx, stands),
    countOf(
      tx,
      stands,
      'SELECT stand_id AS standId, COUNT(*) AS n FROM batch_run WHERE open = TRUE AND stand_id IN (:ids)',
    ),
    countOf(tx, stands, 'SELECT stand_id AS standId, COUNT(*) AS n FROM hold WHERE open = TRUE AND stand_id IN (:ids)'),
    soldOutOf(tx, stands),
    wayOf(tx, stands, null),
    wayOf(tx, stands, new Date(now().getTime() - LONG_ON_WAY_MS)),
    plannedOf(tx, stands),
  ])
  return stands.map(({ standId, day }): StandToday => {
    const [fruitG, past, cupsPoured, underWay, atHatch, soldOut, coming, late, cupsPlanned] = sums.map(
      (of) => of.get(standId) ?? 0,
    ) as [number, number, number, number, number, number, number, number, number]
    const fruitKg = fruitG / 1000
    return { standId, day, fruitKg, cupsPlanned, cupsPoured, underWay, atHatch, soldOut, past, coming, late }
  })
}

type Sums = ReadonlyMap<string, number>
async function countOf(
  tx: Read,
  stands: readonly At[],
  sql: string,
  more: Record<string, unknown> = {},
): Promise<Sums> {
  const rows = await database().query<{ standId: string; n: string | number }>(`${sql} GROUP BY standId`, {
    type: QueryTypes.SELECT,
    replacements: { ids: stands.map((s) => s.standId), ...more },
    transaction: tx,
  })
  return new Map(rows.map((r) => [r.standId, toNumber(r.n)]))
}

/** g in crates: fruit as it came, and peeled. From the lots that are open, not from all that ever moved. */
const fruitOf = (tx: Read, stands: readonly At[]): Promise<Sums> =>
  countOf(
    tx,
    stands,
    `SELECT STRAIGHT_JOIN l.stand_id AS standId, SUM(m.amount) AS n
       FROM lot l FORCE INDEX (shelf_kind) JOIN movement m ON m.lot_id = l.id
      WHERE l.open = TRUE AND l.kind IN ('received', 'peeled') AND l.stand_id IN (:ids)`,
  )

/**
 * Days differ from zone to zone: stands that have the same day from the same moment on are asked together. At both
 * sides of the date line a day begins at one moment and has two dates.
 */
async function eachDay(stands: readonly At[], of: (at: At, among: At[]) => Promise<Sums>): Promise<Sums> {
  const together = new Map<string, At[]>()
  for (const s of stands) {
    const key = `${s.day} ${s.from.toISOString()}`
    together.set(key, [...(together.get(key) ?? []), s])
  }
  const all = await Promise.all([...together.values()].map((among) => of(among[0]!, among)))
  return new Map(all.flatMap((sums) => [...sums]))
}
/**
 * Of all kinds, as the index of what is open goes by kind. It is named: of many stands and kinds at once the database
 * guesses how many rows there are, and may then look at every lot that there ever was.
 */
const pastOf = (tx: Read, stands: readonly At[]): Promise<Sums> =>
  eachDay(stands, ({ day }, among) =>
    countOf(
      tx,
      among,
      `SELECT stand_id AS standId, COUNT(*) AS n FROM lot FORCE INDEX (shelf_kind)
        WHERE open = TRUE AND use_by < :day AND stand_id IN (:ids) AND kind IN (:kinds)`,
      { day, kinds: LOT_KINDS },
    ),
  )
const plannedOf = (tx: Read, stands: readonly At[]): Promise<Sums> =>
  eachDay(stands, async ({ day }, among) => {
    const rows = await rowsOf(PlanLine, {
      where: { day, standId: { [Op.in]: among.map((s) => s.standId) } },
      transaction: tx,
    })
    const sums = new Map<string, number>()
    for (const { standId, cups, sizes } of rows) {
      const all = cupsInAll({ cups, sizes: sizes === null ? [] : fromJson(sizes) })
      sums.set(standId, (sums.get(standId) ?? 0) + all)
    }
    return sums
  })

/** Cups that were touched since each stand's day began. */
const pouredOf = (tx: Read, stands: readonly At[]): Promise<Sums> =>
  eachDay(stands, ({ from }, among) =>
    countOf(
      tx,
      among,
      `SELECT stand_id AS standId, SUM(cups) AS n FROM pour
        WHERE stand_id IN (:ids) AND at >= :from AND source <> 'till' AND cups > 0`,
      { from },
    ),
  )

const soldOutOf = (tx: Read, stands: readonly At[]): Promise<Sums> =>
  eachDay(stands, ({ from }, among) =>
    countOf(
      tx,
      among,
      `SELECT stand_id AS standId, COUNT(DISTINCT recipe_id) AS n FROM sold_out
        WHERE stand_id IN (:ids) AND NOT is_gone AND back_at IS NULL AND at >= :from`,
      { from },
    ),
  )

/** What is on its way to each. @param before only what was sent before it; null: all */
const wayOf = (tx: Read, stands: readonly At[], before: Date | null): Promise<Sums> =>
  countOf(
    tx,
    stands,
    `SELECT e.to_stand_id AS standId, COUNT(*) AS n FROM lot_event e LEFT JOIN arrival a ON a.send_id = e.id
      WHERE ${notArrived('e')} AND e.to_stand_id IN (:ids) AND a.id IS NULL AND ${counts('e.id', 'lot-event')} AND (:before IS NULL OR e.at < :before)`,
    { before },
  )
