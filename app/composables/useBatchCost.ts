import { costOfWhatGoesIn } from '#core/cost'
import type { Evaluation } from '#core/recipe'
import { useDrinks } from '~/stores/drinks'
import type { RunView } from '~/stores/make'

/** What goes into a batch: by today's prices as planned, and as its lots were paid; for whoever sees costs. */
export function useBatchCost(view: () => RunView) {
  const drinks = useDrinks()
  const totalOf = (e: Evaluation | null): number | null => {
    const book = drinks.priceBook
    return e && book ? costOfWhatGoesIn(e, book) : null
  }
  const planned = computed(() => totalOf(view().planned))
  const actual = computed(() => view().made?.cost ?? totalOf(view().pot))
  return { planned, actual, isPaid: computed(() => view().made?.cost != null) }
}
