import { useI18n } from 'vue-i18n'
import { useCatalogue } from '~/stores/catalogue'
import { useSession } from '~/stores/session'
import { inUnitOfField, unitOfField, wordOf } from '~/utils/history'

type Row = Record<string, unknown>

/** What a field of a changed row was and is, in words. */
export function useHistoryWords() {
  const { t, te } = useI18n({ useScope: 'global' })
  const { n, amount } = useFormat()
  const session = useSession()
  const catalogue = useCatalogue()
  const fieldOf = (field: string): string => (te(`history.field.${field}`) ? t(`history.field.${field}`) : field)
  const cupOf = (id: unknown): string =>
    id === null ? t('history.usualCup') : (catalogue.cups.find((c) => c.id === id)?.name ?? t('history.anotherCup'))
  /** Who does not see prices is shown the cup alone. */
  const priceOf = (r: Row): string =>
    r.sizePrice === null ? cupOf(r.cupId) : `${cupOf(r.cupId)} ${valueOf('sizePrice', r.sizePrice)}`
  /** Lists of a row, one text for each entry. */
  const ENTRY: Readonly<Record<string, (r: Row) => string>> = {
    stands: (r) => `${standOf(r.standId)} (${valueOf('role', r.role)})`,
    ownPrices: priceOf,
    sizePrices: priceOf,
    sizes: (r) => `${cupOf(r.cupId)} ${valueOf('cups', r.cups)}`,
    shifts: (r) => [r.name, `${String(r.from)}–${String(r.to)}`].filter(Boolean).join(' '),
  }
  /** What it means that there is none of it. */
  const NONE: Readonly<Record<string, string>> = { stands: 'history.everyStand', ownPrices: 'history.asElsewhere' }

  const standOf = (id: unknown): string => session.stands.find((s) => s.id === id)?.name ?? t('history.anotherStand')

  /** @param ofLot the unit of the lot that a row is of */
  function valueOf(field: string, v: unknown, ofLot: string | null = null): string {
    const isNone = v === null || v === '' || (Array.isArray(v) && !v.length)
    if (isNone) return t(NONE[field] ?? 'history.nothing')
    if (Array.isArray(v)) return v.map((each) => ENTRY[field]?.(each as Row) ?? String(each)).join(', ')
    if (typeof v === 'boolean') return v ? '✓' : '–'
    if (field === 'toStandId') return standOf(v)
    const word = wordOf(field, String(v), te)
    if (word !== null) return t(word)
    // Seats and samples are kept from nothing on, and called from one on.
    if (field === 'seat' || field === 'sample') return n(Number(v) + 1)
    if (field !== 'day' && !Number.isNaN(Number(v))) {
      const unit = unitOfField(field, ofLot)
      return unit ? amount(inUnitOfField(field, Number(v)), unit) : n(Number(v), Number.isInteger(Number(v)) ? 0 : 2)
    }
    return String(v)
  }
  return { fieldOf, valueOf }
}
