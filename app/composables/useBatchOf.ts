import { usableMl } from '#core/scale'
import { makingsOf, minutesAlone, pressingsOf, tasksOf } from '#core/schedule'
import { ProcessLimit } from '#core/process'
import type { Evaluation } from '#core/recipe'
import type { Recipe } from '#shared/contract'
import { useFruit } from '~/stores/fruit'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

const known = new WeakMap<Recipe, { key: string; minutes: number | null }>()

/** How long a batch takes that fills a vessel, with the preps that are short and the fruit that is pressed for it. */
export function useBatchOf() {
  const begin = useBegin()
  const plan = usePlan()
  const fruit = useFruit()
  const session = useSession()
  const { prepOf, juicesOf } = useMakings()

  function worked(recipe: Recipe, batch: Evaluation): number {
    const cup = begin.standardOf(recipe)!
    const cups = batch.jug.volume.value / cup.jug.volume.value
    const { makings } = makingsOf([{ id: recipe.id, cup, batch, cups }], (id) =>
      prepOf(id, session.standId, (_, onShelfMl) => onShelfMl),
    )
    const juices = juicesOf(makings, (juice) => fruit.usableMl(juice, plan.today))
    return minutesAlone(tasksOf(makings, pressingsOf(juices, makings)))
  }
  /** Min for one pair of hands; null where it cannot be made. */
  function minutesOf(recipe: Recipe, capacityMl: number): number | null {
    const key = `${capacityMl} ${fruit.lots.length}`
    const before = known.get(recipe)
    if (before?.key === key) return before.minutes
    let minutes: number | null = null
    try {
      const batch = begin.amountOf(recipe, usableMl({ capacityMl }))
      minutes = batch && worked(recipe, batch)
    } catch (e) {
      if (!(e instanceof ProcessLimit)) throw e
    }
    known.set(recipe, { key, minutes })
    return minutes
  }
  return { minutesOf }
}
