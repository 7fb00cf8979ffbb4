import { COLD_C } from '../safety/limits'
import { cooledTo, coolingMinutes } from './kinetics'
import { mixed } from './phase'
import type { StepResult } from './step'
import { TWO_STAGE } from './steps/cool'
import { brixOf, lessWater } from './steps/reduce'
import { volumeMl, type Stream } from './stream'

// How a step goes over its minutes, to be drawn: the same law and the same numbers as its result.

export interface Point {
  min: number
  value: number
}
const POINTS = 40

export interface CoolingCurve {
  points: Point[]
  /** no warmer than this at any minute, as a line with corners; nothing where it starts cold */
  allowed: Point[]
}
/** °C over the minutes of a cooling step, and what FDA Food Code 3-501.14 allows from where it starts. */
export function coolingCurve({ used, waitMin }: StepResult): CoolingCurve {
  const { fromC, aroundC, rate } = used as { fromC: number; aroundC: number; rate: number }
  const at = (min: number): number => cooledTo(fromC, aroundC, rate, min)
  const points = Array.from({ length: POINTS + 1 }, (_, i) => {
    const min = (waitMin * i) / POINTS
    return { min, value: at(min) }
  })
  return { points, allowed: allowedFrom(fromC, aroundC, rate) }
}
function allowedFrom(fromC: number, aroundC: number, rate: number): Point[] {
  const { fromC: hotC, firstC, firstMin, allMin, freshMin } = TWO_STAGE
  if (fromC <= COLD_C || aroundC >= fromC) return []
  const corners = (start: number, stages: readonly [min: number, c: number][], fromHere: number): Point[] => {
    const out: Point[] = []
    let level = fromHere
    let from = start
    for (const [min, c] of stages) {
      out.push({ min: from, value: level }, { min: start + min, value: level })
      ;[from, level] = [start + min, c]
    }
    return [...out, { min: from, value: level }]
  }
  if (fromC < hotC) return corners(0, [[freshMin, COLD_C]], fromC)
  // The clock runs from 57 °C on, which it is only where it stands colder than that.
  const start = aroundC < hotC && fromC > hotC ? coolingMinutes(fromC, hotC, aroundC, rate) : 0
  return corners(
    start,
    [
      [firstMin, firstC],
      [allMin, COLD_C],
    ],
    hotC,
  )
}

export interface BoilingPoint {
  min: number
  brix: number
  volumeMl: number
}
/** °Bx and mL over the minutes of a boil, from when it boils. */
export function boilingCurve(inputs: readonly Stream[], { used, waitMin, out }: StepResult): BoilingPoint[] {
  const { goneG, upMin } = used as { goneG: number; upMin: number }
  const cold = mixed(inputs)
  return Array.from({ length: POINTS + 1 }, (_, i) => {
    const share = i / POINTS
    const s = lessWater(cold, goneG * share, out.tempC)
    return { min: upMin + (waitMin - upMin) * share, brix: brixOf(s), volumeMl: volumeMl(s) }
  })
}
