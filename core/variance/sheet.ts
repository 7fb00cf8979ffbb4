import { priceOfSize, type SoldAt } from '../cost'
import { serveTakes } from '../recipe'
import { servedIn } from '../scale'
import { causesByDrink, causesOfAll, type Account } from './account'
import type { CupsOf, Period, Standards } from './period'
import { totalOf, type Causes } from './split'

// What some days earned: what was taken for cups, less what the standard says that they cost, less what they cost more.

/** What was taken for some cups. */
export interface Sales {
  /** null where nobody has said what a cup costs */
  money: number | null
  /** no till says it, and nobody what this size costs: by what it holds, beside the usual cup */
  isReckoned: boolean
}
export function salesOf(
  { paid, cups, cupId, drinkMl }: Pick<CupsOf, 'paid' | 'cups' | 'cupId' | 'drinkMl'>,
  at: SoldAt,
): Sales {
  if (paid !== null) return { money: paid, isReckoned: false }
  const { price, isReckoned } = priceOfSize(cupId, drinkMl, at)
  return { money: price === null ? null : price * cups, isReckoned }
}

/** What is served along with cups: ice, cup, lid and straw, as their standards have them. */
export interface Serving {
  /** money; null where ice has no price */
  cost: number | null
  /** keys of what that is */
  missing: string[]
}
/**
 * @param eachOf money for a cup with its lid and straw, by its id; null for the usual one of a drink without any
 * @param icePerKg null where nobody has said
 */
export function servingOf(
  cups: readonly Pick<CupsOf, 'versionId' | 'cupId' | 'cups'>[],
  standards: Pick<Standards, 'of'>,
  eachOf: (cupId: string | null) => number,
  icePerKg: number | null,
): Serving {
  let [items, iceG] = [0, 0]
  for (const { versionId, cupId, cups: n } of cups) {
    const serve = standards.of(versionId)?.document.serve
    if (!serve) continue
    const as = servedIn(serve, cupId)
    items += eachOf(as.cupId) * n
    for (const t of serveTakes(as, n)) if (t.kind === 'ice') iceG += t.massG
  }
  if (iceG > 0 && icePerKg === null) return { cost: null, missing: ['ice'] }
  return { cost: items + (iceG / 1000) * (icePerKg ?? 0), missing: [] }
}

/** A drink over some days. Each is null where a price is missing. */
export interface DrinkSheet {
  /** '' for what is of no drink yet */
  recipeId: string
  cups: number
  ml: number
  sales: number | null
  standardCost: number | null
  causes: Causes | null
  /** g of each ingredient that the standard wants and that is gone, and why that cost more; the dearest first */
  parts: { key: string; wantedG: number; usedG: number; causes: Causes | null }[]
}
/** @param sales of each of the cups, in their order @returns the drink of the most cups first */
export function drinkSheets(
  { cups, unsound }: Pick<Period, 'cups' | 'unsound'>,
  sales: readonly Sales[],
  accounts: readonly Account[],
): DrinkSheet[] {
  const causes = causesByDrink(accounts)
  return [...new Set([...cups.map((c) => c.recipeId), ...causes.keys()])]
    .map((recipeId): DrinkSheet => {
      const of = cups.map((c, i) => ({ ...c, sales: sales[i]!.money })).filter((c) => c.recipeId === recipeId)
      const costs = accounts.flatMap(
        (a) => a.byDrink.get(recipeId)?.standardCost ?? (a.byDrink.has(recipeId) ? null : []),
      )
      return {
        recipeId,
        cups: of.reduce((n, c) => n + c.cups, 0),
        ml: of.reduce((n, c) => n + c.cups * c.drinkMl, 0),
        sales: whole(of.map((c) => c.sales)),
        standardCost: unsound.includes(recipeId) ? null : whole(costs),
        causes: causes.get(recipeId) ?? null,
        parts: accounts
          .flatMap((a) => {
            const of = a.byDrink.get(recipeId)
            return of
              ? [{ key: a.key, wantedG: of.wanted, usedG: a.used ? of.used : of.wanted, causes: of.causes }]
              : []
          })
          .sort((a, b) => worthOf(b.causes) - worthOf(a.causes) || b.wantedG - a.wantedG),
      }
    })
    .sort((a, b) => b.cups - a.cups)
}

const worthOf = (causes: Causes | null): number => (causes ? Math.abs(totalOf(causes)) : 0)

/** Money of some days. Each is null where a price is missing: what it is of is named. */
export interface Sheet {
  sales: number | null
  /** what the standard says that the cups cost */
  standard: number | null
  /** what is served along, as the standard has it */
  serving: number | null
  causes: Causes
  /** what it cost more than that, by all causes together */
  more: number
  /** what is left; hands and energy are not in it */
  earned: number | null
  /** keys of what has no price */
  missing: string[]
}
export function sheetOf(
  { unsound }: Pick<Period, 'unsound'>,
  sales: readonly Sales[],
  accounts: readonly Pick<Account, 'key' | 'standardCost' | 'causes'>[],
  serving: Serving,
): Sheet {
  const missing = [...new Set([...serving.missing, ...accounts.flatMap((a) => (a.standardCost === null ? a.key : []))])]
  const sold = whole(sales.map((s) => s.money))
  // What should have gone into a cup whose standard cannot be read is in no sum.
  const standard = unsound.length ? null : whole(accounts.map((a) => a.standardCost))
  const causes = causesOfAll(accounts)
  const more = totalOf(causes)
  const parts = [sold, standard, serving.cost]
  return {
    ...{ sales: sold, standard, serving: serving.cost, causes, more, missing },
    earned: parts.includes(null) ? null : sold! - standard! - serving.cost! - more,
  }
}
/** A sum; null where one of it is not known. */
const whole = (all: readonly (number | null)[]): number | null =>
  all.includes(null) ? null : all.reduce<number>((sum, v) => sum + v!, 0)
