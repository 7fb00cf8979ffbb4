import { checkTake } from '../limits'
import { amountTold, type AmountTold } from './amount-told'
import { onLot } from './on-lot'
import type { DiscardReason } from './words'

/** Something thrown away, and why. */
export interface Discard extends AmountTold {
  kind: 'discard'
  reason: DiscardReason
  note?: string | null
}
export const discard = onLot<Discard>({
  lots: ['received', 'peeled', 'by-product', 'pressed', 'pack', 'opened', 'made', 'left'],
  moves: 'discard',
  takes: amountTold,
  check: (event, taken, lot) => checkTake(taken, lot.onHand, event.amount == null ? 'kg' : 'amount', lot.unit),
})
