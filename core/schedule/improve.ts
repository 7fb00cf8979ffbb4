import { seeded } from '../random'
import { endOf, spanOf, type Plan, type Problem } from './problem'
import { latestPlan, tailKeys, type Blocked, type Made } from './serial'

// Better plans by trying other orders: random keys for the serial scheme, changed one or two at a time from the best so
// far, now and then from a worse one. Simulated annealing, K. Bouleimen, H. Lecocq, 2003 (memory).

export interface Progress {
  plan: Plan
  spanMin: number
  /** orders that were tried so far */
  tried: number
}
export interface ImproveAsk {
  seed: number
  tries: number
  /** tasks that stand where they are */
  fixed?: Plan
}

/** How a plan is judged: by its span, then by how long what is made lies before the end. */
function scoreOf(plan: Plan, problem: Problem): number {
  const lies = problem.tasks.reduce((n, t) => {
    const at = plan.get(t.id)
    return at ? n + Math.max(0, problem.endMin - endOf(t, at.startMin)) : n
  }, 0)
  return spanOf(plan, problem) + LIES_SHARE * (lies / Math.max(1, problem.tasks.length))
}
/** A minute that everything lies longer, in minutes of the span. */
const LIES_SHARE = 1e-3
/** Of the first span, how much worse a plan may be and still be gone on from: at first, and at the end. */
const [WARM, COLD] = [0.05, 0.001]
/** Of the tasks, the share whose place is changed at once. */
const CHANGED = 0.08

/**
 * Ever better plans: the first at once, then each that is better than all before, and the last when every try is used.
 * Whoever runs it may stop between any two.
 * @returns what stands in the way, where not even the first can be made
 */
export function* improvements(
  problem: Problem,
  { seed, tries, fixed }: ImproveAsk,
): Generator<Progress, Blocked | null> {
  const random = seeded(seed)
  const first = startOf(problem, fixed)
  if ('blocked' in first) return first.blocked
  let best = first
  let current = first
  yield { plan: best.plan, spanMin: spanOf(best.plan, problem), tried: 1 }
  const ids = problem.tasks.map((t) => t.id).filter((id) => !fixed?.has(id))
  const warmth = (i: number): number => best.score * WARM * (COLD / WARM) ** (i / tries)
  for (let i = 1; i < tries && ids.length > 1; i++) {
    const keys = new Map(current.keys)
    const changes = Math.max(1, Math.round(random.next() * CHANGED * ids.length * 2))
    for (let k = 0; k < changes; k++) keys.set(random.pick(ids), keys.get(random.pick(ids))! + random.next() - 0.5)
    const { plan } = latestPlan(problem, keys, fixed)
    if (plan) {
      const made = { plan, keys, score: scoreOf(plan, problem) }
      const worse = made.score - current.score
      if (worse <= 0 || random.next() < Math.exp(-worse / warmth(i))) current = made
      if (made.score < best.score - 1e-9) {
        best = made
        yield { plan: best.plan, spanMin: spanOf(best.plan, problem), tried: i + 1 }
      }
    }
    if (i % SETTLES === 0) yield { plan: best.plan, spanMin: spanOf(best.plan, problem), tried: i + 1 }
  }
  yield { plan: best.plan, spanMin: spanOf(best.plan, problem), tried: tries }
  return null
}
/** Tries after which it is said how far it is, whether or not anything was found. */
const SETTLES = 50

interface Candidate {
  plan: Plan
  keys: Map<string, number>
  score: number
}

/** By the longest way before a task, by its length, by its hands, by what comes after. */
const usualOrders = (problem: Problem): ReadonlyMap<string, number>[] => [
  tailKeys(problem),
  new Map(problem.tasks.map((t) => [t.id, t.handMin + t.waitMin])),
  new Map(problem.tasks.map((t) => [t.id, t.handMin])),
  new Map(problem.tasks.map((t) => [t.id, t.latestMin ?? problem.endMin])),
]

/** Orders that are tried by chance where none of the usual ones goes: the same ones each time. */
const BY_CHANCE = 60
const SEED = 7
function* ordersByChance(problem: Problem): Generator<ReadonlyMap<string, number>> {
  const random = seeded(SEED)
  for (let i = 0; i < BY_CHANCE; i++) yield new Map(problem.tasks.map((t) => [t.id, random.next()]))
}

/** Whether one of the usual orders goes: a quick answer, which may miss a plan that there is. */
export const goesAsUsual = (problem: Problem): boolean =>
  usualOrders(problem).some((keys) => latestPlan(problem, keys).plan !== null)

/** A plan to begin with, or what is in the way of the first order. */
export function firstPlan(problem: Problem, fixed?: Plan): Made {
  const first = startOf(problem, fixed)
  return 'blocked' in first ? { plan: null, blocked: first.blocked } : { plan: first.plan, blocked: null }
}

/** The best of a few orders that are usual, or the first by chance that goes. */
function startOf(problem: Problem, fixed?: Plan): Candidate | { blocked: Blocked } {
  let best: Candidate | null = null
  let blocked: Blocked | null = null
  for (const keys of usualOrders(problem)) {
    const made = latestPlan(problem, keys, fixed)
    if (!made.plan) {
      blocked ??= made.blocked
      continue
    }
    const score = scoreOf(made.plan, problem)
    if (!best || score < best.score) best = { plan: made.plan, keys: spread(keys), score }
  }
  for (const keys of best ? [] : ordersByChance(problem)) {
    const { plan } = latestPlan(problem, keys, fixed)
    if (plan) return { plan, keys: spread(keys), score: scoreOf(plan, problem) }
  }
  return best ?? { blocked: blocked! }
}

/** The same order, with room between: keys that are alike are told apart. */
function spread(keys: ReadonlyMap<string, number>): Map<string, number> {
  const order = [...keys].sort((a, b) => a[1] - b[1])
  return new Map(order.map(([id], i) => [id, i]))
}

/** The best of so many tries. @throws nothing: what is in the way is said */
export function bestPlan(problem: Problem, ask: ImproveAsk): Progress | { blocked: Blocked } {
  const steps = improvements(problem, ask)
  let last: Progress | null = null
  for (;;) {
    const { value, done } = steps.next()
    if (done) return value ? { blocked: value } : last!
    last = value
  }
}
