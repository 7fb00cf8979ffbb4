import { useCatalogue } from './catalogue'
import { useDrinks } from './drinks'
import { useFruit } from './fruit'
import { usePlan } from './plan'
import { ownName } from '~/utils/own-names'

/** Everything a page may need, once after sign-in. */
export async function loadAll(): Promise<void> {
  if (useCatalogue().ready) return
  ownName.value = (key) => (key.startsWith('prep:') ? useDrinks().byId.get(key.slice(5))?.name ?? key : useCatalogue().byKey.get(key)?.name ?? undefined)
  await useCatalogue().load()
  await Promise.all([useFruit().load(), useDrinks().load()])
  await usePlan().load()
}
