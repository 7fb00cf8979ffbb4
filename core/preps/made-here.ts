import { itemKey, scaledDocument, type Evaluation, type ItemRef, type RecipeDocument } from '../recipe'
import { boundTo, misfitsOf, type Binding, type Equipment, type Misfit, type Pot } from './equipment'
import { inWholeLoads, loadsOf, scaledToOutput, type Scaled, type Wanted } from './scale'

// So much of a prep, at this stand: what it takes, with which pieces, and what does not fit.

export interface Here {
  equipment: readonly Equipment[]
  pots: readonly Pot[]
}
/** Something that is taken, as it is written: all of it together. */
export interface Taken {
  item: ItemRef
  value: number
  unit: string
}
export interface MadeHere {
  evaluation: Evaluation
  /** how many times the standard */
  times: number
  takes: Taken[]
  by: Binding[]
  misfits: Misfit[]
  /** loads of the blender, the most of a step; null where nothing is blended */
  loads: number | null
  /** the prep for so much, with its own numbers: what a draft becomes */
  document: RecipeDocument
}

/**
 * A prep for a wanted amount with what the stand has.
 * @param standard as evaluated, by its own numbers
 * @param whole up to whole jars of the blender
 * @throws ProcessLimit where so much of it cannot be made as written
 */
export function madeHere(
  standard: Evaluation,
  evaluate: (doc: RecipeDocument) => Evaluation,
  wanted: Wanted,
  { equipment, pots }: Here,
  whole = false,
): MadeHere {
  const { document, by } = boundTo(standard.document, equipment)
  const bound = by.length ? evaluate(document) : standard
  const asked = scaledToOutput(bound, evaluate, wanted)
  const made: Scaled = (whole && inWholeLoads(asked, evaluate)) || asked
  // By its own numbers it sticks and boils otherwise: what is written gives what was asked for.
  const written = (): RecipeDocument =>
    by.length && !whole
      ? scaledToOutput(standard, evaluate, wanted).document
      : scaledDocument(standard.document, made.times)
  const loads = loadsOf(made.evaluation).map((l) => l.loads.value)
  return {
    evaluation: made.evaluation,
    times: made.times,
    takes: takesOf(made.document),
    by,
    misfits: misfitsOf(made.evaluation, pots, equipment),
    loads: loads.length ? Math.max(...loads) : null,
    document: written(),
  }
}

/** What a document takes, in the order of its steps, each thing and unit once. */
export function takesOf(doc: RecipeDocument): Taken[] {
  const out = new Map<string, Taken>()
  for (const step of doc.steps) {
    if (step.op !== 'take') continue
    const { value, unit } = step.amount
    const id = `${itemKey(step.item)} ${unit}`
    out.set(id, { item: step.item, unit, value: value + (out.get(id)?.value ?? 0) })
  }
  return [...out.values()]
}
