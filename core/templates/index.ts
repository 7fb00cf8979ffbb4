import { FRUIT_PREPS } from './fruit'
import { MILK, OTHERS } from './milk-and-others'
import { PEELS } from './peels'
import { PODS_ROOTS_SEEDS } from './pods-roots-seeds'
import { SYRUPS } from './syrups'
import { TEAS } from './teas'
import type { Template } from './build'

export { TEMPLATE_FAMILIES, type Template, type TemplateFamily } from './build'

/** Every way of making a prep that ships, in the order in which they are offered. */
export const TEMPLATES: readonly Template[] = [
  ...SYRUPS,
  ...PEELS,
  ...FRUIT_PREPS,
  ...PODS_ROOTS_SEEDS,
  ...TEAS,
  ...MILK,
  ...OTHERS,
]
const BY_KEY = new Map(TEMPLATES.map((t) => [t.key, t]))
/** A template by its key; undefined where it is no longer there. */
export const templateOf = (key: string): Template | undefined => BY_KEY.get(key)
