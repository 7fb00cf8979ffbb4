import { ProcessLimit } from '../process'
import { waterDensityGPerMl, type IngredientData } from '../substances'
import { roundAmount, settledTake } from '../units'
import {
  evaluateBase,
  evaluatePress,
  handbookYield,
  titrationLimit,
  trimmedTotalG,
  yieldMlPerKg,
  type BaseFruit,
  type BaseResult,
  type PressInput,
  type PressResult,
  type Titration,
} from '../yield'
import { checkReadings, checkWhen, MOST_KG, none, positive } from './bounds'
import type { Finding, Findings } from './verdict'

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
type Asked = PressInput & PressExtras

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

/** What is told of any press: juice above nothing, minutes and hands that can be, readings, and when it was. */
function checkRun(found: Findings, input: Asked): void {
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
}

const notEnough = (takenG: number, onHandG: number, field: string): Finding[] =>
  takenG > onHandG
    ? [{ code: 'lot-not-enough', field, numbers: { takenKg: takenG / 1000, onHandKg: onHandG / 1000 } }]
    : []

/** What cannot be worked out, as a limit of the field that it is about. */
function limitOf(e: unknown): Finding {
  if (!(e instanceof ProcessLimit)) throw e
  const field = e.field === 'trimmedG' ? 'trimmedKg' : e.field === 'parts' ? 'parts' : 'juice'
  return { code: e.code, field, numbers: e.numbers }
}

/** Parts that came off at this press weigh no more than all that did, whatever was peeled off before. */
export function checkTrimmings(asked: Pick<PressInput, 'trimmedG' | 'parts'>): Finding[] {
  try {
    trimmedTotalG(asked)
    return []
  } catch (e) {
    return [limitOf(e)]
  }
}

/**
 * A press: not more fruit than the lot holds, not more juice than the fruit, and a doubt where the yield is more than
 * a quarter beyond what the fruit can give, or below a third of its mean. Returns what is really taken, and the
 * evaluated press when nothing is wrong.
 * @param meanMlPerKg null where it is not known here: nothing is held against it
 */
export function checkPress(
  fruit: IngredientData,
  asked: Asked,
  lotOnHandG: number,
  meanMlPerKg: number | null,
): Findings & { result: PressResult | null; takenG: number } {
  const found = none()
  const takenG = settledTake(asked.takenG, lotOnHandG)
  const input = { ...asked, takenG }
  positive(found, 'takenKg', takenG / 1000, MOST_KG, 'kg')
  checkRun(found, input)
  if (found.limits.length) return { ...found, takenG, result: null }
  found.limits.push(...notEnough(takenG, lotOnHandG, 'takenKg'))
  try {
    const result = evaluatePress(fruit, input)
    const mlPerKg = yieldMlPerKg({ takenG: input.takenG, juiceMl: result.juiceMl, spilledMl: input.spilledMl })
    if (meanMlPerKg !== null) found.doubts.push(...yieldDoubts(mlPerKg, meanMlPerKg, handbookYield(fruit).value))
    return { ...found, takenG, result: found.limits.length ? null : result }
  } catch (e) {
    return { limits: [...found.limits, limitOf(e)], doubts: found.doubts, takenG, result: null }
  }
}

/** A lot that a base takes fruit from. */
export interface BaseTake extends Omit<BaseFruit, 'takenG'> {
  /** g that left the lot, as it was typed */
  askedG: number
  onHandG: number
  /** g as purchased for a g of the lot: 1, but for what was peeled before */
  purchasedPerG: number
  /** the field it was typed in */
  field: string
}
/** Water as it was typed: so much in each load. */
export interface WaterTold {
  value: number
  unit: 'mL' | 'g'
  loads?: number
}
const MOST_WATER = 1e6
const MOST_LOADS = 100
/** g of water that went in, all loads together. */
export const waterToldG = (water: WaterTold | null): number =>
  water ? water.value * (water.unit === 'g' ? 1 : waterDensityGPerMl(20)) * (water.loads ?? 1) : 0

/**
 * Fruit with water, or several fruits: no lot gives more than it holds or is named twice, and no more comes out than
 * went in. The yield of one fruit is held against what it gives as any press is; several are held against what all of
 * them give together.
 * @param meanMlPerKg of the one fruit; null where it is not known here
 */
export function checkBase(
  takes: readonly BaseTake[],
  water: WaterTold | null,
  asked: Omit<Asked, 'takenG'>,
  meanMlPerKg: number | null,
): Findings & { result: BaseResult | null; outG: number[] } {
  const found = none()
  const outG = takes.map((t) => settledTake(t.askedG, t.onHandG))
  takes.forEach((t, i) => positive(found, t.field, outG[i]! / 1000, MOST_KG, 'kg'))
  if (water && !(water.value > 0 && water.value <= MOST_WATER))
    found.limits.push({ code: 'water-out-of-range', field: 'water', numbers: { value: water.value, most: MOST_WATER } })
  const loads = water?.loads ?? 1
  if (!(Number.isInteger(loads) && loads >= 1 && loads <= MOST_LOADS))
    found.limits.push({ code: 'loads-not-whole', field: 'loads', numbers: { value: loads, most: MOST_LOADS } })
  if (takes.length > 1 && asked.parts?.length)
    found.limits.push({ code: 'parts-of-several', field: 'parts', numbers: {} })
  checkRun(found, { ...asked, takenG: 0 })
  if (found.limits.length) return { ...found, outG, result: null }
  takes.forEach((t, i) => found.limits.push(...notEnough(outG[i]!, t.onHandG, t.field)))
  const fruits = takes.map((t, i) => ({ fruit: t.fruit, juice: t.juice, takenG: outG[i]! * t.purchasedPerG }))
  try {
    const result = evaluateBase({ ...asked, fruits, waterG: waterToldG(water) })
    found.doubts.push(...baseDoubts(fruits, result, meanMlPerKg))
    return { ...found, outG, result: found.limits.length ? null : result }
  } catch (e) {
    return { limits: [...found.limits, limitOf(e)], doubts: found.doubts, outG, result: null }
  }
}

function baseDoubts(fruits: readonly BaseFruit[], { juiceMl }: BaseResult, meanMlPerKg: number | null): Finding[] {
  const kg = fruits.reduce((sum, f) => sum + f.takenG, 0) / 1000
  const handbook = fruits.reduce((sum, f) => sum + (handbookYield(f.fruit).value * f.takenG) / 1000, 0) / kg
  const [mlPerKg, usual] = fruits.length > 1 ? [juiceMl.least / kg, handbook] : [juiceMl.likely / kg, meanMlPerKg]
  if (usual === null) return []
  // Water was told already: it is no more the first thing to ask about.
  return yieldDoubts(mlPerKg, usual, handbook).map((d) => ({ ...d, code: d.code.replace('yield-', 'base-') }))
}
