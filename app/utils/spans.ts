/** How many days a sheet of the evening is of, by one touch. */
export const SPANS = [1, 7, 30] as const
