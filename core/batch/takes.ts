// On which scale something is weighed, and in how many takes.

export interface Scale {
  name: string
  /** g that it takes at once, and the g that it tells apart */
  capacityG: number
  stepG: number
}
export interface Takes {
  scale: Scale
  /** g of each take, in whole steps of the scale */
  eachG: number[]
}

/** Under so many steps a scale is too coarse for it. Common practice, no source. */
const LEAST_STEPS = 10

/**
 * The scale with the fewest takes among those that are fine enough, then the finer one; where none is fine enough, the
 * finest there is.
 * @param massG above 0 @param scales those of the stand
 * @returns null where there is no scale
 */
export function takesOn(massG: number, scales: readonly Scale[]): Takes | null {
  const usable = scales.filter((s) => s.capacityG > 0 && s.stepG > 0)
  if (!usable.length || !(massG > 0)) return null
  const fine = usable.filter((s) => massG >= LEAST_STEPS * s.stepG)
  const finest = Math.min(...usable.map((s) => s.stepG))
  const from = fine.length ? fine : usable.filter((s) => s.stepG === finest)
  const count = (s: Scale): number => Math.max(1, Math.ceil(massG / s.capacityG - 1e-9))
  const scale = from.reduce((a, b) => (count(b) < count(a) || (count(b) === count(a) && b.stepG < a.stepG) ? b : a))
  return { scale, eachG: split(massG, count(scale), scale.stepG) }
}

/** Takes that are as even as the steps of the scale allow; the last one is what is left. */
function split(massG: number, takes: number, stepG: number): number[] {
  const all = Math.round(massG / stepG)
  const until = (i: number): number => Math.round((i * all) / takes)
  return Array.from({ length: takes }, (_, i) => (until(i + 1) - until(i)) * stepG)
}
