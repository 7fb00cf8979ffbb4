import { CITRIC_EQUIVALENT, COMPONENTS, INDEX, NOT_DISSOLVED, type Component, type Composition } from '../substances'
import { rootBetween } from '../solve'
import { ProcessLimit } from './limit'
import { brixOf } from './steps/reduce'
import { acidG, massG, streamOf, volumeMl, type Stream } from './stream'

/** What was read of a liquid. */
export interface Observed {
  brix?: number
  /** g per 100 mL, as citric acid */
  ta?: number
}

const ACID = COMPONENTS.map((c) => (CITRIC_EQUIVALENT[c] ?? 0) > 0)
/** What a °Bx moves: sugars and other solids. What is no sugar and counts elsewhere stays as it is. */
const STAYS: readonly Component[] = [...NOT_DISSOLVED, 'protein', 'caffeine', 'ethanol', 'carbonDioxide', 'sweetener']
const MOVED = COMPONENTS.map((c, i) => !ACID[i] && !STAYS.includes(c))

/** g of acid in 100 mL, as citric acid. */
export const taOf = (s: Stream): number => (massG(s) > 0 ? (100 * acidG(s)) / volumeMl(s) : 0)

/** The same mass, with so many times of some components, and water for the rest. */
function exchanged(s: Stream, which: readonly boolean[], times: number): Stream {
  let movedG = 0
  const amountsG = s.amountsG.map((a, i) => {
    if (!which[i]) return a
    movedG += a * (times - 1)
    return a * times
  })
  amountsG[INDEX.water]! -= movedG
  return { ...s, amountsG }
}
const held = (s: Stream, which: readonly boolean[]): number => s.amountsG.reduce((n, a, i) => n + (which[i] ? a : 0), 0)

/** Most of a component that water can make room for, as so many times of what is there. */
function mostTimes(s: Stream, which: readonly boolean[]): number {
  const has = held(s, which)
  return has > 0 ? 1 + (ROOM * s.amountsG[INDEX.water]!) / has : 1
}
/** Of the water, so much may give way. */
const ROOM = 0.95
const TURNS = 6
/** °Bx and g per 100 mL that no instrument tells apart. */
const [BRIX_DIGIT, TA_DIGIT] = [1e-6, 1e-7]

function read(
  s: Stream,
  which: readonly boolean[],
  of: (s: Stream) => number,
  wanted: number,
  digit: number,
  code: string,
): Stream {
  if (Math.abs(of(s) - wanted) <= digit) return s
  const most = mostTimes(s, which)
  const off = (times: number): number => of(exchanged(s, which, times)) - wanted
  const [least, greatest] = [off(0), off(most)]
  if (!(wanted >= 0) || most <= 1 || least > digit || greatest < -digit)
    throw new ProcessLimit(code, { value: wanted, least: least + wanted, most: greatest + wanted })
  if (least >= 0) return exchanged(s, which, 0)
  return exchanged(s, which, rootBetween(off, 0, most, 1e-9))
}

/**
 * A liquid as it was read: sugars and solids change places with water until it reads its °Bx, then acids until it
 * titrates its acidity, at the same mass. What was weighed stays as it was.
 * @param observed °Bx 0 to 85, TA in g per 100 mL as citric acid
 * @throws ProcessLimit where the liquid cannot read that, with what it can
 */
export function observed(s: Stream, { brix, ta }: Observed): Stream {
  let out = s
  // Acid is read as a little °Bx, and sugar changes the volume that acid is told for: both are held after a few turns.
  for (let i = 0; i < TURNS; i++) {
    if (ta !== undefined) out = read(out, ACID, taOf, ta, TA_DIGIT, 'reading-acid-outside')
    if (brix !== undefined) out = read(out, MOVED, brixOf, brix, BRIX_DIGIT, 'reading-brix-outside')
  }
  return out
}

/** The composition of an ingredient as today's of it reads, g per 100 g. */
export function observedComposition(composition: Composition, reading: Observed, tempC = 20): Composition {
  const { amountsG } = observed(streamOf(composition, 100, tempC), reading)
  return Object.fromEntries(
    COMPONENTS.flatMap((c, i) => (c !== 'water' && amountsG[i]! > 0 ? [[c, amountsG[i]!]] : [])),
  )
}
