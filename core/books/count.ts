import { countedOf } from '../count'
import { checkWhen, type Finding } from '../limits'
import { roundAmount } from '../units'
import { NOTHING } from '../yield'
import { lotNow } from './lot-of'
import { movement } from './movement'
import type { OnLot } from './on-lot'
import { LOT_KINDS } from './rows'
import { rowId } from './row-id'
import type { CountedBy } from './words'
import { BOOKED, NEEDS, refused, type Book, type Booked, type State } from './state'

// A lot that was weighed, counted, or seen in its vessel: what is there then is what the books say from that moment on.

export interface Count {
  kind: 'count'
  /** in the unit of the lot */
  counted: number
  by: CountedBy
}
/** Far from the books, in the words of its unit. */
const FAR = { g: 'count-far-g', mL: 'count-far-ml', pieces: 'count-far-pieces' } as const
/** No lot is larger, in any unit. */
const MOST = 1e7

export const count: Book<OnLot<Count>> & { lots: typeof LOT_KINDS } = {
  lots: LOT_KINDS,
  needs: ({ lotId, at }) => ({ ...NEEDS, lots: [lotId], since: at ?? null }),
  book({ id, lotId, event, measured, at: when }, state): Booked {
    const lot = lotNow(lotId, 'id', state)
    if ('limits' in lot) return lot
    const { counted } = event
    const limits: Finding[] = checkWhen(when ?? null, state.now)
    if (!(counted >= 0 && counted <= MOST))
      limits.push({ code: 'count-out-of-range', field: 'counted', numbers: { value: counted, most: MOST } })
    else if (lot.unit === 'pieces' && !Number.isInteger(counted))
      limits.push({ code: 'count-not-whole', field: 'counted', numbers: { value: counted } })
    if (limits.length) return refused(...limits)
    // What left it, or came to it, after it was counted, was in it then, or was not.
    const thereThen = lot.onHand - lot.movedSince
    const isOvertaken = lot.counted !== null && Date.parse(lot.counted.at) > Date.parse(when ?? state.now)
    const { difference, isLarge } = countedOf(counted, Math.max(0, thereThen))
    const amount = roundAmount(counted - thereThen)
    return {
      ...BOOKED,
      doubts: isLarge
        ? [{ code: FAR[lot.unit], field: 'counted', numbers: { counted, onHand: thereThen, difference } }]
        : [],
      movements: Math.abs(amount) > NOTHING && !isOvertaken ? [movement(id, lotId, amount, 'count')] : [],
      events: [
        {
          ...{ id, lotId, event },
          itemKey: lot.itemKey,
          amountG: isOvertaken ? 0 : -amount,
          measured: measured ?? [],
          at: when ?? state.now,
        },
      ],
    }
  },
}

/**
 * A lot that was counted keeps what was counted: what is told late, and was before it, is no longer in the lot, or was
 * in it. What was missing by the count is explained by it.
 * @param happenedAt when it happened that was booked
 */
export function keepingCounts(booked: Booked, happenedAt: string, state: State): Booked {
  const back = booked.movements.flatMap((m) => {
    const lot = state.lot(m.lotId)
    // A lot that is out of the books keeps nothing.
    const isOut = booked.voids.some((v) => v.voided && (v.factId === m.lotId || v.factId === lot?.sourceId))
    const counted = m.kind === 'count' || isOut ? null : lot?.counted
    if (!counted || Date.parse(happenedAt) >= Date.parse(counted.at)) return []
    // Of the day of the count: what was missing by it is less. And of the count: taken out, it takes this out as well.
    const of = { kind: 'count' as const, sourceId: counted.id, at: counted.at }
    return [{ ...m, id: rowId(m.id, 'counted'), amount: -m.amount, ...of }]
  })
  return back.length ? { ...booked, movements: [...booked.movements, ...back] } : booked
}
