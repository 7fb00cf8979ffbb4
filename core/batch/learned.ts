import { massG, volumeMl, type Op } from '../process'
import type { Evaluation, RecipeDocument } from '../recipe'
import { minutesBetween } from '../time'
import { standing, type BatchEvent, type EventOf } from './event'
import { fold, soFar } from './fold'

// What a batch teaches: what a step gave for what it was worked out to give, and how long it took for what it should.

export interface Learned {
  /** `output`: of mass or volume; `minutes`: from begun to done */
  quantity: 'output' | 'minutes'
  op: Op
  step: string
  /** what was seen, for one that was worked out; above 0 */
  ratio: number
}

/** Beneath this many minutes a clock says more of who told it than of the step. */
const LEAST_MIN = 1

/**
 * Ratios of all that was read or timed, in the order of the clock. What cannot be worked out at that moment teaches
 * nothing.
 * @param evaluate as the evaluator does, with its errors
 */
export function learnedFrom(
  planned: RecipeDocument,
  events: readonly BatchEvent[],
  evaluate: (doc: RecipeDocument) => Evaluation,
): Learned[] {
  const all = standing(events)
  return all.flatMap((e, i): Learned[] => {
    const before = all.slice(0, i)
    const learned =
      e.kind === 'read'
        ? outputOf(e, planned, before, evaluate)
        : e.kind === 'done'
          ? minutesOf(e, planned, before, evaluate)
          : null
    return learned ? [learned] : []
  })
}

function tried(doc: RecipeDocument | null, evaluate: (doc: RecipeDocument) => Evaluation): Evaluation | null {
  try {
    return doc && evaluate(doc)
  } catch {
    return null
  }
}
const opOf = (planned: RecipeDocument, step: string): Op | null => {
  const found = planned.steps.find((s) => s.out === step)
  return found && found.op !== 'take' ? found.op : null
}

/** The first reading of what a step made: a later one is of what was done to it since. */
function outputOf(
  { of, reading }: EventOf<'read'>,
  planned: RecipeDocument,
  before: readonly BatchEvent[],
  evaluate: (doc: RecipeDocument) => Evaluation,
): Learned | null {
  const op = opOf(planned, of)
  const isFirst = !before.some((b) => b.kind === 'read' && b.of === of)
  if (!op || !isFirst || (reading.massG === undefined && reading.volumeMl === undefined)) return null
  const told = fold(planned, [...before, { id: 'done', at: FAR, by: '', kind: 'done', step: of }])
  const there = tried(soFar(told), evaluate)
  const made = there?.done.find((d) => d.step.out === told.nowOf(of))?.result.out
  if (!made) return null
  const ratio = reading.massG === undefined ? reading.volumeMl! / volumeMl(made) : reading.massG / massG(made)
  return Number.isFinite(ratio) && ratio > 0 ? { quantity: 'output', op, step: of, ratio } : null
}
/** After all that was told. */
const FAR = '9999-01-01T00:00:00.000Z'

function minutesOf(
  { step, at }: EventOf<'done'>,
  planned: RecipeDocument,
  before: readonly BatchEvent[],
  evaluate: (doc: RecipeDocument) => Evaluation,
): Learned | null {
  const op = opOf(planned, step)
  const begun = before.findLast((b) => b.kind === 'begun' && b.step === step)
  if (!op || !begun) return null
  const of = tried(fold(planned, before).document, evaluate)?.timeline.find((s) => s.out === step)
  const should = of ? of.handMin + of.waitMin : 0
  const took = minutesBetween(begun.at, at)
  return should >= LEAST_MIN && took >= LEAST_MIN ? { quantity: 'minutes', op, step, ratio: took / should } : null
}
