import { call, difference, given, product, type Figure } from '../figures'
import { phEstimate, volumeMl } from '../process'
import type { Evaluation } from '../recipe'
import { ACID_ENOUGH_PH } from '../safety/limits'
import type { Program, Solution, Terms } from '../solve'
import type { BatchRow } from './batch'

// A day's drinks in the vessels of a stand: each vessel holds one drink, each drink as few vessels as take it.

export interface Vessel {
  id: string
  name: string
  capacityMl: number
}
export interface StandVessel extends Vessel {
  heatProof: boolean
  acidProof: boolean
}
/** A drink that is to stand somewhere until it is poured. */
export interface ToHold {
  id: string
  volumeMl: number
  isHot: boolean
  isSour: boolean
}
/** So much of a drink in one vessel. */
export interface Load {
  vessel: Vessel
  fillMl: number
}
export interface Held {
  id: string
  loads: Load[]
  /** mL that do not go in at once: its vessels are filled again, or it is too much */
  leftMl: number
}

/** A vessel is not filled to its brim: this share stays free to stir and carry. Common practice, no source. */
export const HEADSPACE_SHARE = 0.08
/** mL that go into a vessel. */
export const usableMl = ({ capacityMl }: Pick<Vessel, 'capacityMl'>): number => capacityMl * (1 - HEADSPACE_SHARE)
/** What is filled in above this wants a heat-proof vessel, °C. Common practice, no source. */
export const HOT_C = 60

/** What a batch asks of the vessel that it is filled into. */
export const toHold = (id: string, { output, jug }: Pick<Evaluation, 'output' | 'jug'>, volumeMl: number): ToHold => ({
  id,
  volumeMl,
  isHot: jug.temp.value >= HOT_C,
  isSour: phEstimate(output).ph < ACID_ENOUGH_PH,
})
const takes = (v: StandVessel, d: ToHold): boolean => (v.heatProof || !d.isHot) && (v.acidProof || !d.isSour)

/** Vessels that are alike are one kind, of which there are so many. */
function kindsOf(vessels: readonly StandVessel[]): StandVessel[][] {
  const kinds = new Map<string, StandVessel[]>()
  for (const v of vessels) {
    const key = `${v.capacityMl} ${v.heatProof} ${v.acidProof}`
    kinds.set(key, [...(kinds.get(key) ?? []), v])
  }
  return [...kinds.values()]
}

/** mL that a batch comes to at its fullest: after one of its steps, or at the end. */
export const mostMl = ({ jug, done }: Pick<Evaluation, 'jug' | 'done'>): number =>
  Math.max(jug.volume.value, ...done.map((d) => volumeMl(d.result.out)))

/** The smallest vessel that takes it all; null where none does, or none stands the heat or the acid. */
export function vesselFor(drink: ToHold, vessels: readonly StandVessel[]): StandVessel | null {
  const suits = vessels.filter((v) => takes(v, drink) && usableMl(v) >= drink.volumeMl)
  return suits.length ? suits.reduce((a, b) => (b.capacityMl < a.capacityMl ? b : a)) : null
}

/** What it costs that a drink has no vessel at all, that a litre stands nowhere, and a vessel's own litres. */
const [NO_VESSEL, LITRE_LEFT, VESSEL_LITRE] = [1e5, 1e3, 1e-3]
const column = (drink: number, kind: number): string => `n${drink}_${kind}`

/**
 * The integer program: no drink without a vessel, then the least that is left out, then the fewest vessels, then the
 * smallest.
 */
export function packingProgram(drinks: readonly ToHold[], vessels: readonly StandVessel[]): Program {
  const kinds = kindsOf(vessels)
  const minimize: Record<string, number> = {}
  const columns: Record<string, { least: number; most: number; whole?: true }> = {}
  const rows: { terms: Terms; least?: number; most?: number }[] = []
  drinks.forEach((d, b) => {
    const held: Record<string, number> = { [`s${b}`]: 1 }
    const some: Record<string, number> = { [`z${b}`]: 1 }
    minimize[`s${b}`] = LITRE_LEFT
    minimize[`z${b}`] = NO_VESSEL
    columns[`s${b}`] = { least: 0, most: d.volumeMl / 1000 }
    columns[`z${b}`] = { least: 0, most: 1 }
    kinds.forEach((kind, k) => {
      if (!takes(kind[0]!, d)) return
      const litres = usableMl(kind[0]!) / 1000
      held[column(b, k)] = litres
      some[column(b, k)] = 1
      minimize[column(b, k)] = 1 + VESSEL_LITRE * litres
      columns[column(b, k)] = { least: 0, most: kind.length, whole: true }
    })
    rows.push({ terms: held, least: d.volumeMl / 1000 }, { terms: some, least: 1 })
  })
  kinds.forEach((kind, k) => {
    const all = drinks.map((_, b) => column(b, k)).filter((c) => c in columns)
    if (all.length) rows.push({ terms: Object.fromEntries(all.map((c) => [c, 1])), most: kind.length })
  })
  return { minimize, rows, columns }
}

/** The vessels that a solution gives to each drink, filled alike by their size. */
export function heldIn(drinks: readonly ToHold[], vessels: readonly StandVessel[], solution: Solution): Held[] {
  const free = kindsOf(vessels).map((kind) => [...kind])
  return drinks.map((d, b): Held => {
    const own = free.flatMap((kind, k) => kind.splice(0, solution?.[column(b, k)] ?? 0))
    const room = own.reduce((sum, v) => sum + usableMl(v), 0)
    const filled = Math.min(room, d.volumeMl)
    const loads = own
      .map((vessel): Load => ({ vessel, fillMl: (filled * usableMl(vessel)) / room }))
      .sort((x, y) => y.vessel.capacityMl - x.vessel.capacityMl)
    return { id: d.id, loads, leftMl: Math.max(0, d.volumeMl - filled) }
  })
}

/** When vessels that are empty are filled again. */
export interface Refill {
  /** min after the opening, where cups go evenly over the hours */
  atMin: number
  fillMl: number
}
/**
 * What does not go in at once is filled in as it empties.
 * @param openMin min that the stand is open @returns nothing where there is no vessel to fill again
 */
export function refillsOf({ loads, leftMl }: Held, openMin: number): Refill[] {
  const firstMl = loads.reduce((sum, l) => sum + l.fillMl, 0)
  const roomMl = loads.reduce((sum, l) => sum + usableMl(l.vessel), 0)
  if (leftMl <= 0 || roomMl <= 0) return []
  const allMl = firstMl + leftMl
  return Array.from({ length: Math.ceil(leftMl / roomMl - 1e-9) }, (_, k): Refill => ({
    atMin: Math.floor((openMin * (firstMl + k * roomMl)) / allMl),
    fillMl: Math.min(roomMl, leftMl - k * roomMl),
  }))
}

/** The least that would make all of it fit at once. */
export interface FitChange {
  fewerCups: number
  /** of one vessel more, to its brim */
  vesselMl: number
}
/** @param madePerCupMl mL that are made for a cup, with what is lost on the way */
export const changeFor = ({ leftMl }: Held, madePerCupMl: number): FitChange | null =>
  leftMl > 0 ? { fewerCups: Math.ceil(leftMl / madePerCupMl - 1e-9), vesselMl: leftMl / (1 - HEADSPACE_SHARE) } : null

/** mL that no fridge has room for. @param fridgesMl nothing where nobody said how much they hold */
export const beyondFridges = (standsMl: number, fridgesMl: number | null): number =>
  fridgesMl === null ? 0 : Math.max(0, standsMl - fridgesMl)

/** mL of each part that a batch is made in: what each vessel takes at first, then each time they are filled again. */
export const partsOf = (held: Held, openMin: number): number[] => [
  ...held.loads.map((l) => l.fillMl),
  ...refillsOf(held, openMin).map((r) => r.fillMl),
]

/**
 * What goes into each part of a batch of a row: to the step of scale and jug, and the last takes the rest, so that all
 * of them are the batch.
 * @param partsMl above 0, at least one
 */
export function inParts(row: BatchRow, partsMl: readonly number[], step: number): Figure[] {
  const allMl = partsMl.reduce((sum, ml) => sum + ml, 0)
  const name = { name: row.layer.key }
  const first = partsMl.slice(0, -1).map((ml) => {
    const share = given('part-share', ml / allMl, '1', 'estimated', 'source.vessels')
    const exact = product('in-part', row.unit, [row.rounded, share], name)
    return call(
      'in-part',
      row.unit,
      'round-to-step',
      [exact, given('step', step, row.unit, 'measured', 'source.stand')],
      name,
    )
  })
  return [...first, first.reduce((left, f) => difference('in-part', row.unit, left, f, name), row.rounded)]
}
