import { BASICS } from './basics'
import { BREWS } from './brews'
import { DAIRY } from './dairy'
import { FACTS } from './facts'
import { FRUIT } from './fruit'
import { JUICES } from './juices'
import { PEELS } from './peels'
import { PLANTS } from './plants'
import { SWEETENERS } from './sweeteners'
import type { IngredientData } from './types'

export * from './types'
export * from './facts'
export * from './own'
export * from './base'
export * from './bulk'
export * from './edible'
export { PEELED_OFF } from './peels'

/**
 * An ingredient with what is usual of it: the middle of its pH (of its juice, where it is fruit), the weight of a cup.
 * An evaluation reads this row and no other table.
 */
function withUsual(ingredient: IngredientData): IngredientData {
  const usualPh = FACTS[ingredient.fruit?.juice ?? ingredient.key]?.ph
  const ph = ingredient.ph ?? (usualPh && (usualPh[0] + usualPh[1]) / 2)
  const cupG = FACTS[ingredient.key]?.cupG?.[0]
  return { ...ingredient, ...(ph === undefined ? {} : { ph }), ...(cupG === undefined ? {} : { cupG }) }
}

/** Every ingredient that ships with Olvex, by key. */
export const INGREDIENTS: ReadonlyMap<string, IngredientData> = new Map(
  [...FRUIT, ...JUICES, ...SWEETENERS, ...DAIRY, ...BASICS, ...PLANTS, ...PEELS, ...BREWS].map((i) => [
    i.key,
    withUsual(i),
  ]),
)

const FRUIT_OF: ReadonlyMap<string, string> = new Map(
  [...INGREDIENTS.values()].flatMap((i) => (i.fruit ? [[i.fruit.juice, i.key] as const] : [])),
)
/** The fruit that a juice is pressed from; nothing where it is no juice. */
export const fruitOfJuice = (juiceKey: string): string | undefined => FRUIT_OF.get(juiceKey)

/** What comes out of the tap: named, not bought. */
export const TAP = 'water'
