import { interval, predict, type Prediction } from '../evidence'
import type { Op } from '../process'
import type { Learned } from './learned'

// What batches taught of a kind of step here: how much comes through for what is worked out, and how long it takes.

export interface StepStudy {
  op: Op
  quantity: Learned['quantity']
  /** for one that is worked out */
  ratio: Prediction
  /** between these it lies in nine of ten */
  usual: readonly [low: number, high: number]
}
/**
 * Before anything was seen it is what is worked out: what comes through within 10 %, minutes within some 40 %; either
 * counts as one batch. Common practice, no source.
 */
const PRIORS = {
  output: { mean: 1, worth: 1, spread: 0.1, dof: 3 },
  minutes: { mean: 1, worth: 1, spread: 0.4, dof: 3 },
} as const
const USUAL = 0.9

/** @param learned of batches, the oldest first */
export function stepStudies(learned: readonly Learned[]): StepStudy[] {
  const groups = new Map<string, Learned[]>()
  for (const l of learned) {
    const key = `${l.op} ${l.quantity}`
    groups.set(key, [...(groups.get(key) ?? []), l])
  }
  return [...groups.values()].map((of): StepStudy => {
    const { op, quantity } = of[0]!
    const ratio = predict(
      PRIORS[quantity],
      of.map((l) => l.ratio),
      'logarithmic',
    )
    return { op, quantity, ratio, usual: interval(ratio, USUAL) }
  })
}
