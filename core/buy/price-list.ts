import { readCsv } from '../csv'
import { isCurrency } from '../region'
import { readDay } from '../time'
import { MOST_PRICE } from '../limits/bounds'
import { amountIn, NOTHING_KNOWN, parseAmount, parseNumber } from '../units'

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
  /** signs and codes of currencies that stand beside its prices */
  signs: string[]
}

type Column = 'name' | 'price' | 'pack' | 'supplier' | 'day'
/** What the columns are called, in either language, in small letters. */
const CALLED: Readonly<Record<Column, RegExp>> = {
  name: /^(name|item|fruit|product|ingredient|article|nombre|fruta|producto|ingrediente|art[ií]culo)$/,
  price: /^(price|pack price|cost|precio|coste|importe)((?: ?\(| )([a-z]{3}|\p{Sc})\)?)?$|^\p{Sc}$/u,
  pack: /^(pack|kg|lb|pack size|size|weight|kilos|envase|peso|formato|caja)( ?\(?(kg|lb)\)?)?$/,
  supplier: /^(supplier|from|seller|vendor|proveedor|de)$/,
  day: /^(date|day|since|from date|fecha|d[ií]a|desde)$/,
}

const SIGN = /^(\p{Sc}|[a-z]{1,3}\p{Sc}?)\s*(?=[\d.,-])|(?<=[\d.,])\s*(\p{Sc}|[a-z]{2,3})$/giu
/**
 * A number of a list: three digits after a mark are decimals here, since a list of crates has no thousands; what stands
 * beside it is told apart.
 */
function numberOf(text: string): { value: number | null; beside: string[] } {
  const beside = [...text.matchAll(SIGN)].map((m) => m[0].trim().toUpperCase())
  const p = parseNumber(text.replace(SIGN, ''))
  return { value: p.ok || p.code === 'amount-three-digits' ? p.value : null, beside }
}

/** kg in a pack: a number, or an amount with its unit. @param bare unit of a number alone */
function kilosOf(text: string, bare: 'kg' | 'lb'): number | null {
  const plain = parseNumber(text)
  const number = plain.ok || plain.code === 'amount-three-digits' ? plain.value : null
  const typed = number === null ? parseAmount(text) : { ok: true as const, parts: [{ value: number, unit: null }] }
  const read = typed.ok ? amountIn(typed.parts, 'kg', bare, NOTHING_KNOWN) : null
  return read?.ok ? read.value : null
}

/**
 * Reads a price list: every line a price of a pack, or a sentence's worth of why not. Nothing is guessed: an unknown
 * name is a fault, not a new fruit.
 * @param resolve the ingredient a name means, if one
 * @param today the day at the stand; prices from the future are faults
 * @param weight what a weight without a unit is in, where its column does not say
 * @throws RangeError `csv-empty`, `csv-too-long`, `csv-no-name-column`, `csv-no-price-column`
 */
export function readPriceList(
  text: string,
  resolve: (name: string) => string | undefined,
  today: string,
  weight: 'kg' | 'lb' = 'kg',
): PriceList {
  const { header, rows } = readCsv(text)
  const called = header.map((h) => h.toLowerCase().replaceAll('_', ' ').trim())
  const at = (c: Column): number =>
    called.findIndex((h) => CALLED[c].test(h) || (c === 'price' && isCurrency(h.toUpperCase())))
  const [name, price, pack, supplier, day] = [at('name'), at('price'), at('pack'), at('supplier'), at('day')]
  if (name < 0) throw new RangeError('csv-no-name-column')
  if (price < 0) throw new RangeError('csv-no-price-column')
  const said = pack < 0 ? null : /\b(kg|kilos|lb)\b/.exec(header[pack]!.toLowerCase())?.[0]
  const unit = said === 'lb' ? 'lb' : said ? 'kg' : weight
  const inHeader = /(?:^|[( ])([a-z]{3}|\p{Sc})\)?$/u.exec(called[price]!)?.[1]?.toUpperCase()
  const signs = new Set(inHeader ? [inHeader] : [])
  const notes = pack < 0 ? [unit === 'kg' ? 'csv-per-kilo' : 'csv-per-pound'] : []
  const list: PriceList = { rows: [], faults: [], notes, signs: [] }
  for (const [i, row] of rows.entries()) {
    const line = i + 2
    const fault = (code: string, text: string, numbers: Record<string, number> = {}): void =>
      void list.faults.push({ line, code, numbers, text })
    const key = resolve(row[name] ?? '')
    const { value: paid, beside } = numberOf(row[price] ?? '')
    for (const sign of beside) signs.add(sign)
    const kg = kilosOf(pack < 0 ? '1' : (row[pack] ?? ''), unit)
    const on = day < 0 || !row[day] ? today : readDay(row[day])
    if (!key) fault('csv-name-unknown', row[name] ?? '')
    else if (paid === null || paid < 0 || paid > MOST_PRICE) fault('csv-price-unreadable', row[price] ?? '')
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
  return { ...list, signs: [...signs] }
}
