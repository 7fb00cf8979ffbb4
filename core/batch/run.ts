import type { Op } from '../process'
import { fillsUp, type Amount, type Evaluation, type ItemRef, type RecipeDocument, type TakeStep } from '../recipe'
import { minutesAfter, type Instant } from '../time'
import { standing, type BatchEvent } from './event'
import type { Actual } from './fold'

// A batch as what is to be done: one job at a time, with what is weighed for it.

/** Something that is weighed in. */
export interface Weigh {
  take: string
  item: ItemRef
  /** as planned, or as it was swapped for */
  wanted: Amount
  /** so far, in the same unit; null where nothing was */
  weighed: number | null
  /** still to add, in the same unit; 0 where somebody said that it is all */
  rest: number
  /** it is poured until the pot is full, and not weighed */
  fills: boolean
  isDone: boolean
}
export interface Job {
  step: string
  op: Op
  weighs: Weigh[]
  state: 'to-do' | 'begun' | 'done'
  /** when it was begun and done; null where nobody said so */
  begunAt: Instant | null
  doneAt: Instant | null
  /** while it goes by itself: from when on it is ready, and by when it has to be gone on with; null where it is not */
  ready: { fromAt: Instant; untilAt: Instant | null } | null
}

/**
 * What there is to do, in the order of the plan; what was skipped is gone.
 * @param planned with its loads as steps
 * @param evaluation of the actual document: minutes are those of what is really there
 */
export function jobsOf(
  planned: RecipeDocument,
  { document, done, told, open, weighed, wanted: asked }: Actual,
  evaluation: Pick<Evaluation, 'timeline'>,
  events: readonly BatchEvent[],
): Job[] {
  const takes = new Map(planned.steps.flatMap((s) => (s.op === 'take' ? [[s.out, s] as const] : [])))
  const now = new Map(document.steps.flatMap((s) => (s.op === 'take' ? [[s.out, s] as const] : [])))
  const timed = new Map(evaluation.timeline.map((s) => [s.out, s]))
  const at = new Map(
    standing(events).flatMap((e) => (e.kind === 'begun' || e.kind === 'done' ? [[`${e.kind} ${e.step}`, e.at]] : [])),
  )
  const filler = fillsUp(planned)
  const weighOf = (take: TakeStep, isDone: boolean): Weigh => {
    const is = now.get(take.out) ?? take
    const wasSwapped = is.item !== take.item
    const wanted = wasSwapped ? is.amount : (asked.get(take.out) ?? take.amount)
    const so = weighed.get(take.out) ?? null
    const isAll = told.has(take.out) && !open.has(take.out)
    const rest = isAll || isDone ? 0 : Math.max(0, wanted.value - (so ?? 0))
    return {
      take: take.out,
      item: is.item,
      wanted,
      weighed: so,
      rest,
      fills: take.out === filler,
      isDone: isAll || isDone,
    }
  }
  return planned.steps.flatMap((s): Job[] => {
    if (s.op === 'take' || !document.steps.some((d) => d.out === s.out)) return []
    const isDone = done.has(s.out)
    const begunAt = at.get(`begun ${s.out}`) ?? null
    const weighs = s.in.flatMap((i) => (takes.has(i) ? [weighOf(takes.get(i)!, isDone)] : []))
    const state = isDone ? 'done' : begunAt ? 'begun' : 'to-do'
    const of = timed.get(s.out)
    const ready =
      state === 'begun' && begunAt && of && of.waitMin > 0
        ? {
            fromAt: minutesAfter(begunAt, of.window?.[0] ?? of.waitMin),
            untilAt: of.window ? minutesAfter(begunAt, of.window[1]) : null,
          }
        : null
    return [{ step: s.out, op: s.op, weighs, state, begunAt, doneAt: at.get(`done ${s.out}`) ?? null, ready }]
  })
}

/** What hands are asked for next: the first that nobody has begun; what goes by itself waits beside it. */
export const nextJob = (jobs: readonly Job[]): Job | null => jobs.find((j) => j.state === 'to-do') ?? null
/** What goes by itself, the one that is ready first before the others. */
export const waiting = (jobs: readonly Job[]): Job[] =>
  jobs
    .filter((j) => j.state === 'begun')
    .sort((a, b) => Date.parse(a.ready?.fromAt ?? a.begunAt!) - Date.parse(b.ready?.fromAt ?? b.begunAt!))

/** What is taken next of a job: the first thing of which something is still to come. */
export const nextWeigh = ({ weighs }: Job): Weigh | null => weighs.find((w) => !w.isDone && !w.fills) ?? null
