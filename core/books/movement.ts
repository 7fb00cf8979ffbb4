import { rowId } from './row-id'
import type { Movement, MoveKind } from './rows'

/** What a fact moves in a lot: once in each way. @param amount in the lot's unit, below zero out of it */
export const movement = (sourceId: string, lotId: string, amount: number, kind: MoveKind): Movement => ({
  id: rowId(sourceId, `${kind} ${lotId}`),
  lotId,
  amount,
  kind,
  sourceId,
})
