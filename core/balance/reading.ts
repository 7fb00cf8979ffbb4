import { acidG, brixOf, LEAST_ACID_SHARE, massG, sugarsG, type Stream } from '../process'
import type { MixFigures, Zone } from '../recipe'

// How a drink reads: two numbers, strength and sugar to acid, and a plain word for each.

export const STRENGTH_WORDS = ['thin', 'usual', 'strong'] as const
export type StrengthWord = (typeof STRENGTH_WORDS)[number]
export const BALANCE_WORDS = ['sour', 'tart', 'balanced', 'sweet', 'very-sweet', 'no-acid'] as const
export type BalanceWord = (typeof BALANCE_WORDS)[number]

/** Fewer kept drinks of a family than this say nothing of a stand's own zone. */
export const LEAST_KEPT = 3

/** Where something lies: °Bx, and g of sugar to one of acid, above 0. */
export interface Kept {
  brix: number
  ratio: number
}
/** Of figures, or of a stream as it was read; null where there is next to no acid. */
export const keptPoint = ({ brix, ratio }: Pick<MixFigures, 'brix' | 'ratio'>): Kept | null =>
  ratio && ratio.value > 0 ? { brix: brix.value, ratio: ratio.value } : null
export const keptStream = (s: Stream): Kept | null =>
  acidG(s) / massG(s) > LEAST_ACID_SHARE ? { brix: brixOf(s), ratio: sugarsG(s) / acidG(s) } : null

export interface Reading {
  strength: StrengthWord
  balance: BalanceWord
}

/**
 * Where in a zone of ratio, on its own (logarithmic) scale, tart ends and sweet begins: 12 and 17 g of sugar to one of
 * acid in a lemonade that is kept from 10 to 22. Common practice, no source.
 */
const [TART_BELOW, SWEET_ABOVE] = [0.23, 0.67]

/**
 * How a mixture reads against a zone: of its family, or of this stand.
 * @param mix °Bx, and g of sugar to one of acid; null where there is next to no acid
 */
export function readingOf({ brix, ratio }: Pick<MixFigures, 'brix' | 'ratio'>, zone: Zone): Reading {
  const strength = brix.value < zone.brix[0] ? 'thin' : brix.value > zone.brix[1] ? 'strong' : 'usual'
  return { strength, balance: ratio && ratio.value > 0 ? balanceOf(ratio.value, zone) : ratio ? 'sour' : 'no-acid' }
}

function balanceOf(ratio: number, { ratio: [low, high] }: Zone): BalanceWord {
  const at = Math.log(ratio / low) / Math.log(high / low)
  if (at < 0) return 'sour'
  if (at < TART_BELOW) return 'tart'
  if (at <= SWEET_ABOVE) return 'balanced'
  return at <= 1 ? 'sweet' : 'very-sweet'
}
