import { INDEX, type Component } from './components'
import { sucroseSolubilityPercent } from './formulas'

/** g per 100 g of a saturated solution, at rising temperatures. */
type Curve = readonly (readonly [tempC: number, percent: number])[]

/**
 * Glucose: Jackson and Silsbee, Bureau of Standards Scientific Paper 437 (1922), anhydrous, over the monohydrate up to
 * 50 °C (memory). Fructose: handbooks of sugar technology (memory). Lactose: Hudson 1908, final solubility, turned from
 * g per 100 g of water (memory). Erythritol, which stands for all sweeteners without sugar (the strong ones are taken
 * by the milligram, and never come near): makers' leaflets (memory, ±3).
 */
const CURVES: Partial<Record<Component, Curve>> = {
  glucose: [
    [0, 35],
    [10, 40.8],
    [20, 47.7],
    [30, 54.6],
    [40, 62],
    [50, 70.9],
    [60, 74.8],
    [70, 78.2],
    [80, 81.3],
  ],
  fructose: [
    [0, 74],
    [20, 78.9],
    [30, 81.6],
    [40, 84.3],
    [50, 86.6],
    [80, 92],
  ],
  lactose: [
    [0, 10.6],
    [15, 14.5],
    [25, 17.8],
    [39, 24],
    [49, 29.8],
    [64, 39.7],
    [74, 46.3],
    [80, 51],
  ],
  sweetener: [
    [0, 19],
    [10, 26],
    [20, 33],
    [30, 41],
    [40, 49],
    [60, 63],
    [80, 76],
  ],
}

/** A value between two of a table, along a straight line; at its ends the end itself. */
function between(curve: Curve, tempC: number): number {
  const next = curve.findIndex(([t]) => t >= tempC)
  if (next < 0) return curve[curve.length - 1]![1]
  if (next === 0) return curve[0]![1]
  const [[t0, v0], [t1, v1]] = [curve[next - 1]!, curve[next]!]
  return v0 + ((v1 - v0) * (tempC - t0)) / (t1 - t0)
}

/**
 * What may lie on the bottom as crystals: sugars and sweeteners that are sold dry. Maltose and its like come as syrups,
 * and are taken to stay in solution.
 */
export const CRYSTALS = ['sucrose', 'glucose', 'fructose', 'lactose', 'sweetener'] as const satisfies Component[]
export type Crystal = (typeof CRYSTALS)[number]
export const CRYSTAL_INDEX: readonly number[] = CRYSTALS.map((c) => INDEX[c])

/**
 * Most of one sugar that water alone holds, g per 100 g of solution, 0 to 80 °C; colder and hotter as at the ends.
 * Source: Vavrinecz for sucrose, {@link CURVES} for the others.
 */
export function solubilityPercent(sugar: Crystal, tempC: number): number {
  const t = Math.min(80, Math.max(0, tempC))
  return sugar === 'sucrose' ? sucroseSolubilityPercent(t) : between(CURVES[sugar]!, t)
}

/**
 * g of one sugar that so much water holds at a temperature, by its own curve. What other sugars do to that is left out:
 * glucose and fructose hold sucrose back a little, so a mixture of them is said to dissolve a little too readily.
 */
export function mostDissolvedG(sugar: Crystal, waterG: number, tempC: number): number {
  const percent = solubilityPercent(sugar, tempC)
  return (waterG * percent) / (100 - percent)
}
