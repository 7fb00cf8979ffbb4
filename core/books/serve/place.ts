import { SLUSH_C, type HoldPlace } from '../../hold'
import type { HoldRow } from './rows'

/** What a vessel does to what is in it. */
export const placeOf = ({
  wPerK,
  roomC,
  vessel,
  way,
}: Pick<HoldRow, 'wPerK' | 'roomC' | 'vessel' | 'way'>): HoldPlace => ({
  ...{ wPerK, roomC },
  capacityMl: vessel.capacityMl,
  keptC: way === 'slush' ? SLUSH_C : null,
})
