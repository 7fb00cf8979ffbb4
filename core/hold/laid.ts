import { fleshOf, firstOrderShare, liquorPart, massG, scaled, settled, type Stream } from '../process'
import { minutesAfter, type Instant } from '../time'
import type { HoldEventOf } from './event'

// What lies in a jug and goes on giving: slices of fruit, sprigs of herbs.

/** Things that lie in a vessel, and the liquor of all of them together. */
export interface Laid {
  things: readonly HoldEventOf<'laid'>[]
  /** what is dissolved in it goes over into the drink, until both are alike; null where nobody knows what it is of */
  liquor: Stream | null
}
export const NOTHING_LAID: Laid = { things: [], liquor: null }

/** min after which slices have given half of what they ever do to a cold drink. Common practice, no source. */
export const LAID_HALF_MIN = 60
/**
 * min after which peel and pith taste bitter, and slices look tired: they come out. Common practice, no source.
 */
export const USUAL_OUT_MIN = 240

/** g of all that lies in it. */
export const laidG = ({ things }: Laid): number => things.reduce((g, e) => g + e.massG, 0)
/** When something that lies in a vessel has to come out. */
export const outAt = (e: HoldEventOf<'laid'>): Instant => minutesAfter(e.at, e.outMin)

/** @param gram of what it is; null where nobody knows */
export function withLaid(laid: Laid, e: HoldEventOf<'laid'>, gram: Stream | null): Laid {
  const things = [...laid.things, e]
  if (!gram) return { ...laid, things }
  const flesh = fleshOf(scaled(gram, e.massG))
  const liquor = liquorPart(flesh, 1)
  return { things, liquor: laid.liquor ? sum(laid.liquor, liquor) : liquor }
}
/** Without one of them: it takes its share of the liquor along. */
export function withoutLaid(laid: Laid, id: string): Laid {
  const things = laid.things.filter((e) => e.id !== id)
  const [before, after] = [laidG(laid), laidG({ ...laid, things })]
  if (!(after > 0)) return { things, liquor: null }
  return { things, liquor: laid.liquor && scaled(laid.liquor, after / before) }
}

/**
 * Drink and slices some minutes later: liquor goes over both ways, as much of the one as of the other, until both are
 * alike; how far they are from it halves with every {@link LAID_HALF_MIN}.
 */
export function exchanged(drink: Stream, laid: Laid, minutes: number): { drink: Stream; laid: Laid } {
  const { liquor } = laid
  if (!liquor || !(minutes > 0)) return { drink, laid }
  const [ofDrink, ofLiquor] = [massG(drink), massG(liquor)]
  if (!(ofDrink > 0) || !(ofLiquor > 0)) return { drink, laid }
  const overG = (firstOrderShare(minutes, LAID_HALF_MIN) * ofDrink * ofLiquor) / (ofDrink + ofLiquor)
  const [out, back] = [overG / ofLiquor, overG / ofDrink]
  const drinkG = drink.amountsG.map((g, i) => g * (1 - back) + liquor.amountsG[i]! * out)
  const liquorG = liquor.amountsG.map((g, i) => g * (1 - out) + drink.amountsG[i]! * back)
  return {
    drink: settled(drinkG, drink.tempC, drink.iceG, drink.crystals, drink.rind),
    laid: { ...laid, liquor: { ...liquor, amountsG: liquorG } },
  }
}

const sum = (a: Stream, b: Stream): Stream => ({ ...a, amountsG: a.amountsG.map((g, i) => g + b.amountsG[i]!) })
