import type { Amount } from '../recipe'
import { isMassUnit, settledTake, toGrams, toMillilitres } from '../units'
import { NOTHING } from '../yield'
import { rowId } from './row-id'
import type { Movement, TookOut } from './rows'
import type { LotNow, State } from './state'
import { gPerMlOf, gPerMlOfPrep } from './uses'

// What goes into a pot, or into a vessel at the hatch, out of a lot: an event is never refused for what a lot has too
// little of.

/**
 * As much as is there; the rest is in no lot. A lot that is gone, of another stand, or in a unit that nobody can turn
 * it into gives nothing: what was told is in the pot all the same.
 */
export function tookOut(
  taken: { lotId: string | null; amount: Amount } | null,
  standId: string,
  state: State,
): TookOut | null {
  const lot = taken?.lotId ? state.lot(taken.lotId) : undefined
  if (!taken || !lot || lot.voided || lot.standId !== standId) return null
  const asked = inLotUnit(taken.amount, lot, state)
  if (asked === null) return null
  const amount = Math.min(settledTake(asked, lot.onHand), lot.onHand)
  return amount > NOTHING ? { lotId: lot.id, amount } : null
}
/** An amount in the unit of a lot; null where it cannot be said in it. */
export function inLotUnit({ value, unit }: Amount, lot: LotNow, state: State): number | null {
  if (lot.unit === 'pieces') return null
  const isMass = isMassUnit(unit)
  const told = isMass ? toGrams(value, unit) : toMillilitres(value, unit)
  if (isMass === (lot.unit === 'g')) return told
  const gPerMl = gPerMlOfLot(lot, state)
  if (gPerMl === null) return null
  return isMass ? told / gPerMl : told * gPerMl
}
function gPerMlOfLot(lot: LotNow, state: State): number | null {
  if (lot.itemKind === 'version') {
    const version = state.version(lot.itemKey)
    return version ? gPerMlOfPrep(version.evaluation) : null
  }
  const data = state.data(lot.itemKey)
  return data ? gPerMlOf(data) : null
}

/** What a void puts back where it came from. @param gone the event that it takes back */
export const givenBack = (voidId: string, gone: { id: string; took: TookOut | null } | undefined): Movement[] =>
  gone?.took
    ? [
        {
          id: rowId(voidId, `void ${gone.took.lotId}`),
          lotId: gone.took.lotId,
          amount: gone.took.amount,
          kind: 'void',
          sourceId: gone.id,
        },
      ]
    : []
