import { COLD_C } from '../safety/limits'
import { minutesAfter, type Instant } from '../time'
import type { HoldContent } from './content'

// How long something may stand at the hatch. FDA Food Code 3-501.16 (cold at 5 °C or below), 3-501.19 (time as a public
// health control: 4 h, or 6 h where it never is above 21 °C), 4-602.11 (in use with food: cleaned every 4 h; dispensers
// of iced tea at least every 24 h), from memory. Local codes decide.

export const TIME_CONTROL_MOST_C = 21
export const TIME_CONTROL_MIN = { '4h': 240, '6h': 360 } as const
export const HOLD_CONTROLS = ['cold', '4h', '6h'] as const
export type HoldControl = (typeof HOLD_CONTROLS)[number]

export interface HoldClock {
  kind: 'time-control' | 'wash'
  endsAt: Instant
}

/** When what is in it was filled in first: what is topped up is as old as its oldest part. */
export const oldestIn = ({ fills }: Pick<HoldContent, 'fills'>): Instant | null => fills[0]?.at ?? null

/**
 * Clocks that run at a vessel. Time as control runs from its oldest part and never anew until it is empty.
 * @param washedAt when it was washed and sanitised last @param washMin how often it has to be
 */
export function holdClocks(
  content: Pick<HoldContent, 'fills'>,
  control: HoldControl,
  washedAt: Instant,
  washMin: number,
): HoldClock[] {
  const oldest = oldestIn(content)
  const controlled: HoldClock[] =
    control === 'cold' || !oldest
      ? []
      : [{ kind: 'time-control', endsAt: minutesAfter(oldest, TIME_CONTROL_MIN[control]) }]
  return [...controlled, { kind: 'wash' as const, endsAt: minutesAfter(washedAt, washMin) }]
}

/** Why what is in a vessel may not be sold any more. */
export type HoldOver = 'time-over' | 'too-warm'
/**
 * @param tempC as it was read last, or is worked out
 * @param isBound whether time and temperature bind it at all: not what is sour through and through
 */
export function overOf(
  clocks: readonly HoldClock[],
  control: HoldControl,
  tempC: number,
  now: Instant,
  isBound: boolean,
): HoldOver | null {
  if (!isBound) return null
  if (clocks.some((c) => c.kind === 'time-control' && Date.parse(c.endsAt) <= Date.parse(now))) return 'time-over'
  if (control === 'cold') return tempC > COLD_C ? 'too-warm' : null
  return control === '6h' && tempC > TIME_CONTROL_MOST_C ? 'too-warm' : null
}
