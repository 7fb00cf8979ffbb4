import type { Equipment, Op } from '../process'
import type { Evaluation, RecipeStep, TimedStep } from '../recipe'
import {
  cleaningAfter,
  handMinOf,
  JUICE_WITHIN_MIN,
  loadsByStep,
  USUAL_PRESS_MIN_PER_L,
  whole,
  type Loads,
} from './minutes'
import type { Link, Task, Use } from './problem'

// A day's makings as tasks: each step of each with the minutes that its evaluation says, in the order of what it takes.

/** Something that is made: a batch of a drink, or so much of a prep. */
export interface Making {
  /** of its own among all of the day */
  id: string
  evaluation: Evaluation
  /** makings that are done before it: preps that it takes */
  takes: readonly string[]
  /** mL that stand in the fridge from then on; 0 where none do */
  keptMl: number
  /** they stand there until another making takes them; left out: until the opening */
  untilTaken?: true
  /** min that it stands cold before it is good to serve */
  chillMin: number
  /** better the next day: it is made on the day before */
  dayBefore?: boolean
  /** minutes of hands for a minute of the standard, as they were timed here; left out: nobody did */
  handTimes?: number
}
/** Fruit that is pressed: as late as it can be. */
export interface Pressing {
  /** of its own among all of the day */
  id: string
  juice: string
  juiceMl: number
  /** of hands, for a litre; null where nobody here has timed it */
  minPerL: number | null
  /** makings that take the juice */
  for: readonly string[]
}

/** Pieces that there are only so many of, and whether a step has them only as long as hands are on it. */
const SHARED: Partial<Record<Equipment, Use['during']>> = {
  burner: 'all',
  blender: 'hands',
  press: 'hands',
  strainer: 'hands',
  vessel: 'all',
}
export type SharedPiece = 'burner' | 'blender' | 'press' | 'strainer' | 'vessel' | 'fridge'

/** A task with what it is of: the words of a screen. */
export interface DayTask extends Task {
  making: string
  /** the step that it is, fruit that is pressed for its juice, or the cold before it is served */
  does: Op | 'pressing' | 'chilling'
  /** the loads that it is of a step that goes in several */
  loads?: Loads
  /** of its hands, min that clean the jar or the press before something else goes in */
  cleanMin?: number
}

const taskId = (making: string, out: string): string => `${making}/${out}`

const usesOf = ({ holds }: TimedStep): Use[] =>
  holds.flatMap((piece) => {
    const during = SHARED[piece]
    return during ? [{ resource: piece, amount: 1, during }] : []
  })

const inputsOf = (step: RecipeStep | undefined): readonly string[] => (step && step.op !== 'take' ? step.in : [])

/** The steps of a making, one after what it takes; the last is followed by the cold, where it stands in it. */
function ofMaking(making: Making, lastOf: ReadonlyMap<string, string>): DayTask[] {
  const { id, evaluation, takes, keptMl, chillMin } = making
  const { timeline, document } = evaluation
  const steps = new Map(document.steps.map((s) => [s.out, s]))
  const timed = new Map(timeline.map((s) => [s.out, s]))
  const loads = loadsByStep(evaluation)
  const before = takes.flatMap((m) => lastOf.get(m) ?? []).map((task): Link => ({ task, leastMin: 0 }))
  const tasks = timeline.flatMap((s): DayTask[] => {
    const inputs = inputsOf(steps.get(s.out))
    const links = [...new Set(inputs.map((i) => i.split('/')[0]!))].flatMap((out): Link[] => {
      const made = timed.get(out)
      if (!made) return []
      // What may lie only so long in its water, or stand only so long, is gone on with by then.
      const most = made.window ? { mostMin: Math.max(0, Math.floor(made.window[1] - made.waitMin)) } : {}
      return [{ task: taskId(id, out), leastMin: 0, ...most }]
    })
    const isFirst = !links.length
    const task: DayTask = {
      id: taskId(id, s.out),
      making: id,
      does: s.op,
      handMin: handMinOf(s, inputs.length, making.handTimes),
      waitMin: whole(s.waitMin),
      uses: usesOf(s),
      after: isFirst ? before : links,
    }
    return inLoads(task, s, loads.get(s.out) ?? [], making.handTimes)
  })
  const last = tasks.at(-1)
  if (!last) return []
  // Preps go in where they are taken: before the last step at the latest.
  if (last.after !== before)
    last.after = [...last.after, ...before.filter((b) => !last.after.some((l) => l.task === b.task))]
  if (keptMl > 0)
    last.uses = [...last.uses, { resource: 'fridge', amount: keptMl, during: making.untilTaken ? 'taken' : 'kept' }]
  if (making.dayBefore) for (const task of tasks) task.dayBefore = true
  if (chillMin <= 0) return tasks
  const chill: DayTask = {
    id: taskId(id, 'chilling'),
    making: id,
    does: 'chilling',
    handMin: 0,
    waitMin: chillMin,
    uses: [],
    after: [{ task: last.id, leastMin: 0 }],
  }
  return [...tasks, chill]
}

/** A step that goes in loads, one after the other: the last of them is what others come after. */
function inLoads(task: DayTask, { op, handMin }: TimedStep, loads: readonly Loads[], handTimes = 1): DayTask[] {
  if (!loads.length) return [task]
  const idOf = (i: number): string => (i === loads.length - 1 ? task.id : `${task.id}/load-${i + 1}`)
  return loads.map((of, i) => ({
    ...task,
    id: idOf(i),
    loads: of,
    handMin: handMinOf({ op, handMin: (handMin * (of.to - of.from + 1)) / of.of }, 1, handTimes),
    after: i ? [{ task: idOf(i - 1), leastMin: 0 }] : task.after,
  }))
}

/**
 * All that is to be done for a day.
 * @param makings in any order; a prep may be taken by a prep
 */
export function tasksOf(makings: readonly Making[], pressings: readonly Pressing[]): DayTask[] {
  const lastOf = new Map(
    makings.flatMap((m) => {
      const last = m.evaluation.timeline.at(-1)
      return last ? [[m.id, taskId(m.id, last.out)] as const] : []
    }),
  )
  const pressed = new Map<string, Link[]>()
  const presses = pressings
    .filter((p) => p.juiceMl > 0)
    .map((p): DayTask => {
      const id = taskId(p.id, 'pressing')
      for (const m of p.for)
        pressed.set(m, [...(pressed.get(m) ?? []), { task: id, leastMin: 0, mostMin: JUICE_WITHIN_MIN }])
      const minutes = ((p.minPerL ?? USUAL_PRESS_MIN_PER_L) * p.juiceMl) / 1000
      return {
        id,
        making: p.juice,
        does: 'pressing',
        handMin: Math.max(1, whole(minutes)),
        waitMin: 0,
        uses: [{ resource: 'press', amount: 1, during: 'hands' }],
        after: [],
      }
    })
  const made = makings.flatMap((m) =>
    ofMaking(m, lastOf).map((t): DayTask => {
      const juice = t.id === lastOf.get(m.id) ? (pressed.get(m.id) ?? []) : []
      return juice.length ? { ...t, after: [...t.after, ...juice] } : t
    }),
  )
  return cleaned([...presses, ...made], new Map(makings.map((m) => [m.id, m.evaluation])))
}

/** What is cleaned when another making comes to it. */
const CLEANED: readonly SharedPiece[] = ['blender', 'press']
/** A jar or a press that several makings take is cleaned after the last task of each. */
function cleaned(tasks: readonly DayTask[], evaluations: ReadonlyMap<string, Evaluation>): DayTask[] {
  const cleanMin = new Map<string, number>()
  for (const piece of CLEANED) {
    const lastOf = new Map(
      tasks.filter((t) => t.uses.some((u) => u.resource === piece)).map((t) => [t.making, t.id] as const),
    )
    if (lastOf.size < 2) continue
    for (const [making, task] of lastOf) cleanMin.set(task, cleaningAfter(evaluations.get(making) ?? null))
  }
  return tasks.map((t) => {
    const min = cleanMin.get(t.id)
    return min ? { ...t, handMin: t.handMin + min, cleanMin: min } : t
  })
}
