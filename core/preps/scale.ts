import { call, given, type Figure } from '../figures'
import { CATALOGUE, ProcessLimit, type StepKind } from '../process'
import { scaledDocument, type Evaluation, type RecipeDocument } from '../recipe'

// A prep for so many litres or grams: what is taken grows with it, times and vessels stay, and what boils away does not
// follow exactly. So the factor is searched for.

export interface Scaled {
  document: RecipeDocument
  evaluation: Evaluation
  /** how many times the standard */
  times: number
}
export interface Wanted {
  value: number
  unit: 'mL' | 'g'
}

const outOf = ({ jug }: Evaluation, unit: Wanted['unit']): number => (unit === 'mL' ? jug.volume : jug.mass).value

const STEPS = 30
/** Of what is wanted: a thousandth of it is no difference to anybody. */
const NEAR = 1e-6

/**
 * The document that gives as much as is wanted.
 * @param standard as evaluated
 * @throws ProcessLimit where so much, or so little, of it cannot be made as written
 */
export function scaledToOutput(
  standard: Evaluation,
  evaluate: (doc: RecipeDocument) => Evaluation,
  { value, unit }: Wanted,
): Scaled {
  if (!(value > 0) || !Number.isFinite(value)) throw new ProcessLimit('output-not-positive', { value }, 'output')
  const at = (times: number): Scaled => {
    const document = scaledDocument(standard.document, times)
    return { document, evaluation: times === 1 ? standard : evaluate(document), times }
  }
  // A chord through the last two, which an almost straight line follows in a step or two.
  let [before, beforeOut] = [0, 0]
  let made = at(value / outOf(standard, unit))
  for (let n = 0; n < STEPS; n++) {
    const out = outOf(made.evaluation, unit)
    if (Math.abs(out - value) <= NEAR * value) return made
    const slope = (out - beforeOut) / (made.times - before)
    const next = made.times + (value - out) / slope
    if (!(next > 0) || !Number.isFinite(next)) break
    ;[before, beforeOut] = [made.times, out]
    made = at(next)
  }
  throw new ProcessLimit('output-out-of-reach', { value }, 'output')
}

/** Loads of the blender that a document takes, the steps that have them, in their order. */
export function loadsOf({ done }: Evaluation): { out: string; loads: Figure }[] {
  return done.flatMap(({ step, result }) => {
    const loads = (CATALOGUE[step.op] as unknown as StepKind).explain(step as never, result).find(isLoads)
    return loads ? [{ out: step.out, loads }] : []
  })
}
const isLoads = (f: Figure): boolean => f.label === 'loads'

/**
 * The smallest making of at least so much with whole jars: a last load of a quarter jar is work for nothing.
 * Nothing where no step goes in loads.
 * @throws ProcessLimit as {@link scaledToOutput}
 */
export function inWholeLoads(scaled: Scaled, evaluate: (doc: RecipeDocument) => Evaluation): Scaled | null {
  const fills = scaled.evaluation.done.flatMap(({ step, result }) => {
    if (step.op !== 'blend') return []
    const { jarMl: jar, fillShare: share } = CATALOGUE.blend.params
    const { jarMl = jar.default, fillShare = share.default } = step
    return [result.used.volumeMl! / (jarMl * fillShare)]
  })
  const most = Math.max(...fills)
  if (!fills.length || !(most > 0)) return null
  const times = (scaled.times * Math.ceil(most - 1e-9)) / most
  const document = scaledDocument(scaled.document, times / scaled.times)
  return { document, evaluation: evaluate(document), times }
}

/** How many makings of its usual size cover what is needed. @param needMl mL that are short */
export const makingsFor = (standard: Evaluation, needMl: number): Figure =>
  call('makings', '1', 'round-up', [
    given('makings', needMl / standard.jug.volume.value, '1', 'estimated', 'source.plan'),
  ])
