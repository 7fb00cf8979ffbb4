import { minutesAfter, minutesBetween, type Instant } from '../time'
import { standing, type BatchEvent } from './event'
import type { Job } from './run'

// Clocks of a batch: of steps that go by themselves, and those that somebody set. The clock prompts, the sign decides.

export interface Clock {
  /** the event that it runs from */
  id: string
  /** the step that it is of; null where somebody set it */
  step: string | null
  name: string
  fromAt: Instant
  /** it rings from then on */
  ringsAt: Instant
  /** what it is of has to be gone on with by then; null where nothing spoils */
  untilAt: Instant | null
  /** somebody heard it */
  isHeard: boolean
}

/** Clocks that run or ring, the one that rings first before the others. */
export function clocksOf(jobs: readonly Job[], events: readonly BatchEvent[]): Clock[] {
  const there = standing(events)
  const heard = new Set(there.flatMap((e) => (e.kind === 'heard' ? [e.of] : [])))
  const begun = new Map(there.flatMap((e) => (e.kind === 'begun' ? [[e.step, e] as const] : [])))
  const ofSteps = jobs.flatMap(({ step, ready }): Clock[] => {
    const e = begun.get(step)
    if (!ready || !e) return []
    const { fromAt: ringsAt, untilAt } = ready
    return [{ id: e.id, step, name: '', fromAt: e.at, ringsAt, untilAt, isHeard: heard.has(e.id) }]
  })
  const own = there.flatMap((e): Clock[] => {
    // Heard once, it is over.
    if (e.kind !== 'timer' || heard.has(e.id)) return []
    const ringsAt = minutesAfter(e.at, e.minutes)
    return [{ id: e.id, step: null, name: e.name, fromAt: e.at, ringsAt, untilAt: null, isHeard: false }]
  })
  return [...ofSteps, ...own].sort((a, b) => Date.parse(a.ringsAt) - Date.parse(b.ringsAt))
}
/** ms until a clock rings, below zero since when it does. @param now by the server's clock */
export const msLeft = ({ ringsAt }: Clock, now: Instant): number => Date.parse(ringsAt) - Date.parse(now)
/** So long a bell is heard, min; later it is seen: a timer of yesterday wakes nobody. Common practice, no source. */
const HEARD_FOR_MIN = 10
export const isLoud = (clock: Clock, now: Instant): boolean =>
  isRinging(clock, now) && minutesBetween(clock.ringsAt, now) < HEARD_FOR_MIN
export const isRinging = (clock: Clock, now: Instant): boolean => !clock.isHeard && msLeft(clock, now) <= 0
