import type { BatchEvent, EventBody } from '../../core/batch'
import {
  Evaluator,
  scaledDocument,
  shippedContext,
  startingDrink,
  type Amount,
  type Evaluation,
  type RecipeDocument,
  type TakeStep,
} from '../../core/recipe'

// A batch that is told by hand: minute by minute, by one person, of what the catalogue ships.

export const context = shippedContext()
const evaluator = new Evaluator(context)
export const evaluate = (doc: RecipeDocument): Evaluation => evaluator.evaluate(doc)

/** So many minutes after eight of one morning. */
export const at = (min: number): string => new Date(Date.UTC(2026, 10, 28, 8, min)).toISOString()
let count = 0
/** Each a minute after the one before, where none is said. */
export const event = (e: EventBody, min = ++count, id = `e${++count}`): BatchEvent =>
  ({ ...e, id, at: at(min), by: 'ana' }) as BatchEvent

export const g = (value: number): Amount => ({ value, unit: 'g' })
export const takesIn = (doc: RecipeDocument): TakeStep[] => doc.steps.filter((s) => s.op === 'take')
/** Forty cups of 300 mL. */
export const lemonade = scaledDocument(startingDrink('lemonade', null, 300), 40)
