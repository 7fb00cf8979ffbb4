import { factor, given, product, quotient, sum, type Figure } from '../figures'
import { CARRIERS } from '../process'
import { itemKey, type Evaluation, type OwnTake, type OwnWork } from '../recipe'
import { costPerGram, minutesToPress, remembered, type Missing, type PrepMade, type PriceBook } from './price-book'

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
 * @param made what its makings taught, where it is a prep: how many minutes it really takes
 */
export function makingCost(
  evaluation: Evaluation,
  book: PriceBook,
  missing: Missing,
  handMinutes: readonly Figure[] = [],
  made?: PrepMade,
): CostLine[] {
  const { bill } = evaluation
  const kept: Figure[] = []
  const byLayer = new Map<string, (Figure | null)[]>()
  for (const take of bill.own) {
    const cost = costOfTake(book, take, evaluation, missing)
    carryAway(kept, cost, take.stays)
    const layer = take.layer ?? ''
    byLayer.set(layer, [...(byLayer.get(layer) ?? []), cost])
  }
  const lines = [...byLayer].map(([layer, costs]): CostLine => ({
    key: layer || 'waste',
    kind: layer ? 'layer' : 'waste',
    cost: whole(costs, layer),
  }))

  const perMinute = perMinuteOf(book)
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
    const minutes = handsOf(step, made)
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
    const costs = steps.map((w) => {
      const cost = costOfEnergy(w, perKwh)
      carryAway(kept, cost, w.stays)
      return cost
    })
    lines.push({ key, kind: 'energy', cost: sum('energy', 'money', costs) })
  }
  if (kept.length) lines.push({ key: 'kept', kind: 'kept', cost: sum('carried-away', 'money', kept) })
  return lines
}
const KJ_PER_KWH = 3600

function perMinuteOf({ labourPerH }: PriceBook): Figure | null {
  if (labourPerH === null) return null
  const rate = given('labour-rate', labourPerH, 'money/h', 'measured', 'source.stand')
  return quotient('labour-per-minute', '1', rate, factor(60))
}
function costOfTake(book: PriceBook, take: OwnTake, { bill }: Evaluation, missing: Missing): Figure | null {
  const perGram =
    'prep' in take.item
      ? prepCostPerGram(book, take.item.prep, bill.prepOf(take.item.prep), missing)
      : costPerGram(book, take.item.ingredient, missing)
  return perGram && product('cost-of', 'money', [take.mass, perGram], { name: itemKey(take.item) })
}
function handsOf(step: OwnWork, made?: PrepMade): Figure {
  const minutes = given('minutes-of-step', step.handMin, 'min', 'estimated', 'source.process', { step: step.op })
  return made?.timed
    ? product('minutes-of-step', 'min', [minutes, learned('minutes', made)], { step: step.op })
    : minutes
}
const learned = (what: 'minutes' | 'output', made: PrepMade): Figure =>
  given(`learned-${what}`, made[what], '1', 'measured', 'source.makings', {
    count: what === 'output' ? made.runs : made.timed,
  })
function costOfEnergy(step: OwnWork, perKwh: number): Figure {
  const price = given('price-of-energy', perKwh, 'money/kWh', 'measured', 'source.stand')
  const kj = given('energy-of-step', step.energyKj, 'kJ', 'estimated', 'source.process', { step: step.op })
  return product('energy', 'money', [quotient('energy', 'kWh', kj, factor(KJ_PER_KWH)), price])
}

/**
 * What each step of a recipe itself adds to its cost, by the stream it makes: what is taken, with the minutes to press
 * it, or hands and energy. Null where a price is missing. Together they are what making it costs, before anything is
 * carried away.
 */
export function costOfSteps(evaluation: Evaluation, book: PriceBook, made?: PrepMade): Map<string, Figure | null> {
  const out = new Map<string, Figure | null>()
  const perMinute = perMinuteOf(book)
  const add = (stream: string, costs: (Figure | null)[]): void => void out.set(stream, whole(costs, stream))
  for (const take of evaluation.bill.own) {
    const minutes = 'ingredient' in take.item ? minutesToPress(book, take.item.ingredient, take.mass) : null
    add(take.stream, [
      costOfTake(book, take, evaluation, new Set()),
      ...(minutes ? [perMinute && product('labour', 'money', [minutes, perMinute])] : []),
    ])
  }
  for (const step of evaluation.bill.ownWork) {
    const perKwh = book.kwhPrice[step.carrier]
    const costs = [
      ...(step.handMin > 0 ? [perMinute && product('labour', 'money', [handsOf(step, made), perMinute])] : []),
      ...(step.energyKj > 0 ? [perKwh === null ? null : costOfEnergy(step, perKwh)] : []),
    ]
    if (costs.length) add(step.out, costs)
  }
  return out
}

/**
 * Cost of a gram of a prep, as it is evaluated where it is taken: with the hands and the energy of its making, by what
 * its makings taught of both. Where lots are to count, what went in counts as it was paid. Null and `missing` as above.
 */
export function prepCostPerGram(
  book: PriceBook,
  recipeId: string,
  evaluation: Evaluation,
  missing: Missing,
): Figure | null {
  const made = book.prepMade(recipeId)
  const making = remembered(book, evaluation, missing, (holes) => {
    const asPaid = made?.paidPerG ?? null
    const priced: Missing = new Set()
    const all = makingCost(evaluation, book, priced, [], made)
    const lines = asPaid === null ? all : all.filter((l) => l.kind === 'labour' || l.kind === 'energy')
    const isWork = (hole: string): boolean => hole === 'labour' || hole.startsWith('energy-')
    for (const hole of priced) if (asPaid === null || isWork(hole)) holes.add(hole)
    if (asPaid !== null) lines.unshift({ key: 'paid', kind: 'layer', cost: paidFor(evaluation, made!) })
    const costs = lines.flatMap((l) => (l.cost ? [l.cost] : []))
    return holes.size || costs.length < lines.length ? null : sum('cost-of-prep', 'money', costs)
  })
  const name = itemKey({ prep: recipeId })
  return making && quotient('cost-per-gram', 'money/g', making, madeMass(evaluation, made), { name })
}
/** g that a making gives. */
export const madeMass = ({ jug }: Pick<Evaluation, 'jug'>, made?: PrepMade): Figure =>
  made?.runs ? product('mass', 'g', [jug.mass, learned('output', made)]) : jug.mass
/** What a litre of it costs that really comes out. @param total of a making */
export function costPerLitre(total: Figure, { jug }: Evaluation, made?: PrepMade): Figure {
  const gPerMl = quotient('density-of', 'g/mL', jug.mass, jug.volume)
  const litres = quotient('volume', 'L', quotient('volume', 'mL', madeMass({ jug }, made), gPerMl), factor(1000))
  return quotient('cost-per-litre', 'money/L', total, litres)
}
const paidFor = (evaluation: Evaluation, made: PrepMade): Figure =>
  product('cost-of', 'money', [
    madeMass(evaluation, made),
    given('cost-per-gram', made.paidPerG!, 'money/g', 'measured', 'source.lots-paid'),
  ])

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
