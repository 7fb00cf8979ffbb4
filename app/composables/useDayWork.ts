import { gPerMlOf } from '#core/books'
import { scaledDocument } from '#core/recipe'
import { makingsOf, piecesOf, pressingsOf, tasksOf, type PlannedDrink, type PlannedJuice } from '#core/schedule'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { usePlan, type Sheet } from '~/stores/plan'
import { usePreps } from '~/stores/preps'
import { useSession } from '~/stores/session'

/** What batches of a day come to as work: makings, presses and their tasks, and the pieces that there are for them. */
export function useDayWork(sheets: () => readonly Sheet[]) {
  const plan = usePlan()
  const preps = usePreps()
  const drinks = useDrinks()
  const fruit = useFruit()
  const catalogue = useCatalogue()
  const session = useSession()

  const planned = computed((): PlannedDrink[] =>
    sheets().map((s) => ({
      id: s.recipe.id,
      cup: s.evaluation,
      batch: s.batch.evaluation,
      cups: s.batch.factor.value,
    })),
  )
  const prepOf = (id: string) => {
    const prep = preps.byId.get(id)
    if (!prep?.evaluation) return undefined
    const { document, context } = drinks.served(prep.recipe)
    return {
      onHandMl: prep.onHandMl,
      standard: prep.evaluation,
      made: (times: number) => drinks.evaluate({ document: scaledDocument(document, times), context }).evaluation,
    }
  }
  const day = computed(() => makingsOf(planned.value, prepOf))
  /** Juices that are pressed here, of what the makings take. */
  const juices = computed((): PlannedJuice[] => {
    const keys = new Set(
      day.value.makings.flatMap((m) =>
        m.evaluation.bill.own.flatMap(({ item }) => ('prep' in item ? [] : item.ingredient)),
      ),
    )
    return [...keys].flatMap((juice) => {
      const [data, of] = [catalogue.dataOf(juice), catalogue.fruitOf(juice)]
      if (!data || !of) return []
      const minPerL = fruit.yields.get(of)?.minutesPerL?.value ?? null
      return [{ juice, onHandMl: fruit.usableMl(juice, plan.day), gPerMl: gPerMlOf(data), minPerL }]
    })
  })
  const tasks = computed(() => tasksOf(day.value.makings, pressingsOf(juices.value, day.value.makings)))
  const resources = computed(() =>
    piecesOf(
      catalogue.equipment.filter((e) => e.standId === session.standId),
      catalogue.vessels.filter((v) => v.standId === session.standId).length,
    ),
  )
  return { day, tasks, resources }
}
