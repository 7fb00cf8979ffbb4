import { phEstimate, type PhEstimate, type Stream } from '../process'
import { ACID_ENOUGH_PH } from './limits'

/** How a food is handled, as the tables of the Food Code tell apart. */
export type Handling = 'open' | 'heated-and-packaged'

export interface TcsReading {
  /**
   * `not-tcs`: acid enough over its whole range; `assess`: the local authority wants a product assessment; `tcs`: by
   * name, whatever its pH
   */
  verdict: 'not-tcs' | 'assess' | 'tcs'
  limitPh: number
  ph: PhEstimate
  /** ingredient that decides by name */
  byName: string | null
}

/**
 * FDA Food Code 1-201.10, tables A and B at high water activity (memory): below this pH not time and temperature
 * controlled for safety.
 */
const LIMIT_PH: Record<Handling, number> = { open: ACID_ENOUGH_PH, 'heated-and-packaged': 4.6 }
/** Time and temperature controlled by name: cut melons (Food Code 1-201.10, memory). */
const BY_NAME = ['melon', 'watermelon', 'melon-juice', 'watermelon-juice']

/**
 * Whether a drink is likely to need time and temperature control for safety, from its pH and what is in it. A caution
 * that names the rule, never a clearance: pH is an estimate unless measured, and the local authority decides.
 * @param ingredients keys of all that went in, through every prep
 * @param measuredPh a meter's reading, which replaces the estimate
 */
export function tcsReading(
  s: Stream,
  ingredients: readonly string[],
  handling: Handling = 'open',
  measuredPh?: number,
): TcsReading {
  const ph: PhEstimate =
    measuredPh === undefined ? phEstimate(s) : { ph: measuredPh, low: measuredPh, high: measuredPh, doubts: [] }
  const limitPh = LIMIT_PH[handling]
  const byName = ingredients.find((key) => BY_NAME.includes(key)) ?? null
  // Melon in a drink that is sour through and through is judged by the pH table like any mixture; above, its name
  // decides.
  const acid = ph.high < limitPh && ph.doubts.length === 0
  return { verdict: acid ? 'not-tcs' : byName ? 'tcs' : 'assess', limitPh, ph, byName }
}
