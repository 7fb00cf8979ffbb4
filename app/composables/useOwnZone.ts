import { LEAST_KEPT } from '#core/balance'
import { USUAL_ZONE, type Family, type MixFigures, type Zone } from '#core/recipe'

/** The stand's own zone of a family, from what it kept; the statistics are fetched when there is something to learn. */
export function useOwnZone(family: () => Family, kept: () => readonly MixFigures[]) {
  const learn = shallowRef<typeof import('#core/balance/zone') | null>(null)
  const known = computed(() => kept().flatMap((m) => (m.ratio ? [{ brix: m.brix.value, ratio: m.ratio.value }] : [])))
  watch(
    () => known.value.length >= LEAST_KEPT,
    async (enough) => {
      if (enough) learn.value ??= await import('#core/balance/zone')
    },
    { immediate: true },
  )
  return computed((): Zone | null => learn.value?.ownZone(USUAL_ZONE[family()], known.value) ?? null)
}
