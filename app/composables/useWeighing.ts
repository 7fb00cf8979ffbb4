import { gPerUnitOf, takesOn, type Weigh } from '#core/batch'
import { itemKey } from '#core/recipe'
import type { UsableLot } from '#core/books'
import type { RunView } from '~/stores/make'

/** Something that is weighed in: out of which lots, in which takes, and what it comes to in grams. */
export function useWeighing(view: () => RunView | null, weigh: () => Weigh) {
  const lotsOf = useLotsOf()
  const scales = useScales()
  const key = computed(() => itemKey(weigh().item))
  /** g that one unit of what is wanted weighs; null where that cannot be worked out */
  const gPerUnit = computed(() => gPerUnitOf(weigh(), [view()?.planned ?? null, view()?.evaluation ?? null]))
  const lots = computed((): UsableLot[] => lotsOf.of(key.value))
  /** the one that somebody touched; else the first to expire */
  const chosen = ref<string | null>(null)
  const ordered = computed(() => {
    const first = lots.value.find((l) => l.id === chosen.value)
    return first ? [first, ...lots.value.filter((l) => l !== first)] : lots.value
  })
  /** Where so much comes from. */
  const outOf = (amount: number): ReturnType<typeof lotsOf.inUnit> =>
    lotsOf.inUnit({ value: amount, unit: weigh().wanted.unit }, gPerUnit.value, ordered.value)
  const restG = computed(() => (gPerUnit.value === null ? null : weigh().rest * gPerUnit.value))
  const takes = computed(() => (restG.value ? takesOn(restG.value, scales.value) : null))
  return { key, gPerUnit, lots, ordered, chosen, outOf, isAs: lotsOf.isAs, weighed: lotsOf.weighed, restG, takes }
}
