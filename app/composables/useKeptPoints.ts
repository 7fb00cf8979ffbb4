import { keptPoint, keptStream, type Kept } from '#core/balance'
import { observed, ProcessLimit } from '#core/process'
import type { Family, MixFigures } from '#core/recipe'
import { likedOf } from '#core/sensory/panel'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useTaste } from '~/stores/taste'

/**
 * Where what this stand kept of a family lies: its standards and trials, batches as they were read, and samples that
 * tongues liked.
 * @param figures of standards and of trials that were kept
 */
export function useKeptPoints(family: () => Family, figures: () => readonly MixFigures[]) {
  const fruit = useFruit()
  const drinks = useDrinks()
  const taste = useTaste()
  const lots = useLotsOf()
  useTasteLive()
  const isOfFamily = (recipeId: string | undefined): boolean => drinks.byId.get(recipeId ?? '')?.family === family()
  /** A drink as it was read; null where nobody read both, or it cannot be. */
  function asRead(versionId: string, brix: number | null, ta: number | null): Kept | null {
    const output = fruit.versionOf(versionId)?.evaluation.output
    if (!output || brix === null || ta === null) return null
    try {
      return keptStream(observed(output, { brix, ta }))
    } catch (e) {
      if (e instanceof ProcessLimit) return null
      throw e
    }
  }
  const batches = computed(() =>
    fruit.batches
      .filter((b) => isOfFamily(b.recipeId))
      .flatMap((b) => {
        const { brix = null, ta = null } = lots.isAs(b.lotId).as ?? {}
        return asRead(b.versionId, brix, ta) ?? []
      }),
  )
  const liked = computed(() =>
    taste.views
      .flatMap(({ panel, now, result }) => likedOf(panel, now, result))
      .flatMap((s) =>
        s.versionId && isOfFamily(fruit.recipeOf(s.versionId)) ? (asRead(s.versionId, s.brix, s.ta) ?? []) : [],
      ),
  )
  return computed(() => ({
    points: [...figures().flatMap((m) => keptPoint(m) ?? []), ...batches.value, ...liked.value],
    drinks: figures().length,
    batches: batches.value.length,
    liked: liked.value.length,
  }))
}
