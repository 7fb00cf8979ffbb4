import { dayOf, shiftDay, type Day } from '../time'
import { FACTS, type IngredientData } from '../substances'
import type { Part } from './press'

const DAY_MS = 864e5

/** Where a lot stands. */
export const PLACES = ['room', 'cold'] as const
export type Place = (typeof PLACES)[number]
/** How fruit feels in the hand. */
export const FEELS = ['firm', 'ripe', 'soft'] as const
export type Feel = (typeof FEELS)[number]

/** How this business handles a fruit: shipped figures, with its own in their place. Days, g, shares of cost of 1. */
export interface Handling {
  pieceG: number | null
  /** g of a US cup of it as it is filled here; null where nobody has weighed one */
  cupG: number | null
  daysToRipe: number
  keepDaysRoom: number
  keepDaysCold: number
  leadDays: number
  /** what kept by-products carry of the fruit's cost */
  shares: Partial<Record<Part, number>>
}
export type OwnHandling = Partial<Omit<Handling, 'shares'>> & { shares?: Handling['shares'] }

/**
 * Days at room temperature until firm fruit is ready. Fruit that is not here is ready as it comes. Whether it gains
 * sugar differs by fruit and is never assumed. Common practice, no source.
 */
const DAYS_TO_RIPE: Readonly<Record<string, number>> = {
  mango: 4,
  banana: 3,
  pear: 4,
  apricot: 2,
  peach: 2,
  plum: 2,
  kiwi: 4,
  papaya: 3,
  guava: 2,
  'passion-fruit': 4,
  melon: 2,
  pineapple: 2,
  tomato: 3,
}
const KEEPS_UNKNOWN = [2, 5] as const

/**
 * Shipped figures of a fruit: piece USDA FoodData Central, days it keeps USDA FoodKeeper (memory), days to ripe common
 * practice.
 */
export function usualHandling(fruit: Pick<IngredientData, 'key'>): Handling {
  const facts = FACTS[fruit.key]
  const [room, cold] = facts?.keepsDays ?? KEEPS_UNKNOWN
  return {
    pieceG: facts?.unitG?.[0] ?? null,
    cupG: null,
    daysToRipe: DAYS_TO_RIPE[fruit.key] ?? 0,
    keepDaysRoom: room,
    keepDaysCold: cold,
    leadDays: 1,
    shares: {},
  }
}
/** Days that peeled fruit keeps, covered and cold; beside the stove none. Common practice, no source. */
const PEELED_COLD_DAYS = 2
/** A fruit once it is peeled: as it is, it ripens no more. */
export const peeledHandling = (h: Handling): Handling => ({
  ...h,
  daysToRipe: 0,
  keepDaysRoom: 0,
  keepDaysCold: Math.min(h.keepDaysCold, PEELED_COLD_DAYS),
})
export const handlingOf = (fruit: Pick<IngredientData, 'key'>, own: OwnHandling | null): Handling => ({
  ...usualHandling(fruit),
  ...own,
})

/** Bounds of what an owner may say of a fruit. */
export const HANDLING_BOUNDS: Readonly<Record<Exclude<keyof Handling, 'shares'>, readonly [number, number]>> = {
  pieceG: [0.1, 20000],
  cupG: [1, 2000],
  daysToRipe: [0, 30],
  keepDaysRoom: [0, 365],
  keepDaysCold: [0, 365],
  leadDays: [0, 30],
}

export interface Look {
  at: string
  place: Place
  feel: Feel | null
}
export type UseState = 'ripening' | 'ready' | 'soon' | 'past'
export interface Keeping {
  /** when it can be used; null while it waits in the cold, where it does not ripen */
  readyFrom: string | null
  bestUntil: string | null
  state: UseState
}

/** Soft fruit is for today or tomorrow. Common practice, no source. */
const SOFT_DAYS = 1
/** From here on it is to be used first. */
const SOON_DAYS = 1

/**
 * From when and until when a lot is good, from how it felt when it was last looked at. Firm fruit ripens at room
 * temperature and not in the cold; soft fruit has a day. An expectation: the hand and the nose decide.
 */
export function keepingOf(look: Look, handling: Handling, now: string): Keeping {
  const seen = Date.parse(look.at)
  // A clock that is behind the one that told it does not make it come later than it came.
  const t = Math.max(Date.parse(now), seen)
  const keepDays = look.place === 'cold' ? handling.keepDaysCold : handling.keepDaysRoom
  if (look.feel === 'soft') return stateAt(seen, seen + Math.min(SOFT_DAYS, Math.max(0.5, keepDays)) * DAY_MS, t)
  const waits = look.feel === 'firm' ? handling.daysToRipe : 0
  if (waits > 0 && look.place === 'cold') return { readyFrom: null, bestUntil: null, state: 'ripening' }
  const ready = seen + waits * DAY_MS
  return stateAt(ready, ready + keepDays * DAY_MS, t)
}
function stateAt(readyMs: number, bestMs: number, t: number): Keeping {
  const stateNow = (): Keeping['state'] => {
    if (t < readyMs) return 'ripening'
    if (t > bestMs) return 'past'
    return bestMs - t <= SOON_DAYS * DAY_MS ? 'soon' : 'ready'
  }
  return { readyFrom: new Date(readyMs).toISOString(), bestUntil: new Date(bestMs).toISOString(), state: stateNow() }
}

/** What to use first: what ends first, then what will be ready first, then what waits in the cold. */
export function byUse(a: Keeping, b: Keeping): number {
  const ripeA = a.state === 'ripening' ? 1 : 0
  const ripeB = b.state === 'ripening' ? 1 : 0
  if (ripeA !== ripeB) return ripeA - ripeB
  const end = (k: Keeping): string => (ripeA ? k.readyFrom : k.bestUntil) ?? '9'
  return end(a).localeCompare(end(b))
}

/** Whether a lot can be used on a day at a place: ready by its evening, and not past its best in its morning. */
export function goodOn(k: Keeping, day: Day, timeZone: string): boolean {
  if (k.readyFrom === null || k.bestUntil === null) return false
  return dayOf(k.readyFrom, timeZone) <= day && dayOf(k.bestUntil, timeZone) >= day
}

/** The last day on which fruit for `day` can be ordered: bought ripe, and bought firm to ripen here. Both dates. */
export function orderBy(day: Day, handling: Handling): { ripe: Day; firm: Day } {
  const back = (days: number): Day => shiftDay(day, -Math.ceil(days))
  return { ripe: back(handling.leadDays), firm: back(handling.leadDays + handling.daysToRipe) }
}

/**
 * How produce is cleaned: by what it is, and by whether its peel is used. A routine of the trade (common practice, no
 * source), not a promise.
 */
export const ROUTINES = [
  'citrus-peel',
  'soak-rinse',
  'root-brush',
  'soft-fruit',
  'melon-brush',
  'herb-rinse',
  'windfall',
] as const
export type CleaningRoutine = (typeof ROUTINES)[number]
/** Fruit whose peel is of use, and whose juice is squeezed out. */
export const CITRUS: ReadonlySet<string> = new Set(['lemon', 'lime', 'small-lime', 'orange', 'grapefruit', 'mandarin'])
const ROOTS = new Set(['carrot', 'beet', 'ginger', 'turmeric', 'celery', 'sugarcane'])
const SOFT = new Set([
  'strawberry',
  'raspberry',
  'blackberry',
  'blackcurrant',
  'blueberry',
  'sour-cherry',
  'grape',
  'cranberry',
  'jambu',
  'litchi',
])
const RINDS = new Set(['melon', 'watermelon', 'pineapple', 'papaya', 'mango', 'cucumber'])
/**
 * The routine to offer first. @param given the fruit was picked up or given: it lay on the ground, for all one knows
 */
export function cleaningRoutine(fruitKey: string, given = false): CleaningRoutine {
  if (given) return 'windfall'
  if (CITRUS.has(fruitKey)) return 'citrus-peel'
  if (ROOTS.has(fruitKey)) return 'root-brush'
  if (SOFT.has(fruitKey)) return 'soft-fruit'
  return RINDS.has(fruitKey) ? 'melon-brush' : 'soak-rinse'
}
