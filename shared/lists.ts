/** How juice is got out of fruit. */
export const PRESS_METHODS = ['hand-reamer', 'lever-press', 'electric-reamer', 'juicer', 'blender-strainer'] as const
export type PressMethod = (typeof PRESS_METHODS)[number]
export { INGREDIENT_KINDS } from '#core/substances'
export const FAMILIES = ['lemonade', 'agua-fresca', 'iced-tea', 'fresh-juice'] as const
export type Family = (typeof FAMILIES)[number]
