import { minutesBetween, type Instant } from '../time'
import { standing, type BatchEvent } from './event'

/** A longer gap between two events is somebody who was elsewhere. Common practice, no source. */
const LONGEST_MIN = 20
/** Of what the standard says; less is a batch that was typed in afterwards, and no work that somebody timed. */
const LEAST_SHARE = 0.25
const HANDS: readonly BatchEvent['kind'][] = [
  'weighed',
  'left-out',
  'swapped',
  'begun',
  'done',
  'skipped',
  'added',
  'read',
]

/**
 * Minutes of hands by the clock of what was told: from one thing to the next, but for waits and for gaps in which
 * somebody was elsewhere.
 * @param standardMin minutes of hands that the standard says for so much
 * @returns null where it was typed in faster than anybody works
 */
export function handMinutes(begunAt: Instant, events: readonly BatchEvent[], standardMin: number): number | null {
  let [last, isWaiting, minutes] = [begunAt, false, 0]
  for (const e of standing(events)) {
    if (!HANDS.includes(e.kind)) continue
    const gap = minutesBetween(last, e.at)
    if (!isWaiting && gap > 0 && gap <= LONGEST_MIN) minutes += gap
    last = e.at
    // Hands are off it until the next thing is told.
    isWaiting = e.kind === 'begun'
  }
  return minutes >= LEAST_SHARE * standardMin && minutes > 0 ? Math.round(minutes * 10) / 10 : null
}
