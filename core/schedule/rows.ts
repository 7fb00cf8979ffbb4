import { endOf, type Placed, type Plan, type Task } from './problem'

/** A task where it stands. */
export interface Row<T extends Task = Task> extends Placed {
  task: T
  endMin: number
}

/** A plan's tasks in the order of the clock. */
export function inOrder<T extends Task>(tasks: readonly T[], plan: Plan): Row<T>[] {
  return tasks
    .flatMap((task) => {
      const placed = plan.get(task.id)
      return placed ? [{ task, ...placed, endMin: endOf(task, placed.startMin) }] : []
    })
    .sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin)
}

/** What hands are asked for next: the first in the order of the clock that nobody has done. */
export const nextOf = <T extends Task>(rows: readonly Row<T>[], done: ReadonlySet<string>): Row<T> | null =>
  rows.find((r) => r.task.handMin > 0 && !done.has(r.task.id)) ?? null

/** Whether a task is due at a minute, and whether hands should have been off it by then. */
export const dueAt = ({ task, startMin }: Row, minute: number): { isDue: boolean; isLate: boolean } => ({
  isDue: startMin <= minute,
  isLate: startMin + task.handMin < minute,
})
