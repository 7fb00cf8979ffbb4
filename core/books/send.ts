import { checkTake, checkWhen, type Finding } from '../limits'
import { checkReadings, none } from '../limits/bounds'
import { NOTHING, shareOfCost, type Place } from '../yield'
import { child } from './child'
import { roundMoney } from './money'
import { movement } from './movement'
import { onLot } from './on-lot'
import { rowId } from './row-id'
import { LOT_KINDS, type ArrivalRow, type LotRow } from './rows'
import { BOOKED, missing, NEEDS, refused, type Book, type SentNow } from './state'

// From one stand to another: out of a lot here, on the way, and there a lot of its own. Until it arrives it is nobody's
// stock; who sent it can take it back, as any fact is taken out of the books.

/** Something that goes to another stand. */
export interface Send {
  kind: 'send'
  /** in the unit of the lot */
  amount: number
  toStandId: string
  note?: string | null
}
export const send = onLot<Send>({
  lots: LOT_KINDS,
  moves: 'send-out',
  takes: ({ amount }) => amount,
  needs: ({ toStandId }) => ({ stands: [toStandId] }),
  check: ({ toStandId }, taken, lot, state): Finding[] => {
    if (!state.stand(toStandId)) return [{ code: 'not-found', field: 'toStandId', numbers: {} }]
    const limits = checkTake(taken, lot.onHand, 'amount', lot.unit)
    return toStandId === lot.standId ? [...limits, { code: 'sent-to-itself', field: 'toStandId', numbers: {} }] : limits
  },
})

/** What was sent is here: as much as was sent, or less of it, or nothing. */
export interface Arrive {
  id: string
  sendId: string
  standId: string
  /** in the unit of the lot that it was sent from */
  amount: number
  place?: Place | null
  tempC?: number | null
  at?: string | null
}
/** Two scales may differ by so much of what was sent. Common practice, no source. */
const SCALES_SHARE = 0.02
/** Whether less arrived than two scales differ by. */
export const isShort = (sent: number, came: number): boolean => came < sent * (1 - SCALES_SHARE)

/** It arrives once, where it was sent; what is lost on the way is paid by what arrives. */
export const arrive: Book<Arrive> = {
  needs: ({ sendId, standId }) => ({ ...NEEDS, stands: [standId], sends: [sendId] }),
  book(told, state) {
    if (!state.stand(told.standId)) return missing('standId')
    const sent = state.sent(told.sendId)
    if (!sent || sent.toStandId !== told.standId) return missing('sendId')
    if (sent.voided) return refused({ code: 'sent-taken-back', field: 'sendId', numbers: {} })
    if (sent.arrived) return refused({ code: 'already-arrived', field: 'sendId', numbers: {} })
    const limits = [...checkWhen(told.at ?? null, state.now), ...checkArrival(told, sent)]
    if (limits.length) return refused(...limits)
    const { id, sendId, standId, amount, tempC = null } = told
    const row: ArrivalRow = { id, sendId, standId, amount, tempC, at: told.at ?? state.now }
    if (amount <= NOTHING) return { ...BOOKED, arrivals: [row] }
    const lot = lotThere(told, sent)
    return { ...BOOKED, arrivals: [row], lots: [lot], movements: [movement(id, lot.id, amount, 'arrive-in')] }
  },
}

function checkArrival({ amount, tempC = null, at }: Arrive, sent: SentNow): Finding[] {
  const out: Finding[] = []
  const most = sent.lot.unit === 'pieces' ? sent.amount : sent.amount * (1 + SCALES_SHARE)
  if (!(amount >= 0 && amount <= most))
    out.push({ code: 'more-than-sent', field: 'amount', numbers: { value: amount, sent: sent.amount } })
  if (sent.lot.unit === 'pieces' && !Number.isInteger(amount))
    out.push({ code: 'count-not-whole', field: 'amount', numbers: { value: amount } })
  const read = none()
  checkReadings(read, { tempC })
  out.push(...read.limits)
  if (at && Date.parse(at) < Date.parse(sent.at)) out.push({ code: 'arrived-before-sent', field: 'at', numbers: {} })
  return out
}

/** As old as it was, of the same kind, with its share of what the lot cost. */
function lotThere(told: Arrive, { lot, amount: sentAmount }: SentNow): LotRow {
  const share = (value: number | null): number | null => shareOfCost(value, lot.amount, sentAmount)
  const money = (value: number | null): number | null => {
    const part = share(value)
    return part === null ? null : roundMoney(part)
  }
  const count = lot.count === null ? null : Math.round((lot.count * told.amount) / lot.amount)
  return child(lot, {
    id: rowId(told.id, 'arrived'),
    standId: told.standId,
    kind: lot.kind,
    part: lot.part,
    supplier: lot.supplier,
    count: count || null,
    unit: lot.unit,
    amount: told.amount,
    purchasedG: lot.purchasedG === null ? null : (lot.purchasedG * told.amount) / lot.amount,
    weighed: lot.weighed,
    cost: money(lot.cost),
    marketCost: money(lot.marketCost),
    place: told.place ?? lot.place,
    seen: lot.seen,
    useBy: lot.useBy,
    useFor: lot.useFor,
    sourceId: told.id,
    at: lot.at,
  })
}
