import { interval } from '../../core/evidence'
import { seeded, type Random } from '../../core/random'
import { PRIOR, predictYield } from '../../core/yield/prediction'

// Stands that are made up: what their lots give, and what a handbook says. Of each, how often the next lot lies where
// 90 of 100 are said to.

const HANDBOOK = 430
type Lot = (i: number) => number
interface Stand {
  handbook: number
  lot: Lot
}
export type World = (random: Random) => Stand

/** A stand as the model believes it: spread from its prior (scaled inverse chi-square), then the mean. */
const asBelieved = (random: Random, handbook = HANDBOOK): Stand => {
  let chi = 0
  for (let i = 0; i < PRIOR.dof; i++) chi += random.normal() ** 2
  const spread = PRIOR.spreadShare * HANDBOOK * Math.sqrt(PRIOR.dof / chi)
  const middle = HANDBOOK + (spread / Math.sqrt(PRIOR.presses)) * random.normal()
  return { handbook, lot: () => middle + spread * random.normal() }
}
const steady =
  (spreadShare: number, handbook = HANDBOOK): World =>
  (random) => ({ handbook, lot: () => HANDBOOK * (1 + spreadShare * random.normal()) })
/** The level goes up and down once in so many presses. */
const season =
  (swing: number, presses: number, spreadShare: number): World =>
  (random) => {
    const start = 2 * Math.PI * random.next()
    const level = (i: number): number => 1 + swing * Math.sin(start + (2 * Math.PI * i) / presses)
    return { handbook: HANDBOOK, lot: (i) => HANDBOOK * level(i) * (1 + spreadShare * random.normal()) }
  }
const drift =
  (perPress: number, spreadShare: number): World =>
  (random) => {
    const way = random.next() < 0.5 ? -1 : 1
    return { handbook: HANDBOOK, lot: (i) => HANDBOOK * (1 + way * perPress * i) * (1 + spreadShare * random.normal()) }
  }
/** One press in ten is written down ten times too high or too low. */
const slips: World = (random) => {
  const { lot, handbook } = steady(0.12)(random)
  return { handbook, lot: (i) => lot(i) * (i % 10 === 4 ? (random.next() < 0.5 ? 10 : 0.1) : 1) }
}

export const WORLDS: Readonly<Record<string, World>> = {
  'as believed': (random) => asBelieved(random),
  'spread 8 %': steady(0.08),
  'spread 12 %': steady(0.12),
  'spread 18 %': steady(0.18),
  'handbook 25 % too high': (random) => asBelieved(random, 1.25 * HANDBOOK),
  'season of 12 presses, ± 20 %': season(0.2, 12, 0.08),
  'season of 52 presses, ± 15 %': season(0.15, 52, 0.08),
  'season of 52 presses, ± 25 %': season(0.25, 52, 0.06),
  'drift of 1 % a press': drift(0.01, 0.08),
  'drift of 2 % a press': drift(0.02, 0.08),
  'one slip in ten': slips,
}
export const PRESSES = [0, 1, 3, 10, 40] as const

/** How many of 100 next lots lie in their interval. What is next is no slip. */
export function coverage(world: string, presses: number, runs: number): number {
  const random = seeded(20261125 + presses)
  let inside = 0
  for (let run = 0; run < runs; run++) {
    const { handbook, lot } = WORLDS[world]!(random)
    const yields = Array.from({ length: presses }, (_, i) => lot(i)).reverse()
    const next = lot(presses)
    const [low, high] = interval(predictYield(handbook, yields), 0.9)
    if (next >= low && next <= high) inside++
  }
  return (100 * inside) / runs
}
