import { placeOfLot } from '#core/books'
import { isShown } from '#core/yield'
import { useFruit } from '~/stores/fruit'

/** All that stands at the stand, place by place, in the order of its names: one walks along it. */
export function useStock(find: () => string) {
  const fruit = useFruit()
  const { name } = useFormat()
  const all = computed(() => fruit.lots.filter((l) => isShown(l.onHand)))
  const places = computed(() => {
    const asked = find().trim().toLowerCase()
    const rows = all.value
      .map((lot) => ({ lot, name: name(lot.itemKey), place: placeOfLot(lot) ?? ('none' as const) }))
      .filter((r) => !asked || r.name.toLowerCase().includes(asked) || r.lot.supplier?.toLowerCase().includes(asked))
      .sort((a, b) => a.name.localeCompare(b.name) || a.lot.at.localeCompare(b.lot.at))
    return (['cold', 'room', 'none'] as const).flatMap((place) => {
      const here = rows.filter((r) => r.place === place)
      return here.length ? [{ place, rows: here }] : []
    })
  })
  return { all, places }
}
