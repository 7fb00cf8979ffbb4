import { checkTake } from '../limits'
import { onLot } from './on-lot'

/** Juice, a by-product, or something out of a pack, that went into something, or onto the floor. */
export interface Use {
  kind: 'use' | 'spill'
  /** in the unit of the lot */
  amount: number
  note?: string | null
}
const out = (moves: 'use' | 'spill') =>
  onLot<Use>({
    lots: ['pressed', 'by-product', 'pack', 'opened', 'made', 'left'],
    moves,
    takes: (event) => event.amount,
    check: (_event, taken, lot) => checkTake(taken, lot.onHand, 'amount', lot.unit),
  })
export const use = out('use')
export const spill = out('spill')
