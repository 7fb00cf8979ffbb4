import {
  brixOf,
  ingredientStream,
  massG,
  mixed,
  phEstimate,
  ProcessLimit,
  scaled,
  volumeMl,
  waterStream,
} from '../process'
import type { Stream } from '../process'
import { stuckG } from '../process/steps/press'
import { rootBetween } from '../solve'
import { COMPONENTS, edibleShareOf, INDEX, type Caution, type Composition, type IngredientData } from '../substances'
import { SCALE_G, trimmings, type PartWeighed, type PressInput } from './press'

// A base: fruit pressed or blended with water, or several fruits in one go. It has a composition of its own; how much
// of it is juice of the fruit is worked out, between what is sure and what is likely.

/** One fruit of a base, with the juice that is in it. */
export interface BaseFruit {
  fruit: IngredientData
  juice: IngredientData
  /** g as purchased */
  takenG: number
}

export interface BaseInput extends Pick<PressInput, 'trimmedG' | 'parts' | 'spilledMl'> {
  fruits: readonly BaseFruit[]
  /** g of water that went in, all loads together */
  waterG: number
  /** what is in the jug */
  juice: PressInput['juice']
  /** °Bx of what came out, where it was measured */
  brix?: number | null
  /** pH of it, where it was measured */
  ph?: number | null
}

/** Between what it is at least and at most, what it is likely. */
export interface Spread {
  least: number
  likely: number
  most: number
}

export interface BaseResult {
  /** in the jug */
  outG: number
  outMl: number
  /** g that went in */
  waterG: number
  /** g per 100 g of it, water left out */
  composition: Composition
  ph: number
  /** measured, or as it is likely */
  brix: number
  /** °Bx where the pulp kept no water */
  leastBrix: number
  /** g of juice of the fruit in the jug, as it is likely */
  juiceG: number
  /** mL of juice of the fruit in all that came out, spilled too */
  juiceMl: Spread
  /** g, by name: what came off before, and the pulp with the water it kept */
  byProducts: { name: string; massG: number }[]
  /** g of the water that stayed in the pulp, as it is likely */
  waterKeptG: number
  cautions: Caution[]
}

/**
 * Share by which the °Bx of one lot of a fruit differs from the usual: a yield worked out from a reading is as unsure.
 * Common practice, no source.
 */
export const BRIX_SPREAD = 0.1

/** g of flesh that water can mix with, less its fibre: by what was trimmed, or by the usual edible share. */
function liquorOf(f: BaseFruit, trimmedShare: number | null): number {
  const { insolubleShare, outer } = f.fruit.fruit!
  const rind = (outer?.peel ?? 0) + (outer?.pith ?? 0)
  const fleshShare =
    trimmedShare === null ? (edibleShareOf(f.fruit.key) ?? 1 - rind) : Math.min(1 - trimmedShare, 1 - rind)
  return f.takenG * fleshShare * (1 - insolubleShare)
}

const sumOf = (xs: readonly number[]): number => xs.reduce((a, b) => a + b, 0)
const between = (x: number, least: number, most: number): number => Math.min(Math.max(x, least), Math.max(least, most))

/** The mixture with its solids as a reading says, at the same mass: water for solids. */
function withBrix(juice: Stream, water: Stream, brix: number): { stream: Stream; juiceShare: number } {
  const gram = (share: number): Stream => mixed([scaled(juice, share), scaled(water, 1 - share)])
  if (brix <= brixOf(juice)) {
    const juiceShare = brix <= 0 ? 0 : rootBetween((x) => brixOf(gram(x)) - brix, 0, 1, 1e-9)
    return { stream: gram(juiceShare), juiceShare }
  }
  // Riper than usual: what is dissolved, and no more of it than there is mass.
  const richer = (times: number): Stream => {
    const amountsG = juice.amountsG.map((a, i) => (i === INDEX.water ? a : a * times))
    const solidsG = massG({ ...juice, amountsG }) - amountsG[INDEX.water]!
    amountsG[INDEX.water] = Math.max(0, massG(juice) - solidsG)
    return { ...juice, amountsG }
  }
  const times = rootBetween(
    (k) => brixOf(richer(k)) - brix,
    1,
    1 / (1 - juice.amountsG[INDEX.water]! / massG(juice)),
    1e-9,
  )
  return { stream: richer(times), juiceShare: 1 }
}

const per100g = (s: Stream): Composition =>
  Object.fromEntries(
    COMPONENTS.flatMap((c, i) => (c !== 'water' && s.amountsG[i]! > 0 ? [[c, (100 * s.amountsG[i]!) / massG(s)]] : [])),
  )

/**
 * What came out of fruit and water. It is taken as well mixed: liquor of the flesh and water are one before the pulp
 * keeps its share of it. At the least the pulp kept no water, and all of it is in the jug. A °Bx that was measured
 * says how much juice it is, within what fruit and water allow.
 * Source: mass balance.
 * @throws ProcessLimit when more comes out than went in, or more is trimmed than was taken
 */
export function evaluateBase(input: BaseInput): BaseResult {
  const { fruits, waterG, brix = null } = input
  const takenG = sumOf(fruits.map((f) => f.takenG))
  const trims = trimmings(input)
  const trimmedG = sumOf(trims.map((t) => t.massG))
  if (trimmedG >= takenG) throw new ProcessLimit('trim-takes-all', { trimmedG, massG: takenG }, 'trimmedG')
  const wasTrimmed = input.trimmedG !== null || trims.length > 0
  const liquors = fruits.map((f) => liquorOf(f, wasTrimmed ? trimmedG / takenG : null))
  const juices = fruits.map((f, i) => ingredientStream(f.juice, Math.max(liquors[i]!, 1e-9), 20))
  const water = waterStream(Math.max(waterG, 1e-12), 20)
  const pure = mixed(juices)
  const juiceGPerMl = massG(pure) / volumeMl(pure)

  const oneGram = (s: Stream): Stream => scaled(s, 1 / massG(s))
  const evenly = (liquorG: number) => ({
    stream: oneGram(mixed([scaled(pure, liquorG / massG(pure)), water])),
    juiceShare: liquorG / (liquorG + waterG),
  })
  const { value, unit } = input.juice
  const jugG = (gPerMl: number): number => (unit === 'g' ? value : value * gPerMl)
  const cameOutG = (gPerMl: number): number => jugG(gPerMl) + (input.spilledMl ?? 0) * gPerMl
  // More came out than flesh and water are: then the fruit held more than is usual.
  const usual = evenly(massG(pure))
  const heldG = Math.max(massG(pure), cameOutG(1 / volumeMl(usual.stream)) - waterG)
  const { stream: gram, juiceShare } =
    brix === null ? evenly(heldG) : withBrix(oneGram(pure), oneGram(waterStream(1, 20)), brix)

  const gPerMl = 1 / volumeMl(gram)
  const outG = jugG(gPerMl)
  const allG = cameOutG(gPerMl)
  const inAllG = takenG - trimmedG + waterG
  const fibreG = sumOf(fruits.map((f) => f.takenG * f.fruit.fruit!.insolubleShare))
  if (allG > inAllG - Math.min(fibreG, inAllG) + SCALE_G)
    throw new ProcessLimit('base-more-than-went-in', { outG: allG, inG: inAllG }, 'juice')

  const mostG = Math.min(allG, takenG - trimmedG)
  const leastG = Math.min(mostG, Math.max(0, allG / gPerMl - volumeMl(water)) * juiceGPerMl)
  const juiceInG = (share: number): number => between(allG * share, leastG, mostG)
  const likelyG = juiceInG(juiceShare)
  const spread: Spread = {
    least: brix === null ? leastG : juiceInG(juiceShare / (1 + BRIX_SPREAD)),
    likely: likelyG,
    most: brix === null ? likelyG : juiceInG(juiceShare / (1 - BRIX_SPREAD)),
  }
  const thin = mixed([scaled(oneGram(pure), Math.max(leastG, 1e-9)), scaled(oneGram(water), allG - leastG)])
  const stuck = stuckG(allG, inAllG - allG)
  const pulpG = inAllG - allG - stuck
  return {
    outG,
    outMl: outG / gPerMl,
    waterG,
    composition: per100g(gram),
    ph: input.ph ?? phEstimate(gram).ph,
    brix: brix ?? brixOf(gram),
    leastBrix: brixOf(thin),
    juiceG: likelyG * (outG / allG),
    juiceMl: {
      least: spread.least / juiceGPerMl,
      likely: spread.likely / juiceGPerMl,
      most: spread.most / juiceGPerMl,
    },
    byProducts: [...trims, ...pulpOf(pulpG, stuck, input.parts)],
    waterKeptG: Math.max(0, waterG - (allG - likelyG)),
    cautions: [...new Set(fruits.flatMap((f) => f.juice.cautions ?? []))],
  }
}

/** The pulp as it was weighed, or all that is left. */
function pulpOf(pulpG: number, stuck: number, parts: readonly PartWeighed[] = []): { name: string; massG: number }[] {
  const weighedG = parts.find((p) => p.part === 'pulp')?.massG ?? null
  if (weighedG !== null && weighedG > pulpG + stuck + SCALE_G)
    throw new ProcessLimit('parts-heavier-than-fruit', { pulpG: weighedG, leftG: pulpG, takenG: pulpG }, 'parts')
  const massG = weighedG ?? Math.max(0, pulpG)
  return massG > 0 ? [{ name: 'pulp', massG }] : []
}
