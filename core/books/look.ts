import { checkLook } from '../limits'
import type { Feel, Place } from '../yield'
import { onLot } from './on-lot'

/** Fruit that somebody looked at. */
export interface Look {
  kind: 'look'
  place: Place
  feel: Feel | null
  brix?: number | null
  tempC?: number | null
  crackedShare?: number | null
  note?: string | null
}
export const look = onLot<Look>({ lots: ['received'], check: checkLook })
