import { useI18n } from 'vue-i18n'
import { goodsOf } from '#core/books/goods'
import type { Figure } from '#core/figures'
import { useSession } from '~/stores/session'
import { ownName } from '~/utils/own-names'
import { digitsFor, formatCalendarDay, formatDay, formatNumber, formatTime, unitText } from '~/utils/format'

/** Numbers, days and names in the language of the page. */
export function useFormat() {
  const { locale, t, te } = useI18n()
  const session = useSession()
  const n = (value: number, digits = 0): string => formatNumber(value, locale.value, digits)
  const figure = (f: Figure, digits = digitsFor(f.unit)): string => n(f.value, digits)
  const day = (iso: string): string => formatDay(iso, locale.value, session.stand?.timeZone)
  const calendarDay = (d: string): string => formatCalendarDay(d, locale.value)
  const time = (iso: string): string => formatTime(iso, locale.value, session.stand?.timeZone)
  /** Name of an ingredient (shipped ones by message, own ones as typed), a prep, or a word of the sum. */
  function name(key: string): string {
    const own = ownName.value(key)
    // Goods are named by what they are, and by the cup that they belong to.
    const goods = goodsOf(key)
    if (own) return goods ? `${t(`item.${goods.kind}`)}, ${own}` : own
    return te(`ingredient.${key}`) ? t(`ingredient.${key}`) : te(`item.${key}`) ? t(`item.${key}`) : key
  }
  /** Money, to the cent; small prices of a cup keep a tenth of a cent out of sight. */
  const money = (value: number): string => n(value, 2)
  return { n, figure, day, calendarDay, time, name, money, unit: unitText, locale }
}
