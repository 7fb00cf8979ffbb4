import { shiftDay, startOfDay, type Day } from '#core/time'
import { shownInUtc } from '#core/time/calendar'
import type { DaySpan } from '#core/variance'

// Days of a stand in the words of the database, which knows no zones: so many rows are summed by it.

export function spansOf(from: Day, until: Day, timeZone: string): DaySpan[] {
  const out: DaySpan[] = []
  for (let day = from; day <= until; day = shiftDay(day, 1))
    out.push({ day, from: startOfDay(day, timeZone), until: startOfDay(shiftDay(day, 1), timeZone) })
  return out
}

/** Minutes that a stand's clock is ahead of the middle of the world, when a day begins. */
const offsetOf = (d: DaySpan): number => (shownInUtc(d.day).getTime() - Date.parse(d.from)) / MS_PER_MIN
/** The same when it ends. */
const endOffsetOf = (d: DaySpan): number =>
  (shownInUtc(shiftDay(d.day, 1)).getTime() - Date.parse(d.until)) / MS_PER_MIN

const DAY_MS = 864e5
const MS_PER_MIN = 60_000
const stamp = (instant: string): string => `'${instant.slice(0, 19).replace('T', ' ')}'`

/**
 * The day that a moment of a row is of, in SQL: by how far the stand is from the middle of the world, and by name on
 * the days on which that changes.
 * @param days one after the other @param at the column
 */
export function dayInSql(days: readonly DaySpan[], at = 'at'): string {
  const isChange = (d: DaySpan): boolean => Date.parse(d.until) - Date.parse(d.from) !== DAY_MS
  const changes = days
    .filter(isChange)
    .map((d) => `WHEN ${at} >= ${stamp(d.from)} AND ${at} < ${stamp(d.until)} THEN '${d.day}'`)
  const plain = days.filter((d) => !isChange(d))
  const shifts = plain
    .filter((d, i) => i === 0 || offsetOf(d) !== offsetOf(plain[i - 1]!))
    .reverse()
    .map((d) => `WHEN ${at} >= ${stamp(d.from)} THEN DATE_FORMAT(${at} + INTERVAL ${offsetOf(d)} MINUTE, '%Y-%m-%d')`)
  return `CASE ${[...changes, ...shifts].join(' ')} ELSE '${days[0]!.day}' END`
}

/**
 * The hour of the stand's clock that a moment of a row is of, in SQL: 0 to 23. On a day on which the clock changes it
 * is the clock of that day's evening, from its first minute on.
 */
export function hourInSql(days: readonly DaySpan[], at = 'at'): string {
  const shifts = days
    .filter((d, i) => i === 0 || endOffsetOf(d) !== endOffsetOf(days[i - 1]!))
    .reverse()
    .map((d) => `WHEN ${at} >= ${stamp(d.from)} THEN HOUR(${at} + INTERVAL ${endOffsetOf(d)} MINUTE)`)
  return `CASE ${shifts.join(' ')} ELSE 0 END`
}
