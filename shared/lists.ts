/** How juice is got out of fruit. */
export const PRESS_METHODS = ['hand-reamer', 'lever-press', 'electric-reamer', 'juicer', 'blender-strainer'] as const
export type PressMethod = (typeof PRESS_METHODS)[number]
export { INGREDIENT_KINDS } from '#core/substances'
export const FAMILIES = ['lemonade', 'agua-fresca', 'iced-tea', 'fresh-juice'] as const
export type Family = (typeof FAMILIES)[number]
export { PARTS, PLACES, FEELS, PRICE_PER, type Part, type Place, type Feel, type PricePer } from '#core/yield'
/** Why fruit is thrown away. */
export const DISCARD_REASONS = ['soft', 'mould', 'cracked', 'damaged', 'old', 'other'] as const
export type DiscardReason = (typeof DISCARD_REASONS)[number]
/** How warm fruit is when it is pressed; `warm` is warmed and rolled. */
export const FRUIT_TEMPS = ['cold', 'room', 'warm'] as const
export type FruitTemp = (typeof FRUIT_TEMPS)[number]
export const FOAM = ['settled', 'foamy'] as const
