import { SCALE_STEP, type AmountsAsk } from '../balance'
import { fillsUp, itemKey, type Evaluation, type RecipeDocument, type TakeStep } from '../recipe'
import type { Actual } from './fold'

// What today's juice moves of a batch: of what is not in yet, within bounds, so that the drink is what its sheet says.

/** So many times of what the sheet says, and that part of it, are as far as today's juice moves it. Common practice. */
const FARTHEST = 2
/** Of an amount, what no scale of a stand tells apart. */
const NOTICED = 0.002

/** What is wanted of a take, and what it is to be instead, in the unit that it is weighed in. */
export interface Amended {
  take: string
  key: string
  unit: TakeStep['amount']['unit']
  was: number
  is: number
}

/** What may still move, with its g: neither in the pot, nor what fills it. */
const movable = ({ told, document }: Actual, { bill }: Evaluation): { take: string; massG: number }[] =>
  bill.own
    .filter((o) => o.stream !== fillsUp(document) && !told.has(o.stream) && o.mass.value > 0)
    .map((o) => ({ take: o.stream, massG: o.mass.value }))

/**
 * The question: sugar, acid and volume as the sheet has them, of one cup of the batch.
 * @param sheet as planned @param now as it is told so far @param times cups that the batch is asked about as
 */
export function askToday(actual: Actual, sheet: Evaluation, now: Evaluation, times: number): AmountsAsk {
  const { sweetness, ta, volume } = sheet.jug
  return {
    wanted: { sweetness: sweetness.value, ta: ta.value },
    moment: 'jug',
    volumeMl: volume.value / times,
    bounds: Object.fromEntries(
      movable(actual, now).map(({ take, massG }) => [
        take,
        { leastG: massG / times / FARTHEST, mostG: (massG / times) * FARTHEST },
      ]),
    ),
    held: new Set(actual.told),
    // The whole pot is weighed, not its cups one by one.
    step: SCALE_STEP / times,
  }
}

/**
 * What is to be weighed otherwise than the sheet says.
 * @param found one cup as it was found, its amounts in the units of the batch
 */
export function amendedBy(actual: Actual, now: Evaluation, found: RecipeDocument, times: number): Amended[] {
  const takesOf = ({ steps }: RecipeDocument, stream: string): TakeStep | undefined =>
    steps.find((s): s is TakeStep => s.op === 'take' && s.out === stream)
  return movable(actual, now).flatMap(({ take }): Amended[] => {
    const [step, own] = [takesOf(actual.document, take), takesOf(found, take)]
    if (!step || !own || own.amount.unit !== step.amount.unit) return []
    const { value: was, unit } = step.amount
    const is = own.amount.value * times
    return Math.abs(is - was) <= NOTICED * was ? [] : [{ take, key: itemKey(step.item), unit, was, is }]
  })
}
