import { interval, type Prediction } from '../evidence'
import { CATALOGUE, type Op } from '../process'
import { freeName, nameOfItem, scaledDocument, type RecipeDocument, type RecipeStep, type TakeStep } from '../recipe'
import { standing, type BatchEvent } from './event'
import { fold } from './fold'
import { wholeOf } from './loads'

// What a batch leaves: a recipe as it was really made, a sheet that promised something else.

/** What was taken of one thing, all of its loads together. */
function takenOf(take: TakeStep, made: RecipeDocument): TakeStep {
  const parts = made.steps.filter((s): s is TakeStep => s.op === 'take' && [s.out, wholeOf(s.out)].includes(take.out))
  const [first] = parts
  if (!first) return { ...take, amount: { ...take.amount, value: 0 } }
  const value = parts.reduce((sum, p) => sum + (p.amount.unit === first.amount.unit ? p.amount.value : 0), 0)
  return { ...take, item: first.item, amount: { value, unit: first.amount.unit } }
}

/**
 * The recipe as it was really made: what was weighed, added, swapped and left out. What was read or spilled is of that
 * one batch, and no part of it.
 * @param whole as planned, without its loads @param planned with its loads as steps, which the events are of
 * @param times how many times the recipe was made
 */
export function asRecipe(
  whole: RecipeDocument,
  planned: RecipeDocument,
  events: readonly BatchEvent[],
  times = 1,
): RecipeDocument {
  const made = fold(planned, events).document
  if (!whole.steps.length) return scaledDocument(named(inOnePot(made)), 1 / times)
  const names = new Set(whole.steps.map((s) => s.out))
  const takes = whole.steps.flatMap((s): BatchEvent[] => {
    if (s.op !== 'take') return []
    const { item, amount } = takenOf(s, made)
    const of = { id: s.out, at: FIRST, by: '' }
    return [
      amount.value > 0
        ? { ...of, kind: 'swapped', take: s.out, item, amount, lotId: null }
        : { ...of, kind: 'left-out', take: s.out },
    ]
  })
  // A load that was joined by something has it in all of them.
  const into = (name: string): string => (names.has(name) ? name : wholeOf(name))
  const rest = standing(events).flatMap((e): BatchEvent[] => {
    if (e.kind === 'added') return [{ ...e, to: into(e.to) }]
    return e.kind === 'skipped' && names.has(e.step) ? [e] : []
  })
  return scaledDocument(named(fold(whole, [...takes, ...rest]).document), 1 / times)
}
/** All that went in, together at once. */
function inOnePot(made: RecipeDocument): RecipeDocument {
  const takes = made.steps.filter((s): s is TakeStep => s.op === 'take' && s.amount.value > 0)
  return { ...made, steps: [...takes, { op: 'combine', in: takes.map((s) => s.out), out: 'pot' }], output: 'pot' }
}
/** Before all that was told. */
const FIRST = new Date(0).toISOString()

/** Names that a recipe may have, in place of those that were put down while it was made. */
function named(document: RecipeDocument): RecipeDocument {
  const taken = new Set(document.steps.map((s) => s.out))
  const to = new Map<string, string>()
  for (const s of document.steps) {
    if (!/^(?:told|added)-/.test(s.out)) continue
    const base = s.op === 'take' ? nameOfItem(s.item) : 'mixed'
    const free = freeName(taken, base)
    taken.add(free)
    to.set(s.out, free)
  }
  const is = (name: string): string => to.get(name) ?? name
  const steps = document.steps.map((s): RecipeStep =>
    s.op === 'take'
      ? { ...s, out: is(s.out) }
      : ({ ...s, out: is(s.out), in: s.in.map(is) } as Exclude<RecipeStep, TakeStep>),
  )
  return { ...document, steps, output: is(document.output) }
}
/** Whether a recipe may be written with all of its steps. */
export const isRecipe = ({ steps }: RecipeDocument): boolean =>
  steps.every((s) => s.op === 'take' || !CATALOGUE[s.op as Op].ofBatch)

/** What a sheet promises, and what came out: asked about once where it is beyond what it varies by. */
export interface Claim {
  promised: number
  came: number
  /** between these it lies in nine batches of ten */
  usual: readonly [low: number, high: number]
}
/** Of so many batches, the share that lies within what is usual. */
const USUAL = 0.9
/**
 * @param ratio what comes out for one that the standard says, as its makings taught
 * @returns null where it came out as usual, or where there is nothing to compare
 */
export function claimOf(promised: number, came: number, ratio: Prediction): Claim | null {
  if (!(promised > 0) || !(came > 0)) return null
  const [low, high] = interval(ratio, USUAL)
  const usual = [promised * low, promised * high] as const
  return came < usual[0] || came > usual[1] ? { promised, came, usual } : null
}
