import { OWN_COMPONENTS, type BaseValues, type Composition } from '../substances'

/** One making of a base, as it is kept. */
export interface BaseRun {
  takes: readonly { ingredientKey: string; takenG: number; weighed: boolean }[]
  minutes: number | null
  hands: number | null
  base: BaseValues & { waterG: number; outG: number; outMl: number }
}

/** What a base is made of and what is in it: the mean of its latest makings, by what each gave. */
export interface BaseMake extends BaseValues {
  runs: number
  gPerMl: number
  /** g as purchased of each fruit, and of water, for a g of the base */
  parts: { key: string; gPerG: number }[]
  /** g of it that a g of fruit as purchased gave, newest first; of makings whose fruit was weighed */
  perFruit: number[]
  /** minutes of hands for a litre; null where nobody timed it */
  minutesPerL: number | null
}

/** How many makings back it is the mean of, as of a yield. */
export const RUNS_IN_MEAN = 12

/** @param runs newest first, those in the books; null where there are none */
export function baseMake(runs: readonly BaseRun[]): BaseMake | null {
  const recent = runs.slice(0, RUNS_IN_MEAN)
  if (!recent.length) return null
  const all = (of: (run: BaseRun) => number): number => recent.reduce((sum, run) => sum + of(run), 0)
  const outG = all((r) => r.base.outG)
  const composition: Composition = {}
  for (const c of OWN_COMPONENTS) {
    const share = all((r) => (r.base.composition[c] ?? 0) * r.base.outG) / outG
    if (share > 0) composition[c] = share
  }
  const taken = new Map<string, number>()
  for (const { ingredientKey, takenG } of recent.flatMap((r) => r.takes))
    taken.set(ingredientKey, (taken.get(ingredientKey) ?? 0) + takenG)
  const waterG = all((r) => r.base.waterG)
  const timed = recent.filter((r) => r.minutes !== null)
  const timedL = timed.reduce((sum, r) => sum + r.base.outMl, 0) / 1000
  const weighed = recent.filter((r) => r.takes.every((t) => t.weighed))
  return {
    runs: recent.length,
    composition,
    ph: all((r) => r.base.ph * r.base.outG) / outG,
    cautions: [...new Set(recent.flatMap((r) => r.base.cautions))],
    gPerMl: outG / all((r) => r.base.outMl),
    parts: [...taken, ...(waterG > 0 ? [['water', waterG] as const] : [])].map(([key, g]) => ({
      key,
      gPerG: g / outG,
    })),
    perFruit: weighed.map((r) => r.base.outG / r.takes.reduce((sum, t) => sum + t.takenG, 0)),
    minutesPerL: timed.length ? timed.reduce((sum, r) => sum + r.minutes! * (r.hands ?? 1), 0) / timedL : null,
  }
}
