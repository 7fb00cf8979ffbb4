import { added, CAUSES, NO_CAUSES, type Cause, type Causes } from './split'

/** What of an ingredient the standard wants for what was poured of each drink, mL or g. */
export type WantedBy = ReadonlyMap<string, number>

/**
 * Causes by drink: each ingredient's as much as the standard wants of it for the drink. What nothing was poured of is
 * of no drink, under ''.
 */
export function byDrink(ofIngredients: readonly { causes: Causes; wantedBy: WantedBy }[]): Map<string, Causes> {
  const out = new Map<string, Causes>()
  const add = (drink: string, causes: Causes): void => void out.set(drink, added(out.get(drink) ?? NO_CAUSES, causes))
  for (const { causes, wantedBy } of ofIngredients) {
    const all = [...wantedBy.values()].reduce((a, b) => a + b, 0)
    if (!(all > 0)) add('', causes)
    else for (const [drink, wanted] of wantedBy) add(drink, timesOf(causes, wanted / all))
  }
  return out
}
const timesOf = (causes: Causes, times: number): Causes =>
  Object.fromEntries(CAUSES.map((c) => [c, causes[c] * times])) as Record<Cause, number>
