import { checkPaid, checkWeighIn } from '../limits'
import { handlingOf, type Place, type PricePer, type ReceiptInput } from '../yield'
import { roundMoney } from './money'
import { movement } from './movement'
import { rowId } from './row-id'
import type { LotRow, SeenLot } from './rows'
import { after, BOOKED, both, missing, NEEDS, refused, type Book, type LotNow, type State } from './state'
import { replacing } from './void'

/** A delivery, weighed or counted in. What may be left out, earlier releases left out. */
export interface Receive {
  id: string
  standId: string
  ingredientKey: string
  supplier: string | null
  kg: number | null
  count: number | null
  crates?: number | null
  price?: { paid: number; per: PricePer } | null
  place?: Place | null
  seen?: Partial<SeenLot> | null
  at?: string | null
  /** the delivery that this one corrects */
  replaces?: string | null
}

const UNSEEN: SeenLot = { feel: null, crackedShare: null, waxed: null, tempC: null, brix: null, measured: [] }

/**
 * A lot, and the price that it tells. The owner's price becomes the ingredient's latest; crew do not see prices, so
 * their lots are costed later at the price of the day. Fruit that was given costs nothing, leaves the market price
 * alone, and keeps that beside its cost.
 */
export const receive: Book<Receive> = {
  needs: ({ standId, ingredientKey, replaces }) => ({
    ...NEEDS,
    stands: [standId],
    ingredients: [ingredientKey],
    prices: true,
    ...(replaces ? { facts: [replaces], lots: [replaces] } : {}),
  }),
  book(told, state) {
    if (!state.stand(told.standId)) return missing('standId')
    const data = state.data(told.ingredientKey)
    if (!data) return missing('ingredientKey')
    const before = told.replaces ? state.lot(told.replaces) : undefined
    if (told.replaces && before?.kind !== 'received') return missing('replaces')
    const undone = replacing('lot', told, state)
    if (undone.limits.length) return undone
    const then = after(state, undone)
    const last = then.lastPerKg(told.ingredientKey)
    const { teller } = state
    const { kg, count, crates = null, supplier, ingredientKey } = told
    const input = { kg, count, crates, price: priceOf(told, before, state), at: told.at ?? null, ...told.seen }
    // A doubt about a price names it: only those who see money are asked.
    const asked = teller.seesMoney ? last : null
    const found = checkWeighIn(input, asked, handlingOf(data, state.handling(ingredientKey)).pieceG, state.now)
    if (!teller.seesMoney && found.limits.some((l) => l.field === 'price'))
      return refused({ code: 'kg-not-positive', field: 'kg', numbers: { value: kg ?? 0 } })
    if (!found.receipt) return refused(...found.limits)
    // By weight it may be finer than a coin, in whatever unit it was said.
    const coins = input.price && input.price.per !== 'kg' ? checkPaid(input.price.paid, state.decimals, 'price') : []
    if (coins.length) return refused(...coins)
    const { amountG, weighed, cost, pricePerKg } = found.receipt
    const at = told.at ?? state.now
    const lot: LotRow = {
      id: told.id,
      standId: told.standId,
      itemKind: 'ingredient',
      itemKey: ingredientKey,
      kind: 'received',
      part: null,
      supplier,
      count,
      crates,
      unit: 'g',
      amount: amountG,
      purchasedG: null,
      weighed,
      cost: cost === null ? null : roundMoney(cost),
      marketCost: cost === 0 ? marketOf(amountG, ingredientKey, before, last, state) : null,
      place: told.place ?? 'room',
      seen: told.seen ? { ...UNSEEN, ...told.seen } : null,
      useBy: null,
      useFor: null,
      sourceId: null,
      at,
    }
    const paid = {
      id: rowId(told.id, 'price'),
      ingredientKey,
      packPrice: roundMoney(pricePerKg ?? 0),
      packG: 1000,
      source: 'receipt' as const,
      lotId: told.id,
      supplier,
      since: at,
    }
    return both(undone, {
      ...BOOKED,
      doubts: found.doubts,
      lots: [lot],
      movements: [movement(told.id, told.id, amountG, 'receive')],
      prices: pricePerKg ? [paid] : [],
    })
  },
}

/**
 * What a delivery costs: as the owner says. Whoever does not see money says nothing of it; where they correct a
 * delivery, what was paid for it stays.
 */
function priceOf(told: Receive, before: LotNow | undefined, { teller }: State): ReceiptInput['price'] {
  if (teller.seesMoney) return told.price ?? null
  return before && before.cost !== null ? { paid: before.cost, per: 'all' } : null
}

/**
 * What fruit that was given would have cost: at the latest price, or as it was before a correction by somebody who does
 * not see it.
 */
function marketOf(
  amountG: number,
  ingredientKey: string,
  before: LotNow | undefined,
  last: number | null,
  { teller }: State,
): number | null {
  const kept = !teller.seesMoney && before?.itemKey === ingredientKey ? before.marketCost : null
  if (kept !== null) return roundMoney((kept / before!.amount) * amountG)
  return last === null ? null : roundMoney((last * amountG) / 1000)
}
