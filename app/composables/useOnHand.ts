import { gramsThere } from '#core/balance'
import { itemKey, type ItemRef } from '#core/recipe'
import { useFruit } from '~/stores/fruit'

/** What of a thing stands at this stand, in g. */
export function useOnHand() {
  const fruit = useFruit()
  /** @returns null where no lot of it is there */
  function gramsOf(item: ItemRef, mlPerG: number): number | null {
    const isOf = (key: string): boolean => ('prep' in item ? fruit.recipeOf(key) === item.prep : key === itemKey(item))
    return gramsThere(
      fruit.lots.filter((l) => isOf(l.itemKey)),
      mlPerG,
    )
  }
  return { gramsOf }
}
