import { priceOfSize, taxIn, type SoldAt } from '../cost'
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

/** What money of a day rests on, beside its facts. */
export interface Terms {
  standards: Pick<Standards, 'of'>
  /** money for a cup with its lid and straw, by its id; null for the usual one of a drink without any */
  eachOf: (cupId: string | null) => number
  /** null where nobody has said */
  icePerKg: number | null
  /** that comes on top of a price, as a share of the price without it: 0.13 where it is 13 % */
  taxShare: number
}
/** What is served along with cups: ice, cup, lid and straw, as their standards have them. */
export interface Serving {
  /** money; null where ice has no price */
  cost: number | null
  /** keys of what that is */
  missing: string[]
}
export function servingOf(
  cups: readonly Pick<CupsOf, 'versionId' | 'cupId' | 'cups'>[],
  { standards, eachOf, icePerKg }: Omit<Terms, 'taxShare'>,
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

/** Money of some cups. Each is null where a price is missing. */
export interface Earned {
  /** what guests paid, tax in it */
  sales: number | null
  /** of that, what is passed on */
  tax: number | null
  /** what the standard says that goes in */
  standard: number | null
  /** what is served along, as the standard has it */
  serving: number | null
  /** what it cost more than that, by all causes together */
  more: number | null
  /** what is left; hands and energy are not in it */
  earned: number | null
}
function earnedOf(of: Pick<Earned, 'sales' | 'standard' | 'serving' | 'more'>, taxShare: number): Earned {
  const { sales, standard, serving, more } = of
  const tax = sales === null ? null : taxIn(sales, taxShare)
  const costs = whole([standard, serving, more])
  return { ...of, tax, earned: sales === null || costs === null ? null : sales - tax! - costs }
}

/** A drink over some days. */
export interface DrinkSheet extends Earned {
  /** '' for what is of no drink yet */
  recipeId: string
  cups: number
  ml: number
  causes: Causes | null
  /** g of each ingredient that the standard wants and that is gone, and why that cost more; the dearest first */
  parts: { key: string; wantedG: number; usedG: number; causes: Causes | null }[]
}
/**
 * Drinks by themselves: where nothing is without a price, they add up to all of it.
 * @param sales of each of the cups, in their order @returns the drink of the most cups first
 */
export function drinkSheets(
  { cups, unsound }: Pick<Period, 'cups' | 'unsound'>,
  sales: readonly Sales[],
  accounts: readonly Account[],
  terms: Terms,
): DrinkSheet[] {
  const causes = causesByDrink(accounts)
  return [...new Set([...cups.map((c) => c.recipeId), ...causes.keys()])]
    .map((recipeId): DrinkSheet => {
      const of = cups.map((c, i) => ({ ...c, sales: sales[i]!.money })).filter((c) => c.recipeId === recipeId)
      const costs = accounts.flatMap(
        (a) => a.byDrink.get(recipeId)?.standardCost ?? (a.byDrink.has(recipeId) ? null : []),
      )
      const standard = unsound.includes(recipeId) ? null : whole(costs)
      const why = causes.get(recipeId) ?? null
      const money = {
        sales: whole(of.map((c) => c.sales)),
        standard,
        serving: servingOf(of, terms).cost,
        more: standard === null ? null : why ? totalOf(why) : 0,
      }
      return {
        ...earnedOf(money, terms.taxShare),
        recipeId,
        cups: of.reduce((n, c) => n + c.cups, 0),
        ml: of.reduce((n, c) => n + c.cups * c.drinkMl, 0),
        causes: why,
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

/** Money of some days: what has no price is named. */
export interface Sheet extends Earned {
  causes: Causes
  /** what is known of it, also where a price is missing */
  more: number
  /** keys of what has no price */
  missing: string[]
}
export function sheetOf(
  { cups, unsound }: Pick<Period, 'cups' | 'unsound'>,
  sales: readonly Sales[],
  accounts: readonly Pick<Account, 'key' | 'standardCost' | 'causes'>[],
  terms: Terms,
): Sheet {
  const serving = servingOf(cups, terms)
  const missing = [...new Set([...serving.missing, ...accounts.flatMap((a) => (a.standardCost === null ? a.key : []))])]
  const causes = causesOfAll(accounts)
  const more = totalOf(causes)
  const money = {
    sales: whole(sales.map((s) => s.money)),
    // What should have gone into a cup whose standard cannot be read is in no sum.
    standard: unsound.length ? null : whole(accounts.map((a) => a.standardCost)),
    serving: serving.cost,
    more,
  }
  return { ...earnedOf(money, terms.taxShare), causes, more, missing }
}
/** A sum; null where one of it is not known. */
const whole = (all: readonly (number | null)[]): number | null =>
  all.includes(null) ? null : all.reduce<number>((sum, v) => sum + v!, 0)
