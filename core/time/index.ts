import { Temporal } from 'temporal-polyfill'

// A stand lives in its own days: what ended last evening there is over, whatever the day is in Greenwich. Every day is
// made here, from an instant and a place; a day is text such as 2026-11-28, an instant text such as
// 2026-11-28T17:30:00.000Z: always to the millisecond, so that the order of texts is the order of moments.

/** A calendar day, YYYY-MM-DD: the same wherever somebody is. */
export type Day = string
/** A moment, ISO 8601 in UTC, to the millisecond. */
export type Instant = string
const instantOf = (moment: Temporal.ZonedDateTime): Instant =>
  moment.toInstant().toString({ smallestUnit: 'millisecond' })

const MS_PER_MIN = 60_000
/** min from one moment to another, below zero where that is earlier. */
export const minutesBetween = (from: Instant, to: Instant): number => (Date.parse(to) - Date.parse(from)) / MS_PER_MIN
/** The moment so many minutes after another, or before it. */
export const minutesAfter = (at: Instant, minutes: number): Instant =>
  new Date(Date.parse(at) + minutes * MS_PER_MIN).toISOString()

const DAY = /^\d{4}-\d{2}-\d{2}$/

/** Whether a text is a day that there is. */
export function isDay(text: string): boolean {
  return DAY.test(text) && dayFrom(Number(text.slice(0, 4)), Number(text.slice(5, 7)), Number(text.slice(8))) !== null
}

/** A day by its numbers; null where there is no such day. */
export function dayFrom(year: number, month: number, dayOfMonth: number): Day | null {
  try {
    return Temporal.PlainDate.from({ year, month, day: dayOfMonth }, { overflow: 'reject' }).toString()
  } catch {
    return null
  }
}

/** `2026-11-25`, or day first: `25/11/2026`, `25.11.2026`, `25-11-2026`. Null for anything else. */
export function readDay(text: string): Day | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text)
  const dmy = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/.exec(text)
  const [y, m, d] = iso ? [iso[1], iso[2], iso[3]] : dmy ? [dmy[3], dmy[2], dmy[1]] : []
  return y && m && d ? dayFrom(Number(y), Number(m), Number(d)) : null
}

/** Formats of days by time zone: many instants are asked for, in few zones. */
const formats = new Map<string, Intl.DateTimeFormat>()
function formatIn(timeZone: string): Intl.DateTimeFormat {
  let format = formats.get(timeZone)
  if (!format) formats.set(timeZone, (format = new Intl.DateTimeFormat('sv-SE', { timeZone })))
  return format
}

/** The day at a place when it is this moment. @throws RangeError where the time zone or the instant is none */
export const dayOf = (instant: Instant | Date, timeZone: string): Day =>
  formatIn(timeZone).format(typeof instant === 'string' ? new Date(instant) : instant)

/** Hour of the clock at a place, 0 to 23. */
export const hourOf = (instant: Instant | Date, timeZone: string): number => zoned(instant, timeZone).hour
/** Minutes since midnight that the wall clock shows. */
export const minuteOfDay = (instant: Instant | Date, timeZone: string): number => {
  const { hour, minute } = zoned(instant, timeZone)
  return hour * 60 + minute
}

/** Minutes since midnight of a time of day. @param clock HH:MM */
export const minutesOfClock = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3))

const zoned = (instant: Instant | Date, timeZone: string): Temporal.ZonedDateTime =>
  Temporal.Instant.from(typeof instant === 'string' ? instant : instant.toISOString()).toZonedDateTimeISO(timeZone)

/** So many days after a day, or before it. @throws RangeError where it is no day */
export const shiftDay = (day: Day, days: number): Day => Temporal.PlainDate.from(day).add({ days }).toString()
/** Days from one to another: 0 on the same, below 0 where the other is before it. */
export const daysBetween = (from: Day, to: Day): number =>
  Temporal.PlainDate.from(from).until(to, { largestUnit: 'days' }).days

/** Month of a day, 1 to 12. */
export const monthOf = (day: Day): number => Temporal.PlainDate.from(day).month
/** Day of the week, Monday 1 to Sunday 7. */
export const weekdayOf = (day: Day): number => Temporal.PlainDate.from(day).dayOfWeek

/**
 * The moment at which a day at a place shows this time. Where the clock skips it, the moment an hour later; where it
 * shows it twice, the first.
 * @param time HH:MM
 */
export const instantAt = (day: Day, time: string, timeZone: string): Instant =>
  instantOf(Temporal.PlainDate.from(day).toZonedDateTime({ timeZone, plainTime: Temporal.PlainTime.from(time) }))

/** The moment at which a day begins at a place, which need not be midnight. */
export const startOfDay = (day: Day, timeZone: string): Instant =>
  instantOf(Temporal.PlainDate.from(day).toZonedDateTime({ timeZone }))

/** What a clock at a place shows, YYYY-MM-DDTHH:MM, as a field for a time asks for it. */
export const clockOf = (instant: Instant | Date, timeZone: string): string =>
  zoned(instant, timeZone).toPlainDateTime().toString({ smallestUnit: 'minute' })

/** The moment at which a clock at a place shows YYYY-MM-DDTHH:MM; null where that is none. */
export function instantOfClock(clock: string, timeZone: string): Instant | null {
  try {
    return instantOf(Temporal.PlainDateTime.from(clock).toZonedDateTime(timeZone))
  } catch {
    return null
  }
}

/**
 * A time of day as people type it: 14:30, 14.30, 1430, 2:30 pm, 9. HH:MM; null for anything else.
 */
export function readClock(text: string): string | null {
  const found = /^(\d{1,2})(?:[:.h]?(\d{2}))?\s*([ap])?\.?\s?m?\.?$/i.exec(text.trim())
  if (!found) return null
  const [hours, minutes, half] = [Number(found[1]), Number(found[2] ?? 0), found[3]?.toLowerCase()]
  if (minutes > 59 || hours > 23 || (half && (hours < 1 || hours > 12))) return null
  const hour = half ? (hours % 12) + (half === 'p' ? 12 : 0) : hours
  return [hour, minutes].map((v) => String(v).padStart(2, '0')).join(':')
}

/** Whether a time zone is known, such as Europe/Lisbon. */
export function isTimeZone(timeZone: string): boolean {
  try {
    formatIn(timeZone)
    return true
  } catch {
    return false
  }
}
