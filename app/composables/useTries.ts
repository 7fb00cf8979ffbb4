import type { CupCosts, Tried } from '#core/balance'
import { Evaluator, type Evaluation, type RecipeContext, type RecipeDocument } from '#core/recipe'
import { useDrinks } from '~/stores/drinks'

/** Evaluates what is tried, in today's context or in another, with what a cup of it costs. */
export function useTries() {
  const drinks = useDrinks()
  function costsOf(document: RecipeDocument, evaluation: Evaluation): CupCosts | null {
    const cost = drinks.costOf(document, evaluation)
    if (!cost?.total) return null
    const layers = cost.lines.flatMap((l): [string, number][] => (l.kind === 'layer' ? [[l.key, l.cost!.value]] : []))
    return { total: cost.total.value, layers: new Map(layers) }
  }
  /** @param context what the names stand for, where that is not as of today */
  function triesIn(context: RecipeContext = drinks.context): (document: RecipeDocument) => Tried {
    const evaluator = new Evaluator(context)
    return (document) => {
      const evaluation = evaluator.evaluate(document)
      return { document, evaluation, cost: costsOf(document, evaluation) }
    }
  }
  return { triesIn }
}
