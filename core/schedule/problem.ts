// What is to be done before the hatch opens, on whom and on what: minutes are whole, and counted from the opening, so
// that all that comes before it is below 0.

/** From a minute on and up to another. */
export interface Span {
  fromMin: number
  toMin: number
}

/** Somebody who works, when they are there: breaks are the gaps. */
export interface Person {
  id: string
  there: readonly Span[]
}

/** Burners, blenders, mL of a fridge: so many or so much at once, whenever the stand is. */
export interface Resource {
  key: string
  capacity: number
}

/**
 * What a task takes of a resource: while hands are on it, as long as all of it lasts, from the moment that hands are
 * off until the hatch opens, as what is made stands in the fridge, or from its end until the last task that takes it.
 */
export interface Use {
  resource: string
  amount: number
  during: 'hands' | 'all' | 'kept' | 'taken'
}

/** Whether it stands there until others come: it is in the way of all that comes before it. */
export const stands = ({ during }: Pick<Use, 'during'>): boolean => during === 'kept' || during === 'taken'

/** Another task that is done before: how long it lies in between at the least, and at the most. */
export interface Link {
  task: string
  leastMin: number
  /** left out: it may lie as long as it likes */
  mostMin?: number
}

/** Hands are on it first, then it goes on by itself. */
export interface Task {
  id: string
  handMin: number
  waitMin: number
  uses: readonly Use[]
  after: readonly Link[]
  /** not before, where there is such a moment */
  earliestMin?: number
  /** done by then at the latest; left out: by the opening */
  latestMin?: number
  /** done on the day before: better the next day */
  dayBefore?: true
}

export interface Problem {
  tasks: readonly Task[]
  people: readonly Person[]
  resources: readonly Resource[]
  /** nothing is begun before it: the day's first minute, or now where it is late */
  firstMin: number
  /** the moment by which all is done, 0 where nobody says otherwise */
  endMin: number
}

/** Where a task stands, and whose hands are on it; null where none are asked for. */
export interface Placed {
  startMin: number
  personId: string | null
}
export type Plan = ReadonlyMap<string, Placed>

export const lengthOf = ({ handMin, waitMin }: Task): number => handMin + waitMin
/** The end of a task that starts then. */
export const endOf = (task: Task, startMin: number): number => startMin + lengthOf(task)

/**
 * What a task keeps busy of a resource, where it starts then.
 * @param endMin of the problem @param takenMin when the last task that takes it begins: {@link takenMin}
 */
export function busySpan(
  task: Task,
  { during }: Pick<Use, 'during'>,
  startMin: number,
  endMin: number,
  takenMin = endMin,
): Span {
  const handsOff = startMin + task.handMin
  const end = endOf(task, startMin)
  if (during === 'hands') return { fromMin: startMin, toMin: handsOff }
  if (during === 'all') return { fromMin: startMin, toMin: end }
  if (during === 'taken') return { fromMin: end, toMin: Math.max(end, takenMin) }
  // The minute of the opening is one of them: what is done just then stands there too.
  return { fromMin: handsOff, toMin: Math.max(handsOff, endMin) + 1 }
}
/** When the last task that takes what this one makes begins; the end where nothing that stands takes it. */
export function takenMin(id: string, { tasks, endMin }: Pick<Problem, 'tasks' | 'endMin'>, plan: Plan): number {
  const starts = tasks.flatMap((t) => (t.after.some((l) => l.task === id) ? (plan.get(t.id)?.startMin ?? []) : []))
  return starts.length ? Math.max(...starts) : endMin
}

/** Minutes from the first hand on anything to the end; 0 for a plan of nothing. */
export function spanOf(plan: Plan, { endMin }: Pick<Problem, 'endMin'>): number {
  const starts = [...plan.values()].map((p) => p.startMin)
  return starts.length ? endMin - Math.min(...starts) : 0
}
