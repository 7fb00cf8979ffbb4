import { checkTake } from '../limits'
import { garnishG } from '../yield'
import { onLot } from './on-lot'

/** Whole fruit set aside for garnish: counted, or weighed. */
export interface Garnish {
  kind: 'garnish'
  pieces: number | null
  massG: number | null
  perPiece?: number | null
}
export const garnish = onLot<Garnish>({
  lots: ['received'],
  moves: 'garnish',
  takes: (event, unitG) =>
    garnishG(event, unitG) ?? {
      code: event.pieces === null ? 'pieces-missing' : 'unit-weight-unknown',
      field: 'pieces',
      numbers: { count: event.pieces ?? 0 },
    },
  check: (_event, takenG, lot) => checkTake(takenG, lot.onHand, 'pieces'),
})
