import type { IngredientData } from '../substances'
import { eurPerKg } from '../cost/price'
import { ProcessLimit } from '../process'
import { roundAmount, settledTake } from '../units'
import type { Finding, Findings } from './verdict'
import {
  evaluatePress,
  evaluateReceipt,
  handbookYield,
  HANDLING_BOUNDS,
  MOST_TA,
  titrationLimit,
  yieldMlPerKg,
  type OwnHandling,
  type PressInput,
  type PressResult,
  type Receipt,
  type ReceiptInput,
  type Titration,
} from '../yield'

export * from './verdict'

const none = (): Findings => ({ limits: [], doubts: [] })

/** The largest amounts a small stand can mean, so that a slipped digit is caught. */
export const MOST_KG = 5000
export const MOST_CUPS = 5000
/** The most that a price, or the cost of a lot, is kept as. */
export const MOST_PRICE = 99_999_999

function positive(found: Findings, field: string, value: number, most: number, code: string): void {
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
function checkReadings(found: Findings, readings: Readings): void {
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

export interface WeighIn extends ReceiptInput, Readings {
  at?: string | null
}
/** A piece this many times the usual weight, or that part of it, is looked at once more. */
const UNIT_TIMES = 2.5

/**
 * A receipt: kilos above zero, or a count that stands for kilos once that is confirmed; a price that may be zero; whole
 * pieces. Doubts a price ten times the last or a tenth of it, and a count that does not go with the kilos.
 * @param usualUnitG usual weight of a piece; null where it is not known
 */
export function checkWeighIn(
  input: WeighIn,
  last: number | null,
  usualUnitG: number | null,
  now: string,
): Findings & { receipt: Receipt | null } {
  const found = none()
  const { kg, count, crates, price } = input
  for (const [field, value] of [
    ['count', count],
    ['crates', crates],
  ] as const)
    if (value !== null && !(Number.isInteger(value) && value > 0 && value <= 1e6))
      found.limits.push({ code: 'count-not-whole', field, numbers: { value } })
  if (kg !== null) positive(found, 'kg', roundAmount(kg * 1000) / 1000, MOST_KG, 'kg')
  else if (count === null) found.limits.push({ code: 'kg-or-count-missing', field: 'kg', numbers: {} })
  else if (usualUnitG === null) found.limits.push({ code: 'unit-weight-unknown', field: 'kg', numbers: { count } })
  if (price && !(price.eur >= 0 && price.eur < 100000))
    found.limits.push({ code: 'price-negative', field: 'price', numbers: { value: price.eur } })
  else if (price && price.per === 'piece' && count === null)
    found.limits.push({ code: 'price-needs-count', field: 'count', numbers: {} })
  else if (price && price.per === 'crate' && crates === null)
    found.limits.push({ code: 'price-needs-crates', field: 'crates', numbers: {} })
  checkReadings(found, input)
  found.limits.push(...checkWhen(input.at ?? null, now))
  const receipt = found.limits.length ? null : evaluateReceipt(input, usualUnitG)
  if (!receipt) return { ...found, receipt }
  const most = Math.max(receipt.costEur ?? 0, receipt.eurPerKg ?? 0)
  if (most > MOST_PRICE)
    return {
      ...found,
      limits: [{ code: 'price-too-much', field: 'price', numbers: { value: most, most: MOST_PRICE } }],
      receipt: null,
    }
  if (receipt.eurPerKg !== null) found.doubts.push(...priceDoubts(receipt.eurPerKg, last))
  if (!receipt.weighed)
    found.doubts.push({
      code: 'weight-from-count',
      field: 'kg',
      numbers: { count: count!, unitG: usualUnitG!, kg: receipt.amountG / 1000 },
    })
  else if (receipt.unitG !== null && usualUnitG !== null) {
    const times = receipt.unitG / usualUnitG
    if (times > UNIT_TIMES || times < 1 / UNIT_TIMES)
      found.doubts.push({
        code: 'unit-weight-far',
        field: 'count',
        numbers: { count: count!, kg: kg!, unitG: receipt.unitG, usualUnitG },
      })
  }
  return { ...found, receipt }
}

/** A price ten times the last one, or a tenth of it, EUR per kg. Nothing paid is a gift, not a slip. */
export function priceDoubts(price: number, last: number | null): Finding[] {
  if (!last || price <= 0) return []
  const times = price / last
  return times >= 10 || times <= 0.1
    ? [{ code: 'price-far-from-last', field: 'price', numbers: { price, last, times } }]
    : []
}

/**
 * A price of a pack: what it weighs is more than nothing as the books keep it, and a kilo has a price that can be kept.
 */
export function checkPack(pack: { packPriceEur: number; packG: number }): Finding[] {
  const packG = roundAmount(pack.packG)
  if (!(packG > 0)) return [{ code: 'pack-missing', field: 'packG', numbers: { value: pack.packG } }]
  const perKg = eurPerKg({ ...pack, packG })
  return perKg > MOST_PRICE
    ? [{ code: 'price-too-much', field: 'packPriceEur', numbers: { value: perKg, most: MOST_PRICE } }]
    : []
}

/** What may be measured of a press beside its kilos and its juice. */
export interface PressExtras {
  hands?: number | null
  brix?: number | null
  ph?: number | null
  ta?: number | null
  titration?: Titration | null
  at?: string | null
  now?: string
}

/** Times of what it usually gives from which fruit is asked about: no better press makes so much of a difference. */
const ABOVE = 1.25
const BELOW = 1 / 3
/**
 * A yield that the fruit cannot give without water from elsewhere, or below a third of the usual, mL per kg.
 * @param meanMlPerKg what it gives here @param handbookMlPerKg what it gives elsewhere: the more of the two is what it
 * can give
 */
function yieldDoubts(mlPerKg: number, meanMlPerKg: number, handbookMlPerKg: number): Finding[] {
  const about = (code: string, usual: number): Finding[] => [
    { code, field: 'juice', numbers: { mlPerKg, meanMlPerKg: usual, times: mlPerKg / usual } },
  ]
  const most = Math.max(meanMlPerKg, handbookMlPerKg)
  if (mlPerKg > ABOVE * most) return about('yield-far-above', most)
  return mlPerKg < BELOW * meanMlPerKg ? about('yield-far-below', meanMlPerKg) : []
}

/**
 * A press: not more fruit than the lot holds, not more juice than the fruit, and a doubt where the yield is more than
 * a quarter beyond what the fruit can give, or below a third of its mean. Returns what is really taken, and the
 * evaluated press when nothing is wrong.
 * @param meanMlPerKg null where it is not known here: nothing is held against it
 */
export function checkPress(
  fruit: IngredientData,
  asked: PressInput & PressExtras,
  lotOnHandG: number,
  meanMlPerKg: number | null,
): Findings & { result: PressResult | null; takenG: number } {
  const found = none()
  const takenG = settledTake(asked.takenG, lotOnHandG)
  const input = { ...asked, takenG }
  positive(found, 'takenKg', takenG / 1000, MOST_KG, 'kg')
  if (!(roundAmount(input.juice.value) > 0 && Number.isFinite(input.juice.value)))
    found.limits.push({ code: 'juice-not-positive', field: 'juice', numbers: { value: input.juice.value } })
  if (input.minutes !== null && !(input.minutes > 0 && input.minutes <= 1440))
    found.limits.push({ code: 'minutes-out-of-range', field: 'minutes', numbers: { value: input.minutes } })
  const { hands = null, spilledMl = null, titration = null } = input
  if (hands !== null && !(Number.isInteger(hands) && hands >= 1 && hands <= 20))
    found.limits.push({ code: 'hands-out-of-range', field: 'hands', numbers: { value: hands } })
  if (spilledMl !== null && !(spilledMl >= 0))
    found.limits.push({ code: 'spilled-negative', field: 'spilledMl', numbers: { value: spilledMl } })
  for (const p of input.parts ?? [])
    if (p.massG !== null && !(p.massG >= 0))
      found.limits.push({ code: 'trim-negative', field: 'parts', numbers: { value: p.massG } })
  checkReadings(found, input)
  const acid = titration && titrationLimit(titration)
  if (acid) found.limits.push({ ...acid, field: 'titration' })
  if (input.now) found.limits.push(...checkWhen(input.at ?? null, input.now))
  if (found.limits.length) return { ...found, takenG, result: null }
  if (takenG > lotOnHandG)
    found.limits.push({
      code: 'lot-not-enough',
      field: 'takenKg',
      numbers: { takenKg: takenG / 1000, onHandKg: lotOnHandG / 1000 },
    })
  try {
    const result = evaluatePress(fruit, input)
    const mlPerKg = yieldMlPerKg({ takenG: input.takenG, juiceMl: result.juiceMl, spilledMl })
    if (meanMlPerKg !== null) found.doubts.push(...yieldDoubts(mlPerKg, meanMlPerKg, handbookYield(fruit).value))
    return { ...found, takenG, result: found.limits.length ? null : result }
  } catch (e) {
    if (!(e instanceof ProcessLimit)) throw e
    found.limits.push({
      code: e.code,
      field: e.field === 'trimmedG' ? 'trimmedKg' : e.field === 'parts' ? 'parts' : 'juice',
      numbers: e.numbers,
    })
    return { ...found, takenG, result: null }
  }
}

/** Cups of a drink for a day: a whole number above zero. */
export function checkCups(cups: number): Findings {
  const found = none()
  if (Number.isFinite(cups) && !Number.isInteger(cups))
    found.limits.push({ code: 'cups-not-whole', field: 'cups', numbers: { value: cups } })
  else positive(found, 'cups', cups, MOST_CUPS, 'cups')
  return found
}

/**
 * What leaves a lot otherwise than by a press: garnish, what is thrown, sorted, used or spilled.
 * @param asked in the lot's unit @param field the field it was typed in
 */
export function checkTake(asked: number, onHand: number, field: string, unit: 'g' | 'mL' = 'g'): Finding[] {
  const taken = settledTake(asked, onHand)
  if (unit === 'mL') {
    if (!(taken > 0)) return [{ code: 'amount-not-positive', field, numbers: { value: taken } }]
    return taken > onHand ? [{ code: 'juice-not-enough', field, numbers: { ml: taken, onHandMl: onHand } }] : []
  }
  if (!(taken > 0)) return [{ code: 'kg-not-positive', field, numbers: { value: taken / 1000 } }]
  return taken > onHand
    ? [{ code: 'lot-not-enough', field, numbers: { takenKg: taken / 1000, onHandKg: onHand / 1000 } }]
    : []
}

/** What is kept and thrown of fruit that is sorted weighs at most what was taken. @param partsG g of each */
export function checkSort(takenG: number, partsG: readonly number[]): Finding[] {
  const totalG = partsG.reduce((s, g) => s + g, 0)
  if (partsG.some((g) => !(roundAmount(g) > 0))) return [{ code: 'part-not-positive', field: 'parts', numbers: {} }]
  return totalG > takenG + 0.1 ? [{ code: 'parts-more-than-taken', field: 'parts', numbers: { totalG, takenG } }] : []
}
/** Readings of fruit that somebody looked at. */
export function checkLook(readings: Readings): Finding[] {
  const found = none()
  checkReadings(found, readings)
  return found.limits
}

/** What an owner says of how a fruit is handled. */
export function checkHandling(own: OwnHandling): Finding[] {
  const bounds = Object.entries(HANDLING_BOUNDS).flatMap(([field, [least, most]]) => {
    const value = own[field as keyof typeof HANDLING_BOUNDS]
    return value === undefined ||
      (value === null && field === 'pieceG') ||
      (value !== null && value >= least && value <= most)
      ? []
      : [{ code: 'number-out-of-range', field, numbers: { value: value ?? NaN, least, most } }]
  })
  const shares = Object.values(own.shares ?? {})
  return shares.some((s) => !(s >= 0 && s <= 0.9)) || shares.reduce((a, b) => a + b, 0) > 0.9 + 1e-9
    ? [...bounds, { code: 'shares-too-much', field: 'shares', numbers: { most: 90 } }]
    : bounds
}
