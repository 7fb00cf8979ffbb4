import { cooledTo, coolingMinutes } from '../process/kinetics'
import { TWO_STAGE } from '../process/steps/cool'
import type { Evaluation } from '../recipe'
import { COLD_C } from '../safety/limits'
import { tcsReading } from '../safety/tcs'
import { standing, type BatchEvent } from './event'
import { minutesAfter, minutesBetween, type Instant } from '../time'

// What was hot has to be cold in time: readings against the clock. FDA Food Code 3-501.14 (memory): cooked, from 57 to
// 21 °C within 2 h, and to 5 °C within 6 h in all; made at room temperature, to 5 °C within 4 h. Local codes decide.

export interface TempReading {
  at: Instant
  tempC: number
}
export interface Cooling {
  /**
   * - `cooling`: the clock runs;
   * - `passed`: cold in time;
   * - `first-missed`: not at 21 °C within two hours, and the six are not over: it may be heated to 74 °C once and
   *   cooled again, where the authority allows; the clock then runs anew;
   * - `missed`: it is thrown away
   */
  state: 'cooling' | 'passed' | 'first-missed' | 'missed'
  /** the temperature that it has to have next, and by when; null where nothing is asked any more */
  next: { toC: number; by: Instant; leftMin: number } | null
  /** min from now until it is there by the curve of its readings; null where it never is, or no curve is known */
  expectedMin: number | null
}

/** How warm it is around a pot, °C: in ice water, in a fridge, on a bench. Common practice, no source. */
export const AROUND_C = { ice: 1, fridge: 4, bench: 21 } as const
export type Around = keyof typeof AROUND_C

/**
 * What is sour through and through the clock does not bind; what is not, or is not known, it does.
 * @param ph of a meter
 */
export const isBound = (pot: Pick<Evaluation, 'output' | 'bill'> | null, ph: number | undefined): boolean =>
  !pot || tcsReading(pot.output, [...pot.bill.ingredients.keys()], 'open', ph).verdict !== 'not-tcs'

/** What was read of a batch by the thermometer, in its order. */
export const temperaturesIn = (events: readonly BatchEvent[]): TempReading[] =>
  standing(events).flatMap((e) =>
    e.kind === 'read' && e.reading.tempC !== undefined ? [{ at: e.at, tempC: e.reading.tempC }] : [],
  )

/** The share of the difference to its surroundings that is lost per minute: least squares through the first reading. */
export function fittedRate(readings: readonly TempReading[], surroundingsC: number): number | null {
  const [first, ...others] = readings.filter((r) => r.tempC > surroundingsC)
  if (!first || !others.length) return null
  let [up, down] = [0, 0]
  for (const r of others) {
    const t = minutesBetween(first.at, r.at)
    up -= t * Math.log((r.tempC - surroundingsC) / (first.tempC - surroundingsC))
    down += t * t
  }
  const rate = down > 0 ? up / down : 0
  return rate > 0 ? rate : null
}

/**
 * How a pot stands with its clock.
 * @param readings of it since it was hot, or since it was mixed; at least one
 * @param surroundingsC where it stands, °C
 */
export function coolingOf(all: readonly TempReading[], surroundingsC: number, now: Instant): Cooling {
  const readings = [...all].sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
  const isCooked = readings.some((r) => r.tempC >= TWO_STAGE.fromC)
  // It is at 57 °C some time after the last reading above it: the clock runs from that one, so that it is never late.
  const from = isCooked ? readings.findLast((r) => r.tempC >= TWO_STAGE.fromC)! : readings[0]!
  const since = readings.slice(readings.indexOf(from))
  const stages = isCooked
    ? [
        { toC: TWO_STAGE.firstC, by: minutesAfter(from.at, TWO_STAGE.firstMin) },
        { toC: COLD_C, by: minutesAfter(from.at, TWO_STAGE.allMin) },
      ]
    : [{ toC: COLD_C, by: minutesAfter(from.at, TWO_STAGE.freshMin) }]
  const isIn = ({ toC, by }: { toC: number; by: Instant }): boolean =>
    since.some((r) => r.tempC <= toC && Date.parse(r.at) <= Date.parse(by))
  const open = stages.find((s) => !isIn(s))
  if (!open) return { state: 'passed', next: null, expectedMin: null }
  const isOver = ({ by }: { by: Instant }): boolean => Date.parse(now) > Date.parse(by)
  if (isOver(open)) {
    const isFirst = isCooked && open === stages[0] && !isOver(stages[1]!) && !wasReheated(readings)
    return { state: isFirst ? 'first-missed' : 'missed', next: null, expectedMin: null }
  }
  return {
    state: 'cooling',
    next: { ...open, leftMin: minutesBetween(now, open.by) },
    expectedMin: expected(since, open.toC, surroundingsC, now),
  }
}

/** Hot, no longer hot, and hot again: that is allowed once. */
function wasReheated(readings: readonly TempReading[]): boolean {
  const isHot = readings.map((r) => r.tempC >= TWO_STAGE.fromC)
  return isHot.some((hot, i) => hot && i > 0 && !isHot[i - 1] && isHot.slice(0, i).includes(true))
}

function expected(readings: readonly TempReading[], toC: number, surroundingsC: number, now: Instant): number | null {
  const rate = fittedRate(readings, surroundingsC)
  if (rate === null || surroundingsC >= toC) return null
  const last = readings.at(-1)!
  const nowC = cooledTo(last.tempC, surroundingsC, rate, Math.max(0, minutesBetween(last.at, now)))
  return nowC <= toC ? 0 : coolingMinutes(nowC, toC, surroundingsC, rate)
}
