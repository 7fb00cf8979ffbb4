import { loadsOf } from '../preps'
import type { Op } from '../process'
import type { Evaluation, TimedStep } from '../recipe'
import { isAllergen } from '../safety/cautions'

// Minutes that a day has and no single step says: to fetch and weigh, load by load, to press, to clean in between.

/** Five minutes for fifteen limes, some 0.6 L: min of hands for a litre where nobody has timed it. Common practice. */
export const USUAL_PRESS_MIN_PER_L = 8
/** Min of hands that a step takes at the least: to fetch, weigh and stir what goes in. Common practice, no source. */
const LEAST_HAND_MIN: Partial<Record<Op, number>> = { combine: 3, makeUp: 3, trim: 4, wash: 2, dissolve: 2 }
/** For each thing that is weighed in, min more. Common practice, no source. */
const MIN_PER_INPUT = 1
/** Juice is mixed within so many minutes of pressing, where hands and vessels allow. Common practice, no source. */
export const JUICE_WITHIN_MIN = 120
/** Of every drink, min in the fridge before it is served. Common practice, no source: 30 min to 3 h. */
export const USUAL_CHILL_MIN = 30
/**
 * Min of hands to rinse a jar or a press before something else goes in, and to wash it after what some guests may not
 * have. Common practice, no source.
 */
const [RINSE_MIN, WASH_MIN] = [2, 5]
/** Loads that a day shows one by one: beyond, a task is several of them. */
const MOST_LOADS = 12

export const whole = (minutes: number): number => Math.max(0, Math.ceil(minutes - 1e-9))

/**
 * Whole minutes of hands of a step.
 * @param inputs streams that go in
 * @param times minutes for a minute of the standard, as they were timed here; 1 where nobody did
 */
export function handMinOf({ op, handMin }: Pick<TimedStep, 'op' | 'handMin'>, inputs: number, times = 1): number {
  const least = LEAST_HAND_MIN[op]
  const usual = least === undefined ? handMin : Math.max(handMin, least + MIN_PER_INPUT * Math.max(0, inputs - 1))
  return whole(usual * times)
}

/** Loads that are one task: the first and the last of them, of so many. */
export interface Loads {
  from: number
  to: number
  of: number
}
/** The loads of each step that goes in more than one, by what it makes, in tasks of as many each as can be. */
export function loadsByStep(evaluation: Evaluation): Map<string, Loads[]> {
  return new Map(
    loadsOf(evaluation)
      .filter(({ loads }) => loads.value > 1)
      .map(({ out, loads: { value: of } }) => {
        const tasks = Math.min(of, MOST_LOADS)
        const until = (i: number): number => Math.round((i * of) / tasks)
        return [out, Array.from({ length: tasks }, (_, i) => ({ from: until(i) + 1, to: until(i + 1), of }))]
      }),
  )
}

/** Whether some guests may not have what was in a jar: it is washed and not only rinsed. */
const hasAllergen = ({ cautions }: Evaluation): boolean => cautions.some(isAllergen)
/** Min of hands to clean a jar or a press after a making of its fruit, before something else goes in. */
export const cleaningAfter = (evaluation: Evaluation | null): number =>
  evaluation && hasAllergen(evaluation) ? WASH_MIN : RINSE_MIN
