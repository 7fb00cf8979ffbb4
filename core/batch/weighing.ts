import { itemKey, type Evaluation } from '../recipe'
import { isMassUnit, toGrams } from '../units'
import type { Actual } from './fold'
import type { Weigh } from './run'

/**
 * g that one unit of what is wanted weighs; null where that cannot be worked out.
 * @param evaluations in which it may be found, as it was planned and as it is
 */
export function gPerUnitOf({ wanted, take, item }: Weigh, evaluations: readonly (Evaluation | null)[]): number | null {
  if (isMassUnit(wanted.unit)) return toGrams(1, wanted.unit)
  for (const e of evaluations) {
    const step = e?.document.steps.find((s) => s.out === take)
    const own = e?.bill.own.find((o) => o.stream === take)
    if (own && step?.op === 'take' && step.amount.value > 0 && itemKey(step.item) === itemKey(item))
      return own.mass.value / step.amount.value
  }
  return null
}

/** A weight this near to what is wanted is all of it: a share of it. Common practice, no source. */
const NEARLY = 0.02
export const isAllOf = (value: number, wanted: number): boolean => value >= wanted * (1 - NEARLY)

/** Of what was planned; less is no batch worth its work. Common practice, no source. */
const LEAST_SHARE = 0.2
/**
 * The share of a batch that can be made of what there is of one thing; null where there is enough, or all but nothing,
 * or where anything is in already: what is in for all of it does not follow.
 * @param wanted above 0 @param missing what no lot has of it, in the same unit
 */
export function shareThere(wanted: number, missing: number, { told }: Pick<Actual, 'told'>): number | null {
  if (told.size) return null
  const share = 1 - missing / wanted
  return share > LEAST_SHARE && !isAllOf(wanted - missing, wanted) ? share : null
}
