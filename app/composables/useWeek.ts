import { gPerMlOf, gPerMlOfPrep } from '#core/books'
import { prepNeeds, useByOf } from '#core/preps'
import { scaledDocument, type Evaluation } from '#core/recipe'
import {
  firstPlan,
  levelsOf,
  makingsOf,
  momentOf,
  piecesOf,
  pressingsOf,
  prepRuns,
  problemOf,
  spanOf,
  tasksOf,
  type PlannedJuice,
  type PrepNeed,
  type PrepRun,
} from '#core/schedule'
import { cupsInAll } from '#core/scale'
import { shiftDay } from '#core/time'
import type { PlanLine, ServiceDay, Stand } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { costOfDay, usePlan, type Known, type Sheet } from '~/stores/plan'
import { usePreps } from '~/stores/preps'
import { useSession } from '~/stores/session'

export const WEEK_DAYS = 7
/** A day of a stand in a few figures. */
export interface StandDay {
  day: string
  stand: Stand
  cups: number
  litres: number
  iceG: number
  cost: Known | null
  handMin: number
  /** when the first hand begins; null where nobody said hours, or where it does not fit */
  first: string | null
  /** how it stands with the clock */
  clock: 'fits' | 'does-not-fit' | 'no-hours'
  peakMl: number
  /** drinks that cannot be worked out, and are not in it */
  unsound: string[]
}
interface Read {
  day: string
  stand: Stand
  lines: PlanLine[]
  service: ServiceDay | null
}
const HOURS_A_DAY = 24
/** Long before any of it: a week is worked out as if all of it were to come. */
const BEFORE_ALL = new Date(0).toISOString()

/** Seven days of every stand, as if nothing stood on the shelf: preps that several take are made once. */
export function useWeek(from: () => string) {
  const plan = usePlan()
  const preps = usePreps()
  const drinks = useDrinks()
  const fruit = useFruit()
  const catalogue = useCatalogue()
  const session = useSession()
  const rows = shallowRef<StandDay[]>([])
  const runs = shallowRef<PrepRun[]>([])
  const busy = ref(false)
  let asked = 0

  async function load(): Promise<void> {
    const mine = ++asked
    busy.value = true
    const read = await Promise.all(
      Array.from({ length: WEEK_DAYS }, (_, i) => shiftDay(from(), i)).flatMap((day) =>
        session.stands.map((stand) => readDay(day, stand)),
      ),
    )
    const planned = read.map((r) => ({ ...r, ...sheetsOf(r) }))
    const needs = planned.flatMap(({ day, stand, sheets }) => needsOf(day, stand.id, sheets))
    const made = prepRuns(needs, prepOfWeek)
    const out: StandDay[] = []
    for (const p of planned) {
      if (mine !== asked) return
      if (p.lines.length) out.push(inShort(p, p.sheets, p.unsound, made))
      // A day at a time: the page goes on meanwhile.
      await new Promise((done) => setTimeout(done))
    }
    if (mine !== asked) return
    rows.value = out
    runs.value = made
    busy.value = false
  }
  async function readDay(day: string, stand: Stand): Promise<Read> {
    const query = { stand: stand.id, day }
    const [lines, { service }] = await Promise.all([
      useOutbox().read('plan', { query }),
      useOutbox().read('serviceDay', { query }),
    ])
    return { day, stand, lines: lines.filter((l) => cupsInAll(l) > 0), service }
  }
  function sheetsOf({ lines, stand }: Read): { sheets: Sheet[]; unsound: string[] } {
    const all = lines.map((l) => plan.sheetOf(l, stand))
    return {
      sheets: all.filter((s): s is Sheet => 'batch' in s),
      unsound: all.flatMap((s) => ('why' in s ? s.name : [])),
    }
  }
  /** What the drinks of a day take of preps themselves: what those take follows from their makings. */
  const needsOf = (day: string, place: string, sheets: readonly Sheet[]): PrepNeed[] =>
    sheets.flatMap((s) =>
      directly(s.evaluation).map(([prep, g]) => ({ prep, day, place, massG: g * s.batch.factor.value })),
    )
  const directly = ({ bill }: Evaluation): [string, number][] =>
    bill.own.flatMap(({ item, mass }): [string, number][] => ('prep' in item ? [[item.prep, mass.value]] : []))
  function prepOfWeek(id: string) {
    const evaluation = preps.byId.get(id)?.evaluation
    if (!evaluation) return null
    const keepsDays = Math.floor(useByOf(evaluation, 'cold').hours / HOURS_A_DAY)
    const takes = new Map(directly(evaluation).map(([prep, g]) => [prep, g / evaluation.jug.mass.value]))
    return { keepsDays, takes }
  }

  function inShort({ day, stand, service }: Read, sheets: Sheet[], unsound: string[], made: PrepRun[]): StandDay {
    const here = made.filter((r) => r.day === day && r.place === stand.id)
    const drinksHere = sheets.map((s) => ({
      id: s.recipe.id,
      cup: s.evaluation,
      batch: s.batch.evaluation,
      cups: s.batch.factor.value,
    }))
    const needsG = prepNeeds(drinksHere.map((d) => ({ evaluation: d.cup, times: d.cups })))
    const { makings } = makingsOf(drinksHere, (id) => {
      const prep = preps.byId.get(id)
      if (!prep?.evaluation) return undefined
      const run = here.find((r) => r.prep === id)
      const gPerMl = gPerMlOfPrep(prep.evaluation)
      // What is made here that day is short by just so much; what is made elsewhere is there.
      const onHandMl = run ? ((needsG.get(id) ?? 0) - run.massG) / gPerMl : Infinity
      const { document, context } = drinks.served(prep.recipe)
      return {
        onHandMl,
        standard: prep.evaluation,
        made: (times: number) => drinks.evaluate({ document: scaledDocument(document, times), context }).evaluation,
      }
    })
    const tasks = tasksOf(makings, pressingsOf(juicesOf(makings.map((m) => m.evaluation)), makings))
    const pieces = piecesOf(
      catalogue.equipment.filter((e) => e.standId === stand.id),
      catalogue.vessels.filter((v) => v.standId === stand.id).length,
    )
    const of = service && problemOf(service, stand.timeZone, tasks, pieces, BEFORE_ALL)
    const found = of && firstPlan(of.problem).plan
    return {
      day,
      stand,
      unsound,
      cups: sheets.reduce((n, s) => n + cupsInAll(s.line), 0),
      litres: sheets.reduce((n, s) => n + s.batch.litres.value, 0),
      iceG: sheets.flatMap((s) => s.batch.takes).reduce((g, t) => (t.key === 'ice' ? g + t.massG : g), 0),
      cost: costOfDay(sheets.map((s) => s.cost)),
      handMin: tasks.reduce((n, t) => n + t.handMin, 0),
      first: of && found ? momentOf(of.hours.opens, -spanOf(found, of.problem)) : null,
      clock: !of ? 'no-hours' : found ? 'fits' : 'does-not-fit',
      peakMl: of && found ? Math.max(0, ...levelsOf(of.problem, found, 'fridge').map((l) => l.amount)) : 0,
    }
  }
  const juicesOf = (of: readonly Evaluation[]): PlannedJuice[] => {
    const keys = new Set(of.flatMap((e) => e.bill.own.flatMap(({ item }) => ('prep' in item ? [] : item.ingredient))))
    return [...keys].flatMap((juice) => {
      const [data, fruitKey] = [catalogue.dataOf(juice), catalogue.fruitOf(juice)]
      if (!data || !fruitKey) return []
      return [
        { juice, onHandMl: 0, gPerMl: gPerMlOf(data), minPerL: fruit.yields.get(fruitKey)?.minutesPerL?.value ?? null },
      ]
    })
  }
  watch(
    [from, () => session.stands.length, () => drinks.ready, () => plan.loads],
    () => drinks.ready && from() && load(),
    { immediate: true },
  )
  return { rows, runs, busy }
}
