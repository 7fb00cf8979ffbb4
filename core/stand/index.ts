import type { UnitSystem } from '../region'
import { toMillilitres } from '../units'

/** What a stand starts with before anyone measured anything. Common practice, no source. */
export const USUAL_STAND = {
  /** share of a batch that is lost on the way into cups */
  lossShare: 0.03,
  /** steps of its scale and its jugs */
  massStepG: 1,
  volumeStepMl: 5,
  /** tax on top of a price, and of the price without it what may go into a cup */
  taxShare: 0,
  costShare: 0.25,
} as const

interface Starting {
  cup: { name: string; capacityMl: number; fillLineMl: number }
  vessels: readonly { name: string; capacityMl: number }[]
}
/** A cup and two vessels in the sizes that are sold where a stand measures so. Common practice, no source. */
export const STARTING: Readonly<Record<UnitSystem, Starting>> = {
  metric: {
    cup: { name: '400 mL', capacityMl: 420, fillLineMl: 390 },
    vessels: [
      { name: '6 L', capacityMl: 6000 },
      { name: '15 L', capacityMl: 15_000 },
    ],
  },
  us: {
    cup: {
      name: '16 fl oz',
      capacityMl: Math.round(toMillilitres(17, 'fl oz')),
      fillLineMl: Math.round(toMillilitres(16, 'fl oz')),
    },
    vessels: [
      { name: '6 qt', capacityMl: Math.round(toMillilitres(6, 'quart')) },
      { name: '4 gal', capacityMl: Math.round(toMillilitres(4, 'gallon')) },
    ],
  },
}

/** What a prep costs in a drink: by its standard at today's prices, or by what was paid for what is on the shelf. */
export const PREP_COSTS = ['standard', 'paid'] as const

/** What “limón” is at a stand: the green or the yellow one. */
export const LIMONES = ['lime', 'lemon'] as const
export type Limon = (typeof LIMONES)[number]
