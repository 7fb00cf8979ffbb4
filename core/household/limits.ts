/** No household recipe is longer: lines that are read, and letters that are looked at and kept. */
export const MOST_LINES = 200
export const MOST_LETTERS = 20_000
