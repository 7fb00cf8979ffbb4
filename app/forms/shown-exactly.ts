// An amount that is shown in other units than it is kept in is rounded there. Until somebody types over it, it stands
// for what it was: looking at a drink in ounces changes nothing of it.

const MOST = 2000
const values = new Map<string, number>()
const keyOf = (text: string, kept: string, unit: string): string => `${kept} ${unit} ${text}`

/** Remembers what a text stands for. @param kept the unit of the value @param unit that it is shown in */
export function standsFor(text: string, kept: string, unit: string, value: number): void {
  if (values.size >= MOST) values.delete(values.keys().next().value!)
  values.set(keyOf(text, kept, unit), value)
}
/** What a text that was shown stands for; undefined where it was typed. */
export const shownExactly = (text: string, kept: string, unit: string): number | undefined =>
  values.get(keyOf(text.trim(), kept, unit))
