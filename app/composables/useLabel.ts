import { shortCode } from '#core/books'
import type { Evaluation } from '#core/recipe'
import { isAllergen, staysWithProduct } from '#core/safety'
import type { Lot } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useMake } from '~/stores/make'

/** What stands on the label of a lot: of what was made as it was really made, of a pack what is in it. */
export function useLabel(lot: () => Lot) {
  const drinks = useDrinks()
  const fruit = useFruit()
  const make = useMake()
  const catalogue = useCatalogue()
  const batch = computed(() => fruit.batches.find((b) => b.lotId === lot().id) ?? null)
  /** As it happened, where it was told step by step; else as its standard says. */
  const evaluation = computed((): Evaluation | null => {
    if (lot().itemKind !== 'version') return null
    const run = batch.value?.runId ? make.byId.get(batch.value.runId) : undefined
    if (run?.pot) return run.pot
    const recipe = drinks.byId.get(fruit.recipeOf(lot().itemKey) ?? '')
    return recipe ? drinks.evaluate(drinks.served(recipe)).evaluation : null
  })
  const data = computed(() => (lot().itemKind === 'ingredient' ? catalogue.dataOf(lot().itemKey) : undefined))
  /** Heaviest first: by the grams that went in. */
  const ingredients = computed((): string[] => {
    const of = evaluation.value?.bill.ingredients ?? new Map<string, number>()
    const added = new Map((batch.value?.added ?? []).map((a) => [a.key, a.g]))
    const all = new Map(of)
    for (const [key, g] of added) all.set(key, (all.get(key) ?? 0) + g)
    return [...all]
      .filter(([, g]) => g > 0)
      .sort((a, b) => b[1] - a[1])
      .map(([key]) => key)
  })
  const cautions = computed(() => evaluation.value?.cautions ?? data.value?.cautions ?? [])
  const allergens = computed(() => cautions.value.filter(isAllergen))
  const minded = computed(() => cautions.value.filter((c) => staysWithProduct(c) && !isAllergen(c)))
  const code = computed(() => shortCode(lot().id))
  return { batch, evaluation, ingredients, allergens, minded, code }
}
