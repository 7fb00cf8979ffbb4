import { netPrice, type CostLine } from '../cost'
import { call, difference, given, product, quotient, sum, type Figure } from '../figures'
import { useByOf } from '../preps'
import { ProcessLimit } from '../process'
import type { Evaluation } from '../recipe'

// How much to make where nobody knows how much will be sold: a lost sale against a cup that is poured away (the
// newsvendor of the textbooks of operations research; normal demand).

/** What the two mistakes cost, by the cup. */
export interface Stakes {
  /** a guest who goes without */
  lost: Figure
  /** a cup that nobody drinks */
  away: Figure
}

/** Of a cup's cost, what is in the batch, and what only a sale uses up; hands are there either way, and in neither. */
const IN_BATCH: readonly CostLine['kind'][] = ['layer', 'waste', 'energy']
const IN_SALE: readonly CostLine['kind'][] = ['ice', 'garnish', 'item']

/**
 * @param lines what one cup costs, line by line @param sellPrice what a guest pays for it
 * @param keptShare of what is left, what is sold the next day in place of fresh, 0 to 1
 * @param taxShare of the price without it, 0 to 1
 * @returns null while a price is missing
 * @throws ProcessLimit `sale-earns-nothing` where a cup costs what it brings, or more
 */
export function stakesOf(
  lines: readonly CostLine[],
  sellPrice: number | null,
  keptShare: number,
  taxShare: number,
): Stakes | null {
  const costs = (kinds: readonly CostLine['kind'][]): (Figure | null)[] =>
    lines.filter((l) => kinds.includes(l.kind)).map((l) => l.cost)
  const [batch, sale] = [costs(IN_BATCH), costs(IN_SALE)]
  if (sellPrice === null || [...batch, ...sale].includes(null)) return null
  const made = sum('cost-in-batch', 'money', batch as Figure[])
  const sold = sum('cost-of-sale', 'money', [made, ...(sale as Figure[])])
  const lost = difference('lost-sale', 'money', netPrice(sellPrice, taxShare), sold)
  if (!(lost.value > 0)) throw new ProcessLimit('sale-earns-nothing', { price: sellPrice, cost: sold.value })
  if (keptShare <= 0) return { lost, away: made }
  const gone = given('gone-share', 1 - keptShare, '1', 'default', 'source.kept-till-tomorrow')
  return { lost, away: product('poured-away', 'money', [made, gone]) }
}

/** h that a drink must keep to be sold the next day: from a morning to the next evening. Common practice, no source. */
const TILL_NEXT_EVENING_H = 36
/** Whether what is left may be sold the next day at all. */
export function keepsTillTomorrow(drink: Evaluation): boolean {
  const keeps = useByOf(drink, 'cold')
  return !keeps.needsApproval && keeps.hours >= TILL_NEXT_EVENING_H
}

/** The chance of having enough at which one cup more costs as much as it brings: lost ÷ (lost + away). */
export const chanceOf = ({ lost, away }: Stakes): Figure =>
  quotient('critical-ratio', '1', lost, sum('both-stakes', 'money', [lost, away]))

/**
 * The smallest number of cups that is enough with the chance asked for.
 * @param expected cups that are sold on such a day @param spread standard deviation, cups, 0 and above
 * @param chance 0 to 1
 */
export const cupsToMake = (expected: number, spread: number, chance: Figure): Figure =>
  call('cups-to-make', 'cups', 'enough-cups', [
    given('expected-cups', expected, 'cups', 'estimated', 'source.plan'),
    given('spread-cups', spread, 'cups', 'estimated', 'source.plan'),
    chance,
  ])
