import type { MixFigures } from '../recipe'

/** Figures of a drink that can be asked for. */
export const TARGETS = ['brix', 'ta', 'ratio', 'sweetness'] as const
export type TargetName = (typeof TARGETS)[number]
export type Targets = Partial<Record<TargetName, number>>

/**
 * What of each figure nobody tastes or reads: within it a target is met. °Bx, g per 100 mL, g to 1 g, g per 100 mL.
 * Common practice, no source.
 */
export const MET_WITHIN: Readonly<Record<TargetName, number>> = { brix: 0.1, ta: 0.01, ratio: 0.2, sweetness: 0.1 }

/** A figure of a mixture by its name; 0 where it has none. */
export const figureOf = (mix: Pick<MixFigures, TargetName>, name: TargetName): number => mix[name]?.value ?? 0

export const isMet = (name: TargetName, wanted: number, is: number): boolean =>
  Math.abs(wanted - is) <= MET_WITHIN[name] + 1e-9

/** What a target may be at all: more is a slip. */
export const MOST_TARGET: Readonly<Record<TargetName, number>> = { brix: 80, ta: 12, ratio: 500, sweetness: 100 }
