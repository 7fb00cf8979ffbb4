import { checkTake, type Finding } from '../limits'
import { shiftDay, type Day } from '../time'
import { shareOfCost, type Place } from '../yield'
import { child } from './child'
import { roundMoney } from './money'
import { onLot } from './on-lot'
import { rowId } from './row-id'

/** A can, a carton or a bag that was opened: from then on it has a use-by of its own. */
export interface Open {
  kind: 'open'
  /** in the unit of the lot: what is in the packs that were opened */
  amount: number
  place: Place
  useBy: string | null
}

/** Days that an opened pack keeps cold where nobody says otherwise. Common practice, no source: on the short side. */
const OPENED_DAYS: Readonly<Record<string, number>> = { dairy: 3, 'plant-milk': 3, juice: 5, concentrate: 7 }
const OTHER_DAYS = 30
/** @param kind of the ingredient */
export const openedDays = (kind: string): number => OPENED_DAYS[kind] ?? OTHER_DAYS

/**
 * The last day that the rest of a pack is good, if it is opened on a day and keeps no longer than a few; null for what
 * keeps for weeks.
 */
export const restUntil = (kind: string, day: Day): Day | null =>
  kind in OPENED_DAYS ? shiftDay(day, openedDays(kind)) : null

/** What was opened is a lot of its own, and carries its share of what the packs cost. */
export const open = onLot<Open>({
  lots: ['pack'],
  moves: 'open-out',
  takes: ({ amount }) => amount,
  check: (_event, taken, lot): Finding[] =>
    lot.itemKind === 'goods'
      ? [{ code: 'goods-not-opened', field: 'amount', numbers: {} }]
      : checkTake(taken, lot.onHand, 'amount', lot.unit),
  makes: (told, { lot, at, takenG }) => {
    const cost = shareOfCost(lot.cost, lot.amount, takenG)
    const opened = child(lot, {
      id: rowId(told.id, 'opened'),
      kind: 'opened',
      amount: takenG,
      cost: cost === null ? null : roundMoney(cost),
      place: told.event.place,
      sourceId: told.id,
      at,
      unit: lot.unit,
      supplier: lot.supplier,
      useBy: told.event.useBy,
    })
    return { as: 'open-in', lots: [opened] }
  },
})
