import { endOf, type Placed, type Plan, type Problem, type Task } from './problem'
import { firstPlan } from './improve'
import { Room, type Blocked } from './serial'

// A task that somebody puts elsewhere: the rest follows, or it is said why it cannot.

export type Refused =
  /** before the first moment, or after the last one that it may end at: the start that would do, min */
  | { why: 'too-early' | 'too-late'; task: string; minute: number }
  /** what has to be done before it, or after it, stands where it is */
  | { why: 'order'; task: string; other: string }
  /** hands or a piece are taken or not there at that moment */
  | ({ task: string } & Pick<Blocked, 'why' | 'resource'>)
export type Moved = { plan: Plan; refused: null } | { plan: null; refused: Refused }

/** What stands where it is: what is done, of which something may lie too long already, and what was put there. */
export interface Standing {
  done: Plan
  put: Plan
}

/** @param to the minute it starts, and whose hands are on it */
export function moved(problem: Problem, { done, put }: Standing, id: string, to: Placed): Moved {
  const byId = new Map(problem.tasks.map((t) => [t.id, t]))
  const task = byId.get(id)!
  const fixed: Plan = new Map([...put, ...done])
  const refused = refusedAt(problem, byId, fixed, task, to)
  if (refused) return { plan: null, refused }
  const made = firstPlan(problem, new Map(fixed).set(id, to))
  if (made.plan) {
    const { plan } = made
    const late = problem.tasks.flatMap((after) =>
      after.after
        .map((l) => byId.get(l.task))
        .filter((b) => b && !done.has(b.id))
        .filter((b) => !keepsOrder(b!, plan.get(b!.id)!.startMin, after, plan.get(after.id)!.startMin))
        .map((b): Refused => ({ why: 'order', task: after.id, other: b!.id })),
    )[0]
    return late ? { plan: null, refused: late } : { plan, refused: null }
  }
  const { blocked } = made
  return { plan: null, refused: { task: blocked.task, why: blocked.why, resource: blocked.resource } }
}

/** What can go on standing where it was put, one after the other; what is in its way since then gives it up. */
export function holdable(problem: Problem, { done, put }: Standing): Plan {
  const byId = new Map(problem.tasks.map((t) => [t.id, t]))
  const held = new Map([...done].filter(([id]) => byId.has(id)))
  for (const [id, at] of put) {
    const task = byId.get(id)
    if (task && !held.has(id) && !refusedAt(problem, byId, held, task, at)) held.set(id, at)
  }
  return held
}

/** What is wrong with the place itself. */
function refusedAt(
  { firstMin, endMin, ...problem }: Problem,
  byId: ReadonlyMap<string, Task>,
  fixed: Plan,
  task: Task,
  to: Placed,
): Refused | null {
  const { id } = task
  const first = Math.max(firstMin, task.earliestMin ?? -Infinity)
  const last = Math.min(endMin, task.latestMin ?? Infinity) - (endOf(task, to.startMin) - to.startMin)
  if (to.startMin < first) return { why: 'too-early', task: id, minute: first }
  if (to.startMin > last) return { why: 'too-late', task: id, minute: last }
  for (const [other, at] of fixed) {
    const before = byId.get(other)
    if (!before || other === id) continue
    if (!keepsOrder(before, at.startMin, task, to.startMin) || !keepsOrder(task, to.startMin, before, at.startMin))
      return { why: 'order', task: id, other }
  }
  const room = new Room({ firstMin, endMin, ...problem })
  for (const [other, at] of fixed) if (other !== id && byId.has(other)) room.put(byId.get(other)!, at)
  const inWay = room.refuses(task, to)
  return inWay && { task: id, ...inWay }
}

/** Whether a task that comes after another lies as long after it as it must and may. */
function keepsOrder(before: Task, beforeMin: number, after: Task, afterMin: number): boolean {
  const link = after.after.find((l) => l.task === before.id)
  if (!link) return true
  const lies = afterMin - endOf(before, beforeMin)
  return lies >= link.leastMin && lies <= (link.mostMin ?? Infinity)
}
