import type { Equipment, Op } from '../process'
import type { Evaluation, RecipeStep, TimedStep } from '../recipe'
import type { Link, Task, Use } from './problem'

// A day's makings as tasks: each step of each with the minutes that its evaluation says, in the order of what it takes.

/** Something that is made: a batch of a drink, or so much of a prep. */
export interface Making {
  /** of its own among all of the day */
  id: string
  evaluation: Evaluation
  /** makings that are done before it: preps that it takes */
  takes: readonly string[]
  /** mL that stand in the fridge from then on until the opening; 0 where none do */
  keptMl: number
  /** min that it stands cold before it is good to serve */
  chillMin: number
}
/** Fruit that is pressed: as late as it can be. */
export interface Pressing {
  id: string
  juiceMl: number
  /** of hands, for a litre; null where nobody here has timed it */
  minPerL: number | null
  /** makings that take the juice */
  for: readonly string[]
}

/** Five minutes for fifteen limes, some 0.6 L: min of hands for a litre where nobody has timed it. Common practice. */
export const USUAL_PRESS_MIN_PER_L = 8
/** Min of hands that a step takes at the least: to fetch, weigh and stir what goes in. Common practice, no source. */
const LEAST_HAND_MIN: Partial<Record<Op, number>> = { combine: 3, makeUp: 3, trim: 4, wash: 2, dissolve: 2 }
/** For each thing that is weighed in, min more. Common practice, no source. */
const MIN_PER_INPUT = 1
/** Juice is mixed within so many minutes of pressing, where hands and vessels allow. Common practice, no source. */
export const JUICE_WITHIN_MIN = 120
/** Of every drink, min in the fridge before it is served. Common practice, no source: 30 min to 3 h. */
export const USUAL_CHILL_MIN = 30

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
}

const taskId = (making: string, out: string): string => `${making}/${out}`
const whole = (minutes: number): number => Math.max(0, Math.ceil(minutes - 1e-9))

const usesOf = ({ holds }: TimedStep): Use[] =>
  holds.flatMap((piece) => {
    const during = SHARED[piece]
    return during ? [{ resource: piece, amount: 1, during }] : []
  })

/** @param inputs streams that go in */
function handMinOf({ op, handMin }: TimedStep, inputs: number): number {
  const least = LEAST_HAND_MIN[op]
  return whole(least === undefined ? handMin : Math.max(handMin, least + MIN_PER_INPUT * Math.max(0, inputs - 1)))
}
const inputsOf = (step: RecipeStep | undefined): readonly string[] => (step && step.op !== 'take' ? step.in : [])

/** The steps of a making, one after what it takes; the last is followed by the cold, where it stands in it. */
function ofMaking({ id, evaluation, takes, keptMl, chillMin }: Making, lastOf: ReadonlyMap<string, string>): DayTask[] {
  const { timeline, document } = evaluation
  const steps = new Map(document.steps.map((s) => [s.out, s]))
  const timed = new Map(timeline.map((s) => [s.out, s]))
  const before = takes.flatMap((m) => lastOf.get(m) ?? []).map((task): Link => ({ task, leastMin: 0 }))
  const tasks = timeline.map((s): DayTask => {
    const inputs = inputsOf(steps.get(s.out))
    const links = [...new Set(inputs.map((i) => i.split('/')[0]!))].flatMap((out): Link[] => {
      const made = timed.get(out)
      if (!made) return []
      // What may lie only so long in its water, or stand only so long, is gone on with by then.
      const most = made.window ? { mostMin: Math.max(0, Math.floor(made.window[1] - made.waitMin)) } : {}
      return [{ task: taskId(id, out), leastMin: 0, ...most }]
    })
    const isFirst = !links.length
    return {
      id: taskId(id, s.out),
      making: id,
      does: s.op,
      handMin: handMinOf(s, inputs.length),
      waitMin: whole(s.waitMin),
      uses: usesOf(s),
      after: isFirst ? before : links,
    }
  })
  const last = tasks.at(-1)
  if (!last) return []
  // Preps go in where they are taken: before the last step at the latest.
  if (last.after !== before)
    last.after = [...last.after, ...before.filter((b) => !last.after.some((l) => l.task === b.task))]
  if (keptMl > 0) last.uses = [...last.uses, { resource: 'fridge', amount: keptMl, during: 'kept' }]
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
        making: p.id,
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
  return [...presses, ...made]
}
