import type { Day } from '../time'
import { gPerMlOfPrep } from '../books/uses'
import type { Evaluation } from '../recipe'

// What stands on the shelf of a prep against what is needed of it.

export interface StandingLot {
  unit: string
  onHand: number
  useBy: string | null
}
/** Good to use on a day: its last day is not before it. */
export const isGoodOn = (lot: { useBy: string | null }, day: Day): boolean => lot.useBy === null || lot.useBy >= day

export interface Standing {
  /** mL that can be used on the day */
  onHandMl: number
  todayMl: number
  tomorrowMl: number
  /** mL that are missing for today and tomorrow */
  shortMl: number
}
/**
 * mL of a prep that are there and that are short.
 * @param evaluation null where it cannot be worked out: a mL is then taken for a gram
 * @param needG g that today and tomorrow take
 */
export function standingOf(
  evaluation: Evaluation | null,
  lots: readonly StandingLot[],
  needG: { today: number; tomorrow: number },
  day: Day,
): Standing {
  const gPerMl = evaluation ? gPerMlOfPrep(evaluation) : 1
  const onHandMl = lots
    .filter((l) => isGoodOn(l, day))
    .reduce((sum, l) => sum + (l.unit === 'mL' ? l.onHand : l.onHand / gPerMl), 0)
  const [todayMl, tomorrowMl] = [needG.today / gPerMl, needG.tomorrow / gPerMl]
  return { onHandMl, todayMl, tomorrowMl, shortMl: Math.max(0, todayMl + tomorrowMl - onHandMl) }
}
