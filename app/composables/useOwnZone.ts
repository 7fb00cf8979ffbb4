import { LEAST_KEPT, type Kept } from '#core/balance'
import { USUAL_ZONE, type Family, type Zone } from '#core/recipe'

/** The stand's own zone of a family, from what it kept; the statistics are fetched when there is something to learn. */
export function useOwnZone(family: () => Family, kept: () => readonly Kept[]) {
  const learn = shallowRef<typeof import('#core/balance/zone') | null>(null)
  watch(
    () => kept().length >= LEAST_KEPT,
    async (enough) => {
      if (enough) learn.value ??= await import('#core/balance/zone')
    },
    { immediate: true },
  )
  return computed((): Zone | null => learn.value?.ownZone(USUAL_ZONE[family()], kept()) ?? null)
}
