import {
  brixOf,
  massG,
  mixed,
  ProcessLimit,
  scaled,
  sweetnessG,
  taOf,
  volumeMl,
  waterStream,
  type Stream,
} from '../process'
import { rootBetween } from '../solve/root'

// A ladder of small cups out of two things that are on hand: from rung to rung one property goes up in even steps, and
// the others stay as far as they can. What is added takes the place of water: every cup has as much of the drink.

/** What goes up: sugar as a refractometer reads it, acid, or both with water taken away: the same drink, stronger. */
export const LADDER_OF = ['brix', 'ta', 'strength'] as const
export type LadderOf = (typeof LADDER_OF)[number]
/** From rung to rung: °Bx, g of acid in 100 mL; strength goes by °Bx. What tasters can learn to tell; no source. */
export const USUAL_STEP: Readonly<Record<LadderOf, number>> = { brix: 1, ta: 0.1, strength: 1 }
/** Rungs, and mL of a cup. */
export const RUNGS = { least: 2, most: 7, usual: 4 } as const
export const CUP_ML = { least: 10, most: 200, usual: 30 } as const

export interface LadderAsk {
  of: LadderOf
  /** the drink, cold; any amount of it */
  drink: Stream
  /** what raises the property; strength needs none */
  added: Stream | null
  step: number
  rungs: number
  cupMl: number
  /** g that the scale tells apart */
  scaleStepG: number
}
export interface Rung {
  /** g into the cup */
  drinkG: number
  addedG: number
  waterG: number
  /** as it comes out, with the amounts as they are weighed */
  brix: number
  /** g in 100 mL, as citric acid */
  ta: number
  /** g in 100 g that taste sweet, as sugar: acid is read as °Bx too, and is none of it */
  sweet: number
  volumeMl: number
}
export interface Ladder {
  /** the lowest first */
  rungs: Rung[]
  /** property that should have stayed, and from where to where it goes; null where it stays as far as anybody tells */
  moves: { of: 'sweet' | 'ta'; from: number; to: number } | null
}
/** What is less than this nobody tells: g of sugar in 100 g, and of acid in 100 mL. Common practice, no source. */
const STAYS = { sweet: 0.3, ta: 0.03 } as const

/** Sweetness goes by the sugar: what a refractometer reads of a lemon is hardly any. g in 100 g, as °Bx of syrup is. */
const valueOf = (of: LadderOf, s: Stream): number => (of === 'ta' ? taOf(s) : of === 'brix' ? sweetIn100(s) : brixOf(s))
const sweetIn100 = (s: Stream): number => (100 * sweetnessG(s)) / massG(s)
const part = (s: Stream, g: number): Stream[] => (g > 0 ? [scaled(s, g / massG(s))] : [])
/** Cups are mixed cold. */
const COLD_C = 5
function cupOf({ drink, added }: LadderAsk, drinkG: number, addedG: number, waterG: number): Stream {
  const water = waterG > 0 ? [waterStream(waterG, COLD_C)] : []
  return mixed([...part(drink, drinkG), ...(added ? part(added, addedG) : []), ...water])
}

/**
 * @throws ProcessLimit `ladder-out-of-range` for steps, rungs or cups that are none, `ladder-nothing-added` where what
 *   is added does not raise the property, `ladder-too-high` where so many steps do not fit
 */
export function ladderOf(ask: LadderAsk): Ladder {
  const { of, step, rungs, cupMl, scaleStepG } = ask
  const isWhole = Number.isInteger(rungs) && rungs >= RUNGS.least && rungs <= RUNGS.most
  if (!isWhole) throw new ProcessLimit('ladder-rungs', { value: rungs, ...RUNGS }, 'rungs')
  if (!(step > 0)) throw new ProcessLimit('ladder-step', { value: step }, 'step')
  if (!(cupMl >= CUP_ML.least && cupMl <= CUP_ML.most))
    throw new ProcessLimit('ladder-cup', { value: cupMl, ...CUP_ML }, 'cup')
  const perMl = massG(ask.drink) / volumeMl(ask.drink)
  const cupG = cupMl * perMl
  const amounts = of === 'strength' ? weaker(ask, cupG) : exchanged(ask, cupG)
  const rounded = (g: number): number => Math.round(g / scaleStepG) * scaleStepG
  const out = amounts.map((a): Rung => {
    const [drinkG, addedG, waterG] = a.map(rounded) as [number, number, number]
    const cup = cupOf(ask, drinkG, addedG, waterG)
    return { drinkG, addedG, waterG, brix: brixOf(cup), ta: taOf(cup), sweet: sweetIn100(cup), volumeMl: volumeMl(cup) }
  })
  const steps = out.slice(1).map((r, i) => (of === 'ta' ? r.ta - out[i]!.ta : r.brix - out[i]!.brix))
  // On a coarse scale small cups are alike, or go back.
  if (steps.some((d) => d < step / 2)) throw new ProcessLimit('ladder-too-fine', { step, scaleStepG, cupMl }, 'cup')
  return { rungs: out, moves: of === 'strength' ? null : movesOf(of === 'ta' ? 'sweet' : 'ta', out) }
}

type Amounts = readonly [drinkG: number, addedG: number, waterG: number]
/** The same drink with more and more water: the strongest is the drink itself. */
function weaker(ask: LadderAsk, cupG: number): Amounts[] {
  const { step, rungs } = ask
  const full = brixOf(ask.drink)
  const lowest = full - (rungs - 1) * step
  if (!(lowest > 0)) throw new ProcessLimit('ladder-too-high', { step, rungs, there: full }, 'step')
  return Array.from({ length: rungs }, (_, i) => {
    const wanted = lowest + i * step
    const drinkG = rootBetween((g) => brixOf(cupOf(ask, g, 0, cupG - g)) - wanted, cupG * LEAST_SHARE, cupG, TINY)
    return [drinkG, 0, cupG - drinkG]
  })
}
/** Less of a drink than this is none of it. */
const LEAST_SHARE = 0.02

/** As much of the drink in each; what is added and water change places. */
function exchanged(ask: LadderAsk, cupG: number): Amounts[] {
  const { of, step, rungs, added } = ask
  if (!added) throw new ProcessLimit('ladder-nothing-added', {}, 'added')
  const reach = (rungs - 1) * step
  const raise = (drinkG: number): number =>
    valueOf(of, cupOf(ask, drinkG, cupG - drinkG, 0)) - valueOf(of, cupOf(ask, drinkG, 0, cupG - drinkG))
  const least = cupG * LEAST_SHARE
  if (!(raise(least) > 0)) throw new ProcessLimit('ladder-nothing-added', {}, 'added')
  if (raise(least) < reach) throw new ProcessLimit('ladder-too-high', { step, rungs, there: raise(least) }, 'step')
  // The less drink, the more room for what is added.
  const drinkG = rootBetween((g) => raise(g) - reach, least, cupG * (1 - TINY), TINY)
  const room = cupG - drinkG
  const lowest = valueOf(of, cupOf(ask, drinkG, 0, room))
  return Array.from({ length: rungs }, (_, i) => {
    if (i === 0) return [drinkG, 0, room]
    if (i === rungs - 1) return [drinkG, room, 0]
    const addedG = rootBetween((g) => valueOf(of, cupOf(ask, drinkG, g, room - g)) - lowest - i * step, 0, room, TINY)
    return [drinkG, addedG, room - addedG]
  })
}
const TINY = 1e-6

function movesOf(of: 'sweet' | 'ta', rungs: readonly Rung[]): Ladder['moves'] {
  const [from, to] = [rungs[0]![of], rungs.at(-1)![of]]
  return Math.abs(to - from) > STAYS[of] ? { of, from, to } : null
}
