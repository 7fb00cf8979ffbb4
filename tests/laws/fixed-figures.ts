import {
  Evaluator,
  newDrink,
  shippedContext,
  withLayer,
  withServe,
  type Evaluation,
  type RecipeDocument,
} from '../../core/recipe'
import { PREPS, randomDocument } from './random-documents'

// Figures of a fixed set of recipes: what the core's number stands for.

const SEEDS = Array.from({ length: 40 }, (_, i) => i + 1)
const drinks: Record<string, RecipeDocument> = {
  lemonade: withServe(
    withLayer(
      withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' }),
      { prep: 'syrup' },
      { value: 60, unit: 'mL' },
    ),
    { iceG: 90 },
  ),
  'milk and mango': withLayer(
    withLayer(newDrink(null, 250, 'whole-milk'), { ingredient: 'mango-puree' }, { value: 90, unit: 'g' }),
    { prep: 'both' },
    { value: 20, unit: 'g' },
  ),
}

/** Ten digits: what a change of a formula moves, and the order of adding up does not. */
const rounded = (value: number): number => Number(value.toPrecision(10))
function figuresOf({ jug, cup, bill, output }: Evaluation): number[] {
  const of = (mix: Evaluation['jug']): number[] =>
    [mix.mass, mix.volume, mix.brix, mix.ta, mix.sweetness, mix.temp].map((f) => f.value)
  return [
    ...of(jug),
    output.iceG,
    output.undissolvedG,
    bill.work.reduce((m, w) => m + w.handMin, 0),
    bill.work.reduce((m, w) => m + w.energyKj, 0),
    ...(cup ? [cup.melted.value, cup.filled.value, ...of(cup.firstSip), ...of(cup.lastSip)] : []),
  ].map(rounded)
}

/** Every figure of the set, by recipe; one that cannot be made has none. */
export function fixedFigures(): Record<string, number[]> {
  const evaluator = new Evaluator(shippedContext(PREPS))
  const all: [string, RecipeDocument][] = [
    ...Object.entries(PREPS),
    ...Object.entries(drinks),
    ...SEEDS.map((seed): [string, RecipeDocument] => [`random ${seed}`, randomDocument(seed, 2 + (seed % 39))]),
  ]
  return Object.fromEntries(
    all.map(([name, doc]) => {
      try {
        return [name, figuresOf(evaluator.evaluate(doc))]
      } catch {
        return [name, []]
      }
    }),
  )
}
