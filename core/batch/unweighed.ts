import { itemKey, type Evaluation, type RecipeDocument } from '../recipe'
import { TAP } from '../substances'
import { standing, takenBy, type BatchEvent } from './event'
import type { Actual } from './fold'

// What is asked at the end of a batch: is everything of the sheet in it, and where did it come from?

/**
 * Of the sheet, in a step that was done, and weighed by nobody: it is taken as planned.
 * @param pot what is in it: what fills it up is as much as was missing
 */
export function unweighed(
  planned: RecipeDocument,
  { told, done }: Pick<Actual, 'told' | 'done'>,
  { bill }: Pick<Evaluation, 'bill'>,
): { take: string; key: string; massG: number }[] {
  const own = new Map(bill.own.map((o) => [o.stream, o.mass.value]))
  const isIn = reached(planned, done)
  return planned.steps.flatMap((s) =>
    s.op === 'take' && !told.has(s.out) && isIn.has(s.out)
      ? [{ take: s.out, key: itemKey(s.item), massG: own.get(s.out) ?? 0 }]
      : [],
  )
}

/** Of the sheet, in a step that nobody did, and weighed by nobody: where the batch ends here, it is not in it. */
export function notReached(
  planned: RecipeDocument,
  { told, done }: Pick<Actual, 'told' | 'done'>,
): { take: string; key: string }[] {
  const isIn = reached(planned, done)
  return planned.steps.flatMap((s) =>
    s.op === 'take' && !told.has(s.out) && !isIn.has(s.out) ? [{ take: s.out, key: itemKey(s.item) }] : [],
  )
}
const reached = (planned: RecipeDocument, done: Actual['done']): Set<string> =>
  new Set(planned.steps.flatMap((s) => (s.op !== 'take' && done.has(s.out) ? s.in : [])))

/**
 * Keys of what went in out of no lot, each once; water comes out of the tap.
 * @param took whether an event's lot gave something
 */
export function outOfNoLot(
  { document }: Pick<Actual, 'document'>,
  events: readonly BatchEvent[],
  took: (eventId: string) => boolean,
): string[] {
  const takes = new Map(document.steps.flatMap((s) => (s.op === 'take' ? [[s.out, itemKey(s.item)] as const] : [])))
  const keys = standing(events).flatMap((e) => {
    const taken = takenBy(e)
    if (!taken || !(taken.amount.value > 0) || took(e.id)) return []
    return 'item' in e ? itemKey(e.item) : e.kind === 'weighed' ? (takes.get(e.take) ?? []) : []
  })
  return [...new Set(keys)].filter((key) => key !== TAP)
}
