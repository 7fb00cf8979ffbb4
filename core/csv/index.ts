import Papa from 'papaparse'

/** Rows at most in a list that is read: a wholesaler's whole catalogue, and an end for what is no price list. */
export const MOST_ROWS = 10_000

export interface Table {
  header: string[]
  rows: string[][]
}

/**
 * Reads CSV as it comes from an office program: comma, semicolon or tab, quoted or not, with or without a byte-order
 * mark.
 * @throws RangeError when there is no row below a header, or more than 10 000
 */
export function readCsv(text: string): Table {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t', '|'],
  })
  const [header, ...rows] = data.map((r) => r.map((c) => c.trim()))
  if (!header || !rows.length) throw new RangeError('csv-empty')
  if (rows.length > MOST_ROWS) throw new RangeError('csv-too-long')
  return { header, rows }
}

/** A cell of CSV (RFC 4180). Text that a spreadsheet would run as a formula is shown as the text that it is. */
export function csvCell(text: string): string {
  const safe = /^[=+\-@\t\r]/.test(text) && !/^-?\d+(\.\d+)?$/.test(text) ? `'${text}` : text
  return /[",;\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}
export const writeCsv = (rows: readonly (readonly (string | number | null)[])[]): string =>
  rows.map((r) => r.map((c) => csvCell(c === null ? '' : String(c))).join(',')).join('\r\n') + '\r\n'
