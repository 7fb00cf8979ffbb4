import { normalQuantile } from '../evidence/student'

/** Nobody is surer than this: all of what is left is sold the next day. */
const SUREST = 0.999

/** Whole cups, at least 0, of which a normal demand is below with that chance. */
export function enoughCups(expected: number, spread: number, chance: number): number {
  const p = Math.min(SUREST, Math.max(1 - SUREST, chance))
  const exact = expected + (spread > 0 ? spread * normalQuantile(p) : 0)
  return Math.max(0, Math.ceil(exact - 1e-9))
}
