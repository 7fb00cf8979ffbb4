import { dayComesFirst, decimalsOf, hasTwelveHours, numberLocale } from '#core/region'
import { shownInUtc } from '#core/time/calendar'

// Numbers and money go by where the business is; words, and the names of days and months, by who reads them.

/**
 * Making a formatter takes a hundred times as long as using it, and a page of lots formats hundreds of numbers: each is
 * made once.
 */
const made = new Map<string, unknown>()
function once<T>(key: string, make: () => T): T {
  if (!made.has(key)) made.set(key, make())
  return made.get(key) as T
}

/** @param region ISO 3166 */
export function formatNumber(value: number, region: string, digits = 0): string {
  if (!Number.isFinite(value)) return '–'
  const as = { minimumFractionDigits: digits, maximumFractionDigits: digits }
  return once(`n${region}${digits}`, () => new Intl.NumberFormat(numberLocale(region), as)).format(
    Object.is(value, -0) ? 0 : value,
  )
}

/** The decimal mark of a region. */
export const decimalMark = (region: string): string =>
  once(
    `m${region}`,
    () => new Intl.NumberFormat(numberLocale(region)).formatToParts(1.5).find((p) => p.type === 'decimal')!.value,
  )

/**
 * A number as somebody there would type it: nothing between thousands, and no more digits than there are.
 * @param digits at most behind the mark
 */
export function typedNumber(value: number, region: string, digits = 4): string {
  const text = String(Math.round(value * 10 ** digits) / 10 ** digits)
  // Three digits behind the mark would be asked about, as they may be thousands: they get a nought more.
  return (/^-?[1-9]\d{0,2}\.\d{3}$/.test(text) ? `${text}0` : text).replace('.', decimalMark(region))
}

/**
 * Money with its sign where people there put it.
 * @param currency ISO 4217 @param more digits than the currency is paid in, for the price of a gram
 */
export function formatMoney(value: number, region: string, currency: string, more = 0): string {
  if (!Number.isFinite(value)) return '–'
  const digits = decimalsOf(currency) + more
  return once(
    `c${region}${currency}${digits}`,
    () =>
      new Intl.NumberFormat(numberLocale(region), {
        style: 'currency',
        currency,
        currencyDisplay: 'narrowSymbol',
        minimumFractionDigits: digits,
        maximumFractionDigits: digits,
      }),
  ).format(Object.is(value, -0) ? 0 : value)
}

/** The sign of a currency, for a field or the head of a column. */
export const moneySign = (region: string, currency: string): string =>
  once(
    `s${region}${currency}`,
    () =>
      new Intl.NumberFormat(numberLocale(region), { style: 'currency', currency, currencyDisplay: 'narrowSymbol' })
        .formatToParts(1)
        .find((p) => p.type === 'currency')!.value,
  )

/** The order in which a day is typed in a region, as the framework's field asks for it. */
export const dayOrder = (region: string): string =>
  once(`f${region}`, () => {
    const parts = new Intl.DateTimeFormat(numberLocale(region), { year: 'numeric', month: '2-digit', day: '2-digit' })
    const names = parts
      .formatToParts(0)
      .flatMap((p) => ({ day: 'dd', month: 'mm', year: 'yyyy' })[p.type as 'day'] ?? [])
    return names.join('/')
  })

/** A language as it is written in a region: which of day and month comes first. */
function dateLocale(language: string, region: string): string {
  if (language !== 'en') return `${language}-${region}`
  return once(`o${region}`, () => (dayComesFirst(region) ? 'en-GB' : 'en-US'))
}

export function formatDay(at: string | Date, language: string, region: string, timeZone?: string): string {
  return once(
    `d${language}${region}${timeZone}`,
    () => new Intl.DateTimeFormat(dateLocale(language, region), { day: 'numeric', month: 'short', timeZone }),
  ).format(new Date(at))
}
export function formatTime(iso: string, language: string, region: string, timeZone?: string): string {
  return once(`t${language}${region}${timeZone}`, () => {
    const clock = hasTwelveHours(region)
      ? ({ hour: 'numeric', hourCycle: 'h12' } as const)
      : ({ hour: '2-digit', hourCycle: 'h23' } as const)
    return new Intl.DateTimeFormat(dateLocale(language, region), { ...clock, minute: '2-digit', timeZone })
  }).format(new Date(iso))
}
/** The day of the week of a calendar day. @param day YYYY-MM-DD */
export function formatWeekday(day: string, language: string): string {
  return once(`w${language}`, () => new Intl.DateTimeFormat(language, { weekday: 'long', timeZone: 'UTC' })).format(
    shownInUtc(day),
  )
}
/** A calendar day, which is the same wherever the stand is. @param day YYYY-MM-DD */
export const formatCalendarDay = (day: string, language: string, region: string): string =>
  formatDay(shownInUtc(day), language, region, 'UTC')
