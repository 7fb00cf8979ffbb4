import { factor, given, product, quotient, sum, type Figure } from '../figures'
import type { Evaluation, Serve } from '../recipe'
import { costPerGram, type CupItem, type PriceBook } from './price-book'

export interface CostLine {
  key: string
  kind: 'layer' | 'ice' | 'garnish' | 'item' | 'labour'
  /** null where a price is missing */
  cost: Figure | null
}

export interface CupCost {
  lines: CostLine[]
  /** sum of what has a price; whole only when nothing is missing */
  total: Figure
  missing: string[]
}

/** What one served cup costs: layers, ice, garnish, cup, lid, straw, and the minutes of the people who press and pour. */
export function cupCost(evaluation: Evaluation, serve: Serve, items: readonly CupItem[], book: PriceBook): CupCost {
  const missing = new Set<string>()
  const lines: CostLine[] = evaluation.layers.map((layer) => {
    const perGram = layer.item && costPerGram(book, layer.item, missing)
    return { key: layer.stream, kind: 'layer', cost: perGram && product('cost-of', 'EUR', [layer.mass, perGram], { name: layer.key }) }
  })
  const bought = (key: string, grams: number, kind: CostLine['kind']) => {
    const perGram = costPerGram(book, { ingredient: key }, missing)
    const mass = given('mass-of', grams, 'g', 'measured', 'source.recipe', { name: key })
    lines.push({ key, kind, cost: perGram && product('cost-of', 'EUR', [mass, perGram], { name: key }) })
  }
  if (serve.iceG > 0) bought('ice', serve.iceG, 'ice')
  for (const g of serve.garnish) bought(g.ingredient, g.massG, 'garnish')
  for (const item of items) {
    lines.push({ key: item.key, kind: 'item', cost: given('price-each', item.eachEur, 'EUR', 'measured', 'source.price', { name: item.key }) })
  }
  lines.push({ key: 'labour', kind: 'labour', cost: labour(evaluation, serve, book) })
  const priced = lines.flatMap((l) => (l.cost ? [l.cost] : []))
  return { lines, total: sum('cost-of-cup', 'EUR', priced), missing: [...missing] }
}

function labour(evaluation: Evaluation, serve: Serve, book: PriceBook): Figure {
  const pour = quotient('minutes-to-pour', 'min', given('pour-time', serve.labourS, 's', 'default', 'source.recipe'), factor(60))
  const pressing = evaluation.layers.flatMap((layer) => {
    const fruit = layer.item && 'ingredient' in layer.item ? book.fruitOf(layer.item.ingredient) : undefined
    const perL = fruit ? book.fruitYield(fruit)?.minutesPerL : null
    if (!perL) return []
    return [product('minutes-to-press', 'min', [quotient('volume-of', 'L', layer.volume, factor(1000), { name: layer.key }), perL], { name: layer.key })]
  })
  const rate = quotient('labour-per-minute', '1', given('labour-rate', book.labourEurPerH, 'EUR/h', 'measured', 'source.stand'), factor(60))
  return product('labour', 'EUR', [sum('minutes', 'min', [pour, ...pressing]), rate])
}
