import { BITTER } from '../substances'
import { given, quotient, type Figure } from '../figures'
import { volumeMl, type Stream } from './stream'
import type { Flag } from './step'

/**
 * Above this most people find it too bitter: between the trials that were liked (about 30, with sweet milk) and those
 * that were not (50 and more). Common practice, no source.
 */
const TOO_BITTER = 40
const LEAST = 0.05

/**
 * How bitter whole citrus makes a drink, on a scale of its own that only ranks: g of peel whose bitterness is in a
 * litre of what is drunk. Null where there is none.
 */
export function bitternessFigure(s: Stream): Figure | null {
  const litres = volumeMl(s) / 1000
  if (!(s.amountsG[BITTER]! > LEAST * litres) || litres <= 0) return null
  const freed = given('bitter-freed', s.amountsG[BITTER]!, 'g', 'estimated', 'source.process')
  return quotient('bitterness', '1', freed, given('litres', litres, 'L', 'estimated', 'source.process'))
}

/** Says that a drink is too bitter, judged on what is drunk. */
export function bitterFlags(s: Stream): Flag[] {
  const index = bitternessFigure(s)?.value ?? 0
  return index > TOO_BITTER ? [{ code: 'bitter-peel', numbers: { index } }] : []
}
