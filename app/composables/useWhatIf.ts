import { toBuy } from '#core/buy'
import { dearer } from '#core/cost'
import {
  clockInShort,
  momentOf,
  problemOf,
  reliefsFor,
  withoutPerson,
  withoutPiece,
  type Blocked,
  type DayProblem,
  type Problem,
  type Relief,
} from '#core/schedule'
import { cupsInAll } from '#core/scale'
import { useDrinks } from '~/stores/drinks'
import { costOfDay, usePlan, type Known, type Sheet } from '~/stores/plan'
import { useSession } from '~/stores/session'

/** What is otherwise than planned; nothing of it is put down. */
export interface WhatIf {
  /** cups, times what is planned */
  times: number
  /** who is not there, and which piece is not; null for nobody and none */
  person: string | null
  piece: string | null
  /** what costs so many times as much */
  dear: string | null
  dearTimes: number
}
/** A day in a few figures. */
export interface DayInShort {
  cups: number
  litres: number
  cost: Known | null
  /** fruit to buy, kg, by its key */
  fruitKg: ReadonlyMap<string, number>
  /** when the first hand begins; null where nobody said hours, or where it does not fit */
  first: string | null
  handMin: number
  peakMl: number
  blocked: Blocked | null
  reliefs: readonly Relief[]
}

/** The day that is planned, and the same with something else, side by side: both in their first order that goes. */
export function useWhatIf(what: () => WhatIf) {
  const plan = usePlan()
  const drinks = useDrinks()
  const session = useSession()
  const { service, ready } = useDayService()

  const times = computed(() => what().times)
  const other = computed(() => plan.madeTimes(times.value))
  const sheets = computed(() => other.value.sheets)
  /** What cannot be made as planned, and what cannot be made otherwise, each once. */
  const unsound = computed(() => [
    ...plan.unsound,
    ...other.value.unsound.filter((u) => !plan.unsound.some((p) => p.line.id === u.line.id)),
  ])
  const usual = useDayWork(() => plan.sheets)
  const changed = useDayWork(() => sheets.value)

  const dayFor = (work: typeof usual): DayProblem | null =>
    service.value && session.stand && work.tasks.value.length
      ? problemOf(
          service.value,
          session.stand.timeZone,
          work.tasks.value,
          work.resources.value,
          session.now().toISOString(),
        )
      : null

  /** @param as how the day's problem is otherwise */
  function inShort(of: readonly Sheet[], work: typeof usual, costs: Sheet['cost'][], as = same): DayInShort {
    const bought = toBuy(
      of.map((s) => ({ name: s.recipe.name, takes: s.batch.takes })),
      plan.buyContext,
    )
    const day = dayFor(work)
    const problem = day && as(day.problem)
    const clock = problem && clockInShort(problem)
    const blocked = clock?.blocked ?? null
    return {
      cups: of.reduce((n, s) => n + cupsInAll(s.line), 0),
      litres: of.reduce((n, s) => n + s.batch.litres.value, 0),
      cost: costOfDay(costs),
      fruitKg: new Map(bought.fruit.map((f) => [f.fruit, f.buyKg.value])),
      first: day && clock?.firstMin != null ? momentOf(day.hours.opens, clock.firstMin) : null,
      handMin: work.tasks.value.reduce((n, t) => n + t.handMin, 0),
      peakMl: clock?.peakMl ?? 0,
      blocked,
      reliefs: blocked && problem ? reliefsFor(problem, blocked, day) : [],
    }
  }
  const same = (problem: Problem): Problem => problem

  const planned = computed(() =>
    inShort(
      plan.sheets,
      usual,
      plan.sheets.map((s) => s.cost),
    ),
  )
  const otherwise = computed(() => {
    const { person, piece, dear, dearTimes } = what()
    const as = (problem: Problem): Problem => {
      const present = person ? withoutPerson(problem, person) : problem
      return piece ? withoutPiece(present, piece) : present
    }
    const book = drinks.priceBook && dear ? dearer(drinks.priceBook, dear, dearTimes) : undefined
    const costs = sheets.value.map((s) => (book ? drinks.costOfBatch(s.document, s.batch, book) : s.cost))
    return inShort(sheets.value, changed, costs, as)
  })
  const people = computed(() => [...new Set(service.value?.shifts.map((s) => s.name) ?? [])])
  const pieces = computed(() => usual.resources.value.filter((r) => r.key !== 'fridge').map((r) => r.key))
  const taskName = (id: string) => changed.tasks.value.find((t) => t.id === id)
  return { planned, otherwise, people, pieces, taskName, unsound, service, ready }
}
