import {
  AMOUNTS_LENGTH,
  CITRIC_EQUIVALENT,
  COMPONENT_COUNT,
  COMPONENTS,
  INDEX,
  CRYSTAL_INDEX,
  NOT_DISSOLVED,
  RELATIVE_SWEETNESS,
  STRONG_ION,
  SUGARS,
  SWEET_WITHOUT_SUGAR,
  heatCapacityKjPerKgK,
  mixtureVolumeMl,
  type Component,
  type Composition,
} from '../substances'

/**
 * What flows between steps: grams by component index, then what has no mass (strong ions, buffer, sweetness), and a
 * temperature. Never changed once made.
 */
export interface Stream {
  readonly amountsG: number[]
  readonly tempC: number
  /** g of crystals that found no water to dissolve in, in the order of CRYSTALS; counted in the amounts; null: none */
  readonly crystals: readonly number[] | null
  /** g of all crystals together */
  readonly undissolvedG: number
  /** g of its water that is frozen: counted in the amounts, outside the liquor */
  readonly iceG: number
  /** what of it is peel and pith of whole fruit, which no press takes juice from; null for none */
  readonly rind: Rind | null
}

/** Peel and pith: their amounts, counted in those of the stream, and g of each. */
export interface Rind {
  readonly amountsG: readonly number[]
  readonly peelG: number
  readonly pithG: number
}

/** A stream of which nothing is frozen, lies on the bottom or is rind. */
export const liquid = (amountsG: number[], tempC: number): Stream => ({
  amountsG,
  tempC,
  crystals: null,
  undissolvedG: 0,
  iceG: 0,
  rind: null,
})

/**
 * A plain array of doubles: a typed array of this length lies outside the heap and costs three times as much to make
 * and to collect.
 */
export const ZEROS: readonly number[] = Array.from({ length: AMOUNTS_LENGTH }, () => 0.5).fill(0)

export const DISSOLVED = Array.from(COMPONENTS, (c) => (NOT_DISSOLVED.includes(c) ? 0 : 1))
const SUGAR = Array.from(COMPONENTS, (c) => (SUGARS.includes(c) ? 1 : 0))
const ACID = Array.from(COMPONENTS, (c) => CITRIC_EQUIVALENT[c] ?? 0)
const SWEET = Array.from(COMPONENTS, (c) => RELATIVE_SWEETNESS[c] ?? 0)
const ALL = COMPONENTS.map(() => 1)

export function dot(a: readonly number[], weights: readonly number[]): number {
  let total = 0
  for (let i = 0; i < COMPONENT_COUNT; i++) total += a[i]! * weights[i]!
  return total
}

export function total(numbers: readonly number[]): number {
  let all = 0
  for (const n of numbers) all += n
  return all
}

export const massG = (s: Stream): number => dot(s.amountsG, ALL)
/** g of all that is dissolved: sugars, acids, salts, protein. Crystals on the bottom do not count. */
export const dissolvedG = (s: Stream): number => dot(s.amountsG, DISSOLVED) - s.undissolvedG
export const sugarsG = (s: Stream): number => dot(s.amountsG, SUGAR)
/** Below this g of acid in a g a ratio of sugar to acid means nothing. */
export const LEAST_ACID_SHARE = 1e-4
/** g of anhydrous citric acid that would titrate the same to pH 8.1. */
export const acidG = (s: Stream): number => dot(s.amountsG, ACID)
/** g of sucrose that would taste as sweet. */
export const sweetnessG = (s: Stream): number => dot(s.amountsG, SWEET) + s.amountsG[SWEET_WITHOUT_SUGAR]!
export const sucroseG = (s: Stream): number => s.amountsG[INDEX.sucrose]!
export const waterG = (s: Pick<Stream, 'amountsG'>): number => s.amountsG[INDEX.water]!
/** g of the water that is not frozen. */
export const liquidWaterG = (s: Stream): number => waterG(s) - s.iceG
/** g of liquid water and what is dissolved in it. */
export const liquorG = (s: Stream): number => liquidWaterG(s) + dissolvedG(s)
export const fibreG = (s: Stream): number => s.amountsG[INDEX.fibre]!
export const fatG = (s: Stream): number => s.amountsG[INDEX.fat]!

/** Volume in mL at the stream's temperature. */
export function volumeMl(s: Stream): number {
  return mixtureVolumeMl(liquorG(s), dissolvedPercentOf(s), s.tempC, fibreG(s), fatG(s), s.undissolvedG, s.iceG)
}

/** g dissolved per 100 g of liquor. */
export function dissolvedPercentOf(s: Stream): number {
  const liquor = liquorG(s)
  return liquor > 0 ? (100 * dissolvedG(s)) / liquor : 0
}

/** mL per g of the stream. */
export const volumePerGram = (s: Stream): number => volumeMl(s) / massG(s)

/**
 * A stream of `mass` g with the given composition.
 * @throws RangeError when the composition is negative anywhere or adds up to more than 100 g per 100 g
 */
export function streamOf(composition: Composition, mass: number, tempC: number): Stream {
  const amountsG = ZEROS.slice()
  let rest = 100
  for (const [name, per100g] of Object.entries(composition) as [Component, number][]) {
    if (!(per100g >= 0)) throw new RangeError(`${name} is ${per100g} g per 100 g`)
    amountsG[INDEX[name]] = (per100g * mass) / 100
    rest -= per100g
  }
  if (rest < -1e-9) throw new RangeError(`composition adds up to ${100 - rest} g per 100 g`)
  amountsG[INDEX.water] = (Math.max(0, rest) * mass) / 100
  return liquid(amountsG, tempC)
}

/** kJ/(kg K) of a stream, from its dissolved solids and their purity. */
export function heatCapacityOf(s: Stream): number {
  const solids = dissolvedG(s) + s.undissolvedG
  return heatCapacityKjPerKgK(
    (100 * solids) / (liquorG(s) + s.undissolvedG || 1),
    solids > 0 ? (100 * sucroseG(s)) / solids : 100,
    s.tempC,
  )
}

export function scaled(s: Stream, factor: number): Stream {
  const amountsG = ZEROS.slice()
  for (let i = 0; i < AMOUNTS_LENGTH; i++) amountsG[i] = s.amountsG[i]! * factor
  return {
    amountsG,
    tempC: s.tempC,
    crystals: s.crystals && s.crystals.map((c) => c * factor),
    undissolvedG: s.undissolvedG * factor,
    iceG: s.iceG * factor,
    rind: s.rind && scaledRind(s.rind, factor),
  }
}

const scaledRind = ({ amountsG, peelG, pithG }: Rind, factor: number): Rind => ({
  amountsG: amountsG.map((a) => a * factor),
  peelG: peelG * factor,
  pithG: pithG * factor,
})

/** What is left of `a` once `b` is taken out of it; nothing below zero but the charge of ions, which may be. */
export function minus(a: Stream, b: Stream): Stream {
  const crystals = a.crystals && a.crystals.map((c, i) => Math.max(0, c - (b.crystals?.[i] ?? 0)))
  return {
    amountsG: a.amountsG.map((x, i) => (i === STRONG_ION ? x - b.amountsG[i]! : Math.max(0, x - b.amountsG[i]!))),
    tempC: a.tempC,
    crystals,
    undissolvedG: crystals ? total(crystals) : 0,
    iceG: Math.max(0, a.iceG - b.iceG),
    rind: a.rind,
  }
}

/** A share of the liquor of a stream: liquid water and what is dissolved, without fibre, fat, crystals and ice. */
export function liquorPart(s: Stream, share: number): Stream {
  const amountsG = s.amountsG.map((a, i) => (i < COMPONENT_COUNT && i !== INDEX.water && !DISSOLVED[i] ? 0 : a * share))
  s.crystals?.forEach((c, i) => (amountsG[CRYSTAL_INDEX[i]!]! -= c * share))
  amountsG[INDEX.water]! -= s.iceG * share
  return liquid(amountsG, s.tempC)
}

/** A stream without the peel and pith of whole fruit in it: what a press takes juice from. */
export function fleshOf(s: Stream): Stream {
  if (!s.rind) return s
  const bound = s.rind.amountsG
  return { ...s, amountsG: s.amountsG.map((a, i) => a - bound[i]!), rind: null }
}

/** The rind of a stream by itself; null where there is none. */
export const rindOf = (s: Stream): Stream | null => s.rind && { ...liquid([...s.rind.amountsG], s.tempC), rind: s.rind }

/** Grams of water alone. */
export function waterStream(mass: number, tempC: number): Stream {
  const amountsG = ZEROS.slice()
  amountsG[INDEX.water] = mass
  return liquid(amountsG, tempC)
}
