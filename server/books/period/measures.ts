import { gramsOf } from '#core/books'
import { fruitOfJuice, INGREDIENTS, TAP, type IngredientData } from '#core/substances'
import type { Measures, StandardOf } from '#core/variance'
import { juiceDensityGPerMl } from '#core/yield'
import type { Read } from '../../db/connect'
import { dataOf, findIngredients } from '../../menu/ingredients'
import { meanYield } from '../presses'
import { pricesPerKg } from '../prices'

// What an ingredient is by the standard of some days: what it cost when they began, and what it gave until then.

export interface StandardMeasures extends Measures {
  standardOf(key: string): StandardOf
  juiceOf(key: string): string | undefined
}

/** @param keys of all that anything is made of @param from the first moment of the days */
export async function measuresOf(
  tx: Read,
  standId: string,
  keys: readonly string[],
  from: string,
): Promise<StandardMeasures> {
  const fruits = keys.flatMap((key) => fruitOfJuice(key) ?? [])
  const rows = await findIngredients(tx, [...new Set([...keys, ...fruits])])
  const data = (key: string): IngredientData | undefined => dataOf(rows.get(key)) ?? INGREDIENTS.get(key)
  const prices = await pricesPerKg(tx, [...rows.keys()], { asOf: new Date(from) })
  const yields = new Map<string, number>()
  for (const key of keys) {
    const fruit = isPressed(key) ? data(fruitOfJuice(key)!) : undefined
    if (fruit?.fruit)
      yields.set(key, (await meanYield(tx, standId, fruit, fruit.key, from)) * juiceDensityGPerMl(fruit))
  }
  /** What is bought as juice is no fruit. */
  function isPressed(key: string): boolean {
    return fruitOfJuice(key) !== undefined && !prices.has(key)
  }
  const gives = (key: string): number => yields.get(key) ?? 1000
  return {
    gives,
    gramsOf: (key, amount, unit) => {
      const of = data(key)
      return of ? gramsOf(amount, unit, of) : null
    },
    standardOf: (key) => ({
      perKg: prices.get(isPressed(key) ? fruitOfJuice(key)! : key) ?? (key === TAP ? 0 : null),
      gives: gives(key),
      // What came of several fruits has no price of its own: it is held against what was paid.
      asPaid: rows.get(key)?.kind === 'base',
    }),
    juiceOf: (key) => {
      const juice = data(key)?.fruit?.juice
      return juice && isPressed(juice) ? juice : undefined
    },
  }
}
