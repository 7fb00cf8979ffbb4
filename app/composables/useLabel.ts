import { shortCode } from '#core/books'
import type { Evaluation } from '#core/recipe'
import { isAllergen, staysWithProduct } from '#core/safety'
import type { Lot } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'

/** What stands on the label of a lot: of what was made as it was really made, of a pack what is in it. */
export function useLabel(lot: () => Lot) {
  const drinks = useDrinks()
  const fruit = useFruit()
  const catalogue = useCatalogue()
  const batch = computed(() => fruit.batches.find((b) => b.lotId === lot().id) ?? null)
  const evaluation = computed((): Evaluation | null => {
    const recipe = lot().itemKind === 'version' ? drinks.byId.get(fruit.recipeOf(lot().itemKey) ?? '') : undefined
    return recipe ? drinks.evaluate(drinks.served(recipe)).evaluation : null
  })
  const data = computed(() => (lot().itemKind === 'ingredient' ? catalogue.dataOf(lot().itemKey) : undefined))
  /** Heaviest first, by the grams that went in: as it was really made, where it was told step by step. */
  const ingredients = computed((): string[] => {
    const made = batch.value?.made
    if (made) return Object.keys(made.contents)
    const all = new Map(evaluation.value?.bill.ingredients ?? [])
    for (const { key, g } of batch.value?.added ?? []) all.set(key, (all.get(key) ?? 0) + g)
    return [...all]
      .filter(([, g]) => g > 0)
      .sort((a, b) => b[1] - a[1])
      .map(([key]) => key)
  })
  const cautions = computed(
    () => batch.value?.made?.cautions ?? evaluation.value?.cautions ?? data.value?.cautions ?? [],
  )
  const allergens = computed(() => cautions.value.filter(isAllergen))
  const minded = computed(() => cautions.value.filter((c) => staysWithProduct(c) && !isAllergen(c)))
  const code = computed(() => shortCode(lot().id))
  return { batch, evaluation, ingredients, allergens, minded, code }
}
