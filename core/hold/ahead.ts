import { minutesAfter, minutesBetween, type Instant } from '../time'
import {
  drinkMlOf,
  later,
  levelMlOf,
  strengthOf,
  without,
  type HoldContent,
  type HoldPlace,
  type Strength,
} from './content'
import { inOrder, type HoldEvent } from './event'
import { usableMl } from '../scale'

// What becomes of a vessel if it goes on as it does: when it is too weak, too warm or empty.

/** How fast it is poured. */
export interface Pace {
  cupsPerHour: number
  /** mL of drink in a cup */
  drinkMl: number
  /** how many times as fast some minutes from now; left out: as it is */
  times?: (min: number) => number
}
/** What it may not fall below, or rise above. */
export interface HoldBounds {
  /** °Bx that a cup has at the least */
  leastBrix: number
  /** °C that it is at the most */
  mostTempC: number
}
export interface Ahead {
  /** min from now; null where it does not happen as far as is looked */
  tooWeakMin: number | null
  tooWarmMin: number | null
  emptyMin: number | null
  /** what the last guest gets who is poured a whole cup; null where it is not empty as far as is looked */
  last: Strength | null
}

/** min between two looks, and as far as is looked: a long shift. */
const [LOOK_MIN, FAR_MIN] = [2, 12 * 60]

/**
 * @param content as it is now
 * @param pace cups an hour, 0 or more
 */
export function ahead(content: HoldContent, pace: Pace, bounds: HoldBounds, place: HoldPlace): Ahead {
  const found: Ahead = { tooWeakMin: null, tooWarmMin: null, emptyMin: null, last: null }
  const { times = () => 1 } = pace
  const perLookMl = (min: number): number => (times(min) * pace.cupsPerHour * pace.drinkMl * LOOK_MIN) / 60
  let now = content
  if (!now.drink) return { ...found, emptyMin: 0 }
  for (let min = 0; min <= FAR_MIN && now.drink; min += LOOK_MIN) {
    const strength = strengthOf(now)!
    if (strength.brix < bounds.leastBrix) found.tooWeakMin ??= min
    if (strength.tempC > bounds.mostTempC) found.tooWarmMin ??= min
    const thereMl = drinkMlOf(now)
    // Less than a cup is no cup: the last guest had the one before.
    if (thereMl < pace.drinkMl) return { ...found, emptyMin: min, last: found.last ?? strength }
    found.last = strength
    now = later(without(now, Math.min(perLookMl(min), thereMl)), minutesAfter(now.at, LOOK_MIN), place)
  }
  return { ...found, last: null }
}

/** Beneath so many minutes nobody knows a rate. */
const LEAST_MIN = 10
/**
 * Cups an hour of the last hour, or since it is open where that is less; null where that says nothing yet.
 * @param openedAt when the hatch opened
 */
export function cupsPerHour(events: readonly HoldEvent[], openedAt: Instant, now: Instant): number | null {
  const minutes = Math.min(60, minutesBetween(openedAt, now))
  if (!(minutes >= LEAST_MIN)) return null
  const from = Date.parse(now) - minutes * 60_000
  const cups = inOrder(events).reduce(
    (n, e) => n + (e.kind === 'poured' && Date.parse(e.at) > from && Date.parse(e.at) <= Date.parse(now) ? e.cups : 0),
    0,
  )
  return (60 * cups) / minutes
}

/** Min until somebody has to see to it: it is too weak, or has no cup left; null where that is not in sight. */
export function fillMin({ tooWeakMin, emptyMin }: Ahead): number | null {
  const both = [tooWeakMin, emptyMin].filter((min) => min !== null)
  return both.length ? Math.min(...both) : null
}

/** Cups that are still in it. */
export const cupsLeft = (content: HoldContent, drinkMl: number): number => Math.floor(drinkMlOf(content) / drinkMl)
/** mL that still go in, a little free at the top to stir. */
export const roomMl = (content: HoldContent, place: HoldPlace): number =>
  Math.max(0, usableMl(place) - levelMlOf(content))
