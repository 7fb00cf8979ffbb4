import { COLD_C } from '../safety/limits'
import type { Evaluation } from '../recipe'
import type { HoldBounds } from './ahead'

/** °C above which nobody calls a drink cold. Common practice, no source. */
const COOL_C = 10
/** The part of its °Bx beneath which a drink without ice in its cup tastes thin. Common practice, no source. */
const THIN_SHARE = 0.9

/**
 * What a vessel of a drink may not fall below, or rise above: as weak as the standard's own last sip where there is ice
 * in its cup; as warm as what time and temperature bind may be.
 * @param isTcs whether they do
 */
export function boundsOf(standard: Pick<Evaluation, 'jug' | 'cup' | 'document'>, isTcs: boolean): HoldBounds {
  const ownBrix = standard.jug.brix.value
  const iceG = standard.document.serve?.iceG ?? 0
  const lastBrix = standard.cup && iceG > 0 ? standard.cup.lastSip.brix.value : ownBrix * THIN_SHARE
  return { leastBrix: lastBrix, mostTempC: isTcs ? COLD_C : COOL_C }
}
