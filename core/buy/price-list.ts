import { readCsv } from '../csv'
import { dayFrom, type Day } from '../time'
import { parseNumber } from '../units'

/** One line of a price list that could be read. */
export interface ListedPrice {
  line: number
  ingredientKey: string
  name: string
  packG: number
  packPrice: number
  supplier: string | null
  day: string
}
/** A line that could not, with what is wrong in which column. */
export interface ListFault {
  line: number
  code: string
  numbers: Record<string, number>
  text: string
}
export interface PriceList {
  rows: ListedPrice[]
  faults: ListFault[]
  notes: string[]
}

type Column = 'name' | 'price' | 'pack' | 'supplier' | 'day'
/** What the columns are called, in either language, in small letters. */
const CALLED: Readonly<Record<Column, RegExp>> = {
  name: /^(name|item|fruit|product|ingredient|article|nombre|fruta|producto|ingrediente|art[ií]culo)$/,
  price: /^(price|pack price|price eur|eur|€|cost|precio|precio eur|coste|importe)( ?\(?(eur|€)\)?)?$/,
  pack: /^(pack|pack kg|kg|pack size|size|weight|kilos|envase|peso|formato|caja)( ?\(?kg\)?)?$/,
  supplier: /^(supplier|from|seller|vendor|proveedor|de)$/,
  day: /^(date|day|since|from date|fecha|d[ií]a|desde)$/,
}

/** `2026-11-25`, or day first: `25/11/2026`, `25.11.2026`, `25-11-2026`. Null for anything else. */
export function readDay(text: string): Day | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text)
  const dmy = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/.exec(text)
  const [y, m, d] = iso ? [iso[1], iso[2], iso[3]] : dmy ? [dmy[3], dmy[2], dmy[1]] : []
  return y && m && d ? dayFrom(Number(y), Number(m), Number(d)) : null
}

/**
 * A number of a list: three digits after a mark are decimals here, since a list of crates has no thousands; a currency
 * sign or unit beside it is let go.
 */
function numberOf(text: string): number | null {
  const p = parseNumber(text.replace(/^(€|eur)\s*|\s*(€|eur|kg)$/gi, ''))
  return p.ok || p.code === 'amount-three-digits' ? p.value : null
}

/**
 * Reads a price list: every line a price of a pack, or a sentence's worth of why not. Nothing is guessed: an unknown
 * name is a fault, not a new fruit.
 * @param resolve the ingredient a name means, if one
 * @param today the day at the stand; prices from the future are faults
 * @throws RangeError `csv-empty`, `csv-too-long`, `csv-no-name-column`, `csv-no-price-column`
 */
export function readPriceList(text: string, resolve: (name: string) => string | undefined, today: string): PriceList {
  const { header, rows } = readCsv(text)
  const at = (c: Column): number => header.findIndex((h) => CALLED[c].test(h.toLowerCase().replaceAll('_', ' ').trim()))
  const [name, price, pack, supplier, day] = [at('name'), at('price'), at('pack'), at('supplier'), at('day')]
  if (name < 0) throw new RangeError('csv-no-name-column')
  if (price < 0) throw new RangeError('csv-no-price-column')
  const list: PriceList = { rows: [], faults: [], notes: pack < 0 ? ['csv-per-kilo'] : [] }
  for (const [i, row] of rows.entries()) {
    const line = i + 2
    const fault = (code: string, text: string, numbers: Record<string, number> = {}): void =>
      void list.faults.push({ line, code, numbers, text })
    const key = resolve(row[name] ?? '')
    const paid = numberOf(row[price] ?? '')
    const kg = pack < 0 ? 1 : numberOf(row[pack] ?? '')
    const on = day < 0 || !row[day] ? today : readDay(row[day])
    if (!key) fault('csv-name-unknown', row[name] ?? '')
    else if (paid === null || paid < 0 || paid > 100000) fault('csv-price-unreadable', row[price] ?? '')
    else if (kg === null || kg <= 0 || kg > 1000) fault('csv-pack-unreadable', row[pack] ?? '')
    else if (on === null) fault('csv-date-unreadable', row[day] ?? '')
    else if (on > today) fault('date-future', row[day] ?? '')
    else
      list.rows.push({
        line,
        ingredientKey: key,
        name: row[name]!,
        packG: kg * 1000,
        packPrice: paid,
        supplier: supplier >= 0 && row[supplier] ? row[supplier].slice(0, 200) : null,
        day: on,
      })
  }
  return list
}
