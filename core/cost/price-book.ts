import { factor, given, product, quotient, sum, type Figure } from '../figures'
import { itemKey, type Evaluation, type ItemRef } from '../recipe'
import { INGREDIENTS } from '../substances'
import { juiceDensityGPerMl, type FruitYield } from '../yield'

/** A dated price of one pack as purchased. */
export interface Price { packPriceEur: number; packG: number; since: string }

export interface CupItem { key: string; eachEur: number }

/** All that costs are worked out from. Prices and yields are live: each shown cost carries its date. */
export interface PriceBook {
  price(ingredientKey: string): Price | undefined
  fruitYield(fruitKey: string): FruitYield | undefined
  /** the fruit that pressing for this juice starts from */
  fruitOf(juiceKey: string): string | undefined
  prep(recipeId: string): Evaluation | undefined
  labourEurPerH: number
}

/** Price as purchased, per g. */
export function pricePerGram(key: string, price: Price): Figure {
  return quotient('price-per-gram', 'EUR/g',
    given('pack-price', price.packPriceEur, 'EUR', 'measured', 'source.price', { name: key, since: price.since }),
    given('pack', price.packG, 'g', 'measured', 'source.price', { name: key }), { name: key })
}

/**
 * Cost of a gram of an ingredient or prep: bought as it is, pressed from fruit at the yield in use, or made. Null where a
 * price is missing, so that a sum with a hole is never shown as whole. `missing` collects what has no price.
 */
export function costPerGram(book: PriceBook, item: ItemRef, missing: Set<string>): Figure | null {
  let known = KNOWN.get(book)
  if (!known) KNOWN.set(book, (known = new Map()))
  const key = itemKey(item)
  let entry = known.get(key)
  if (!entry) {
    const holes = new Set<string>()
    known.set(key, (entry = { perGram: workOut(book, item, holes), holes }))
  }
  for (const hole of entry.holes) missing.add(hole)
  return entry.perGram
}
/** A book never changes once it is made, so each item is worked out once for all drinks. */
const KNOWN = new WeakMap<PriceBook, Map<string, { perGram: Figure | null; holes: ReadonlySet<string> }>>()

function workOut(book: PriceBook, item: ItemRef, missing: Set<string>): Figure | null {
  if ('prep' in item) return prepCostPerGram(book, item.prep, missing)
  const key = item.ingredient
  const own = book.price(key)
  if (own) return pricePerGram(key, own)
  const fruitKey = book.fruitOf(key)
  const perL = fruitKey ? juiceCostPerL(book, fruitKey) : null
  if (!perL) {
    missing.add(fruitKey ?? key)
    return null
  }
  const density = given('density-of', juiceDensityGPerMl(INGREDIENTS.get(fruitKey!)!), 'g/mL', 'estimated', 'source.density', { name: key })
  return quotient('cost-per-gram', 'EUR/g', quotient('cost-per-ml', '1', perL, factor(1000)), density, { name: key })
}

/** Fruit price through yield, EUR per L of juice. */
export function juiceCostPerL(book: PriceBook, fruitKey: string): Figure | null {
  const price = book.price(fruitKey)
  const yielded = book.fruitYield(fruitKey)
  if (!price || !yielded) return null
  const perKg = product('price-per-kilo', 'EUR/kg', [pricePerGram(fruitKey, price), factor(1000)], { name: fruitKey })
  const litresPerKg = quotient('litres-per-kilo', '1', yielded.used, factor(1000), { name: fruitKey })
  return quotient('cost-per-litre', 'EUR/L', perKg, litresPerKg, { name: fruitKey })
}

function prepCostPerGram(book: PriceBook, recipeId: string, missing: Set<string>): Figure | null {
  const evaluation = book.prep(recipeId)
  if (!evaluation) {
    missing.add(`prep:${recipeId}`)
    return null
  }
  const lines = evaluation.layers.map((layer) => {
    const perGram = layer.item && costPerGram(book, layer.item, missing)
    return perGram && product('cost-of', 'EUR', [layer.mass, perGram], { name: layer.key })
  })
  if (lines.some((l) => l === null)) return null
  return quotient('cost-per-gram', 'EUR/g', sum('cost-of-prep', 'EUR', lines as Figure[]), evaluation.jug.mass, { name: itemKey({ prep: recipeId }) })
}
