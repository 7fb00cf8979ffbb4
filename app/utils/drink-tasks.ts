/** What is done with a drink, each at an address of its own: what is in it comes first. */
export const DRINK_TASKS = ['glass', 'serve', 'target', 'correct', 'trials', 'versions'] as const
export type DrinkTask = (typeof DRINK_TASKS)[number]
