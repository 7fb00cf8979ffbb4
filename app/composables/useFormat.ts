import { useI18n } from 'vue-i18n'
import { goodsOf } from '#core/books/goods'
import type { LotUnit } from '#core/books/rows'
import type { Figure } from '#core/figures'
import { decimalsOf } from '#core/region'
import { inShown, shownUnit, unitFor } from '#core/units/system'
import { useSession } from '~/stores/session'
import { standsFor } from '~/forms/shown-exactly'
import { ownName } from '~/utils/own-names'
import {
  decimalMark,
  formatCalendarDay,
  formatDay,
  formatMoney,
  formatNumber,
  formatTime,
  formatWeekday,
  moneySign,
  typedNumber,
} from '~/utils/format'

/** A number, and the unit that stands small behind it. */
export interface NumberAndUnit {
  number: string
  unit: string
}
/** Digits that a price of a small amount has more than a price. */
const MORE_DIGITS: Readonly<Record<string, number>> = { 'money/g': 3, 'money/oz': 1 }

/**
 * Numbers, money, amounts, days and names: marks and signs as they are where the business is, amounts in the units of
 * the stand, words in the language of the page.
 */
export function useFormat() {
  const { locale, t, te } = useI18n()
  const session = useSession()
  const n = (value: number, digits = 0): string => formatNumber(value, session.region, digits)
  /** Money with its sign. */
  const money = (value: number): string => formatMoney(value, session.region, session.currency)
  const sign = computed(() => moneySign(session.region, session.currency))
  const mark = computed(() => decimalMark(session.region))

  /** An amount that is kept in `unit`, as it is shown here. @param digits where others than usual suit it better */
  function parts(value: number, unit: string, digits?: number): NumberAndUnit {
    const shown = unitFor(value, unit, session.units)
    const [of, ...per] = shown.unit.split('/')
    if (of === 'money') {
      const text = formatMoney(inShown(value, shown), session.region, session.currency, MORE_DIGITS[shown.unit] ?? 0)
      return { number: text, unit: per.length ? `/${per.join('/')}` : '' }
    }
    // Digits that were asked for are of the kept unit: in another they would be too many or too few.
    const suits = shown.unit === unit ? (digits ?? shown.digits) : shown.digits
    return { number: n(inShown(value, shown), suits), unit: shown.unit === '1' ? '' : shown.unit }
  }
  /** The same as one text. */
  function amount(value: number, unit: string, digits?: number): string {
    const { number, unit: u } = parts(value, unit, digits)
    return u === '' ? number : u.startsWith('/') ? number + u : `${number} ${u}`
  }
  /** What is in a lot, as one says it beside its shelf: kilos, litres, or pieces. */
  const stock = (value: number, of: LotUnit): string =>
    of === 'pieces' ? n(value) : amount(value / 1000, of === 'g' ? 'kg' : 'L', 2)
  const figure = (f: Figure, digits?: number): NumberAndUnit => parts(f.value, f.unit, digits)
  /** How a kept unit is called here; of money, its sign. */
  function unit(kept: string): string {
    const shown = shownUnit(kept, session.units).unit
    return shown === '1' ? '' : shown.replace('money', sign.value)
  }
  /** A kept unit as it is, in which sums are done. */
  const keptUnit = (kept: string): string => (kept === '1' ? '' : kept.replace('money', sign.value))
  /** A kept amount as somebody here would type it. @param kept left out for a plain number */
  function typed(value: number | null | undefined, kept = '1', digits = 4): string {
    if (value === null || value === undefined) return ''
    const shown = shownUnit(kept, session.units)
    const text = typedNumber(inShown(value, shown), session.region, digits)
    if (shown.unit !== kept) standsFor(text, kept, shown.unit, value)
    return text
  }
  const day = (iso: string): string => formatDay(iso, locale.value, session.region, session.stand?.timeZone)
  const calendarDay = (d: string): string => formatCalendarDay(d, locale.value, session.region)
  const weekday = (d: string): string => formatWeekday(d, locale.value)
  const time = (iso: string): string => formatTime(iso, locale.value, session.region, session.stand?.timeZone)
  /** Name of an ingredient (shipped ones by message, own ones as typed), a prep, or a word of the sum. */
  function name(key: string): string {
    const own = ownName.value(key)
    // Goods are named by what they are, and by the cup that they belong to.
    const goods = goodsOf(key)
    if (own) return goods ? `${t(`item.${goods.kind}`)}, ${own}` : own
    // What was made on the way is named by what it is, with a number where there is more than one.
    const bare = key.replace(/-\d+$/, '')
    const found = [`ingredient.${key}`, `item.${key}`, `made.${bare}`, `ingredient.${bare}`, `step.${bare}`].find((k) =>
      te(k),
    )
    return found ? t(found) : key
  }
  const decimals = computed(() => decimalsOf(session.currency))
  return {
    n,
    money,
    sign,
    mark,
    decimals,
    parts,
    amount,
    stock,
    figure,
    unit,
    keptUnit,
    typed,
    day,
    calendarDay,
    weekday,
    time,
    name,
    locale,
  }
}
