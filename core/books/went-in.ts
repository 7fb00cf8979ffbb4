import { itemKey, type Evaluation } from '../recipe'
import { TAP } from '../substances'
import { shareOfCost } from '../yield'
import { gramsOf } from './pack'
import type { Added, BatchRow } from './rows'
import type { LotNow, State } from './state'
import { gPerMlOfPrep } from './uses'

// What goes into a making, in g, and what it costs.

/** So much that was taken out of a lot. */
export interface TakenOf {
  lot: LotNow
  amount: number
}

/** g of what was taken out of a lot; null for pieces, or where nobody knows what it is made of. */
export function gramsTaken({ lot, amount }: TakenOf, state: State): number | null {
  if (lot.itemKind === 'ingredient') {
    const data = state.data(lot.itemKey)
    return data ? gramsOf(amount, lot.unit, data) : null
  }
  if (lot.unit === 'g') return amount
  const version = state.version(lot.itemKey)
  return version && lot.unit === 'mL' ? amount * gPerMlOfPrep(version.evaluation) : null
}
export const itemOf = ({ lot }: TakenOf, state: State): string =>
  lot.itemKind === 'version' ? `prep:${state.recipeOf(lot.itemKey) ?? lot.itemKey}` : lot.itemKey

/** g of something that its lots did not have, and that no scale tells. */
const LEAST_G = 0.5

/**
 * What went in and what it cost: what is of lots as they were paid, the rest as the standard has it at the last price.
 * Water out of the tap is in no lot and costs nothing until it is priced.
 * @param of how many times the standard; `as-told` where it is what was weighed: then what its lots did not have is
 * known too, and costs what it did last
 */
export function wentIn(
  evaluation: Evaluation,
  taken: readonly TakenOf[],
  of: number | 'as-told',
  state: State,
  added: readonly Added[] = [],
): {
  inG: number | null
  expectedG: number | null
  cost: number | null
  /** of that, what the by-products carry which the prep keeps */
  carried: number | null
  basis: BatchRow['costBasis']
} {
  const grams = new Map<string, number>()
  const costs = new Map<string, number>()
  const add = (key: string, money: number | null): void => {
    cost = cost === null || money === null ? null : cost + money
    costs.set(key, (costs.get(key) ?? 0) + (money ?? 0))
  }
  let inG: number | null = 0
  let cost: number | null = 0
  for (const t of taken) {
    const g = gramsTaken(t, state)
    add(itemOf(t, state), shareOfCost(t.lot.cost, t.lot.amount, t.amount))
    if (g !== null) grams.set(itemOf(t, state), (grams.get(itemOf(t, state)) ?? 0) + g)
    inG = inG === null || g === null ? null : inG + g
  }
  let basis: BatchRow['costBasis'] = 'measured'
  for (const { key, g } of added) {
    const perKg = state.lastPerKg(key)
    basis = 'estimated'
    add(key, perKg === null ? null : (perKg * g) / 1000)
  }
  const addedG = added.reduce((sum, a) => sum + a.g, 0)
  const times = of === 'as-told' ? 1 : of
  const ofLots = new Map(grams)
  // Of what came out of lots, how many times the standard it was: the least of them bounds it.
  const ratios: number[] = []
  for (const take of evaluation.bill.own) {
    const key = itemKey(take.item)
    const standardG = take.mass.value
    const g = grams.get(key)
    if (g !== undefined) {
      if (standardG > 0) ratios.push(g / standardG)
      const left = ofLots.get(key)! - standardG
      ofLots.set(key, Math.max(0, left))
      if (of !== 'as-told' || left > -LEAST_G) continue
      basis = 'estimated'
      const perKg = state.lastPerKg(key)
      add(key, perKg === null ? null : (perKg * -left) / 1000)
      continue
    }
    const perKg = state.lastPerKg(key)
    if (key === TAP) add(key, ((perKg ?? 0) * standardG * times) / 1000)
    else {
      inG = null
      basis = 'estimated'
      add(key, perKg === null ? null : (perKg * standardG * times) / 1000)
    }
  }
  const waterG = evaluation.bill.own.reduce((sum, t) => sum + (itemKey(t.item) === TAP ? t.mass.value : 0), 0)
  const most = ratios.length ? Math.max(...ratios) : null
  const least = ratios.length ? Math.min(...ratios) : null
  return {
    inG: inG === null || most === null ? null : inG + addedG + (grams.has(TAP) ? 0 : waterG * most),
    expectedG: least === null ? null : evaluation.jug.mass.value * least,
    cost,
    carried: cost === null ? null : carriedOf(evaluation, costs),
    basis,
  }
}

/** What of these costs goes away with by-products, by the shares of the takes that each is of. */
function carriedOf({ bill }: Evaluation, costs: ReadonlyMap<string, number>): number {
  const grams = new Map<string, { all: number; away: number }>()
  for (const { item, mass, stays } of bill.own) {
    const { all, away } = grams.get(itemKey(item)) ?? { all: 0, away: 0 }
    grams.set(itemKey(item), { all: all + mass.value, away: away + mass.value * (1 - stays) })
  }
  let carried = 0
  for (const [key, { all, away }] of grams) if (all > 0) carried += ((costs.get(key) ?? 0) * away) / all
  return carried
}
