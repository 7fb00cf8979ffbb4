import { checkPress } from '../limits'
import { massG } from '../process'
import { roundAmount } from '../units'
import { byProductsCostEur, costOfTaken, handlingOf, shareOfCostEur, titratableAcidity, trimmedTotalG } from '../yield'
import { child } from './child'
import { lotOf } from './lot-of'
import { roundMoney } from './money'
import { movement } from './movement'
import { rowId } from './row-id'
import type { PartKept, PressRow, SeenPress } from './rows'
import { after, BOOKED, both, NEEDS, refused, type Book } from './state'
import { replacing } from './void'
import type { FruitTemp, PressMethod } from './words'

/** A press of a lot of fruit. What may be left out, earlier releases left out. */
export interface Press {
  id: string
  lotId: string
  juiceLotId?: string
  takenKg: number
  trimmedKg: number | null
  juice: { value: number; unit: 'mL' | 'g' }
  method: PressMethod
  minutes: number | null
  parts?: PartKept[]
  tool?: string | null
  fruitTemp?: FruitTemp | null
  hands?: number | null
  spilledMl?: number | null
  seen?: Partial<SeenPress> | null
  at?: string | null
  /** the press that this one corrects */
  replaces?: string | null
}

const UNSEEN: SeenPress = { foam: null, brix: null, ph: null, ta: null, titration: null, measured: [] }

const maybe = (amount: number | null): number | null => (amount === null ? null : roundAmount(amount))

/** Fruit out of its lot, a lot of juice, and a lot of every by-product that is kept. */
export const press: Book<Press> = {
  needs: ({ lotId, replaces }) => ({
    ...NEEDS,
    lots: [lotId],
    facts: replaces ? [replaces] : [],
    prices: true,
    mean: true,
  }),
  book(told, state) {
    const undone = replacing('press', told, state)
    if (undone.limits.length) return undone
    const found = lotOf(told.lotId, 'lotId', after(state, undone))
    if ('limits' in found) return found
    const { lot, data } = found
    if (!data.fruit || lot.kind !== 'received') return refused({ code: 'not-a-fruit-lot', field: 'lotId', numbers: {} })
    const { hands = null, spilledMl = null, parts = [] } = told
    const seen = told.seen ? { ...UNSEEN, ...told.seen } : null
    const asked = {
      takenG: told.takenKg * 1000,
      trimmedG: told.trimmedKg === null ? null : told.trimmedKg * 1000,
      juice: told.juice,
      method: told.method,
      minutes: told.minutes,
      parts: parts.map((p) => ({ part: p.part, massG: p.g })),
      spilledMl,
    }
    const { limits, doubts, result, takenG } = checkPress(
      data,
      { ...asked, hands, at: told.at ?? null, now: state.now, ...seen },
      lot.onHand,
      state.meanMlPerKg(lot.standId, lot.ingredientKey),
    )
    if (!result) return refused(...limits)
    const { eur, basis } = costOfTaken(
      { costEur: lot.costEur, amountG: lot.amount },
      takenG,
      lot.costEur === null ? state.lastPerKg(lot.ingredientKey) : null,
    )
    const fruitCostEur = eur === null ? null : roundMoney(eur)
    const { shares } = handlingOf(data, state.handling(lot.ingredientKey))
    const kept = parts.flatMap((p) => (p.kept ? [{ ...p, kept: p.kept }] : []))
    const carried = byProductsCostEur(
      fruitCostEur,
      kept.map((p) => shares[p.part] ?? 0),
    )?.map(roundMoney)
    const byCostEur = carried ? roundMoney(carried.reduce((a, b) => a + b, 0)) : null
    const market = shareOfCostEur(lot.marketEur, lot.amount, takenG)
    const at = told.at ?? state.now
    const juiceLotId = told.juiceLotId ?? rowId(told.id, 'juice')
    const row: PressRow = {
      id: told.id,
      standId: lot.standId,
      lotId: lot.id,
      juiceLotId,
      ingredientKey: lot.ingredientKey,
      takenG,
      weighed: lot.weighed,
      trimmedG: maybe(trimmedTotalG(asked)),
      juiceMl: roundAmount(result.juiceMl),
      juiceG: roundAmount(result.juiceG),
      juiceUnit: told.juice.unit,
      method: told.method,
      minutes: maybe(told.minutes),
      tool: told.tool || null,
      fruitTemp: told.fruitTemp ?? null,
      hands,
      spilledMl: maybe(spilledMl),
      fruitCostEur,
      costBasis: basis,
      byCostEur,
      marketCostEur: market === null ? null : roundMoney(market),
      parts,
      seen: seen && { ...seen, ta: seen.titration ? titratableAcidity(seen.titration).value : seen.ta },
      at,
    }
    const juice = child(lot, {
      id: juiceLotId,
      ingredientKey: data.fruit.juice,
      kind: 'pressed',
      unit: 'mL',
      amount: row.juiceMl,
      costEur: fruitCostEur === null ? null : roundMoney(fruitCostEur - (byCostEur ?? 0)),
      place: 'cold',
      sourceId: told.id,
      at,
    })
    const byProducts = kept.map(({ part, kept: k }, i) =>
      child(lot, {
        id: k.lotId,
        kind: 'by-product',
        part,
        amount: roundAmount(massG(result.byProducts.find((b) => b.name === part)!.stream)),
        costEur: carried ? carried[i]! : null,
        place: k.place,
        useBy: k.useBy,
        useFor: k.useFor,
        sourceId: told.id,
        at,
      }),
    )
    // A part that weighs nothing becomes no lot.
    const lots = [juice, ...byProducts.filter((l) => l.amount > 0)]
    return both(undone, {
      ...BOOKED,
      doubts,
      lots,
      movements: [
        movement(told.id, lot.id, -takenG, 'press-out'),
        ...lots.map((l) => movement(told.id, l.id, l.amount, 'press-in')),
      ],
      presses: [row],
    })
  },
}
