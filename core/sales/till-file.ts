import { readCsv } from '../csv'
import { dayFrom, instantAt, readClock, readDay, type Day, type Instant } from '../time'
import { parseNumber } from '../units'

// The file of a till: one line for each thing that was sold, in columns that somebody chose once. Nothing is guessed:
// what cannot be read is a fault of its line, and no sale.

/** Lines at most: a busy stand's year. */
export const MOST_LINES = 50_000
/** Lines of it that are taken in at once. */
export const SALES_AT_ONCE = 1000
/** Things at most on one line of a till: more is a number of another column. */
const MOST_SOLD = 10_000

/** Which column is what, by its number from 0; null where the file has none. */
export interface TillColumns {
  /** number of the sale: it is taken once, however often the file is read */
  sale: number
  /** day, or day and time in one */
  day: number
  time: number | null
  product: number
  count: number
  /** money for the line */
  paid: number | null
  /** the month comes before the day */
  monthFirst: boolean
}
export interface TillLine {
  /** of the file, from 1 */
  line: number
  /** number of the sale, and which of its lines it is: together they are there once */
  sale: string
  at: Instant
  product: string
  /** below 0 where it was given back */
  count: number
  paid: number | null
}
export interface TillFault {
  line: number
  code: 'till-sale-missing' | 'till-time-unreadable' | 'till-count-unreadable' | 'till-paid-unreadable' | 'till-future'
  text: string
}
export interface TillFile {
  lines: TillLine[]
  faults: TillFault[]
}

/**
 * @param zone of the stand: a till writes the time of its wall
 * @param now nothing is sold after it
 * @throws RangeError `csv-empty`, `csv-too-long`, `till-column-missing`
 */
export function readTill(text: string, columns: TillColumns, zone: string, now: Instant): TillFile {
  const { header, rows } = readCsv(text, MOST_LINES)
  const { sale, day, time, product, count, paid } = columns
  if ([sale, day, time ?? 0, product, count, paid ?? 0].some((c) => !(c >= 0 && c < header.length)))
    throw new RangeError('till-column-missing')
  const file: TillFile = { lines: [], faults: [] }
  const ofSale = new Map<string, number>()
  for (const [i, row] of rows.entries()) {
    const line = i + 2
    const fault = (code: TillFault['code'], said: string): void => void file.faults.push({ line, code, text: said })
    const number = row[sale] ?? ''
    // Lines that cannot be read are counted too: read another day, or mended, the others are still the same.
    const nth = (ofSale.get(number) ?? 0) + 1
    ofSale.set(number, nth)
    const said = [row[day] ?? '', time === null ? '' : (row[time] ?? '')].join(' ').trim()
    const at = momentOf(said, zone, columns.monthFirst)
    const sold = numberOf(row[count] ?? '')
    const money = paid === null || !row[paid] ? null : numberOf(row[paid])
    if (!number) fault('till-sale-missing', said)
    else if (!at) fault('till-time-unreadable', said)
    else if (Date.parse(at) > Date.parse(now)) fault('till-future', said)
    else if (sold === null || !isCount(sold)) fault('till-count-unreadable', row[count] ?? '')
    else if (money === null && paid !== null && row[paid]) fault('till-paid-unreadable', row[paid])
    else file.lines.push({ line, sale: `${number}/${nth}`, at, product: row[product] ?? '', count: sold, paid: money })
  }
  return file
}

const isCount = (sold: number): boolean => Number.isInteger(sold) && sold !== 0 && Math.abs(sold) <= MOST_SOLD

/** Three digits after a mark are thousands of nothing that a stand sells: they are decimals. */
function numberOf(text: string): number | null {
  const p = parseNumber(text.replace(/\p{Sc}|\s/gu, ''))
  return p.ok || p.code === 'amount-three-digits' ? p.value : null
}

/**
 * A moment as tills write it: `2026-11-28 14:05:09`, `28/11/2026 14.05`, `11/28/2026 2:05 pm`. Where the clock shows a
 * time twice it is the first, where it skips it, an hour later.
 */
function momentOf(text: string, zone: string, monthFirst: boolean): Instant | null {
  const found = /^(\S+?)(?:[T\s]+(.+))?$/.exec(text)
  if (!found) return null
  const day = dayIn(found[1]!, monthFirst)
  const clock = readClock((found[2] ?? '').replace(/^(\d{1,2}[:.]\d{2})[:.]\d{2}(?:\.\d+)?/, '$1'))
  return day && clock ? instantAt(day, clock, zone) : null
}
function dayIn(text: string, monthFirst: boolean): Day | null {
  const mdy = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/.exec(text)
  return mdy && monthFirst ? dayFrom(Number(mdy[3]), Number(mdy[1]), Number(mdy[2])) : readDay(text)
}

/** What the columns are called by most, in either language: a first guess that somebody looks at. */
const CALLED: Readonly<Record<'sale' | 'day' | 'time' | 'product' | 'count' | 'paid', RegExp>> = {
  sale: /^(sale|receipt|order|ticket|transaction|venta|recibo|pedido)( ?(no|nr|number|id|n[úu]mero))?\.?$/,
  day: /^(date|day|date time|datetime|time stamp|timestamp|fecha|d[ií]a|fecha y hora)$/,
  time: /^(time|hour|hora)$/,
  product: /^(item|product|name|article|art[ií]culo|producto|nombre)$/,
  count: /^(quantity|qty|count|units|cantidad|unidades)$/,
  paid: /^(total|amount|gross|paid|price|importe|total pagado|precio)$/,
}
/** The number of each column that is called as it usually is. */
export function guessedColumns(header: readonly string[]): Partial<Record<keyof typeof CALLED, number>> {
  const called = header.map((h) => h.toLowerCase().replaceAll('_', ' ').trim())
  return Object.fromEntries(
    (Object.keys(CALLED) as (keyof typeof CALLED)[]).flatMap((key) => {
      const at = called.findIndex((h) => CALLED[key].test(h))
      return at < 0 ? [] : [[key, at]]
    }),
  )
}
