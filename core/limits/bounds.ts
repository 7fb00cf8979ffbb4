import { MOST_TA } from '../yield'
import type { Finding, Findings } from './verdict'

// Bounds that several kinds of facts have in common.

/** The largest amounts a small stand can mean, so that a slipped digit is caught. */
export const MOST_KG = 5000
export const MOST_CUPS = 5000
/** The most that a price, or the cost of a lot, is kept as. */
export const MOST_PRICE = 99_999_999

export const none = (): Findings => ({ limits: [], doubts: [] })

/** A number above zero that a small stand can mean. */
export function positive(found: Findings, field: string, value: number, most: number, code: string): void {
  if (!Number.isFinite(value)) found.limits.push({ code: 'amount-not-a-number', field, numbers: {} })
  else if (value <= 0) found.limits.push({ code: `${code}-not-positive`, field, numbers: { value } })
  else if (value > most) found.limits.push({ code: `${code}-too-much`, field, numbers: { value, most } })
}

/** Readings of a lot or its juice, each with what it can be. */
const READINGS = {
  tempC: [-10, 60, 'temp-out-of-range'],
  brix: [0, 45, 'brix-out-of-range'],
  ph: [1.5, 8, 'ph-out-of-range'],
  ta: [0.01, MOST_TA, 'ta-out-of-range'],
  crackedShare: [0, 1, 'share-out-of-range'],
} as const
export type Readings = { [K in keyof typeof READINGS]?: number | null }
/** What a reading of a juice can be. */
export const readingBounds = (field: keyof typeof READINGS): readonly [least: number, most: number, code: string] =>
  READINGS[field]
export function checkReadings(found: Findings, readings: Readings): void {
  for (const [field, [least, most, code]] of Object.entries(READINGS)) {
    const value = readings[field as keyof Readings]
    if (value !== null && value !== undefined && !(value >= least && value <= most))
      found.limits.push({ code, field, numbers: { value, least, most } })
  }
}

/** A thing is written down after it happened. Clocks of tablets differ by some minutes. */
const CLOCK_MS = 10 * 60e3
const MOST_DAYS_BACK = 90
/** @param at ISO instant of what is written down; null for now */
export function checkWhen(at: string | null, now: string): Finding[] {
  if (at === null) return []
  const ms = Date.parse(at) - Date.parse(now)
  if (!(ms <= CLOCK_MS)) return [{ code: 'date-future', field: 'at', numbers: {} }]
  return ms < -MOST_DAYS_BACK * 864e5
    ? [{ code: 'date-long-ago', field: 'at', numbers: { days: Math.round(-ms / 864e5), most: MOST_DAYS_BACK } }]
    : []
}
