import { ProcessLimit } from '../process'
import type { Evaluation, RecipeDocument } from '../recipe'
import type { Moment } from './moment'
import { MOST_TARGET, TARGETS, type Targets } from './target'

/** Of a layer, the least and the most that may be in a cup, g. */
export interface Bounds {
  leastG: number
  mostG: number
}

/** Amounts that are looked for: of a drink as one cup of it. */
export interface AmountsAsk {
  wanted: Targets
  moment: Moment
  /** mL of drink in a cup, before ice; left out: as much as comes of it, as of a pot that is poured by the cup */
  volumeMl?: number
  /** what a cup may cost in all; left out: whatever it costs */
  mostCost?: number
  /** of layers by their stream; a layer that is held has both alike */
  bounds: Readonly<Record<string, Bounds>>
  /** layers that may not be changed */
  held: ReadonlySet<string>
  /** what the scale tells apart of a cup, in the unit that is typed; left out: as one cup is weighed */
  step?: number
}

/** What an evaluation costs a cup: of each layer, and of all. */
export interface CupCosts {
  layers: ReadonlyMap<string, number>
  total: number
}

/** Drinks as amounts are tried: evaluated by the one evaluator, with what they cost where every price is known. */
export interface Tried {
  document: RecipeDocument
  evaluation: Evaluation
  cost: CupCosts | null
}

/**
 * What cannot be asked.
 * @throws ProcessLimit with the figure or the layer
 */
export function checkAsk({ wanted, bounds, volumeMl, mostCost }: AmountsAsk): void {
  if (volumeMl !== undefined && !(volumeMl > 0)) throw new ProcessLimit('volume-not-positive', { volumeMl }, 'volume')
  if (mostCost !== undefined && !(mostCost >= 0)) throw new ProcessLimit('cost-negative', { value: mostCost }, 'cost')
  for (const name of TARGETS) {
    const value = wanted[name]
    if (value !== undefined && !(value >= 0 && value <= MOST_TARGET[name]))
      throw new ProcessLimit('target-outside', { value, most: MOST_TARGET[name] }, name)
  }
  for (const [stream, { leastG, mostG }] of Object.entries(bounds)) {
    if (!(leastG >= 0)) throw new ProcessLimit('bound-negative', { value: leastG }, stream)
    if (!(mostG >= leastG)) throw new ProcessLimit('bounds-crossed', { least: leastG, most: mostG }, stream)
  }
}
