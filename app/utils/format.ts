import { shownInUtc } from '#core/time/calendar'

/**
 * Making a formatter takes a hundred times as long as using it, and a page of lots formats hundreds of numbers: each is
 * made once.
 */
const made = new Map<string, unknown>()
function once<T>(key: string, make: () => T): T {
  if (!made.has(key)) made.set(key, make())
  return made.get(key) as T
}

/**
 * Numbers as people here write them: English 1,234.5; Spanish 1234,5 and a thin space from five digits.
 */
export function formatNumber(value: number, locale: string, digits = 0): string {
  if (!Number.isFinite(value)) return '–'
  const fixed = once(
    `n${digits}`,
    () =>
      new Intl.NumberFormat('en', { minimumFractionDigits: digits, maximumFractionDigits: digits, useGrouping: true }),
  ).format(Object.is(value, -0) ? 0 : value)
  if (locale !== 'es') return fixed
  const [whole = '', part] = fixed.split('.')
  const grouped = whole.replace(/,/g, whole.replace(/\D/g, '').length >= 5 ? '\u2009' : '')
  return part === undefined ? grouped : `${grouped},${part}`
}

/** Digits that suit a unit: grams of a cup to the gram, Brix to a tenth, money to the cent. */
const DIGITS: Record<string, number> = {
  g: 0,
  kg: 2,
  mL: 0,
  L: 2,
  min: 0,
  '%': 1,
  '°Bx': 1,
  '°C': 1,
  'g/mL': 3,
  'g/100 mL': 2,
  'mL/kg': 0,
  money: 2,
  'money/kg': 2,
  'money/L': 2,
  'money/g': 5,
  'money/h': 2,
  'min/L': 1,
  '1': 3,
  cups: 0,
  batches: 0,
  'kJ/(kg K)': 2,
  s: 0,
  pieces: 0,
}
export const digitsFor = (unit: string): number => DIGITS[unit] ?? 2

/** How a unit is written beside its number. */
export function unitText(unit: string): string {
  if (unit === '1') return ''
  return unit.replace('money', '€')
}

/** Day before month in both languages. */
const DATES: Record<string, string> = { en: 'en-GB', es: 'es' }

export function formatDay(at: string | Date, locale: string, timeZone?: string): string {
  return once(
    `d${locale}${timeZone}`,
    () => new Intl.DateTimeFormat(DATES[locale] ?? locale, { day: 'numeric', month: 'short', timeZone }),
  ).format(new Date(at))
}
export function formatTime(iso: string, locale: string, timeZone?: string): string {
  return once(
    `t${locale}${timeZone}`,
    () => new Intl.DateTimeFormat(locale, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23', timeZone }),
  ).format(new Date(iso))
}
/** The day of the week of a calendar day. @param day YYYY-MM-DD */
export function formatWeekday(day: string, locale: string): string {
  return once(`w${locale}`, () => new Intl.DateTimeFormat(locale, { weekday: 'long', timeZone: 'UTC' })).format(
    shownInUtc(day),
  )
}
/** A calendar day, which is the same wherever the stand is. @param day YYYY-MM-DD */
export const formatCalendarDay = (day: string, locale: string): string => formatDay(shownInUtc(day), locale, 'UTC')

/**
 * All of an amount as somebody would type it, to the thousandth of a gram. Three digits behind the mark would be asked
 * about, as they may be thousands: they get a nought more.
 * @param mark the decimal mark of the language
 */
export function exactKg(g: number, mark: '.' | ','): string {
  const text = String(Math.round(g * 1e3) / 1e6)
  return (/\.\d{3}$/.test(text) ? `${text}0` : text).replace('.', mark)
}
