/** How juice is got out of fruit. */
export const PRESS_METHODS = ['hand-reamer', 'lever-press', 'electric-reamer', 'juicer', 'blender-strainer'] as const
export type PressMethod = (typeof PRESS_METHODS)[number]
/** Why something is thrown away. */
export const DISCARD_REASONS = ['soft', 'mould', 'cracked', 'damaged', 'old', 'tasted', 'other'] as const
/** Those of them that juice can have. */
export const JUICE_REASONS = ['old', 'mould', 'other'] as const satisfies readonly DiscardReason[]
export type DiscardReason = (typeof DISCARD_REASONS)[number]
/** How warm fruit is when it is pressed; `warm` is warmed and rolled. */
export const FRUIT_TEMPS = ['cold', 'room', 'warm'] as const
export type FruitTemp = (typeof FRUIT_TEMPS)[number]
/** What stood on the juice when it was read. */
export const FOAM = ['settled', 'foamy'] as const
/** How a lot was counted: on a scale or piece by piece, or by how high it stands. */
export const COUNTED_BY = ['weighed', 'estimated'] as const
export type CountedBy = (typeof COUNTED_BY)[number]
