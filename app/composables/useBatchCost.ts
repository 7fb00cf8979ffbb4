import { prepCost } from '#core/cost'
import type { Evaluation } from '#core/recipe'
import { useDrinks } from '~/stores/drinks'
import type { RunView } from '~/stores/make'

/** What a batch was to cost, by today's prices, and what it cost as its lots were paid; for whoever sees costs. */
export function useBatchCost(view: () => RunView) {
  const drinks = useDrinks()
  const totalOf = (e: Evaluation | null): number | null => {
    const book = drinks.priceBook
    return e && book ? (prepCost(e, book).total?.value ?? null) : null
  }
  const planned = computed(() => totalOf(view().planned))
  const actual = computed(() => view().made?.cost ?? totalOf(view().pot))
  return { planned, actual, isPaid: computed(() => view().made?.cost != null) }
}
