export { INGREDIENT_KINDS } from '#core/substances'
export { FAMILIES, type Family } from '#core/recipe/starts'
export { PACK_UNITS, type PackUnit } from '#core/limits/packs'
export { PARTS, PLACES, FEELS, PRICE_PER, type Part, type Place, type Feel, type PricePer } from '#core/yield'
export {
  PRESS_METHODS,
  DISCARD_REASONS,
  JUICE_REASONS,
  FRUIT_TEMPS,
  FOAM,
  COUNTED_BY,
  type CountedBy,
  type PressMethod,
  type DiscardReason,
  type FruitTemp,
} from '#core/books/words'
export { HOLD_CONTROLS } from '#core/hold/clocks'
export { EQUIPMENT_KINDS, isRated, type EquipmentKind } from '#core/limits/equipment'
/** What is put down of the work on a drink. */
export const WORK_KINDS = ['original', 'series', 'correction'] as const
export type WorkKind = (typeof WORK_KINDS)[number]

/** Days of a sheet at most: longer than a quarter nobody asks for at once. */
export const MOST_DAYS = 92
