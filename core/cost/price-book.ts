import { factor, given, product, quotient, type Figure } from '../figures'
import type { Carrier } from '../process'
import type { Evaluation } from '../recipe'
import { INGREDIENTS } from '../substances'
import { juiceDensityGPerMl, type FruitYield } from '../yield'

/** A dated price of one pack as purchased. */
export interface Price {
  packPriceEur: number
  packG: number
  since: string
}

export interface CupItem {
  key: string
  eachEur: number
}

/** All that costs are worked out from. Prices and yields are live: each shown cost carries its date. */
export interface PriceBook {
  price(ingredientKey: string): Price | undefined
  fruitYield(fruitKey: string): FruitYield | undefined
  /** the fruit that pressing for this juice starts from */
  fruitOf(juiceKey: string): string | undefined
  labourEurPerH: number
  /** price of a kWh; null where the stand has not said */
  kwhEur: Readonly<Record<Carrier, number | null>>
}

/** What has no price: an ingredient, or `energy-electricity` and `energy-gas`. */
export type Missing = Set<string>

/** Price as purchased, per g. */
export function pricePerGram(key: string, price: Price): Figure {
  return quotient(
    'price-per-gram',
    'EUR/g',
    given('pack-price', price.packPriceEur, 'EUR', 'measured', 'source.price', { name: key, since: price.since }),
    given('pack', price.packG, 'g', 'measured', 'source.price', { name: key }),
    { name: key },
  )
}

/**
 * Cost of a gram of an ingredient: bought as it is, or pressed from fruit at the yield in use. Null where a price is
 * missing, so that a sum with a hole is never shown as whole. `missing` collects what has no price.
 */
export const costPerGram = (book: PriceBook, key: string, missing: Missing): Figure | null =>
  remembered(book, key, missing, (holes) => ingredientCostPerGram(book, key, holes))

/** A book never changes once it is made: a gram of each ingredient and a making of each prep, once for all drinks. */
const KNOWN = new WeakMap<PriceBook, Map<string | Evaluation, { cost: Figure | null; holes: Missing }>>()

export function remembered(
  book: PriceBook,
  what: string | Evaluation,
  missing: Missing,
  workOut: (holes: Missing) => Figure | null,
): Figure | null {
  let known = KNOWN.get(book)
  if (!known) KNOWN.set(book, (known = new Map()))
  let entry = known.get(what)
  if (!entry) {
    const holes: Missing = new Set()
    known.set(what, (entry = { cost: workOut(holes), holes }))
  }
  for (const hole of entry.holes) missing.add(hole)
  return entry.cost
}

function ingredientCostPerGram(book: PriceBook, key: string, missing: Missing): Figure | null {
  const own = book.price(key)
  if (own) return pricePerGram(key, own)
  const fruitKey = book.fruitOf(key)
  const perL = fruitKey ? juiceCostPerL(book, fruitKey) : null
  if (!perL) {
    missing.add(fruitKey ?? key)
    return null
  }
  return quotient('cost-per-gram', 'EUR/g', quotient('cost-per-ml', '1', perL, factor(1000)), juiceDensity(book, key), {
    name: key,
  })
}

function juiceDensity(book: PriceBook, juice: string): Figure {
  const gPerMl = juiceDensityGPerMl(INGREDIENTS.get(book.fruitOf(juice)!)!)
  return given('density-of', gPerMl, 'g/mL', 'estimated', 'source.density', { name: juice })
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

/** Minutes of hands that pressing so many g of a juice takes; null where it is bought, or nobody timed it. */
export function minutesToPress(book: PriceBook, juice: string, mass: Figure): Figure | null {
  const fruit = book.price(juice) ? undefined : book.fruitOf(juice)
  const perL = fruit ? book.fruitYield(fruit)?.minutesPerL : null
  if (!perL) return null
  const litres = quotient(
    'volume-of',
    'L',
    quotient('volume-of', 'mL', mass, juiceDensity(book, juice), { name: juice }),
    factor(1000),
    { name: juice },
  )
  return product('minutes-to-press', 'min', [litres, perL], { name: juice })
}
