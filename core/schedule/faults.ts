import type { Plan, Problem } from './problem'

// What makes a plan wrong, minute by minute and without the code that made it.

/** Every rule that a plan breaks, in words for a test. */
export function faultsOf({ tasks, people, resources, firstMin, endMin }: Problem, plan: Plan): string[] {
  const faults: string[] = []
  const at = (id: string) => plan.get(id)
  for (const t of tasks) {
    const placed = at(t.id)
    if (!placed) {
      faults.push(`${t.id} stands nowhere`)
      continue
    }
    const end = placed.startMin + t.handMin + t.waitMin
    if (!Number.isInteger(placed.startMin)) faults.push(`${t.id} begins within a minute`)
    if (placed.startMin < Math.max(firstMin, t.earliestMin ?? -Infinity)) faults.push(`${t.id} begins too early`)
    if (end > Math.min(endMin, t.latestMin ?? Infinity)) faults.push(`${t.id} ends too late`)
    for (const l of t.after) {
      const before = tasks.find((x) => x.id === l.task)!
      const lies = placed.startMin - (at(before.id)!.startMin + before.handMin + before.waitMin)
      if (lies < l.leastMin) faults.push(`${t.id} begins ${l.leastMin - lies} min too soon after ${l.task}`)
      if (lies > (l.mostMin ?? Infinity)) faults.push(`${t.id} begins too long after ${l.task}`)
    }
    if (t.handMin > 0) {
      const person = people.find((p) => p.id === placed.personId)
      const isThere = person?.there.some((s) => s.fromMin <= placed.startMin && s.toMin >= placed.startMin + t.handMin)
      if (!isThere) faults.push(`nobody is there for ${t.id}`)
    }
  }
  for (let minute = firstMin; minute <= endMin; minute++) {
    for (const { id } of people) {
      const on = tasks.filter((t) => {
        const p = at(t.id)
        return p?.personId === id && p.startMin <= minute && minute < p.startMin + t.handMin
      })
      if (on.length > 1) faults.push(`${id} has two hands too few at ${minute}`)
    }
    for (const { key, capacity } of resources) {
      const taken = tasks.reduce((sum, t) => {
        const start = at(t.id)?.startMin
        if (start === undefined) return sum
        const end = start + t.handMin + t.waitMin
        const takers = tasks
          .filter((x) => x.after.some((l) => l.task === t.id))
          .map((x) => at(x.id)?.startMin ?? endMin)
        const taken = takers.length ? Math.max(...takers) : endMin
        const ends = { hands: start + t.handMin, all: end, kept: endMin + 1, taken }
        const of = t.uses.filter((u) => {
          const from = u.during === 'kept' ? start + t.handMin : u.during === 'taken' ? end : start
          return u.resource === key && from <= minute && minute < ends[u.during]
        })
        return sum + of.reduce((n, u) => n + u.amount, 0)
      }, 0)
      if (taken > capacity + 1e-9) faults.push(`${key} holds ${taken} of ${capacity} at ${minute}`)
    }
  }
  return faults
}
