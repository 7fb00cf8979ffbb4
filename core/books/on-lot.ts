import { checkWhen, type Finding } from '../limits'
import { settledTake } from '../units'
import { handlingOf, unitWeightG, type Handling } from '../yield'
import { lotNow } from './lot-of'
import { movement } from './movement'
import type { LotRow, MoveKind } from './rows'
import { BOOKED, missing, NEEDS, refused, type Book, type Booked, type LotNow, type Needs, type State } from './state'

/** Something done with a lot. */
export interface OnLot<E = unknown> {
  id: string
  lotId: string
  event: E
  measured?: string[]
  at?: string | null
}

/** What was taken out of a lot, for what is made of it. */
interface Taken {
  lot: LotNow
  at: string
  takenG: number
  /** what kept by-products carry of the fruit's cost */
  shares: Handling['shares']
}

/** What a kind of event takes out of its lot, and what it makes of it. */
interface Kind<E> {
  /** kinds of lots that it can be done with */
  lots: readonly LotRow['kind'][]
  /** how what it takes is called in the books; left out where nothing leaves the lot */
  moves?: MoveKind
  /**
   * What it takes, in the lot's unit, or why that is not known. @param unitG g of a piece of it; null where not known
   */
  takes?(event: E, unitG: number | null): number | Finding
  /** what it needs to know beside its lot */
  needs?(event: E): Partial<Needs>
  /** what is wrong with it. @param taken in the lot's unit */
  check?(event: E, taken: number, lot: LotNow, state: State): Finding[]
  /** lots that come of it */
  makes?(told: OnLot<E>, of: Taken): { lots: LotRow[]; as: MoveKind }
}

/** The book of an event: the lot is there, the event can be of it, and what leaves it was in it. */
export const onLot = <E extends { kind: string }>(kind: Kind<E>): Book<OnLot<E>> & Pick<Kind<E>, 'lots'> => ({
  lots: kind.lots,
  needs: ({ lotId, event }) => ({ ...NEEDS, ...kind.needs?.(event), lots: [lotId] }),
  book(told, state): Booked {
    const lot = lotNow(told.lotId, 'id', state)
    if ('limits' in lot) return lot
    const data = lot.itemKind === 'ingredient' ? state.data(lot.itemKey) : { key: lot.itemKey }
    if (!data) return missing('ingredientKey')
    if (!kind.lots.includes(lot.kind))
      return refused({ code: lot.kind === 'pressed' ? 'not-of-juice' : 'not-a-fruit-lot', field: 'id', numbers: {} })
    const limits = checkWhen(told.at ?? null, state.now)
    const { pieceG, shares } = handlingOf(data, state.handling(lot.itemKey))
    const unitG = unitWeightG({ amountG: lot.amount, count: lot.count, weighed: lot.weighed }, pieceG)
    const asked = kind.takes ? kind.takes(told.event, unitG) : 0
    if (typeof asked !== 'number') return refused(...limits, asked)
    const taken = kind.takes ? settledTake(asked, lot.onHand) : null
    limits.push(...(kind.check?.(told.event, taken ?? 0, lot, state) ?? []))
    if (limits.length) return refused(...limits)
    const at = told.at ?? state.now
    const { lots, as } = kind.makes?.(told, { lot, at, takenG: taken ?? 0, shares }) ?? {
      lots: [],
      as: 'sort-in' as const,
    }
    const movements = lots.map((l) => movement(told.id, l.id, l.amount, as))
    if (taken !== null) movements.unshift(movement(told.id, lot.id, -taken, kind.moves!))
    return {
      ...BOOKED,
      lots,
      movements,
      events: [
        {
          id: told.id,
          lotId: lot.id,
          itemKey: lot.itemKey,
          amountG: taken,
          event: told.event,
          measured: told.measured ?? [],
          at,
        },
      ],
    }
  },
})
