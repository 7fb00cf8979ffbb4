import { fillsUp, finalStep, type Amount, type Evaluation, type RecipeDocument, type TakeStep } from '../recipe'
import { isMassUnit, roundToStep, toGrams, type AmountUnit } from '../units'

/** Layers of a drink that somebody weighs or pours: what the amounts of can be changed. */
export function takenLayers(doc: RecipeDocument): TakeStep[] {
  const inputs = finalStep(doc)?.in ?? []
  return doc.steps.filter((s): s is TakeStep => s.op === 'take' && inputs.includes(s.out))
}

/** What scales and jugs of a stand tell apart. Common practice, no source. */
export const SCALE_STEP = 0.5

/**
 * A drink with so many g of its layers in a cup, each in the unit that it was typed in, to the step of the scale. What
 * fills up follows by itself.
 * @param cup as evaluated: of a pot, one cup of it
 * @param grams by stream, for one cup
 */
export function withGrams(
  doc: RecipeDocument,
  cup: Evaluation,
  grams: Readonly<Record<string, number>>,
  step = SCALE_STEP,
): RecipeDocument {
  const filler = fillsUp(doc)
  const times = cup.pot?.cups.value ?? 1
  const massOf = (stream: string): number => (cup.layers.find((l) => l.stream === stream)?.mass.value ?? 0) * times
  return {
    ...doc,
    steps: doc.steps.map((s) => {
      const wantedG = s.op === 'take' && s.out !== filler ? grams[s.out] : undefined
      if (s.op !== 'take' || wantedG === undefined) return s
      return { ...s, amount: amountOf(s.amount, massOf(s.out), wantedG * times, step) }
    }),
  }
}

/** By what is written there now: a unit of volume weighs what it weighed. Of nothing it weighs nothing known. */
function amountOf({ value, unit }: Amount, isG: number, wantedG: number, step: number): Amount {
  if (isMassUnit(unit)) return { value: rounded(wantedG / toGrams(1, unit), unit, step), unit }
  return isG > 0
    ? { value: rounded((value * wantedG) / isG, unit, step), unit }
    : { value: rounded(wantedG, 'g', step), unit: 'g' }
}

const FINE: Partial<Record<AmountUnit, number>> = { kg: 0.001, L: 0.001 }
/** g and mL below which half of one is too coarse: salt, acid powder, a sweetener. */
const [LITTLE, LITTLE_STEP] = [5, 0.1]
function rounded(value: number, unit: AmountUnit, step: number): number {
  if (unit !== 'g' && unit !== 'mL') return roundToStep(value, Math.min(step, FINE[unit] ?? 0.01))
  return roundToStep(value, value < LITTLE ? Math.min(step, LITTLE_STEP) : step)
}
