import { inOrder, momentOf, type Making } from '#core/schedule'
import type { Recipe } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { useMake, type RunView } from '~/stores/make'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

/** Something that the plan asks for today. */
export interface DueBatch {
  making: Making
  recipe: Recipe
  /** when its work begins by the plan; null where no plan says */
  startsAt: string | null
  /** the last moment at which it is done in time: when the hatch opens; null where nobody said when that is */
  opensAt: string | null
  /** the batch that is made of it, where one was begun */
  view: RunView | null
}

/** What the plan asks for today, in the order of its work. */
export function useTodaysBatches() {
  const plan = usePlan()
  const session = useSession()
  const drinks = useDrinks()
  const make = useMake()
  if (plan.day !== plan.today && plan.today) {
    plan.day = plan.today
    void plan.load()
  }
  const day = useDayService()
  const work = useDayPlan(() => day.service.value)
  const nothing = { done: new Map(), put: new Map() }
  watch([() => day.service.value, work.tasks], () => work.find(nothing), { immediate: true })
  // The first plan has the order: a better one is for the clock to look for.
  watch(work.found, (found) => found && work.stop())
  const startMin = computed(() => {
    const out = new Map<string, number>()
    for (const row of work.found.value ? inOrder(work.tasks.value, work.found.value) : [])
      if (!out.has(row.task.making)) out.set(row.task.making, row.startMin)
    return out
  })
  const rows = computed((): DueBatch[] => {
    const opens = work.hours.value?.opens ?? null
    return work.day.value.makings
      .flatMap((making): DueBatch[] => {
        const recipe = drinks.byId.get(making.id)
        if (!recipe) return []
        const min = startMin.value.get(making.id)
        const view =
          make.all.find(({ run, state }) => run.making === making.id && run.day === plan.today && state !== 'thrown') ??
          null
        const startsAt = opens && min !== undefined ? momentOf(opens, min) : null
        return [{ making, recipe, startsAt, opensAt: opens, view }]
      })
      .sort((a, b) => (startMin.value.get(a.making.id) ?? 0) - (startMin.value.get(b.making.id) ?? 0))
  })
  const isPlanning = computed(() => !session.stand || !drinks.ready)
  return { rows, isPlanning }
}
