import { dayOf, isTimeZone, type Day } from '#core/time'
import { Stand } from '../db/models'
import type { Read } from '../db/connect'
import { now } from './clock'
import { Refusal } from './errors'
import { rowsOf } from '../db/rows'

/** Time zones of the stands, the first stand's first: what belongs to the business goes by it. */
export async function zones(tx: Read): Promise<string[]> {
  const rows = await rowsOf(Stand, { attributes: ['timeZone'], order: ['id'], transaction: tx })
  return rows.map((r) => r.timeZone)
}

/** The time zone of the business; UTC while it has no stand. */
export const businessZone = async (tx: Read): Promise<string> => (await zones(tx))[0] ?? 'UTC'

/** The latest day that is today at any stand: what is dated later is in the future for everybody. */
export async function latestToday(tx: Read): Promise<Day> {
  const days = (await zones(tx)).map((zone) => dayOf(now(), zone))
  return days.sort().at(-1) ?? dayOf(now(), 'UTC')
}

export function assertTimeZone(timeZone: string): void {
  if (!isTimeZone(timeZone)) throw new Refusal(422, 'invalid', [{ field: 'timeZone', code: 'time-zone-unknown' }])
}
