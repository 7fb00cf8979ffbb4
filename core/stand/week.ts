import { factor, given, product, quotient, sum, type Figure } from '../figures'
import { minutesOfClock, shiftDay, weekdayOf, type Day } from '../time'

// What a week was at a stand, to be laid beside others: each figure with the sum that made it, or null where it is not
// known.

/** What the books say of some days of a stand. */
export interface WeekFacts {
  cups: readonly { cups: number }[]
  accounts: readonly {
    key: string
    /** mL of juice that a kg as purchased gives by the standard */
    gives: number
    /** g as purchased, and mL that a kg of it gave */
    pressed: readonly { boughtG: number; gave: number }[]
    /** g that were thrown or spilled, as somebody told */
    wastedG: number
    /** what that cost; null where a price is missing */
    causes: { waste: number } | null
  }[]
  /** money; null where it is not shown, and each of it where a price is missing */
  money: { standard: number | null; serving: number | null; more: number } | null
  /** HH:MM where the stand is */
  shifts: readonly { day: Day; name: string; from: string; to: string }[]
}
export interface StandWeek {
  /** %: juice that fruit gave, of what the standard says */
  yieldShare: Figure | null
  /** money: what a poured cup cost in all, as it came out */
  cupCost: Figure | null
  /** money that was thrown or spilled, as somebody told */
  waste: Figure | null
  /** h of shifts */
  hours: Figure | null
}

/** One week of a stand. A figure that cannot be worked out, such as a cost without cups, is null. */
export function standWeek(of: WeekFacts): StandWeek {
  return { yieldShare: yieldOf(of), cupCost: cupCostOf(of), waste: wasteOf(of), hours: hoursOf(of) }
}

/** Juice of all fruit together: a fruit that was pressed more counts more. */
function yieldOf({ accounts }: WeekFacts): Figure | null {
  const juice = (by: 'gave' | 'gives'): Figure[] =>
    accounts.flatMap(({ key, gives, pressed }) =>
      pressed.map((p) =>
        product('juice-of-press', 'mL', [
          given('kg-pressed', p.boughtG / 1000, 'kg', 'measured', undefined, { name: key }),
          by === 'gave'
            ? given('gave-per-kilo', p.gave, 'mL/kg', 'measured')
            : given('gives-per-kilo', gives, 'mL/kg', 'default'),
        ]),
      ),
    )
  const [got, standard] = [juice('gave'), juice('gives')]
  const all = sum('juice-by-standard', 'mL', standard)
  if (!(all.value > 0)) return null
  return product('yield-of-standard', '%', [factor(100), quotient('quotient', '1', sum('juice', 'mL', got), all)])
}

function cupCostOf({ cups, money }: WeekFacts): Figure | null {
  const poured = cups.reduce((n, c) => n + c.cups, 0)
  if (!money || money.standard === null || money.serving === null || !(poured > 0)) return null
  const parts = { 'standard-cost': money.standard, 'serving-cost': money.serving, 'more-cost': money.more }
  const cost = sum(
    'week-cost',
    'money',
    Object.entries(parts).map(([label, value]) => given(label, value, 'money', 'measured')),
  )
  return quotient('cost-of-cup', 'money', cost, given('cups', poured, 'cups', 'measured'))
}

/** What was wasted of which nobody knows what it cost. */
export const wasteWithoutPrice = (accounts: WeekFacts['accounts']): string[] =>
  accounts.flatMap((a) => (a.causes === null && a.wastedG > 0 ? a.key : []))

function wasteOf({ accounts, money }: WeekFacts): Figure | null {
  if (!money || wasteWithoutPrice(accounts).length) return null
  const of = accounts.flatMap(({ key, causes }) =>
    causes && causes.waste !== 0 ? given('cost-of', causes.waste, 'money', 'measured', undefined, { name: key }) : [],
  )
  return sum('waste-of-week', 'money', of)
}

function hoursOf({ shifts }: WeekFacts): Figure | null {
  if (!shifts.length) return null
  return sum(
    'hours-of-week',
    'h',
    shifts.map(({ day, name, from, to }) =>
      given('shift-hours', (minutesOfClock(to) - minutesOfClock(from)) / 60, 'h', 'measured', undefined, { name, day }),
    ),
  )
}

/**
 * The first day of the week that a day is in.
 * @param firstDay 0 for Sunday, 1 for Monday, and so on
 */
export function weekBegins(day: Day, firstDay: number): Day {
  return shiftDay(day, -((weekdayOf(day) - firstDay + 7) % 7))
}
