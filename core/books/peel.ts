import { checkPeel, checkTake } from '../limits'
import { roundAmount } from '../units'
import { byProductsCost, shareOfCost } from '../yield'
import { child, keptPart } from './child'
import { roundMoney } from './money'
import { onLot } from './on-lot'
import type { PartKept } from './rows'
import { rowId } from './row-id'

/** Fruit that is peeled now and pressed later. */
export interface Peel {
  kind: 'peel'
  /** as purchased */
  kg: number
  /** g of what was left; null where only the parts were weighed */
  peeledG: number | null
  /** peel, core, crown: each weighed, kept or thrown */
  parts: PartKept[]
}

/** g that are left: weighed, or what the parts leave. */
export const peeledOf = ({ kg, peeledG, parts }: Peel): number =>
  peeledG ?? kg * 1000 - parts.reduce((sum, p) => sum + (p.g ?? 0), 0)

/**
 * What was peeled is a lot of its own, covered and cold, that remembers its kilos as purchased: a press yields by
 * those. Parts that are kept carry the share of the cost that the owner set, the peeled fruit the rest.
 */
export const peel = onLot<Peel>({
  lots: ['received'],
  moves: 'peel-out',
  takes: ({ kg }) => kg * 1000,
  check: (event, takenG, lot) => [
    ...checkTake(takenG, lot.onHand, 'kg'),
    ...checkPeel(
      event.kg * 1000,
      event.peeledG,
      event.parts.map((p) => p.g ?? NaN),
    ),
  ],
  makes: (told, { lot, at, takenG, shares }) => {
    const kept = told.event.parts.flatMap(({ part, g, kept }) => (kept && g !== null ? [{ part, g, kept }] : []))
    const cost = shareOfCost(lot.cost, lot.amount, takenG)
    const carried = byProductsCost(
      cost,
      kept.map((p) => shares[p.part] ?? 0),
    )?.map(roundMoney)
    const market = shareOfCost(lot.marketCost, lot.amount, takenG)
    const peeled = child(lot, {
      id: rowId(told.id, 'peeled'),
      kind: 'peeled',
      amount: roundAmount(peeledOf(told.event)),
      purchasedG: takenG,
      weighed: lot.weighed,
      cost: cost === null || !carried ? null : roundMoney(cost - carried.reduce((a, b) => a + b, 0)),
      marketCost: market === null ? null : roundMoney(market),
      place: 'cold',
      sourceId: told.id,
      at,
    })
    const parts = kept.map(({ part, g, kept }, i) =>
      keptPart(lot, { part, kept, amount: roundAmount(g), cost: carried ? carried[i]! : null, sourceId: told.id, at }),
    )
    return { as: 'peel-in', lots: [peeled, ...parts] }
  },
})
