// What a cup of a drink is sold at, in each of its sizes.

/** How cups of a drink are priced. */
export interface SoldAt {
  /** of the usual cup; null where nobody has said */
  price: number | null
  /** mL of drink in it */
  usualMl: number
  /** of other cups, by their id, where somebody said */
  bySize?: ReadonlyMap<string, number>
}
export interface SizePrice {
  /** null where nobody has said what a cup costs */
  price: number | null
  /** nobody said what this size costs: by what it holds, beside the usual cup */
  isReckoned: boolean
}

/** mL of a cup within which it is the usual one. */
const SAME_ML = 0.5

/** @param cupId null for a cup that nobody named @param drinkMl of drink in it */
export function priceOfSize(cupId: string | null, drinkMl: number, { price, usualMl, bySize }: SoldAt): SizePrice {
  const isUsual = usualMl > 0 && Math.abs(drinkMl - usualMl) <= SAME_ML
  if (isUsual) return { price, isReckoned: false }
  const own = bySize?.get(cupId ?? '')
  if (own !== undefined) return { price: own, isReckoned: false }
  if (price === null || !(usualMl > 0)) return { price: null, isReckoned: false }
  return { price: (price * drinkMl) / usualMl, isReckoned: true }
}
