import type { WaterTold } from '../limits'
import { roundAmount } from '../units'
import { byProductsCost, costOfTaken, handlingOf, shareOfCost, titratableAcidity } from '../yield'
import { child, keptPart } from './child'
import { lotOf } from './lot-of'
import { roundMoney } from './money'
import { movement } from './movement'
import { basePress, plainPress, type TakeOf } from './pressed'
import { rowId } from './row-id'
import { purchasedPerG, type LotRow, type PartKept, type PressRow, type SeenPress, type Take } from './rows'
import { after, BOOKED, both, NEEDS, refused, type Book, type Booked, type LotNow, type State } from './state'
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
  /** water that went in with the fruit */
  water?: WaterTold | null
  /** other lots that went in with it */
  also?: { lotId: string; takenKg: number }[]
  /** what it is called where it is no plain juice: with water, or of several fruits */
  base?: string | null
  at?: string | null
  /** the press that this one corrects */
  replaces?: string | null
}

const UNSEEN: SeenPress = { foam: null, brix: null, ph: null, ta: null, titration: null, measured: [] }

const maybe = (amount: number | null): number | null => (amount === null ? null : roundAmount(amount))

/** Whether what comes out is more than the juice of one fruit. */
const isBase = ({ water, also = [] }: Press): boolean => !!water || also.length > 0

/** Fruit out of its lots, a lot of juice or of a base, and a lot of every by-product that is kept. */
export const press: Book<Press> = {
  needs: ({ lotId, also = [], base, replaces }) => ({
    ...NEEDS,
    lots: [lotId, ...also.map((a) => a.lotId)],
    facts: replaces ? [replaces] : [],
    names: base ? [base.trim()] : [],
    prices: true,
    mean: true,
  }),
  book(told, state) {
    const undone = replacing('press', told, state)
    if (undone.limits.length) return undone
    const takesOf = lotsTaken(told, after(state, undone))
    if ('limits' in takesOf) return takesOf
    const { hands = null, spilledMl = null, parts = [], water = null } = told
    const seen = told.seen ? { ...UNSEEN, ...told.seen } : null
    const asked = {
      trimmedG: told.trimmedKg === null ? null : told.trimmedKg * 1000,
      juice: told.juice,
      method: told.method,
      minutes: told.minutes,
      parts: parts.map((p) => ({ part: p.part, massG: p.g })),
      spilledMl,
      hands,
      at: told.at ?? null,
      now: state.now,
      ...seen,
    }
    const pressed = isBase(told)
      ? basePress(takesOf, { water, name: told.base ?? '' }, asked, state)
      : plainPress(takesOf[0]!, asked, state)
    if ('limits' in pressed) return pressed
    const { takes, base } = pressed
    const { lot, data } = takesOf[0]!
    const { cost: fruitCost, basis } = costOfTakes(takesOf, takes, state)
    const { shares } = handlingOf(data, state.handling(lot.itemKey))
    const kept = parts.flatMap((p) => (p.kept ? [{ ...p, kept: p.kept }] : []))
    const carried = byProductsCost(
      fruitCost,
      kept.map((p) => shares[p.part] ?? 0),
    )?.map(roundMoney)
    const byCost = carried ? roundMoney(carried.reduce((a, b) => a + b, 0)) : null
    const at = told.at ?? state.now
    const juiceLotId = told.juiceLotId ?? rowId(told.id, 'juice')
    const row: PressRow = {
      id: told.id,
      standId: lot.standId,
      lotId: lot.id,
      juiceLotId,
      ingredientKey: pressed.ingredientKey,
      takes,
      baseKey: base?.key ?? null,
      base: base?.made ?? null,
      takenG: roundAmount(takes.reduce((sum, t) => sum + t.takenG, 0)),
      weighed: takes.every((t) => t.weighed),
      trimmedG: maybe(pressed.trimmedG),
      juiceMl: roundAmount(pressed.juiceMl),
      juiceG: roundAmount(pressed.juiceG),
      juiceUnit: told.juice.unit,
      method: told.method,
      minutes: maybe(told.minutes),
      tool: told.tool || null,
      fruitTemp: told.fruitTemp ?? null,
      hands,
      spilledMl: maybe(pressed.spilledMl),
      fruitCost,
      costBasis: basis,
      byCost,
      marketCost: marketOfTakes(takesOf, takes),
      parts,
      seen: seen && { ...seen, ta: seen.titration ? titratableAcidity(seen.titration).value : seen.ta },
      at,
    }
    const juice = child(lot, {
      id: juiceLotId,
      itemKey: pressed.jug.key,
      kind: 'pressed',
      unit: 'mL',
      amount: roundAmount(pressed.jug.ml),
      cost: fruitCost === null ? null : roundMoney(fruitCost - (byCost ?? 0)),
      place: 'cold',
      sourceId: told.id,
      at,
    })
    const byProducts = kept.map(({ part, kept: k }, i) =>
      keptPart(lot, {
        part,
        kept: k,
        amount: roundAmount(pressed.byProducts.find((b) => b.name === part)?.massG ?? 0),
        cost: carried ? carried[i]! : null,
        sourceId: told.id,
        at,
      }),
    )
    // A part that weighs nothing becomes no lot.
    const lots: LotRow[] = [juice, ...byProducts.filter((l) => l.amount > 0)]
    return both(undone, {
      ...BOOKED,
      doubts: pressed.doubts,
      lots,
      movements: [
        ...takes.map((t) => movement(told.id, t.lotId, -t.outG, 'press-out')),
        ...lots.map((l) => movement(told.id, l.id, l.amount, 'press-in')),
      ],
      presses: [row],
      bases: base?.row ? [base.row] : [],
    })
  },
}

/** The lots that fruit is taken from, all of one stand and all of fruit; or why that cannot be. */
function lotsTaken({ lotId, takenKg, also = [] }: Press, state: State): TakeOf[] | Booked {
  const asked = [
    { id: lotId, askedKg: takenKg, of: 'lotId', field: 'takenKg' },
    ...also.map((a, i) => ({ id: a.lotId, askedKg: a.takenKg, of: `also.${i}.lotId`, field: `also.${i}.takenKg` })),
  ]
  const out: TakeOf[] = []
  for (const { id, askedKg, of, field } of asked) {
    const found = lotOf(id, of, state)
    if ('limits' in found) return found
    const { lot, data } = found
    const isFruit = data.fruit && (lot.kind === 'received' || lot.kind === 'peeled')
    if (!isFruit || lot.standId !== (out[0]?.lot.standId ?? lot.standId))
      return refused({ code: 'not-a-fruit-lot', field: of, numbers: {} })
    out.push({ lot, data, askedKg, field })
  }
  return out
}

/** What the fruit of all lots costs; null where one of them has no price. Measured where all of them are. */
function costOfTakes(
  of: readonly TakeOf[],
  takes: readonly Take[],
  state: State,
): { cost: number | null; basis: PressRow['costBasis'] } {
  const costs = of.map(({ lot }, i) => {
    const last = lot.cost === null ? state.lastPerKg(lot.itemKey) : null
    const perKg = last === null ? null : last * purchasedPerG(lot)
    return costOfTaken({ cost: lot.cost, amountG: lot.amount }, takes[i]!.outG, perKg)
  })
  return {
    cost: costs.some((c) => c.cost === null) ? null : roundMoney(costs.reduce((sum, c) => sum + c.cost!, 0)),
    basis: costs.every((c) => c.basis === 'measured') ? 'measured' : 'estimated',
  }
}

/** What it would have cost at the market, where some of it was given; what was paid for counts as it was paid. */
function marketOfTakes(of: readonly TakeOf[], takes: readonly Take[]): number | null {
  const share = (lot: LotNow, i: number, paid: number | null): number | null =>
    shareOfCost(paid, lot.amount, takes[i]!.outG)
  if (of.every(({ lot }) => lot.marketCost === null)) return null
  const all = of.map(({ lot }, i) => share(lot, i, lot.marketCost ?? lot.cost))
  return all.some((cost) => cost === null) ? null : roundMoney(all.reduce<number>((sum, cost) => sum + cost!, 0))
}
