import { pricePerKg } from '../cost/price'
import { cupsInAll, type CupsAsk } from '../scale/servings'
import { roundAmount, settledTake } from '../units'
import type { Finding, Findings } from './verdict'
import { evaluateReceipt, HANDLING_BOUNDS, SCALE_G, type OwnHandling, type Receipt, type ReceiptInput } from '../yield'
import { checkReadings, checkWhen, MOST_CUPS, MOST_KG, MOST_PRICE, none, positive, type Readings } from './bounds'

export * from './verdict'
export * from './press'
export * from './making'
export * from './packs'
export { checkPaid } from './coins'
export { checkWhen, MOST_CUPS, MOST_KG, MOST_PRICE, type Readings } from './bounds'

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
  if (price && !(price.paid >= 0 && price.paid <= MOST_PRICE))
    found.limits.push({ code: 'price-negative', field: 'price', numbers: { value: price.paid } })
  else if (price && price.per === 'piece' && count === null)
    found.limits.push({ code: 'price-needs-count', field: 'count', numbers: {} })
  else if (price && price.per === 'crate' && crates === null)
    found.limits.push({ code: 'price-needs-crates', field: 'crates', numbers: {} })
  checkReadings(found, input)
  found.limits.push(...checkWhen(input.at ?? null, now))
  const receipt = found.limits.length ? null : evaluateReceipt(input, usualUnitG)
  if (!receipt) return { ...found, receipt }
  const most = Math.max(receipt.cost ?? 0, receipt.pricePerKg ?? 0)
  if (most > MOST_PRICE)
    return {
      ...found,
      limits: [{ code: 'price-too-much', field: 'price', numbers: { value: most, most: MOST_PRICE } }],
      receipt: null,
    }
  if (receipt.pricePerKg !== null) found.doubts.push(...priceDoubts(receipt.pricePerKg, last))
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

/** A price ten times the last one, or a tenth of it, per kg. Nothing paid is a gift, not a slip. */
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
export function checkPack(pack: { packPrice: number; packG: number }): Finding[] {
  const packG = roundAmount(pack.packG)
  if (!(packG > 0)) return [{ code: 'pack-missing', field: 'packG', numbers: { value: pack.packG } }]
  const perKg = pricePerKg({ ...pack, packG })
  return perKg > MOST_PRICE
    ? [{ code: 'price-too-much', field: 'packPrice', numbers: { value: perKg, most: MOST_PRICE } }]
    : []
}

/** Cups of a drink for a day: a whole number above zero. */
export function checkCups(cups: number): Findings {
  const found = none()
  if (Number.isFinite(cups) && !Number.isInteger(cups))
    found.limits.push({ code: 'cups-not-whole', field: 'cups', numbers: { value: cups } })
  else positive(found, 'cups', cups, MOST_CUPS, 'cups')
  return found
}

/** A line of a plan: cups in the usual cup and in other sizes, and what somebody expects to sell. */
export interface PlannedCups extends CupsAsk {
  /** cups that are sold on such a day, where that is not what is made */
  expected?: number | null
  /** give or take so many of them */
  spread?: number | null
}
/** Cups of a drink for a day, of one size at least; how many are expected, and how sure that is. */
export function checkPlanned(line: PlannedCups): Findings {
  const found = none()
  const whole = (field: string, value: number | null | undefined): void => {
    if (value) found.limits.push(...checkCups(value).limits.map((l) => ({ ...l, field })))
  }
  for (const s of line.sizes ?? []) whole(`size-${s.cupId}`, s.cups)
  if (cupsInAll(line) === 0) found.limits.push(...checkCups(0).limits)
  else whole('cups', line.cups)
  whole('expected', line.expected)
  whole('spread', line.spread)
  const [expected, spread] = [line.expected ?? 0, line.spread ?? 0]
  if (spread > 0 && !(spread <= expected))
    found.limits.push({ code: 'spread-too-wide', field: 'spread', numbers: { spread, expected } })
  return found
}

/**
 * What leaves a lot otherwise than by a press: garnish, what is thrown, sorted, used or spilled.
 * @param asked in the lot's unit @param field the field it was typed in
 */
export function checkTake(asked: number, onHand: number, field: string, unit: 'g' | 'mL' | 'pieces' = 'g'): Finding[] {
  const taken = settledTake(asked, onHand)
  if (unit === 'pieces') {
    if (!(Number.isInteger(asked) && asked > 0)) return [{ code: 'count-not-whole', field, numbers: { value: asked } }]
    return taken > onHand ? [{ code: 'pieces-not-enough', field, numbers: { pieces: taken, onHand } }] : []
  }
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
/**
 * What was peeled and what came off weigh no more than what was taken, and one of them was weighed.
 * @param peeledG null where only the parts were @param partsG g of each
 */
export function checkPeel(takenG: number, peeledG: number | null, partsG: readonly number[]): Finding[] {
  const totalG = partsG.reduce((s, g) => s + g, 0)
  if (partsG.some((g) => !(roundAmount(g) > 0))) return [{ code: 'part-not-positive', field: 'parts', numbers: {} }]
  if (peeledG === null && !partsG.length) return [{ code: 'peeled-not-weighed', field: 'peeledG', numbers: {} }]
  if (peeledG !== null && !(roundAmount(peeledG) > 0))
    return [{ code: 'amount-not-positive', field: 'peeledG', numbers: { value: peeledG } }]
  const allG = totalG + (peeledG ?? 0)
  if (peeledG === null ? !(takenG - totalG > 0) : allG > takenG + SCALE_G)
    return [{ code: 'peeled-more-than-taken', field: 'peeledG', numbers: { totalG: allG, takenG } }]
  return []
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
