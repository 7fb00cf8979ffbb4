import { usableMl } from '#core/scale'
import { ProcessLimit } from '#core/process'
import type { Evaluation } from '#core/recipe'
import type { Recipe } from '#shared/contract'

const known = new WeakMap<Recipe, { capacityMl: number; batch: Evaluation | null }>()

/** A batch that fills a vessel: how long it takes. */
export function useBatchOf() {
  const begin = useBegin()
  function batchOf(recipe: Recipe, capacityMl: number): Evaluation | null {
    const before = known.get(recipe)
    if (before?.capacityMl === capacityMl) return before.batch
    let batch: Evaluation | null = null
    try {
      batch = begin.amountOf(recipe, usableMl({ capacityMl }))
    } catch (e) {
      if (!(e instanceof ProcessLimit)) throw e
    }
    known.set(recipe, { capacityMl, batch })
    return batch
  }
  return { batchOf }
}
