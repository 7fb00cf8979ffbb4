import { Busy, Hands } from './busy'
import { busySpan, endOf, lengthOf, stands, type Placed, type Plan, type Problem, type Task } from './problem'

// A serial schedule generation scheme, backwards from the opening: task by task in a given order, each as late as what
// comes after it, hands and equipment allow. R. Kolisch, Serial and parallel resource-constrained project scheduling
// methods revisited, 1996 (memory); what has to be done soon after something else moves that something by unscheduling,
// as in B. Franck, K. Neumann, C. Schwindt, 2001 (memory).

/** Why a task cannot be put anywhere: what it wants and does not get. */
export interface Blocked {
  task: string
  why: 'hands' | 'resource' | 'time'
  /** the resource, where it is one */
  resource?: string
  /** min that it is short of before the first moment, where more time would do; null where no time does it */
  shortMin: number | null
}
export type Made = { plan: Plan; blocked: null } | { plan: null; blocked: Blocked }

/** Tasks that come after each one, with what lies in between. */
type Followers = ReadonlyMap<string, { task: string; leastMin: number; mostMin?: number }[]>
function followersOf({ tasks }: Problem): Followers {
  const out = new Map<string, { task: string; leastMin: number; mostMin?: number }[]>(tasks.map((t) => [t.id, []]))
  for (const t of tasks) for (const { task, ...link } of t.after) out.get(task)?.push({ task: t.id, ...link })
  return out
}

/** Times that a task may be moved for one that has to be done soon before it. */
const MOST_MOVES = 40

/**
 * A plan with every task as late as it goes, in the order of the keys: the higher one first, of those whose followers
 * all stand.
 * @param keys by task; left out: what is far from the end first
 * @param fixed tasks that stand where they are: done, under way, or put there by hand
 */
export function latestPlan(
  problem: Problem,
  keys: ReadonlyMap<string, number> = tailKeys(problem),
  fixed: Plan = new Map(),
): Made {
  const followers = followersOf(problem)
  const byId = new Map(problem.tasks.map((t) => [t.id, t]))
  const due = new Map<string, number>()
  for (let move = 0; ; move++) {
    const made = tried(problem, byId, followers, keys, fixed, due)
    if ('plan' in made) return made
    if (!('move' in made)) return { plan: null, blocked: made }
    if (move === MOST_MOVES) return { plan: null, blocked: made.blocked }
    // Always earlier than it stood.
    due.set(made.move, made.toMin)
  }
}

/** A follower that has to be over earlier, so that what it waits for can be close enough before it. */
interface Move {
  move: string
  toMin: number
  blocked: Blocked
}

function tried(
  problem: Problem,
  byId: ReadonlyMap<string, Task>,
  followers: Followers,
  keys: ReadonlyMap<string, number>,
  fixed: Plan,
  due: ReadonlyMap<string, number>,
): { plan: Plan; blocked: null } | Blocked | Move {
  const { endMin, firstMin } = problem
  const room = new Room(problem)
  const plan = new Map<string, Placed>()
  for (const [id, at] of fixed) {
    const task = byId.get(id)
    if (task) room.put(task, at)
    plan.set(id, at)
  }
  const open = new Set(problem.tasks.filter((t) => !fixed.has(t.id)).map((t) => t.id))
  const waits = new Map([...open].map((id) => [id, followers.get(id)!.filter((f) => open.has(f.task)).length]))
  while (open.size) {
    const ready = [...open].filter((id) => waits.get(id) === 0)
    if (!ready.length) return { task: [...open][0]!, why: 'time', shortMin: null }
    const id = ready.reduce((best, x) => ((keys.get(x) ?? 0) > (keys.get(best) ?? 0) ? x : best))
    const task = byId.get(id)!
    const after = followers.get(id)!.map((f) => ({ ...f, startMin: plan.get(f.task)!.startMin }))
    const earliest = Math.max(firstMin, task.earliestMin ?? -Infinity, ...startsAfter(task, fixed, byId))
    const latest = Math.min(
      task.latestMin ?? endMin,
      due.get(id) ?? Infinity,
      ...after.map((f) => f.startMin - f.leastMin),
      ...endsSoonAfter(task, fixed, byId, earliest),
    )
    // Of what nobody takes any more, it stands until the end.
    const takenMin = after.length ? Math.max(...after.map((f) => f.startMin)) : endMin
    const found = room.latestEnd(task, latest, earliest, takenMin)
    if ('why' in found) return found
    const tight = after.find((f) => f.mostMin !== undefined && f.startMin - found.endMin > f.mostMin)
    if (tight) {
      const follower = byId.get(tight.task)!
      const blocked: Blocked = { task: id, why: 'time', shortMin: null }
      if (fixed.has(tight.task)) return blocked
      return { move: tight.task, toMin: found.endMin + tight.mostMin! + lengthOf(follower), blocked }
    }
    const at = { startMin: found.endMin - lengthOf(task), personId: found.personId }
    room.put(task, at, takenMin)
    plan.set(id, at)
    open.delete(id)
    for (const { task: before } of task.after) if (waits.has(before)) waits.set(before, waits.get(before)! - 1)
  }
  return { plan, blocked: null }
}

/** Moments before which a task cannot begin, since what stands before it is fixed. */
const startsAfter = (task: Task, fixed: Plan, byId: ReadonlyMap<string, Task>): number[] =>
  task.after.flatMap(({ task: before, leastMin }) => {
    const [at, what] = [fixed.get(before), byId.get(before)]
    return at && what ? [endOf(what, at.startMin) + leastMin] : []
  })

/**
 * Moments by which a task has to be over, since what stands before it may lie only so long; where that is past already,
 * it is as soon as it goes.
 */
const endsSoonAfter = (task: Task, fixed: Plan, byId: ReadonlyMap<string, Task>, earliestMin: number): number[] =>
  task.after.flatMap(({ task: before, mostMin }) => {
    const [at, what] = [fixed.get(before), byId.get(before)]
    if (!at || !what || mostMin === undefined) return []
    const until = endOf(what, at.startMin) + mostMin + lengthOf(task)
    return until >= earliestMin + lengthOf(task) ? [until] : []
  })

/** Hands and resources of a problem, and what is taken of them. */
export class Room {
  private readonly people: Hands[]
  private readonly resources: Map<string, Busy>
  constructor(private readonly problem: Problem) {
    this.people = problem.people.map((p) => new Hands(p.id, p.there))
    this.resources = new Map(problem.resources.map((r) => [r.key, new Busy(r.capacity)]))
  }

  /** @param takenMin when the last task that takes it begins; left out: it stands until the end */
  put(task: Task, { startMin, personId }: Placed, takenMin = this.problem.endMin): void {
    for (const use of task.uses)
      this.resources.get(use.resource)?.take(busySpan(task, use, startMin, this.problem.endMin, takenMin), use.amount)
    this.people.find((p) => p.id === personId)?.take({ fromMin: startMin, toMin: startMin + task.handMin })
  }

  /** What is in the way of a task just where it is put; nothing where it can stand there. */
  refuses(task: Task, { startMin, personId }: Placed): Pick<Blocked, 'why' | 'resource'> | null {
    for (const use of task.uses) {
      const span = busySpan(task, use, startMin, this.problem.endMin)
      if (this.resources.get(use.resource)?.blockedUntil(span, use.amount) != null)
        return { why: 'resource', resource: use.resource }
    }
    if (task.handMin <= 0) return null
    const hands = this.people.find((p) => p.id === personId)
    const isFree = hands?.blockedUntil({ fromMin: startMin, toMin: startMin + task.handMin }) === null
    return isFree ? null : { why: 'hands' }
  }

  /** The latest end at or before a moment, with hands and all that it takes; or why there is none. */
  latestEnd(
    task: Task,
    latestMin: number,
    earliestMin: number,
    takenMin: number,
  ): { endMin: number; personId: string | null } | Blocked {
    let endMin = latestMin
    let last: Pick<Blocked, 'why' | 'resource'> = { why: 'time' }
    for (;;) {
      const startMin = endMin - lengthOf(task)
      if (!(startMin >= earliestMin)) {
        const shortMin = Number.isFinite(startMin) ? earliestMin - startMin : null
        return { task: task.id, ...last, shortMin }
      }
      const blocked = this.blockedBy(task, startMin, takenMin)
      if (!blocked) return { endMin, personId: this.freeHands(task, startMin).id }
      // What blocks it counts from where it stands within the task.
      last = { why: blocked.why, ...(blocked.resource ? { resource: blocked.resource } : {}) }
      endMin = Math.min(endMin - 1, blocked.endMin)
    }
  }

  private blockedBy(
    task: Task,
    startMin: number,
    takenMin: number,
  ): (Pick<Blocked, 'why' | 'resource'> & { endMin: number }) | null {
    for (const use of task.uses) {
      const span = busySpan(task, use, startMin, this.problem.endMin, takenMin)
      const resource = this.resources.get(use.resource)
      const until = resource ? resource.blockedUntil(span, use.amount) : -Infinity
      if (until === null) continue
      // What stands until it is taken, or until the hatch opens, is in the way of all that comes before it: only what
      // it meets can give way.
      const back = stands(use) ? -Infinity : until - span.toMin
      return { why: 'resource', resource: use.resource, endMin: startMin + lengthOf(task) + back }
    }
    const hands = this.freeHands(task, startMin)
    return hands.endMin === null ? null : { why: 'hands', endMin: hands.endMin }
  }

  /** Somebody who is free, the one with the least to do; else when the first of them would be. */
  private freeHands(task: Task, startMin: number): { id: string | null; endMin: number | null } {
    if (task.handMin <= 0) return { id: null, endMin: null }
    const span = { fromMin: startMin, toMin: startMin + task.handMin }
    let latest = -Infinity
    let free: Hands | null = null
    for (const p of this.people) {
      const until = p.blockedUntil(span)
      if (until === null) {
        if (!free || p.busyMin < free.busyMin) free = p
      } else latest = Math.max(latest, until)
    }
    if (free) return { id: free.id, endMin: null }
    return { id: null, endMin: startMin + lengthOf(task) + (latest - span.toMin) }
  }
}

/** Min from the start of a task to the end by the longest way: those come first. */
export function tailKeys(problem: Problem): Map<string, number> {
  const before = new Map(problem.tasks.map((t) => [t.id, t]))
  // Backwards, what has the longest way before it is put first.
  const head = new Map<string, number>()
  const headOf = (id: string, seen: ReadonlySet<string> = new Set()): number => {
    const known = head.get(id)
    if (known !== undefined) return known
    const task = before.get(id)
    if (!task || seen.has(id)) return 0
    const way = Math.max(0, ...task.after.map((l) => headOf(l.task, new Set([...seen, id])) + l.leastMin))
    head.set(id, way + lengthOf(task))
    return way + lengthOf(task)
  }
  for (const t of problem.tasks) headOf(t.id)
  return head
}
