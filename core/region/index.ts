import { CURRENCIES, FIRST_DAYS, LETTER, US_MEASURES } from './table'

// What goes with where a business is: its money, its marks, its week, its paper. The language is the person's.

/** What amounts are typed and shown in. */
export const UNIT_SYSTEMS = ['metric', 'us'] as const
export type UnitSystem = (typeof UNIT_SYSTEMS)[number]
export type Paper = 'A4' | 'Letter'

/** Regions by their ISO 3166 code, with the money of each. */
const CURRENCY_OF: ReadonlyMap<string, string> = new Map(
  CURRENCIES.flatMap(([currency, regions]) => regions.split(' ').map((r) => [r, currency] as const)),
)
export const REGIONS: readonly string[] = [...CURRENCY_OF.keys()].sort()
export const isRegion = (code: string): boolean => CURRENCY_OF.has(code)
/** Money that some region pays with, ISO 4217. */
export const MONEY: readonly string[] = CURRENCIES.map(([currency]) => currency)
export const isCurrency = (code: string): boolean => MONEY.includes(code)

/**
 * What a business somewhere is suggested, and may change.
 * @param region ISO 3166, two letters
 * @throws RangeError where there is no such region
 */
export function usualOf(region: string): { currency: string; units: UnitSystem } {
  const currency = CURRENCY_OF.get(region)
  if (!currency) throw new RangeError(`no region ${region}`)
  return { currency, units: US_MEASURES.includes(region) ? 'us' : 'metric' }
}

/** The paper that printers there hold. Source: CLDR, measurementData. */
export const paperOf = (region: string): Paper => (LETTER.includes(region) ? 'Letter' : 'A4')

/** The day that a week begins with, 0 Sunday to 6 Saturday. Source: CLDR, weekData. */
export const firstDayOf = (region: string): number => FIRST_DAYS[region] ?? 1

/**
 * The locale that numbers are written in there, in digits that every screen has: Mexico 1,234.5, Spain 1234,5. A number
 * does not change with the language of who reads it.
 */
export function numberLocale(region: string): string {
  // The language that most people there speak: CLDR, likelySubtags, as `Intl` has it.
  const { language } = new Intl.Locale(`und-${region}`).maximize()
  const tags = [`${language}-${region}-u-nu-latn`, `en-${region}-u-nu-latn`]
  return Intl.NumberFormat.supportedLocalesOf(tags)[0]!
}

/** Whether a day is written before its month there. */
export function dayComesFirst(region: string): boolean {
  const parts = new Intl.DateTimeFormat(numberLocale(region), { day: 'numeric', month: 'numeric' }).formatToParts(0)
  return parts.findIndex((p) => p.type === 'day') < parts.findIndex((p) => p.type === 'month')
}

/** Whether the clock there is read to twelve, twice. */
export const hasTwelveHours = (region: string): boolean =>
  new Intl.DateTimeFormat(numberLocale(region), { hour: 'numeric' }).resolvedOptions().hour12 ?? false

/** Decimals that a currency is paid in: 2 for euro, none for yen. Source: ISO 4217, as `Intl` has it. */
export const decimalsOf = (currency: string): number =>
  new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2
