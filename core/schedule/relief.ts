import type { Problem, Task } from './problem'
import { latestPlan, type Blocked } from './serial'

// What would make a day fit that does not: the cheapest first.

export type Relief =
  { kind: 'earlier'; minutes: number } | { kind: 'hands' } | { kind: 'resource'; resource: string; amount: number }

/** How much earlier somebody may begin before it is another day's work, and in which steps it is looked for, min. */
const [EARLIEST_MIN, STEP_MIN] = [240, 15]

/** Everybody who is there first is there so much earlier. */
function earlier(problem: Problem, minutes: number): Problem {
  return {
    ...problem,
    firstMin: problem.firstMin - minutes,
    people: problem.people.map((p) => {
      const first = Math.min(...p.there.map((s) => s.fromMin))
      const there = p.there.map((s) => (s.fromMin === first ? { ...s, fromMin: first - minutes } : s))
      return { ...p, there }
    }),
  }
}
const fits = (problem: Problem): boolean => latestPlan(problem).plan !== null

/** A second pair, there as long as anybody is. */
function moreHands(problem: Problem): Problem {
  const there = problem.people.flatMap((p) => p.there)
  if (!there.length) return problem
  const all = { fromMin: Math.min(...there.map((s) => s.fromMin)), toMin: Math.max(...there.map((s) => s.toMin)) }
  return { ...problem, people: [...problem.people, { id: 'second pair of hands', there: [all] }] }
}

/** So much more of what is short: one more of pieces, what is missing of a fridge's mL. */
function moreOf(problem: Problem, resource: string): { problem: Problem; amount: number } {
  const asked = (during: (t: Task) => number): number[] => problem.tasks.map(during)
  const capacity = problem.resources.find((r) => r.key === resource)?.capacity ?? 0
  const each = asked((t) => t.uses.filter((u) => u.resource === resource).reduce((n, u) => n + u.amount, 0))
  const isKept = problem.tasks.some((t) => t.uses.some((u) => u.resource === resource && u.during === 'kept'))
  const wanted = isKept ? each.reduce((n, x) => n + x, 0) : Math.max(capacity + 1, ...each)
  const amount = Math.max(0, wanted - capacity)
  const others = problem.resources.filter((r) => r.key !== resource)
  return { problem: { ...problem, resources: [...others, { key: resource, capacity: capacity + amount }] }, amount }
}

/**
 * Each way by itself that makes it fit; none where only a smaller batch or another day does.
 * @param isUnderWay whether it is now that bounds it: what was not begun cannot be begun earlier any more
 */
export function reliefsFor(problem: Problem, blocked: Blocked, isUnderWay = false): Relief[] {
  const reliefs: Relief[] = []
  for (let minutes = STEP_MIN; !isUnderWay && minutes <= EARLIEST_MIN; minutes += STEP_MIN)
    if (fits(earlier(problem, minutes))) {
      reliefs.push({ kind: 'earlier', minutes })
      break
    }
  if (fits(moreHands(problem))) reliefs.push({ kind: 'hands' })
  if (blocked.resource) {
    const more = moreOf(problem, blocked.resource)
    if (more.amount > 0 && fits(more.problem))
      reliefs.push({ kind: 'resource', resource: blocked.resource, amount: more.amount })
  }
  return reliefs
}
