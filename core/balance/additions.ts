import { given } from '../figures'
import {
  ProcessLimit,
  atTemperature,
  massG,
  mixed,
  observed,
  scaled,
  volumePerGram,
  type Observed,
  type Stream,
} from '../process'
import {
  Evaluator,
  gramOf,
  itemKey,
  mixFigures,
  prepShares,
  streamPart,
  type Evaluation,
  type ItemRef,
  type MixFigures,
  type Part,
  type RecipeContext,
} from '../recipe'

// A pot as it stands, what may be added to it, and what it is then: every figure from the same shares and streams as a
// recipe's.

/** Something that may be added, by the gram. */
export interface Addable {
  item: ItemRef
  key: string
  gram: Stream
  shares: Part['shares']
  mlPerG: number
}
export interface Added {
  key: string
  massG: number
}

/** A gram of an ingredient, or of a prep as it was signed; nothing where it is not known or cannot be made. */
export function addableOf(item: ItemRef, context: RecipeContext, tempC: number): Addable | undefined {
  const key = itemKey(item)
  if ('ingredient' in item) {
    const data = context.ingredient(item.ingredient)
    if (!data) return undefined
    const { unit, shares } = gramOf(data, key, tempC)
    return { item, key, gram: unit, shares, mlPerG: volumePerGram(unit) }
  }
  try {
    const { output, parts } = new Evaluator(context).prep(item.prep)
    const gram = atTemperature(scaled(output, 1 / massG(output)), tempC)
    return { item, key, gram, shares: prepShares(parts, { name: key }), mlPerG: volumePerGram(gram) }
  } catch (e) {
    if (e instanceof ProcessLimit) return undefined
    throw e
  }
}

/** A pot: what is in it, and what it measures. */
export interface PotState {
  stream: Stream
  mix: MixFigures
}

function stateOf(stream: Stream, parts: readonly Part[]): PotState {
  const temp = given('temperature', stream.tempC, '°C', 'default', 'source.bench')
  return { stream, mix: mixFigures(parts, temp, stream) }
}

/**
 * So many mL of a drink as it stands in its pot, as it was read.
 * @param drink as evaluated
 * @throws ProcessLimit where there is none, or it cannot read that
 */
export function potAsRead({ output, jug }: Evaluation, potMl: number, reading: Observed): PotState {
  if (!(potMl > 0)) throw new ProcessLimit('pot-empty', {}, 'litres')
  if (!(jug.volume.value > 0)) throw new ProcessLimit('drink-empty', {})
  const stream = observed(scaled(output, potMl / jug.volume.value), reading)
  return stateOf(stream, [streamPart('pot', stream)])
}

/** A pot after so many g of each thing. */
export function potAfter(pot: PotState, added: readonly Added[], from: readonly Addable[]): PotState {
  const what = added.flatMap(({ key, massG: g }) => {
    const of = from.find((a) => a.key === key)
    return of && g > 0 ? [{ of, g }] : []
  })
  if (!what.length) return pot
  const stream = mixed([pot.stream, ...what.map(({ of, g }) => scaled(of.gram, g))])
  const parts = what.map(({ of, g }): Part => ({
    name: of.key,
    mass: given('mass-of', g, 'g', 'measured', 'source.addition', { name: of.key }),
    shares: of.shares,
    params: { name: of.key },
  }))
  return stateOf(stream, [streamPart('pot', pot.stream), ...parts])
}

/**
 * What something is weighed in for a pot of so many mL, g: dry acids finely, the rest as a scale of that size
 * shows. Common practice, no source.
 */
export function stepFor(potMl: number, { shares }: Pick<Addable, 'shares'>): number {
  if (shares.acid.value > STRONG_ACID) return potMl > 20_000 ? 1 : 0.5
  return potMl > 20_000 ? 10 : potMl > 5000 ? 5 : 1
}
const STRONG_ACID = 0.5
