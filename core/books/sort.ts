import { checkSort, checkTake } from '../limits'
import { roundAmount } from '../units'
import { shareOfCost } from '../yield'
import { keptPart } from './child'
import { roundMoney } from './money'
import { onLot } from './on-lot'
import type { DiscardReason } from './words'
import type { PartKept } from './rows'

/** Fruit near its end, parted into what is kept and what is thrown. */
export interface Sort {
  kind: 'sort'
  kg: number
  parts: PartKept[]
  reason: DiscardReason
}

/**
 * What is sound becomes lots of its own; they carry the cost of their mass, so that what is thrown costs the rest
 * nothing extra.
 */
export const sort = onLot<Sort>({
  lots: ['received'],
  moves: 'sort-out',
  takes: ({ kg }) => kg * 1000,
  check: ({ kg, parts }, takenG, lot) => [
    ...checkTake(takenG, lot.onHand, 'kg'),
    ...checkSort(
      kg * 1000,
      parts.map((p) => p.g ?? NaN),
    ),
  ],
  makes: (told, { lot, at }) => ({
    as: 'sort-in',
    lots: told.event.parts.flatMap(({ part, g, kept }) => {
      if (!kept || g === null) return []
      const amount = roundAmount(g)
      const cost = shareOfCost(lot.cost, lot.amount, amount)
      return keptPart(lot, { part, kept, amount, cost: cost === null ? null : roundMoney(cost), sourceId: told.id, at })
    }),
  }),
})
