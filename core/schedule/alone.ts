import type { Task } from './problem'

/**
 * Min that tasks take one pair of hands at the least, from the first to the last: all of the hands, or the longest way
 * through what has to wait for what, whichever is longer.
 */
export function minutesAlone(tasks: readonly Pick<Task, 'id' | 'handMin' | 'waitMin' | 'after'>[]): number {
  const byId = new Map(tasks.map((t) => [t.id, t]))
  const ends = new Map<string, number>()
  const endOf = (id: string): number => {
    const task = byId.get(id)
    if (!task) return 0
    const known = ends.get(id)
    if (known !== undefined) return known
    // What would wait for itself waits for nothing.
    ends.set(id, 0)
    const starts = Math.max(0, ...task.after.map((l) => endOf(l.task) + l.leastMin))
    const end = starts + task.handMin + task.waitMin
    ends.set(id, end)
    return end
  }
  const hands = tasks.reduce((sum, t) => sum + t.handMin, 0)
  return Math.max(hands, ...tasks.map((t) => endOf(t.id)))
}
