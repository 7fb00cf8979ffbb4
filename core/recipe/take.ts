import { given, product, type Figure } from '../figures'
import {
  CATALOGUE,
  ingredientStream,
  massG,
  scaled,
  volumePerGram,
  type Op,
  type StepKind,
  type StepResult,
  type Stream,
} from '../process'
import { heapedGPerMl, type IngredientData } from '../substances'
import { isMassUnit, toGrams, toMillilitres } from '../units'
import { itemKey, type TakeStep } from './document'
import type { Layer, Made, MakingStep, TimedStep } from './evaluation'
import { ingredientShares, partShare, prepShares, type Part } from './mix-figures'

// What is taken, and what steps make of it, with the figures that each of them adds.

/** A filler that is taken: more of it, in g per mL of the mixture, than any could need. */
export const PLENTY_G_PER_ML = 10

/** A take: the stream of as many grams as its amount comes to, of which a gram is `unit`. */
export function madeOf(step: TakeStep, unit: Stream, shares: Part['shares'], ingredient?: IngredientData): Made {
  const params = { name: itemKey(step.item) }
  const mass = massFigure(step, unit, ingredient, params)
  return { stream: scaled(unit, mass.value), item: step.item, part: { name: step.out, mass, shares, params } }
}

/** Of a filler, the grams that were worked out for it. */
export function poured(filler: Made, grams: number, volumeMl: number): Made {
  const mass = given('fills-up', grams, 'g', 'estimated', 'source.fills-up', { ...filler.part.params, volumeMl })
  return { ...filler, stream: scaled(filler.stream, grams / massG(filler.stream)), part: { ...filler.part, mass } }
}

/** A stream that more than mixing made: a part of its own, with what a gram of it holds. */
export const streamPart = (name: string, stream: Stream): Part => ({
  name,
  mass: given('mass', massG(stream), 'g', 'estimated', 'source.process'),
  shares: ingredientShares(stream, 'source.process', { name }),
  params: { name },
})

/** What a step made, as a part of what comes after: of its inputs, where the step only mixes. */
export function partOf({ op, out: name }: { op: Op; out: string }, inputs: readonly Made[], result: StepResult): Part {
  const { out } = result
  if (!CATALOGUE[op].mixes(result) || inputs.length < 2) return streamPart(name, out)
  const mass = given('mass', massG(out), 'g', 'estimated', 'source.process')
  return {
    name,
    mass,
    shares: prepShares(
      inputs.map((i) => i.part),
      { name },
    ),
    params: { name },
  }
}

/** A layer of the glass. */
export function layerOf({ stream, part, item }: Made, name: string, fills: boolean): Layer {
  const mlPerG = given('ml-per-gram', volumePerGram(unitOf(stream)), '1', 'estimated', 'source.density', part.params)
  return {
    stream: name,
    item,
    key: item ? itemKey(item) : name,
    fillsUp: fills,
    mass: part.mass,
    mlPerG,
    volume: product('volume-of', 'mL', [part.mass, mlPerG], part.params),
    sugars: partShare(part, 'sugars'),
    acid: partShare(part, 'acid'),
  }
}

/** A step in time: who is busy, what is held. */
export function timed(step: MakingStep, { handMin, waitMin }: StepResult, inputs: readonly Stream[]): TimedStep {
  const { holds: busy, endSign, window } = CATALOGUE[step.op] as unknown as StepKind
  return { op: step.op, out: step.out, handMin, waitMin, holds: busy, endSign, window: window(step as never, inputs) }
}

/** One gram of an ingredient and what it holds, worked out once for all evaluations. */
const grams = new WeakMap<IngredientData, Map<string, { unit: Stream; shares: Part['shares'] }>>()
export function gramOf(
  ingredient: IngredientData,
  name: string,
  tempC: number,
): { unit: Stream; shares: Part['shares'] } {
  const known = grams.get(ingredient) ?? new Map<string, { unit: Stream; shares: Part['shares'] }>()
  grams.set(ingredient, known)
  const key = `${name} ${tempC}`
  let made = known.get(key)
  if (!made) {
    const unit = ingredientStream(ingredient, 1, tempC)
    known.set(key, (made = { unit, shares: ingredientShares(unit, ingredient.source, { name }) }))
  }
  return made
}

/** The same stream with something in it, for a layer of no grams still to have a density. */
const unitOf = (s: Stream): Stream => {
  if (massG(s) > 0) return s
  const amountsG = s.amountsG.slice()
  amountsG[0] = 1
  return { ...s, amountsG }
}

/** A volume weighs what the liquid does; of what is heaped, what a cup of it does. */
function massFigure(
  step: TakeStep,
  unit: Stream,
  ingredient: IngredientData | undefined,
  params: Part['params'],
): Figure {
  const { value, unit: typed } = step.amount
  if (isMassUnit(typed)) return given('mass-of', toGrams(value, typed), 'g', 'measured', 'source.recipe', params)
  const ml = given('volume-of', toMillilitres(value, typed), 'mL', 'measured', 'source.recipe', params)
  const heaped = ingredient && heapedGPerMl(ingredient)
  const density = heaped
    ? given('density-of', heaped.gPerMl, 'g/mL', 'estimated', heaped.source, params)
    : given('density-of', 1 / volumePerGram(unit), 'g/mL', 'estimated', 'source.density', params)
  return product('mass-of', 'g', [ml, density], params)
}
