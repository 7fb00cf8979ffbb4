import { gPerMlOf } from '#core/books'
import { boundTo } from '#core/preps'
import { scaledDocument, type Evaluation, type RecipeContext, type RecipeDocument } from '#core/recipe'
import {
  makingsOf,
  piecesOf,
  pressingsOf,
  tasksOf,
  type DayMakings,
  type DayTask,
  type Making,
  type PlannedDrink,
  type PlannedJuice,
  type PlannedPrep,
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
  const equipmentAt = (standId: string) => catalogue.equipment.filter((e) => e.standId === standId)
  /** With the burners and jars of the stand: so hot, and in so many loads. */
  function madeAt(standId: string, document: RecipeDocument, context: RecipeContext): Evaluation | null {
    return drinks.evaluate({ document: boundTo(document, equipmentAt(standId)).document, context }).evaluation
  }
  const plannedOf = (s: Sheet, standId: string): PlannedDrink => ({
    id: s.recipe.id,
    cup: s.evaluation,
    // What cannot be made with the pieces of the stand goes by its own.
    batch: madeAt(standId, s.batch.evaluation.document, drinks.served(s.recipe).context) ?? s.batch.evaluation,
    cups: s.batch.factor.value,
  })
  /** @param onHandMl of it, that need not be made */
  function prepOf(
    id: string,
    standId: string,
    onHandMl: (standard: Evaluation, onShelfMl: number) => number,
  ): PlannedPrep | undefined {
    const prep = preps.byId.get(id)
    if (!prep?.evaluation) return undefined
    const { document, context } = drinks.served(prep.recipe)
    return {
      onHandMl: onHandMl(prep.evaluation, prep.onHandMl),
      standard: prep.evaluation,
      made: (times) => madeAt(standId, scaledDocument(document, times), context),
      handTimes: drinks.studyOf(id, prep.evaluation).minutes.expected,
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
    piecesOf(equipmentAt(standId), catalogue.vessels.filter((v) => v.standId === standId).length)
  return { plannedOf, prepOf, juicesOf, piecesAt }
}

/** What batches of a day come to as work: makings, presses and their tasks, and the pieces that there are for them. */
export function useDayWork(sheets: () => readonly Sheet[]) {
  const plan = usePlan()
  const fruit = useFruit()
  const session = useSession()
  const { plannedOf, prepOf, juicesOf, piecesAt } = useMakings()
  /** Batches of another number of cups as what is to be done, too. */
  function dayOfSheets(of: readonly Sheet[]): DayMakings {
    const here = session.standId
    return makingsOf(
      of.map((s) => plannedOf(s, here)),
      (id) => prepOf(id, here, (_, onShelfMl) => onShelfMl),
    )
  }
  const tasksOfDay = ({ makings }: DayMakings): DayTask[] =>
    tasksOf(
      makings,
      pressingsOf(
        juicesOf(makings, (juice) => fruit.usableMl(juice, plan.day)),
        makings,
      ),
    )
  const day = computed(() => dayOfSheets(sheets()))
  const tasks = computed(() => tasksOfDay(day.value))
  const resources = computed(() => piecesAt(session.standId))
  return { day, tasks, resources, tasksFor: (of: readonly Sheet[]) => tasksOfDay(dayOfSheets(of)) }
}
