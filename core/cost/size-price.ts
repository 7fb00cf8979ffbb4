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

/** Prices of a drink as they are said of the business. */
export interface Priced {
  /** of the usual cup; null where nobody has said */
  sellPrice: number | null
  sizePrices: readonly { cupId: string; sizePrice: number | null }[]
}
/** A price of one stand alone: of the usual cup, which has no id, or of a size. */
export interface OwnPrice {
  cupId: string | null
  sizePrice: number
}

/**
 * What cups of a drink are sold at at one stand: what that stand says of its own, and else what the business says.
 * @param own prices of that stand, in money like those of the business; one that is not shown (null) is none
 */
export function soldAt(
  { sellPrice, sizePrices }: Priced,
  own: readonly { cupId: string | null; sizePrice: number | null }[],
): Required<Pick<SoldAt, 'price' | 'bySize'>> {
  const said = own.filter((p): p is OwnPrice => p.sizePrice !== null)
  const sizes = [...sizePrices, ...said].flatMap(({ cupId, sizePrice }): [string, number][] =>
    cupId === null || sizePrice === null ? [] : [[cupId, sizePrice]],
  )
  return { price: said.find((p) => p.cupId === null)?.sizePrice ?? sellPrice, bySize: new Map(sizes) }
}
