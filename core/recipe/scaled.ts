import { CATALOGUE, isNumber, type NumberSpec, type Spec } from '../process'
import type { RecipeDocument, RecipeStep } from './document'

const NUMBERS: ReadonlyMap<string, readonly [string, NumberSpec][]> = new Map(
  Object.values(CATALOGUE).map((kind) => [
    kind.op,
    Object.entries<Spec>(kind.params).filter((e): e is [string, NumberSpec] => isNumber(e[1]) && !!e[1].scales),
  ]),
)

/** One step for `times` as much, as in {@link scaledDocument}. */
export function scaledStep(step: RecipeStep, times: number): RecipeStep {
  if (step.op === 'take') return { ...step, amount: { ...step.amount, value: step.amount.value * times } }
  const given = step as unknown as Record<string, unknown>
  const grown: Record<string, number> = {}
  for (const [name, { scales }] of NUMBERS.get(step.op)!) {
    const value = given[name]
    const doesScale = scales === true || scales!.is.includes(String(given[scales!.with]))
    if (typeof value === 'number' && doesScale) grown[name] = value * times
  }
  return { ...step, ...grown }
}

/**
 * A document for `times` as much: what is taken, and the numbers of steps that grow with it. Times, temperatures, rates
 * and vessels stay. How it is served is for one cup and stays too.
 * @param times above 0
 */
export const scaledDocument = (doc: RecipeDocument, times: number): RecipeDocument =>
  times === 1 ? doc : { ...doc, steps: doc.steps.map((s) => scaledStep(s, times)) }
