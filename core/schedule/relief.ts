import { stands, type Problem, type Task } from './problem'
import { goesAsUsual } from './improve'
import type { Blocked } from './serial'

// What would make a day fit that does not: the cheapest first.

export type Relief =
  | { kind: 'earlier'; minutes: number }
  /** somebody for so long on the evening before */
  | { kind: 'evening'; minutes: number }
  | { kind: 'hands' }
  | { kind: 'resource'; resource: string; amount: number }
  /** made on the day itself, though it is better the next day */
  | { kind: 'same-day' }
  /** so many cups less in a hundred, of all drinks alike */
  | { kind: 'fewer'; percent: number }

/** How much earlier somebody may begin before it is another day's work, and in which steps it is looked for, min. */
const [EARLIEST_MIN, STEP_MIN] = [240, 15]
/** How long somebody may work on the evening before, and in which steps it is looked for, min. */
const [EVENING_MIN, EVENING_STEP_MIN] = [180, 30]
/** Cups fewer, in a hundred: by steps, and at the most. */
const [FEWER_STEP, MOST_FEWER] = [5, 60]

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
  const isKept = problem.tasks.some((t) => t.uses.some((u) => u.resource === resource && stands(u)))
  const wanted = isKept ? each.reduce((n, x) => n + x, 0) : Math.max(capacity + 1, ...each)
  const amount = Math.max(0, wanted - capacity)
  const others = problem.resources.filter((r) => r.key !== resource)
  return { problem: { ...problem, resources: [...others, { key: resource, capacity: capacity + amount }] }, amount }
}

/** Whoever is there first works on the evening before as well, until a minute of it. */
function evening(problem: Problem, untilMin: number, minutes: number): Problem {
  const span = { fromMin: untilMin - minutes, toMin: untilMin }
  const [first, ...others] = problem.people
  if (!first) return problem
  return {
    ...problem,
    firstMin: Math.min(problem.firstMin, span.fromMin),
    people: [{ ...first, there: [span, ...first.there] }, ...others],
  }
}
/** What is better the next day is made whenever there is time. */
const onTheDay = (problem: Problem): Problem => ({
  ...problem,
  tasks: problem.tasks.map((t) => (t.dayBefore ? { ...t, latestMin: undefined } : t)),
})

export interface ReliefAsk {
  /** it is now that bounds it: what was not begun cannot be begun earlier any more */
  isUnderWay?: boolean
  /** minute at which the evening before ends; left out: it is not looked for */
  eveningMin?: number
}
/** Each way by itself that makes it fit; none where only less of it or another day does. */
export function reliefsFor(problem: Problem, blocked: Blocked, { isUnderWay, eveningMin }: ReliefAsk = {}): Relief[] {
  const reliefs: Relief[] = []
  const isToCome = !isUnderWay
  const earlierMin = isToCome && firstOf(STEP_MIN, EARLIEST_MIN, (min) => goesAsUsual(earlier(problem, min)))
  if (earlierMin) reliefs.push({ kind: 'earlier', minutes: earlierMin })
  const before = isToCome && eveningMin !== undefined && eveningMin < problem.firstMin
  const eveningLong =
    before && firstOf(EVENING_STEP_MIN, EVENING_MIN, (min) => goesAsUsual(evening(problem, eveningMin, min)))
  if (eveningLong) reliefs.push({ kind: 'evening', minutes: eveningLong })
  if (goesAsUsual(moreHands(problem))) reliefs.push({ kind: 'hands' })
  if (problem.tasks.some((t) => t.dayBefore) && goesAsUsual(onTheDay(problem))) reliefs.push({ kind: 'same-day' })
  if (blocked.resource) {
    const more = moreOf(problem, blocked.resource)
    if (more.amount > 0 && goesAsUsual(more.problem))
      reliefs.push({ kind: 'resource', resource: blocked.resource, amount: more.amount })
  }
  return reliefs
}
/** The first of some steps that does; null where none of them does. */
function firstOf(step: number, most: number, does: (value: number) => boolean): number | null {
  for (let value = step; value <= most; value += step) if (does(value)) return value
  return null
}

/**
 * How many cups fewer make it fit, of all drinks alike, in a hundred.
 * @param fewer the day with so much less in a hundred; null where it is not asked any more
 * @param pause between two tries, so that whoever waits for it is not in the way of others
 */
export async function fewerFor(
  fewer: (percent: number) => Problem | null,
  pause: () => Promise<unknown> = async () => {},
): Promise<Relief | null> {
  for (let percent = FEWER_STEP; percent <= MOST_FEWER; percent += FEWER_STEP) {
    await pause()
    const problem = fewer(percent)
    if (!problem) return null
    if (goesAsUsual(problem)) return { kind: 'fewer', percent }
  }
  return null
}
