import { levelsOf } from './levels'
import { firstPlan } from './improve'
import { spanOf, type Problem } from './problem'
import type { Blocked } from './serial'

/** A day's clock in a few figures, in its first order that goes. */
export interface ClockInShort {
  /** minute of the first hand; null where it does not fit */
  firstMin: number | null
  /** min of hands, whoever they are */
  handMin: number
  /** mL that stand in the fridge at the most; 0 where it does not fit */
  peakMl: number
  blocked: Blocked | null
}

export function clockInShort(problem: Problem): ClockInShort {
  const { plan, blocked } = firstPlan(problem)
  return {
    firstMin: plan && problem.endMin - spanOf(plan, problem),
    handMin: problem.tasks.reduce((n, t) => n + t.handMin, 0),
    peakMl: plan ? Math.max(0, ...levelsOf(problem, plan, 'fridge').map((l) => l.amount)) : 0,
    blocked,
  }
}
