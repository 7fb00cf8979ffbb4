import { settledTake } from '../units'
import { NOTHING } from '../yield'
import { rowId } from './row-id'
import type { VoidKind } from './rows'
import { BOOKED, missing, NEEDS, refused, type Book, type Booked, type LotNow, type State } from './state'

/** A fact goes out of the books, or comes back. Nothing is deleted: movements undo or redo what it moved. */
export interface Void {
  id: string
  entity: VoidKind
  factId: string
  voided: boolean
  reason: string | null
}

/**
 * Refused where others already used what would go: the juice was poured, the fruit pressed. Taken out, all that stands
 * in the books of it goes; put back, it moves what it moved at first, and takes the rest where that is all but the
 * same.
 */
export const voiding: Book<Void> = {
  needs: ({ entity, factId, voided }) => ({
    ...NEEDS,
    facts: [factId],
    sends: entity === 'lot-event' ? [factId] : [],
    comesBack: !voided,
  }),
  book(told, state) {
    const { entity, factId, voided, reason } = told
    const fact = state.fact(factId)
    if (!fact || fact.entity !== entity) return missing(entity)
    if (fact.voided === voided) return refused({ code: voided ? 'already-void' : 'not-void', field: 'id', numbers: {} })
    if (voided && state.sent(factId)?.arrived) return refused({ code: 'already-arrived', field: 'id', numbers: {} })
    const out: Booked = {
      ...BOOKED,
      limits: [],
      movements: [],
      voids: [{ id: told.id, entity, factId, voided, reason, itemKey: fact.itemKey }],
    }
    for (const lotId of [...new Set(fact.moved.map((m) => m.lotId))].sort()) {
      const lot = state.lot(lotId)
      // On a tablet, what is not on its shelf is the server's to look at.
      if (!lot) continue
      const amount = voided ? -goneWith(told, lot, state) : putBack(movedBy(told, lotId, state), lot.onHand)
      if (lot.onHand + amount < -NOTHING)
        out.limits.push({
          code: !voided ? 'lot-not-enough-to-restore' : lot.unit === 'mL' ? 'juice-already-used' : 'already-used',
          field: 'id',
          numbers: { short: Math.round(-(lot.onHand + amount)) },
        })
      const kind = voided ? 'void' : 'restore'
      out.movements.push({ id: rowId(told.id, `${kind} ${lotId}`), lotId, amount, kind, sourceId: factId })
    }
    return out.limits.length ? refused(...out.limits) : out
  },
}

const putBack = (moved: number, left: number): number => (moved < 0 ? -settledTake(-moved, left) : moved)

/** What the fact moved in a lot: with all that undid and redid it, or at first, where it is put back. */
function movedBy({ factId, voided }: Void, lotId: string, state: State): number {
  return state
    .fact(factId)!
    .moved.filter((m) => m.lotId === lotId && (voided || (m.kind !== 'void' && m.kind !== 'restore')))
    .reduce((sum, m) => sum + m.amount, 0)
}

/** Of a lot that is the fact, or came of it, all goes: what a count found more in it too. */
function goneWith(told: Void, lot: LotNow, state: State): number {
  const moved = movedBy(told, lot.id, state)
  return isOf(told.factId, lot) ? Math.max(moved, lot.onHand) : moved
}
const isOf = (factId: string, lot: LotNow): boolean => lot.id === factId || lot.sourceId === factId

/** What a correction replaces goes out in the same breath, for those who may mend. */
export function replacing(entity: VoidKind, by: { id: string; replaces?: string | null }, state: State): Booked {
  if (!by.replaces) return BOOKED
  if (!state.teller.mends) return refused({ code: 'not-your-role', field: 'replaces', numbers: {} })
  return voiding.book({ id: rowId(by.id, 'replaces'), entity, factId: by.replaces, voided: true, reason: null }, state)
}
