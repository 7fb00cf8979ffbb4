import type { Day } from '../time'

// A stand among many, at a glance: figures of its day, and whether somebody is needed there.

export interface StandToday {
  standId: string
  /** the day that it is there */
  day: Day
  /** kg of fruit in its crates, as it came or peeled */
  fruitKg: number
  cupsPlanned: number
  /** by touches: a till's cups are beside them */
  cupsPoured: number
  /** batches that were begun and not ended */
  underWay: number
  /** vessels at the hatch that are not emptied */
  atHatch: number
  /** drinks that are sold out now */
  soldOut: number
  /** lots that are still there after the last day that they are good */
  past: number
  /** what was sent here and has not arrived; and of that, what has been on the way for long */
  coming: number
  late: number
}

/** What asks for somebody, the worst in front. Common practice, no source. */
export const NEEDS = ['past', 'late', 'soldOut', 'coming'] as const
export type Need = (typeof NEEDS)[number]
/** What is on the way for longer than this is asked for: cold things warm up. Common practice, no source. */
export const LONG_ON_WAY_MS = 4 * 36e5

/** What a stand needs somebody for, the worst in front; nothing where all goes its way. */
export const needsOf = (today: StandToday): Need[] => NEEDS.filter((n) => today[n] > 0)

/** Stands that need somebody first: by the worst that they need, then by how much of it; the others as they were. */
export function byNeed<T extends StandToday>(stands: readonly T[]): T[] {
  const worst = (t: StandToday): number => {
    const at = NEEDS.findIndex((n) => t[n] > 0)
    return at < 0 ? NEEDS.length : at
  }
  const much = (t: StandToday): number => (worst(t) < NEEDS.length ? t[NEEDS[worst(t)]!] : 0)
  return [...stands].sort((a, b) => worst(a) - worst(b) || much(b) - much(a))
}
