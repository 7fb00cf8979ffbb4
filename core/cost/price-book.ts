import { factor, given, product, quotient, sum, type Figure } from '../figures'
import type { Carrier } from '../process'
import type { Evaluation } from '../recipe'
import { INGREDIENTS, TAP } from '../substances'
import { juiceDensityGPerMl, type BaseMake, type FruitYield } from '../yield'

/** A dated price of one pack as purchased. */
export interface Price {
  packPrice: number
  packG: number
  since: string
}

export interface CupItem {
  key: string
  eachPrice: number
}

/** What the makings of a prep have taught, and what its lots cost. */
export interface PrepMade {
  /** makings that taught what comes out, and those that taught how long it takes */
  runs: number
  timed: number
  /** g that come out for a g of the standard, and minutes of hands for a minute of it */
  output: number
  minutes: number
  /** money for a g of what stands there, by what was paid for what went in; null where the standard's prices count */
  paidPerG: number | null
}

/** All that costs are worked out from. Prices and yields are live: each shown cost carries its date. */
export interface PriceBook {
  price(ingredientKey: string): Price | undefined
  fruitYield(fruitKey: string): FruitYield | undefined
  /** the fruit that pressing for this juice starts from */
  fruitOf(juiceKey: string): string | undefined
  /** what a base is made of, by its makings */
  baseOf(key: string): BaseMake | undefined
  /** of a prep by its recipe; nothing where nobody has made it */
  prepMade(recipeId: string): PrepMade | undefined
  /** what an hour of work costs; null where the stand has not said */
  labourPerH: number | null
  /** price of a kWh; null where the stand has not said */
  kwhPrice: Readonly<Record<Carrier, number | null>>
}

/** The same book where something costs so many times as much. @param times above 0 */
export const dearer = (book: PriceBook, ingredientKey: string, times: number): PriceBook => ({
  ...book,
  price: (key) => {
    const price = book.price(key)
    return price && key === ingredientKey ? { ...price, packPrice: price.packPrice * times } : price
  },
})

/** What has no price: an ingredient, `labour`, or `energy-electricity` and `energy-gas`. */
export type Missing = Set<string>

/** Price as purchased, per g. */
export function pricePerGram(key: string, price: Price): Figure {
  return quotient(
    'price-per-gram',
    'money/g',
    given('pack-price', price.packPrice, 'money', 'measured', 'source.price', { name: key, since: price.since }),
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
  // What comes out of the tap costs nothing until somebody says what it costs.
  if (key === TAP) return given('price-per-gram', 0, 'money/g', 'default', 'source.tap', { name: key })
  const base = book.baseOf(key)
  if (base) return baseCostPerGram(book, key, base, missing)
  const fruitKey = book.fruitOf(key)
  const perL = fruitKey ? juiceCostPerL(book, fruitKey) : null
  if (!perL) {
    missing.add(fruitKey ?? key)
    return null
  }
  return quotient(
    'cost-per-gram',
    'money/g',
    quotient('cost-per-ml', '1', perL, factor(1000)),
    juiceDensity(book, key),
    { name: key },
  )
}

/** What the fruit, and water where it is bought, cost that a gram of a base takes. */
function baseCostPerGram(book: PriceBook, key: string, base: BaseMake, missing: Missing): Figure | null {
  const costs = base.parts.map((part) => {
    const perGram = costPerGram(book, part.key, missing)
    const taken = given('part-per-gram', part.gPerG, 'g/g', 'measured', 'source.runs', {
      name: part.key,
      count: base.runs,
    })
    return perGram && product('cost-of', 'money/g', [taken, perGram], { name: part.key })
  })
  const known = costs.flatMap((c) => c ?? [])
  return known.length < costs.length ? null : sum('cost-per-gram', 'money/g', known, { name: key })
}

function juiceDensity(book: PriceBook, juice: string): Figure {
  const gPerMl = juiceDensityGPerMl(INGREDIENTS.get(book.fruitOf(juice)!)!)
  return given('density-of', gPerMl, 'g/mL', 'estimated', 'source.density', { name: juice })
}

/** Fruit price through yield, for a litre of juice. */
export function juiceCostPerL(book: PriceBook, fruitKey: string): Figure | null {
  const price = book.price(fruitKey)
  const yielded = book.fruitYield(fruitKey)
  if (!price || !yielded) return null
  const perKg = product('price-per-kilo', 'money/kg', [pricePerGram(fruitKey, price), factor(1000)], { name: fruitKey })
  const litresPerKg = quotient('litres-per-kilo', '1', yielded.used, factor(1000), { name: fruitKey })
  return quotient('cost-per-litre', 'money/L', perKg, litresPerKg, { name: fruitKey })
}

/** Minutes of hands that pressing so many g of a juice takes; null where it is bought, or nobody timed it. */
export function minutesToPress(book: PriceBook, juice: string, mass: Figure): Figure | null {
  if (book.price(juice)) return null
  const base = book.baseOf(juice)
  const fruit = book.fruitOf(juice)
  const perL = base ? baseMinutesPerL(juice, base) : fruit ? book.fruitYield(fruit)?.minutesPerL : null
  if (!perL) return null
  const density = base
    ? given('density-of', base.gPerMl, 'g/mL', 'measured', 'source.runs', { name: juice, count: base.runs })
    : juiceDensity(book, juice)
  const litres = quotient('volume-of', 'L', quotient('volume-of', 'mL', mass, density, { name: juice }), factor(1000), {
    name: juice,
  })
  return product('minutes-to-press', 'min', [litres, perL], { name: juice })
}

const baseMinutesPerL = (name: string, { minutesPerL, runs }: BaseMake): Figure | null =>
  minutesPerL === null
    ? null
    : given('mean-minutes-per-litre', minutesPerL, 'min/L', 'measured', 'source.runs', { name, count: runs })
