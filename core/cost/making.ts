import { factor, given, product, quotient, sum, type Figure } from '../figures'
import { CARRIERS } from '../process'
import { itemKey, type Evaluation } from '../recipe'
import { costPerGram, minutesToPress, remembered, type Missing, type PriceBook } from './price-book'

export interface CostLine {
  key: string
  kind: 'layer' | 'waste' | 'ice' | 'garnish' | 'item' | 'labour' | 'energy' | 'kept'
  /** null where a price is missing */
  cost: Figure | null
}

/** Below this share nothing is carried away: rounding of the flow, not a by-product. */
const NEXT_TO_NOTHING = 1e-12

/**
 * What making a recipe costs, for the amount it is written for: what was taken, by the layer it ends up in; hands and
 * energy of every step; less what kept by-products carry away. Preps come in with the cost of their own making.
 * @param handMinutes more minutes of hands, such as of pouring
 */
export function makingCost(
  evaluation: Evaluation,
  book: PriceBook,
  missing: Missing,
  handMinutes: readonly Figure[] = [],
): CostLine[] {
  const { bill } = evaluation
  const kept: Figure[] = []
  const byLayer = new Map<string, (Figure | null)[]>()
  for (const take of bill.own) {
    const perGram =
      'prep' in take.item
        ? prepCostPerGram(book, take.item.prep, bill.prepOf(take.item.prep), missing)
        : costPerGram(book, take.item.ingredient, missing)
    const cost = perGram && product('cost-of', 'money', [take.mass, perGram], { name: itemKey(take.item) })
    carryAway(kept, cost, take.stays)
    const layer = take.layer ?? ''
    byLayer.set(layer, [...(byLayer.get(layer) ?? []), cost])
  }
  const lines = [...byLayer].map(([layer, costs]): CostLine => ({
    key: layer || 'waste',
    kind: layer ? 'layer' : 'waste',
    cost: whole(costs, layer),
  }))

  const { labourPerH } = book
  const perMinute =
    labourPerH === null
      ? null
      : quotient(
          'labour-per-minute',
          '1',
          given('labour-rate', labourPerH, 'money/h', 'measured', 'source.stand'),
          factor(60),
        )
  const ofHands = (minutes: Figure): Figure | null => perMinute && product('labour', 'money', [minutes, perMinute])
  const hands: Figure[] = [...handMinutes]
  for (const take of bill.own) {
    const minutes = 'ingredient' in take.item ? minutesToPress(book, take.item.ingredient, take.mass) : null
    if (!minutes) continue
    hands.push(minutes)
    carryAway(kept, ofHands(minutes), take.stays)
  }
  for (const step of bill.ownWork) {
    if (step.handMin <= 0) continue
    const minutes = given('minutes-of-step', step.handMin, 'min', 'estimated', 'source.process', { step: step.op })
    hands.push(minutes)
    carryAway(kept, ofHands(minutes), step.stays)
  }
  if (hands.length) {
    const minutes = sum('minutes', 'min', hands)
    if (!perMinute) missing.add('labour')
    lines.push({ key: 'labour', kind: 'labour', cost: ofHands(minutes) })
  }

  for (const carrier of CARRIERS) {
    const steps = bill.ownWork.filter((w) => w.carrier === carrier && w.energyKj > 0)
    if (!steps.length) continue
    const key = `energy-${carrier}`
    const perKwh = book.kwhPrice[carrier]
    if (perKwh === null) {
      missing.add(key)
      lines.push({ key, kind: 'energy', cost: null })
      continue
    }
    const price = given('price-of-energy', perKwh, 'money/kWh', 'measured', 'source.stand')
    const costs = steps.map((w) => {
      const kj = given('energy-of-step', w.energyKj, 'kJ', 'estimated', 'source.process', { step: w.op })
      const cost = product('energy', 'money', [quotient('energy', 'kWh', kj, factor(KJ_PER_KWH)), price])
      carryAway(kept, cost, w.stays)
      return cost
    })
    lines.push({ key, kind: 'energy', cost: sum('energy', 'money', costs) })
  }
  if (kept.length) lines.push({ key: 'kept', kind: 'kept', cost: sum('carried-away', 'money', kept) })
  return lines
}
const KJ_PER_KWH = 3600

/**
 * Cost of a gram of a prep, as it is evaluated where it is taken: with the hands and the energy of its making. Null and
 * `missing` as above.
 */
export function prepCostPerGram(
  book: PriceBook,
  recipeId: string,
  evaluation: Evaluation,
  missing: Missing,
): Figure | null {
  const making = remembered(book, evaluation, missing, (holes) => {
    const lines = makingCost(evaluation, book, holes)
    const costs = lines.flatMap((l) => (l.cost ? [l.cost] : []))
    return holes.size || costs.length < lines.length ? null : sum('cost-of-prep', 'money', costs)
  })
  const name = itemKey({ prep: recipeId })
  return making && quotient('cost-per-gram', 'money/g', making, evaluation.jug.mass, { name })
}

/** The part of a cost that goes away with what is kept. */
function carryAway(kept: Figure[], cost: Figure | null, stays: number): void {
  if (!cost || stays >= 1 - NEXT_TO_NOTHING) return
  kept.push(product('carried-away', 'money', [cost, given('share-kept', stays - 1, '1', 'measured', 'source.recipe')]))
}

/** The sum of some costs, or nothing where one of them is not known. */
function whole(costs: readonly (Figure | null)[], name: string): Figure | null {
  if (costs.some((c) => c === null)) return null
  const known = costs as Figure[]
  return known.length === 1 ? known[0]! : sum('cost-of', 'money', known, { name })
}
