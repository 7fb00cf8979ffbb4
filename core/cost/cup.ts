import { factor, given, product, quotient, sum, type Figure } from '../figures'
import { gramsFigure, serveTakes, type Evaluation, type Serve } from '../recipe'
import { makingCost, type CostLine } from './making'
import { costPerGram, type CupItem, type Missing, type PrepMade, type PriceBook } from './price-book'

/** A cost by its lines. */
export interface Cost {
  lines: CostLine[]
  /** all of it; null while a price is missing */
  total: Figure | null
  /** what has a price: less than the total, where one is missing */
  known: Figure
  missing: string[]
}

function added(lines: CostLine[], missing: Missing, label: string): Cost {
  const known = sum(
    label,
    'money',
    lines.flatMap((l) => (l.cost ? [l.cost] : [])),
  )
  const isWhole = missing.size === 0 && lines.every((l) => l.cost)
  return { lines, total: isWhole ? known : null, known, missing: [...missing] }
}

/**
 * What serving costs: ice, garnish, cup, lid, straw, for so many cups.
 * @param cups 1, or as many as a batch fills
 */
function servingLines(
  serve: Serve,
  cups: Figure | null,
  items: readonly CupItem[],
  book: PriceBook,
  missing: Missing,
): CostLine[] {
  const times = (cost: Figure, label: string, name: string): Figure =>
    cups ? product(label, 'money', [cost, cups], { name }) : cost
  return [
    ...serveTakes(serve, 1).map(({ key, kind, massG }): CostLine => {
      const perGram = costPerGram(book, key, missing)
      const cost = perGram && product('cost-of', 'money', [gramsFigure(key, massG), perGram], { name: key })
      return { key, kind: kind as 'ice' | 'garnish', cost: cost && times(cost, 'cost-of', key) }
    }),
    ...items.map(({ key, eachPrice }): CostLine => {
      const each = given('price-each', eachPrice, 'money', 'measured', 'source.price', { name: key })
      return { key, kind: 'item', cost: times(each, 'cost-of', key) }
    }),
  ]
}

const pourMinutes = (serve: Serve, cups: Figure | null): Figure => {
  const each = quotient(
    'minutes-to-pour',
    'min',
    given('pour-time', serve.labourS, 's', 'default', 'source.recipe'),
    factor(60),
  )
  return cups ? product('minutes-to-pour', 'min', [each, cups]) : each
}

/**
 * What one served cup costs, made by itself: what is in it, ice, garnish, cup, lid, straw, and the hands and the energy
 * of all that was done. Work that does not shrink to one cup is counted whole; see {@link batchCost}.
 */
export function cupCost(evaluation: Evaluation, serve: Serve, items: readonly CupItem[], book: PriceBook): Cost {
  const missing: Missing = new Set()
  const making = makingCost(evaluation, book, missing, [pourMinutes(serve, null)])
  return added(inOrder(making, servingLines(serve, null, items, book, missing)), missing, 'cost-of-cup')
}

/** Cups of a batch that are served alike, and what each of them uses up. */
export interface ServedCups {
  serve: Serve
  cups: Figure
  items: readonly CupItem[]
}

/** What a batch costs that fills so many cups: its own making, and the serving of every cup. */
export function batchCost(batch: Evaluation, served: readonly ServedCups[], book: PriceBook): Cost {
  const missing: Missing = new Set()
  const pouring = served.map(({ serve, cups }) => pourMinutes(serve, cups))
  const making = makingCost(batch, book, missing, pouring)
  const serving = served.flatMap(({ serve, cups, items }) => servingLines(serve, cups, items, book, missing))
  return added(inOrder(making, together(serving)), missing, 'cost-of-cups')
}

/** One line of each thing, however many sizes take it. */
function together(lines: readonly CostLine[]): CostLine[] {
  const byKey = new Map<string, CostLine[]>()
  for (const l of lines) byKey.set(`${l.kind} ${l.key}`, [...(byKey.get(`${l.kind} ${l.key}`) ?? []), l])
  return [...byKey.values()].map((same) => {
    const [first] = same
    const costs = same.flatMap((l) => l.cost ?? [])
    if (same.length === 1 || costs.length < same.length) return first!
    return { ...first!, cost: sum('cost-of', 'money', costs, { name: first!.key }) }
  })
}

/** What is in it first, then what it is served with, then work. */
function inOrder(making: CostLine[], serving: CostLine[]): CostLine[] {
  return [...making.filter(goesIn), ...serving, ...making.filter((l) => !goesIn(l))]
}
const goesIn = ({ kind }: CostLine): boolean => kind === 'layer' || kind === 'waste'
const goesAlong = ({ kind }: CostLine): boolean => kind === 'ice' || kind === 'garnish' || kind === 'item'

/**
 * Of a cost, what goes in and along: ice, garnish, cup, lid and straw too. Without the hands and the energy of its own
 * making; preps come in with the cost of theirs.
 * @returns null while a price of it is missing
 */
export function materialsOf({ lines }: Pick<Cost, 'lines'>): Figure | null {
  const costs = lines.filter((l) => goesIn(l) || goesAlong(l)).map((l) => l.cost)
  return costs.includes(null) ? null : sum('materials', 'money', costs as Figure[])
}

/**
 * What goes into a batch, at the prices of the book: without the hands and the energy of its own making, and with what
 * a kept by-product carries away.
 * @returns money; null where a price of it is missing
 */
export function costOfWhatGoesIn(evaluation: Evaluation, book: PriceBook): number | null {
  const lines = makingCost(evaluation, book, new Set(), []).filter(goesIn)
  return lines.reduce<number | null>((sum, l) => (sum === null || !l.cost ? null : sum + l.cost.value), 0)
}

/** What one making of a prep costs. @param made what its makings taught */
export function prepCost(evaluation: Evaluation, book: PriceBook, made?: PrepMade): Cost {
  const missing: Missing = new Set()
  return added(makingCost(evaluation, book, missing, [], made), missing, 'cost-of-prep')
}
