import { BASICS } from './basics'
import { DAIRY } from './dairy'
import { FRUIT } from './fruit'
import { JUICES } from './juices'
import { PLANTS } from './plants'
import { SWEETENERS } from './sweeteners'
import type { IngredientData } from './types'

export * from './types'
export * from './facts'
export * from './own'

/** Every ingredient that ships with Olvex, by key. */
export const INGREDIENTS: ReadonlyMap<string, IngredientData> = new Map(
  [...FRUIT, ...JUICES, ...SWEETENERS, ...DAIRY, ...BASICS, ...PLANTS].map((i) => [i.key, i]),
)
