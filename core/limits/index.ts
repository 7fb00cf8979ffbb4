import type { IngredientData } from '../substances'
import { ProcessLimit } from '../process'
import type { Finding, Findings } from './verdict'
import { evaluatePress, type PressInput, type PressResult } from '../yield'

export * from './verdict'

const none = (): Findings => ({ limits: [], doubts: [] })

/** The largest amounts a small stand can mean, so that a slipped digit is caught. */
export const MOST_KG = 5000
export const MOST_CUPS = 5000

function positive(found: Findings, field: string, value: number, most: number, code: string): void {
  if (!Number.isFinite(value)) found.limits.push({ code: 'amount-not-a-number', field, numbers: {} })
  else if (value <= 0) found.limits.push({ code: `${code}-not-positive`, field, numbers: { value } })
  else if (value > most) found.limits.push({ code: `${code}-too-much`, field, numbers: { value, most } })
}

export interface WeighIn { kg: number; priceEurPerKg: number | null; count: number | null }

/** A receipt: kilos above zero, a price that may be zero, a count of whole pieces. Doubts a price ten times the last or a tenth of it. */
export function checkWeighIn(input: WeighIn, lastPriceEurPerKg: number | null): Findings {
  const found = none()
  positive(found, 'kg', input.kg, MOST_KG, 'kg')
  const price = input.priceEurPerKg
  if (price !== null && !(price >= 0 && price < 10000)) found.limits.push({ code: 'price-negative', field: 'price', numbers: { value: price } })
  if (input.count !== null && !(Number.isInteger(input.count) && input.count > 0)) found.limits.push({ code: 'count-not-whole', field: 'count', numbers: { value: input.count } })
  if (found.limits.length === 0 && price !== null) found.doubts.push(...priceDoubts(price, lastPriceEurPerKg))
  return found
}

/** A price ten times the last one, or a tenth of it, EUR per kg. Nothing paid is a gift, not a slip. */
export function priceDoubts(price: number, last: number | null): Finding[] {
  if (!last || price <= 0) return []
  const times = price / last
  return times >= 10 || times <= 0.1 ? [{ code: 'price-far-from-last', field: 'price', numbers: { price, last, times } }] : []
}

/**
 * A press: not more fruit than the lot holds, not more juice than the fruit, and a doubt where the yield is beyond three
 * times the fruit's mean or below a third of it. Returns the evaluated press when nothing is wrong.
 */
export function checkPress(fruit: IngredientData, input: PressInput, lotOnHandG: number, meanMlPerKg: number): Findings & { result: PressResult | null } {
  const found = none()
  positive(found, 'takenKg', input.takenG / 1000, MOST_KG, 'kg')
  if (!Number.isFinite(input.juice.value) || input.juice.value <= 0) found.limits.push({ code: 'juice-not-positive', field: 'juice', numbers: { value: input.juice.value } })
  if (input.minutes !== null && !(input.minutes > 0 && input.minutes <= 1440)) found.limits.push({ code: 'minutes-out-of-range', field: 'minutes', numbers: { value: input.minutes } })
  if (found.limits.length) return { ...found, result: null }
  // A tenth of a gram forgives a scale, not a mistake.
  if (input.takenG > lotOnHandG + 0.1) found.limits.push({ code: 'lot-not-enough', field: 'takenKg', numbers: { takenKg: input.takenG / 1000, onHandKg: lotOnHandG / 1000 } })
  try {
    const result = evaluatePress(fruit, input)
    const mlPerKg = (result.juiceMl / input.takenG) * 1000
    const times = mlPerKg / meanMlPerKg
    if (times > 3 || times < 1 / 3) found.doubts.push({ code: times > 3 ? 'yield-far-above' : 'yield-far-below', field: 'juice', numbers: { mlPerKg, meanMlPerKg, times } })
    return { ...found, result: found.limits.length ? null : result }
  } catch (e) {
    if (!(e instanceof ProcessLimit)) throw e
    found.limits.push({ code: e.code, field: e.field === 'trimmedG' ? 'trimmedKg' : 'juice', numbers: e.numbers })
    return { ...found, result: null }
  }
}

/** Cups of a drink for a day: a whole number above zero. */
export function checkCups(cups: number): Findings {
  const found = none()
  if (Number.isFinite(cups) && !Number.isInteger(cups)) found.limits.push({ code: 'cups-not-whole', field: 'cups', numbers: { value: cups } })
  else positive(found, 'cups', cups, MOST_CUPS, 'cups')
  return found
}
