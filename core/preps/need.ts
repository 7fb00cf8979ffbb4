import type { Evaluation } from '../recipe'

/**
 * g of every prep that so many times these recipes take, at any depth: what a prep is made of that is a prep itself is
 * needed too.
 */
export function prepNeeds(of: readonly { evaluation: Evaluation; times: number }[]): Map<string, number> {
  const needs = new Map<string, number>()
  const walk = ({ bill }: Evaluation, times: number): void => {
    for (const { item, mass } of bill.own) {
      if (!('prep' in item)) continue
      const needG = mass.value * times
      needs.set(item.prep, (needs.get(item.prep) ?? 0) + needG)
      const made = bill.prepOf(item.prep)
      walk(made, needG / made.jug.mass.value)
    }
  }
  for (const { evaluation, times } of of) walk(evaluation, times)
  return needs
}
