export { INGREDIENT_KINDS } from '#core/substances'
export const FAMILIES = ['lemonade', 'agua-fresca', 'iced-tea', 'fresh-juice'] as const
export type Family = (typeof FAMILIES)[number]
export { PACK_UNITS, type PackUnit } from '#core/limits/packs'
export { PARTS, PLACES, FEELS, PRICE_PER, type Part, type Place, type Feel, type PricePer } from '#core/yield'
export {
  PRESS_METHODS,
  DISCARD_REASONS,
  JUICE_REASONS,
  FRUIT_TEMPS,
  FOAM,
  type PressMethod,
  type DiscardReason,
  type FruitTemp,
} from '#core/books/words'
