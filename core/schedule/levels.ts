import { busySpan, takenMin, type Plan, type Problem } from './problem'

/** How much of a resource is taken from a minute on. */
export interface Level {
  fromMin: number
  amount: number
}

/** What is taken of a resource over the day: each change of it, from nothing on. */
export function levelsOf(problem: Pick<Problem, 'tasks' | 'endMin'>, plan: Plan, resource: string): Level[] {
  const { tasks, endMin } = problem
  const changes = new Map<number, number>()
  const change = (minute: number, by: number): void => void changes.set(minute, (changes.get(minute) ?? 0) + by)
  for (const task of tasks) {
    const placed = plan.get(task.id)
    for (const use of placed ? task.uses.filter((u) => u.resource === resource) : []) {
      const taken = takenMin(task.id, problem, plan)
      const { fromMin, toMin } = busySpan(task, use, placed!.startMin, endMin, taken)
      if (toMin <= fromMin) continue
      change(fromMin, use.amount)
      change(toMin, -use.amount)
    }
  }
  let amount = 0
  return [...changes]
    .sort((a, b) => a[0] - b[0])
    .filter(([, by]) => by !== 0)
    .map(([fromMin, by]) => ({ fromMin, amount: (amount += by) }))
}
