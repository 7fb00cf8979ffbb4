import { QueryTypes } from 'sequelize'
import { shiftDay, type Day } from '#core/time'
import type { Reply } from '#shared/contract'
import { database, toNumber, type Read } from '../../db/connect'
import { Stand } from '../../db/models'
import { rowOf } from '../../db/rows'
import { notesBetween } from '../../menu/day-notes'
import { notFound } from '../../platform/errors'
import { hoursIn } from './chosen'
import { dayInSql, spansOf } from './days'

/** Days that a forecast looks back: half a year, so that last winter says nothing of a summer. */
const LOOKS_BACK = 182
/** When in the day they come changes with the season: so many days of it count. */
const HOURS_BACK = 56

/**
 * Cups sold on the days before one, drink by drink. Where a till says what was sold of a drink on a day, that is it;
 * otherwise what was poured is.
 * @throws 404 for a stand that is not there
 */
export async function demandBefore(tx: Read, standId: string, day: Day): Promise<Reply<'demand'>> {
  const stand = await rowOf(Stand, { where: { id: standId }, transaction: tx })
  if (!stand) throw notFound('stand')
  const days = spansOf(shiftDay(day, -LOOKS_BACK), shiftDay(day, -1), stand.timeZone)
  const [from, until] = [new Date(days[0]!.from), new Date(days.at(-1)!.until)]
  const select = { type: QueryTypes.SELECT, replacements: { standId, from, until }, transaction: tx } as const
  const sold = await database().query<{ day: Day; recipeId: string; isTill: number; cups: string }>(
    `SELECT ${dayInSql(days)} AS day, recipe_id AS recipeId, source = 'till' AS isTill, SUM(cups) AS cups FROM pour
      WHERE stand_id = :standId AND at >= :from AND at < :until GROUP BY day, recipe_id, source = 'till'`,
    select,
  )
  const out = await database().query<{ day: Day; recipeId: string }>(
    `SELECT DISTINCT ${dayInSql(days)} AS day, recipe_id AS recipeId FROM sold_out
      WHERE stand_id = :standId AND at >= :from AND at < :until AND is_gone = FALSE`,
    select,
  )
  const planned = await database().query<{ recipeId: string; cups: string }>(
    `SELECT recipe_id AS recipeId, AVG(cups) AS cups FROM plan_line
      WHERE stand_id = :standId AND day >= :first AND day < :day AND cups > 0 GROUP BY recipe_id`,
    { ...select, replacements: { standId, first: days[0]!.day, day } },
  )
  const notes = new Map((await notesBetween(tx, standId, days[0]!.day, day)).map((n) => [n.day, n.tags]))
  const isOut = new Set(out.map((o) => `${o.day} ${o.recipeId}`))
  const byTill = new Set(sold.filter((s) => s.isTill).map((s) => `${s.day} ${s.recipeId}`))
  const byDay = new Map<Day, Reply<'demand'>['days'][number]>()
  for (const s of sold) {
    const key = `${s.day} ${s.recipeId}`
    const cups = toNumber(s.cups)
    if ((byTill.has(key) && !s.isTill) || cups <= 0) continue
    const one = byDay.get(s.day) ?? { day: s.day, tags: notes.get(s.day) ?? [], drinks: [] }
    one.drinks.push({ recipeId: s.recipeId, cups, soldOut: isOut.has(key) })
    byDay.set(s.day, one)
  }
  return {
    days: [...byDay.values()].sort((a, b) => a.day.localeCompare(b.day)),
    tags: notes.get(day) ?? [],
    hours: await hoursIn(tx, standId, days.slice(-HOURS_BACK)),
    planned: planned.map((p) => ({ recipeId: p.recipeId, cups: toNumber(p.cups) })),
  }
}
