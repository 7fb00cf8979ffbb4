import { instantAt, minutesAfter, minutesBetween, shiftDay, type Day, type Instant } from '../time'
import type { Person, Span } from './problem'

// When a stand opens on a day, and who is there before it.

/** Somebody's hours: HH:MM where the stand is; an end that is not after the beginning is of the next day. */
export interface Shift {
  name: string
  /** on the day before the service, as what stands overnight is made */
  before: boolean
  from: string
  to: string
}
export interface Service {
  day: Day
  opensAt: string
  closesAt: string
  shifts: readonly Shift[]
}

export const MOST_SHIFTS = 12
const CLOCK = /^(?:[01]\d|2[0-3]):[0-5]\d$/

/** What is wrong with what is told of a day: the field and a code; nothing where it is right. */
export function checkService({ opensAt, closesAt, shifts }: Omit<Service, 'day'>): { field: string; code: string }[] {
  const isClock = (text: string): boolean => CLOCK.test(text)
  return [
    ...(isClock(opensAt) ? [] : [{ field: 'opensAt', code: 'no-clock' }]),
    ...(isClock(closesAt) ? [] : [{ field: 'closesAt', code: 'no-clock' }]),
    ...(isClock(opensAt) && opensAt === closesAt ? [{ field: 'closesAt', code: 'closes-as-it-opens' }] : []),
    ...shifts.flatMap((s, i) => [
      ...(s.name.trim() ? [] : [{ field: `shifts.${i}.name`, code: 'name-missing' }]),
      ...(isClock(s.from) ? [] : [{ field: `shifts.${i}.from`, code: 'no-clock' }]),
      ...(isClock(s.to) ? [] : [{ field: `shifts.${i}.to`, code: 'no-clock' }]),
      ...(isClock(s.from) && s.from === s.to ? [{ field: `shifts.${i}.to`, code: 'shift-of-nothing' }] : []),
    ]),
  ]
}

/** Whole minutes from one moment to another. */
const minutesFrom = (from: Instant, to: Instant): number => Math.round(minutesBetween(from, to))

export interface Hours {
  /** the moment that minutes are counted from */
  opens: Instant
  people: Person[]
  /** the first minute of anybody; 0 where nobody is there */
  firstMin: number
}
/**
 * People and minutes of a day as a problem has them. A day on which the clock is put on or back has the minutes that it
 * has.
 * @param timeZone of the stand
 */
export function hoursOf({ day, opensAt, shifts }: Service, timeZone: string): Hours {
  const opens = instantAt(day, opensAt, timeZone)
  const byName = new Map<string, Span[]>()
  for (const s of shifts) {
    const on = s.before ? shiftDay(day, -1) : day
    const until = s.to > s.from ? on : shiftDay(on, 1)
    const span = {
      fromMin: minutesFrom(opens, instantAt(on, s.from, timeZone)),
      toMin: minutesFrom(opens, instantAt(until, s.to, timeZone)),
    }
    byName.set(s.name.trim(), [...(byName.get(s.name.trim()) ?? []), span])
  }
  const people = [...byName].map(([id, there]) => ({ id, there: joined(there) }))
  return { opens, people, firstMin: Math.min(0, ...people.flatMap((p) => p.there.map((s) => s.fromMin))) }
}

/** Spans that touch or lie over each other are one. */
function joined(spans: readonly Span[]): Span[] {
  const out: Span[] = []
  for (const s of [...spans].sort((a, b) => a.fromMin - b.fromMin)) {
    const last = out.at(-1)
    if (last && s.fromMin <= last.toMin) last.toMin = Math.max(last.toMin, s.toMin)
    else out.push({ ...s })
  }
  return out
}
/** min that a stand is open; one that closes before it opens closes on the next day. */
export function openMinutes({ day, opensAt, closesAt }: Omit<Service, 'shifts'>, timeZone: string): number {
  const closesOn = closesAt > opensAt ? day : shiftDay(day, 1)
  return minutesFrom(instantAt(day, opensAt, timeZone), instantAt(closesOn, closesAt, timeZone))
}

/** The moment of a minute of the day. */
export const momentOf = (opens: Instant, minute: number): Instant => minutesAfter(opens, minute)
export const minuteOf = (opens: Instant, at: Instant): number => minutesFrom(opens, at)
