import { toBuy } from '#core/buy'
import { dearer } from '#core/cost'
import {
  bestPlan,
  levelsOf,
  momentOf,
  problemOf,
  reliefsFor,
  withoutPerson,
  withoutPiece,
  type Blocked,
  type Problem,
  type Relief,
} from '#core/schedule'
import { cupsInAll, timesCups } from '#core/scale'
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
  /** fruit to buy, g, by its key */
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
  const sheets = computed((): Sheet[] =>
    times.value === 1
      ? plan.sheets
      : plan.lines
          .map((l) => timesCups(l, times.value))
          .filter((l) => cupsInAll(l) > 0)
          .map((l) => plan.sheetOf(l))
          .filter((s): s is Sheet => 'batch' in s),
  )
  const usual = useDayWork(() => plan.sheets)
  const other = useDayWork(() => sheets.value)

  const problemFor = (work: typeof usual): Problem | null =>
    service.value && session.stand && work.tasks.value.length
      ? problemOf(
          service.value,
          session.stand.timeZone,
          work.tasks.value,
          work.resources.value,
          session.now().toISOString(),
        ).problem
      : null

  function inShort(
    of: readonly Sheet[],
    work: typeof usual,
    problem: Problem | null,
    costs: Sheet['cost'][],
  ): DayInShort {
    const bought = toBuy(
      of.map((s) => ({ name: s.recipe.name, takes: s.batch.takes })),
      plan.buyContext,
    )
    const found = problem && bestPlan(problem, { seed: 1, tries: 1 })
    const made = found && !('blocked' in found) ? found : null
    const blocked = found && 'blocked' in found ? found.blocked : null
    const levels = made ? levelsOf(problem!, made.plan, 'fridge') : []
    const opens = service.value && problemOpens()
    return {
      cups: of.reduce((n, s) => n + cupsInAll(s.line), 0),
      litres: of.reduce((n, s) => n + s.batch.litres.value, 0),
      cost: costOfDay(costs),
      fruitKg: new Map(bought.fruit.map((f) => [f.fruit, f.buyKg.value])),
      first: made && opens ? momentOf(opens, -made.spanMin) : null,
      handMin: work.tasks.value.reduce((n, t) => n + t.handMin, 0),
      peakMl: Math.max(0, ...levels.map((l) => l.amount)),
      blocked,
      reliefs: blocked && problem ? reliefsFor(problem, blocked) : [],
    }
  }
  const problemOpens = (): string =>
    problemOf(service.value!, session.stand!.timeZone, [], [], session.now().toISOString()).hours.opens

  const planned = computed(() =>
    inShort(
      plan.sheets,
      usual,
      problemFor(usual),
      plan.sheets.map((s) => s.cost),
    ),
  )
  const otherwise = computed(() => {
    const { person, piece, dear, dearTimes } = what()
    let problem = problemFor(other)
    if (problem && person) problem = withoutPerson(problem, person)
    if (problem && piece) problem = withoutPiece(problem, piece)
    const book = drinks.priceBook && dear ? dearer(drinks.priceBook, dear, dearTimes) : undefined
    const costs = sheets.value.map((s) => (book ? drinks.costOfBatch(s.document, s.batch, book) : s.cost))
    return inShort(sheets.value, other, problem, costs)
  })
  const people = computed(() => [...new Set(service.value?.shifts.map((s) => s.name) ?? [])])
  const pieces = computed(() => usual.resources.value.filter((r) => r.key !== 'fridge').map((r) => r.key))
  const taskName = (id: string) => other.tasks.value.find((t) => t.id === id)
  return { planned, otherwise, people, pieces, taskName, service, ready }
}
