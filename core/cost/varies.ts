import { standardDeviation } from 'simple-statistics'
import type { Evaluation } from '../recipe'
import type { FruitYield } from '../yield'
import { costPerGram, type PriceBook } from './price-book'
import type { Varies, VaryingCup } from './spread'

// How much prices and yields vary, from what was paid and pressed; where little is known, a stated share.

/** A price from one purchase to the next, a yield from one lot to the next, a portion from cup to cup. Common practice,
 *  no source. */
export const USUAL_SPREAD = { price: 0.1, yield: 0.12, portion: 0.05 } as const
/** The stated share is worth so many observations. */
const WORTH = 3

/**
 * A cup as its costs vary: each thing in it by its own price, the rest of what goes in as it is.
 * @param materials money for all that goes into it
 */
export function varyingCup(id: string, cup: Pick<Evaluation, 'bill'>, materials: number, book: PriceBook): VaryingCup {
  const lines = [...cup.bill.ingredients].flatMap(([key, g]) => {
    const perG = costPerGram(book, key, new Set())?.value ?? 0
    return perG > 0 ? [{ key, cost: perG * g, portion: USUAL_SPREAD.portion }] : []
  })
  const known = lines.reduce((sum, l) => sum + l.cost, 0)
  return { id, lines, fixed: Math.max(0, materials - known) }
}

/** Variance about nothing, with the stated share worth some observations. */
function spreadOf(logs: readonly number[], usual: number): number {
  if (logs.length < 2) return usual
  const own = standardDeviation([...logs]) ** 2
  return Math.sqrt((WORTH * usual ** 2 + logs.length * own) / (WORTH + logs.length))
}

/**
 * @param perKg prices of an ingredient, a kilo each, above 0
 * @param known what its presses gave; left out where it is not pressed
 */
export const variesBy = (perKg: readonly number[], known?: Pick<FruitYield, 'history'>): Varies => ({
  price: spreadOf(
    perKg.filter((p) => p > 0).map((p) => Math.log(p)),
    USUAL_SPREAD.price,
  ),
  yield: known
    ? spreadOf(
        known.history.filter((y) => y > 0).map((y) => Math.log(y)),
        USUAL_SPREAD.yield,
      )
    : 0,
})
