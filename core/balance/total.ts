import {
  asPot,
  itemKey,
  withAmount,
  withLayer,
  type Evaluation,
  type ItemRef,
  type RecipeDocument,
  type TakeStep,
} from '../recipe'
import { isMassUnit, roundToStep, toGrams } from '../units'

/** What went into a pot beside its recipe. */
export interface PotAddition {
  item: ItemRef
  massG: number
}

/** g and mL of a pot that somebody would write down. */
const STEP = 1

/**
 * All that is in a pot now, as a recipe for that pot: what it was made of, and what was added since. This is the number
 * that nobody writes down.
 * @param cup the drink as evaluated, of which one cup is taken
 * @param potMl of it that stood in the pot before anything was added
 */
export function potTotal(cup: Evaluation, potMl: number, added: readonly PotAddition[]): RecipeDocument {
  const cups = potMl / cup.jug.volume.value
  const pot = asPot(cup, cups)
  const start: RecipeDocument = {
    ...pot,
    steps: pot.steps.map((s) =>
      s.op === 'take' ? { ...s, amount: { ...s.amount, value: writable(s.amount.value, s.amount.unit) } } : s,
    ),
  }
  return added.filter((a) => a.massG > 0).reduce((doc, a) => withMore(doc, cup, cups, a), start)
}
const writable = (value: number, unit: string): number =>
  roundToStep(value, unit === 'g' || unit === 'mL' ? STEP : 0.01)

function withMore(doc: RecipeDocument, cup: Evaluation, cups: number, { item, massG }: PotAddition): RecipeDocument {
  const take = doc.steps.find((s): s is TakeStep => s.op === 'take' && itemKey(s.item) === itemKey(item))
  if (!take) return withLayer(doc, item, { value: roundToStep(massG, 0.1), unit: 'g' })
  const { value, unit } = take.amount
  if (isMassUnit(unit)) {
    const more = massG / toGrams(1, unit)
    return withAmount(doc, take.out, { value: roundToStep(value + more, 0.1), unit })
  }
  // By what a mL of it weighs in this drink.
  const layer = cup.layers.find((l) => l.stream === take.out)
  const isG = (layer?.mass.value ?? 0) * cups
  if (!(isG > 0)) return withLayer(doc, item, { value: roundToStep(massG, 0.1), unit: 'g' })
  return withAmount(doc, take.out, { value: writable(value * (1 + massG / isG), unit), unit })
}
