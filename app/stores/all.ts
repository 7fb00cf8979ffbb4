import { goodsOf } from '#core/books/goods'
import { useCatalogue } from './catalogue'
import { useDrinks } from './drinks'
import { useFruit } from './fruit'
import { usePlan } from './plan'
import { mainOfPrep, PLAIN } from '~/utils/colours'
import { ownName } from '~/utils/own-names'

const UUID_LENGTH = 36

/** Everything a page may need, once after sign-in. */
export async function loadAll(): Promise<void> {
  if (useCatalogue().ready) return
  // A prep by its key, the stream that it is poured in as, or a version of it; goods by the cup that they belong to.
  ownName.value = (key) =>
    /^prep[:-]/.test(key)
      ? (useDrinks().byId.get(key.slice(5, 5 + UUID_LENGTH))?.name ?? key)
      : (useCatalogue().byKey.get(key)?.name ??
        useCatalogue().cups.find((c) => c.id === goodsOf(key)?.cupId)?.name ??
        useDrinks().byId.get(useFruit().recipeOf(key) ?? '')?.name)
  mainOfPrep.value = (id) => {
    const recipe = useDrinks().byId.get(id)
    const { evaluation } = recipe ? useDrinks().evaluate(useDrinks().served(recipe)) : { evaluation: null }
    return [...(evaluation?.bill.ingredients.keys() ?? [])].find((key) => !PLAIN.includes(key))
  }
  await useCatalogue().load()
  await Promise.all([useFruit().load(), useDrinks().load()])
  await usePlan().load()
}
