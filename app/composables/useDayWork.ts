import { gPerMlOf } from '#core/books'
import { scaledDocument, type Evaluation } from '#core/recipe'
import {
  makingsOf,
  piecesOf,
  pressingsOf,
  tasksOf,
  type Making,
  type PlannedDrink,
  type PlannedJuice,
  type Resource,
} from '#core/schedule'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { usePlan, type Sheet } from '~/stores/plan'
import { usePreps } from '~/stores/preps'
import { useSession } from '~/stores/session'

/** What makings are worked out from: preps as they would be made, juices as they are pressed here. */
export function useMakings() {
  const preps = usePreps()
  const drinks = useDrinks()
  const fruit = useFruit()
  const catalogue = useCatalogue()
  const plannedOf = (s: Sheet): PlannedDrink => ({
    id: s.recipe.id,
    cup: s.evaluation,
    batch: s.batch.evaluation,
    cups: s.batch.factor.value,
  })
  /** @param onHandMl of it, that need not be made */
  function prepOf(id: string, onHandMl: (standard: Evaluation, onShelfMl: number) => number) {
    const prep = preps.byId.get(id)
    if (!prep?.evaluation) return undefined
    const { document, context } = drinks.served(prep.recipe)
    return {
      onHandMl: onHandMl(prep.evaluation, prep.onHandMl),
      standard: prep.evaluation,
      made: (times: number) => drinks.evaluate({ document: scaledDocument(document, times), context }).evaluation,
    }
  }
  /** Juices that are pressed here, of what the makings take. @param onHandMl of each, that need not be pressed */
  function juicesOf(makings: readonly Making[], onHandMl: (juice: string) => number): PlannedJuice[] {
    const keys = new Set(
      makings.flatMap((m) => m.evaluation.bill.own.flatMap(({ item }) => ('prep' in item ? [] : item.ingredient))),
    )
    return [...keys].flatMap((juice) => {
      const [data, of] = [catalogue.dataOf(juice), catalogue.fruitOf(juice)]
      if (!data || !of) return []
      const minPerL = fruit.yields.get(of)?.minutesPerL?.value ?? null
      return [{ juice, onHandMl: onHandMl(juice), gPerMl: gPerMlOf(data), minPerL }]
    })
  }
  /** What a stand works with. */
  const piecesAt = (standId: string): Resource[] =>
    piecesOf(
      catalogue.equipment.filter((e) => e.standId === standId),
      catalogue.vessels.filter((v) => v.standId === standId).length,
    )
  return { plannedOf, prepOf, juicesOf, piecesAt }
}

/** What batches of a day come to as work: makings, presses and their tasks, and the pieces that there are for them. */
export function useDayWork(sheets: () => readonly Sheet[]) {
  const plan = usePlan()
  const fruit = useFruit()
  const session = useSession()
  const { plannedOf, prepOf, juicesOf, piecesAt } = useMakings()
  const day = computed(() => makingsOf(sheets().map(plannedOf), (id) => prepOf(id, (_, onShelfMl) => onShelfMl)))
  const tasks = computed(() => {
    const { makings } = day.value
    return tasksOf(
      makings,
      pressingsOf(
        juicesOf(makings, (juice) => fruit.usableMl(juice, plan.day)),
        makings,
      ),
    )
  })
  const resources = computed(() => piecesAt(session.standId))
  return { day, tasks, resources }
}
