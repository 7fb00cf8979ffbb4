import type { EventBody } from '../batch'
import { volumePerGram } from '../process'
import { itemKey, type Evaluation } from '../recipe'
import { TAP, type IngredientData } from '../substances'
import { isMassUnit, roundAmount, toMillilitres, type AmountUnit } from '../units'
import { gramsOf } from './pack'
import type { LotUnit } from './rows'

/** A lot that something can be taken out of. */
export interface UsableLot {
  id: string
  /** as a recipe takes it: the key of an ingredient, or `prep:` and the id of the recipe */
  item: string
  unit: LotUnit
  onHand: number
  useBy: string | null
  at: string
  /** g that a mL of it weighs; null where it is by weight */
  gPerMl: number | null
}

/** Which of two lots is taken first: the first to expire, then the oldest. */
export const firstOut = (
  a: Pick<UsableLot, 'useBy' | 'at' | 'id'>,
  b: Pick<UsableLot, 'useBy' | 'at' | 'id'>,
): number => (a.useBy ?? '9').localeCompare(b.useBy ?? '9') || a.at.localeCompare(b.at) || a.id.localeCompare(b.id)

/** g that a lot has; null where nobody knows what a mL of it weighs, or it is counted. */
export const gramsIn = ({ unit, onHand, gPerMl }: Pick<UsableLot, 'unit' | 'onHand' | 'gPerMl'>): number | null =>
  unit === 'g' ? onHand : unit === 'mL' && gPerMl !== null ? onHand * gPerMl : null

/**
 * What a lot has in another unit; 0 where that cannot be said.
 * @param gPerUnit g that one of that unit weighs; null where nobody knows
 */
export function onHandIn(lot: UsableLot, unit: AmountUnit, gPerUnit: number | null): number {
  if (lot.unit === 'mL' && !isMassUnit(unit)) return lot.onHand / toMillilitres(1, unit)
  const g = gramsIn(lot)
  return g === null || !gPerUnit ? 0 : g / gPerUnit
}

/**
 * What so many times a standard takes out of which lots: first to expire first, then the oldest; what no lot has is
 * left. Water comes out of the tap.
 */
export function usesFor(
  standard: Evaluation,
  times: number,
  lots: readonly UsableLot[],
): { lotId: string; amount: number }[] {
  return usesOf(
    standard.bill.own.map(({ item, mass }) => ({ key: itemKey(item), massG: mass.value * times })),
    lots,
  )
}

/** The same of so many g of things, each by its key. */
export function usesOf(
  things: readonly { key: string; massG: number }[],
  lots: readonly UsableLot[],
): { lotId: string; amount: number }[] {
  const left = new Map(lots.map((l) => [l.id, l.onHand]))
  const out = new Map<string, number>()
  const inOrder = [...lots].sort(firstOut)
  for (const { key, massG } of things) {
    if (key === TAP) continue
    let neededG = massG
    for (const lot of inOrder) {
      if (lot.item !== key || lot.unit === 'pieces' || neededG <= LEAST_G) continue
      const gPer = lot.unit === 'mL' ? lot.gPerMl : 1
      if (gPer === null) continue
      const amount = roundAmount(Math.min(left.get(lot.id)!, neededG / gPer))
      if (!(amount > 0)) continue
      left.set(lot.id, left.get(lot.id)! - amount)
      out.set(lot.id, (out.get(lot.id) ?? 0) + amount)
      neededG -= amount * gPer
    }
  }
  return [...out].map(([lotId, amount]) => ({ lotId, amount: roundAmount(amount) }))
}
const LEAST_G = 0.01

/**
 * What nobody weighed of a batch that is thrown away, told as the sheet has it: out of the lots that have it, first to
 * expire first. What they have not is of the last of them, which gives what it has.
 * @param things g of each take
 */
export function weighedAsPlanned(
  things: readonly { take: string; key: string; massG: number }[],
  lots: readonly UsableLot[],
): EventBody[] {
  let left = lots
  return things
    .filter(({ massG }) => massG > LEAST_G)
    .flatMap(({ take, key, massG }) => {
      const uses = usesOf([{ key, massG }], left)
      const took = new Map(uses.map((u) => [u.lotId, u.amount]))
      left = left.map((l) => ({ ...l, onHand: l.onHand - (took.get(l.id) ?? 0) }))
      let openG = massG
      return [...uses.map((u) => u.lotId), ...(uses.length ? [] : [null])].map((lotId, i): EventBody => {
        const isLast = i >= uses.length - 1
        const lot = lots.find((l) => l.id === lotId)
        const value = isLast ? openG : roundAmount(took.get(lot!.id)! * (lot!.unit === 'mL' ? lot!.gPerMl! : 1))
        openG -= value
        const amount = { value: roundAmount(value), unit: 'g' as const }
        return { kind: 'weighed', take, amount, lotId, ...(isLast ? {} : { more: true as const }) }
      })
    })
}

/** g that a mL of an ingredient weighs, where it pours. */
export const gPerMlOf = (data: IngredientData): number => gramsOf(1, 'mL', data)!
/** The same of a prep, by its standard. */
export const gPerMlOfPrep = ({ output }: Evaluation): number => 1 / volumePerGram(output)
