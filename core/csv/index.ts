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
 * @throws RangeError when there is no row below a header, or more than 10 000, or so many as are asked for
 */
export function readCsv(text: string, mostRows = MOST_ROWS): Table {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t', '|'],
  })
  const [header, ...rows] = data.map((r) => r.map((c) => c.trim()))
  if (!header || !rows.length) throw new RangeError('csv-empty')
  if (rows.length > mostRows) throw new RangeError('csv-too-long')
  return { header, rows }
}

/** What a spreadsheet would run as a formula: it is shown as the text that it is. A number may begin with a minus. */
const FORMULA = /^(?:[=+@\t\r]|-(?!\d+(?:\.\d+)?$))/
/** Separators of other countries' lists are quoted too. */
const QUOTED = /[",;\r\n]/
const WRITTEN: Papa.UnparseConfig = {
  newline: '\r\n',
  escapeFormulae: FORMULA,
  quotes: (value) => QUOTED.test(String(value)),
}

/** A table as CSV (RFC 4180), every line ended. */
export const writeCsv = (rows: readonly (readonly (string | number | null)[])[]): string =>
  `${Papa.unparse(rows as (string | number | null)[][], WRITTEN)}\r\n`
