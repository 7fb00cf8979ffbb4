import type { Evaluation, MixFigures } from '../recipe'
import type { Program, Terms } from '../solve'
import { mixAt } from './moment'
import type { AmountsAsk, CupCosts } from './ask'
import { MET_WITHIN, TARGETS, type TargetName } from './target'

// What is asked for as a linear program, about a drink as it was evaluated: the same shares, volumes and costs. What is
// not straight (sugar contracts, a reading is no sum, ice melts) is taken as it was found there, and found again.

/** A layer as the program sees it. */
interface Column {
  stream: string
  name: string
  /** as it is now, g in a cup */
  nowG: number
  mlPerG: number
  sugars: number
  acid: number
  sweetness: number
  dissolved: number
  liquor: number
  /** money for a gram; 0 where it is not asked */
  cost: number
}

function columnsOf({ layers, parts }: Evaluation, cost: CupCosts | null): Column[] {
  return layers.map((layer, i) => {
    const { shares } = parts[i]!
    const massG = layer.mass.value
    return {
      stream: layer.stream,
      name: `x${i}`,
      nowG: massG,
      mlPerG: layer.mlPerG.value,
      sugars: shares.sugars.value,
      acid: shares.acid.value,
      sweetness: shares.sweetness.value,
      dissolved: shares.dissolved.value,
      liquor: shares.liquor.value,
      cost: massG > 0 ? (cost?.layers.get(layer.stream) ?? 0) / massG : 0,
    }
  })
}

/** A missed step of any target costs more than all the grams that could be moved. */
const MISSED = 1e4
/** g below which a layer counts as one of so many: nearly nothing may become something. */
const SMALL_G = 5
/** Water and what else fills up gives way before anything else. */
const FILLER = 0.01
/** mL that nobody sees in a cup, and how much harder a volume is held than a figure; share of a cost that counts. */
const [VOLUME_STEP_ML, HARDER, COST_STEP] = [0.5, 10, 0.005]
/** No cup holds more. */
export const MOST_G = 5000

/**
 * One row that says how far a figure is from what is wanted of it, in its own unit and about what was tried: 0 where it
 * is met, whatever the cup or the pot comes to. Meltwater comes with every gram of drink.
 */
function rowOf(name: TargetName, wanted: number, columns: readonly Column[], cup: Evaluation, mix: MixFigures): Terms {
  const all = (of: (c: Column) => number): Terms => Object.fromEntries(columns.map((c) => [c.name, of(c)]))
  const drinkG = cup.jug.mass.value
  const meltPerG = Math.max(0, mix.mass.value - drinkG) / drinkG
  if (name === 'brix') {
    // A target reading as dissolved solids: by what acid took off it here.
    const share = (wanted + (mix.dissolved.value - mix.brix.value)) / 100
    const liquorG = columns.reduce((n, c) => n + c.nowG * (c.liquor + meltPerG), 0)
    return all((c) => (100 * (c.dissolved - share * (c.liquor + meltPerG))) / liquorG)
  }
  if (name === 'ratio') {
    const acidG = Math.max(mix.acid.value, LEAST_ACID_G)
    return all((c) => (c.sugars - wanted * c.acid) / acidG)
  }
  const of = name === 'ta' ? 'acid' : 'sweetness'
  // mL of the mixture for a mL of its layers and its meltwater side by side.
  const sideMl = cup.sumOfLayers.value + meltPerG * drinkG
  const mixes = mix.volume.value / sideMl
  return all((c) => (100 * c[of] - wanted * mixes * (c.mlPerG + meltPerG)) / mix.volume.value)
}
const LEAST_ACID_G = 1e-3

/** What may be missed: a figure, the volume of the cup, what it may cost. */
export type Missed = TargetName | 'volume' | 'cost'

/**
 * The program of what is asked, about a drink as it was evaluated: every figure as near as can be, then as few grams
 * moved as can be, water first.
 * @param cup as it is tried now
 * @param before g of each layer as it was asked about
 */
export function programOf(
  ask: AmountsAsk,
  cup: Evaluation,
  cost: CupCosts | null,
  before: ReadonlyMap<string, number>,
): Program {
  const columns = columnsOf(cup, cost)
  const mix = mixAt(cup, ask.moment)
  const filler = cup.layers.find((l) => l.fillsUp)?.stream
  const minimize: Record<string, number> = {}
  const bounds: Record<string, { least: number; most: number }> = {}
  const rows: { terms: Terms; least?: number; most?: number }[] = []
  columns.forEach((c, i) => {
    const wasG = before.get(c.stream) ?? 0
    const given = ask.bounds[c.stream]
    const isHeld = ask.held.has(c.stream)
    bounds[c.name] = {
      least: isHeld ? wasG : (given?.leastG ?? 0),
      most: isHeld ? wasG : Math.min(MOST_G, given?.mostG ?? MOST_G),
    }
    const weight = (c.stream === filler ? FILLER : 1) / Math.max(wasG, SMALL_G)
    for (const way of ['up', 'down']) {
      minimize[`${way}${i}`] = weight
      bounds[`${way}${i}`] = { least: 0, most: MOST_G }
    }
    rows.push({ terms: { [c.name]: 1, [`up${i}`]: -1, [`down${i}`]: 1 }, least: wasG, most: wasG })
  })
  /** A row that is held as near as can be: what is missed is a slack, in steps of `step`. */
  const held = (name: Missed, terms: Terms, at: number, step: number, mayBeLess = false): void => {
    rows.push({
      terms: { ...terms, [`over_${name}`]: -1, ...(mayBeLess ? {} : { [`under_${name}`]: 1 }) },
      ...(mayBeLess ? {} : { least: at }),
      most: at,
    })
    for (const way of mayBeLess ? ['over'] : ['over', 'under']) {
      minimize[`${way}_${name}`] = MISSED / step
      bounds[`${way}_${name}`] = { least: 0, most: 1e6 }
    }
  }
  const each = (of: (c: Column) => number): Terms => Object.fromEntries(columns.map((c) => [c.name, of(c)]))
  for (const name of TARGETS) {
    const wanted = ask.wanted[name]
    if (wanted === undefined) continue
    held(name, rowOf(name, wanted, columns, cup, mix), 0, MET_WITHIN[name])
  }
  // Sugar contracts: a cup holds a little more than its layers side by side.
  const contracts = cup.sumOfLayers.value / cup.jug.volume.value
  if (ask.volumeMl !== undefined)
    held(
      'volume',
      each((c) => c.mlPerG),
      ask.volumeMl * contracts,
      VOLUME_STEP_ML / HARDER,
    )
  if (ask.mostCost !== undefined && cost) {
    const rest = cost.total - [...cost.layers.values()].reduce((a, b) => a + b, 0)
    const perMl = (ask.mostCost - rest) / cup.sumOfLayers.value
    held(
      'cost',
      each((c) => c.cost - perMl * c.mlPerG),
      0,
      COST_STEP * ask.mostCost + 1e-6,
      true,
    )
  }
  return { minimize, rows, columns: bounds }
}

/** Grams of each layer in an answer. */
export const gramsOf = (answer: Readonly<Record<string, number>>, cup: Evaluation): Map<string, number> =>
  new Map(cup.layers.map((l, i) => [l.stream, Math.max(0, answer[`x${i}`] ?? 0)]))

/** What an answer misses by more than counts. */
export function missedIn(ask: AmountsAsk, answer: Readonly<Record<string, number>>): Missed[] {
  const slack = (name: Missed): number => (answer[`over_${name}`] ?? 0) + (answer[`under_${name}`] ?? 0)
  const figures = TARGETS.filter((name) => ask.wanted[name] !== undefined && slack(name) > MET_WITHIN[name] + 1e-6)
  return [
    ...figures,
    ...(ask.volumeMl !== undefined && slack('volume') > VOLUME_STEP_ML ? (['volume'] as const) : []),
    ...(ask.mostCost !== undefined && slack('cost') > COST_STEP * ask.mostCost ? (['cost'] as const) : []),
  ]
}
