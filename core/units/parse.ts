export type ParsedNumber =
  | { ok: true; value: number }
  | { ok: false; code: 'amount-missing' | 'amount-not-a-number' | 'amount-grouped' }
  | { ok: false; code: 'amount-three-digits'; value: number; thousands: number }

/**
 * Reads a typed number. `.` and `,` are both decimal marks and there is no grouping, so `1,5` and `1.5` are the same.
 * One mark followed by exactly three digits (`1,200`) may have been meant as a thousand: it comes back as a doubt with
 * both readings, never guessed. More than one mark is refused.
 */
export function parseNumber(text: string): ParsedNumber {
  const trimmed = text.trim()
  if (trimmed === '') return { ok: false, code: 'amount-missing' }
  if ((trimmed.match(/[.,]/g) ?? []).length > 1) return { ok: false, code: 'amount-grouped' }
  if (!/^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/.test(trimmed)) return { ok: false, code: 'amount-not-a-number' }
  const value = Number(trimmed.replace(',', '.'))
  if (/^[+-]?[1-9]\d{0,2}[.,]\d{3}$/.test(trimmed)) {
    return { ok: false, code: 'amount-three-digits', value, thousands: Number(trimmed.replace(/[.,]/, '')) }
  }
  return { ok: true, value }
}
