import { given, quotient, type Figure } from '../figures'
import { ProcessLimit } from '../process'
import { finalStep, type Pot, type RecipeDocument, type RecipeStep } from './document'
import { volumeOf } from './edit'
import type { Evaluation, Layer, PotFigures } from './evaluation'
import { scaledDocument } from './scaled'

// A drink as a household writes it: amounts for a pot, kept as they were typed. What one cup takes follows from how
// much the pot comes to.

/** Cups of which a pot is made where nobody said how big it is. */
export const POT_CUPS = 10

/**
 * What a pot comes to.
 * @param volume mL of the pot, mixed
 * @throws ProcessLimit when nothing is in it, or a cup of it is to hold nothing
 */
export function potFigures(volume: Figure, { cupMl }: Pot): PotFigures {
  if (!(cupMl > 0)) throw new ProcessLimit('volume-not-positive', { volumeMl: cupMl }, 'cupMl')
  if (!(volume.value > 0)) throw new ProcessLimit('pot-empty', {}, 'pot')
  const cup = given('cup-volume', cupMl, 'mL', 'measured', 'source.recipe')
  return { volume, cups: quotient('cups-in-pot', 'cups', volume, cup) }
}

/** The recipe for one cup of a pot. */
export function cupOfPot(doc: RecipeDocument, { cups }: PotFigures): RecipeDocument {
  const { pot: _, ...cup } = doc
  return scaledDocument(cup, 1 / cups.value)
}

/** The same document with another last step over the same inputs. */
function withFinal(doc: RecipeDocument, other: (inputs: string[], out: string) => RecipeStep): RecipeDocument {
  const final = finalStep(doc)
  return { ...doc, steps: doc.steps.map((s) => (s === final ? other(final.in, final.out) : s)) }
}

/**
 * A drink for one cup, written for a pot: what filled up the cup gets an amount of its own, in whole mL.
 * @param cup the drink as evaluated for one cup
 * @param cups in the pot
 */
export function asPot(cup: Evaluation, cups = POT_CUPS): RecipeDocument {
  const many = scaledDocument(cup.document, cups)
  const pot: Pot = { cupMl: volumeOf(cup.document) || cup.jug.volume.value }
  const filler = cup.layers.find((l) => l.fillsUp)
  if (!filler) return { ...many, pot }
  const value = Math.round(filler.volume.value * cups)
  const steps = many.steps.map((s): RecipeStep =>
    s.op === 'take' && s.out === filler.stream ? { ...s, amount: { value, unit: 'mL' } } : s,
  )
  return { ...withFinal({ ...many, steps }, (inputs, out) => ({ op: 'combine', in: inputs, out })), pot }
}

/**
 * A pot written for one cup from now on: its last layer, as a rule the water, fills up again.
 * @param pot the drink as evaluated from its pot
 */
export function asCup(pot: Evaluation): RecipeDocument {
  const cup = pot.document
  const final = finalStep(cup)
  const isTaken = cup.steps.some((s) => s.op === 'take' && s.out === final?.in.at(-1))
  if (final?.op !== 'combine' || !isTaken) return cup
  const toVolumeMl = pot.jug.volume.value
  return withFinal(cup, (inputs, out) => ({ op: 'makeUp', in: inputs, out, toVolumeMl }))
}

/**
 * mL of a layer in the pot for it to be `ml` of a cup, the other layers of the pot as they are. What a cup holds is
 * read as the sum of its layers.
 * @returns undefined where the cup would hold nothing else
 */
export function mlInPot({ sumOfLayers, pot }: Evaluation, layer: Layer, ml: number): number | undefined {
  const cupMl = sumOfLayers.value
  if (!pot || ml >= cupMl) return undefined
  const othersMl = (cupMl - layer.volume.value) * pot.cups.value
  return (ml * othersMl) / (cupMl - ml)
}
