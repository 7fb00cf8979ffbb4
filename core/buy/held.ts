import type { Day } from '../time'

/** A lot of packs, as far as buying asks. */
interface HeldPack {
  itemKey: string
  unit: string
  onHand: number
  useBy: string | null
}

/** How much of something in packs can be used on a day, in the unit asked for: what its last day has not gone by of. */
export const packsHeld = (packs: readonly HeldPack[], key: string, unit: string, day: Day): number =>
  packs
    .filter((p) => p.itemKey === key && p.unit === unit && (p.useBy === null || p.useBy >= day))
    .reduce((sum, p) => sum + p.onHand, 0)
