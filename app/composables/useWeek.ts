import { gPerMlOfPrep } from '#core/books'
import { prepNeeds, useByOf } from '#core/preps'
import type { Evaluation } from '#core/recipe'
import {
  clockInShort,
  makingsOf,
  momentOf,
  pressingsOf,
  prepRuns,
  problemOf,
  tasksOf,
  type PrepNeed,
  type PrepRun,
} from '#core/schedule'
import { cupsInAll } from '#core/scale'
import { shiftDay } from '#core/time'
import type { PlanLine, ServiceDay, Stand } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
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
  const session = useSession()
  const { plannedOf, prepOf, juicesOf, piecesAt } = useMakings()
  const { ofError } = useSentence()
  const rows = shallowRef<StandDay[]>([])
  const runs = shallowRef<PrepRun[]>([])
  const busy = ref(false)
  const said = ref('')
  let asked = 0

  async function load(): Promise<void> {
    const mine = ++asked
    busy.value = true
    said.value = ''
    const read = await Promise.all(
      Array.from({ length: WEEK_DAYS }, (_, i) => shiftDay(from(), i)).flatMap((day) =>
        session.openStands.map((stand) => readDay(day, stand)),
      ),
    ).catch((e: unknown) => void (said.value = ofError(e)))
    if (mine !== asked) return
    if (!read) {
      rows.value = []
      runs.value = []
      busy.value = false
      return
    }
    const planned: (Read & ReturnType<typeof sheetsOf>)[] = []
    for (const r of read) {
      planned.push({ ...r, ...sheetsOf(r) })
      await pause()
    }
    const needs = planned.flatMap(({ day, stand, sheets }) => needsOf(day, stand.id, sheets))
    const made = prepRuns(needs, prepOfWeek)
    const out: StandDay[] = []
    for (const p of planned) {
      if (mine !== asked) return
      if (p.lines.length) out.push(inShort(p, p.sheets, p.unsound, made))
      await pause()
    }
    if (mine !== asked) return
    rows.value = out
    runs.value = made
    busy.value = false
  }
  /** A day at a time: the page goes on meanwhile. */
  const pause = (): Promise<void> => new Promise((done) => setTimeout(done))
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
    const drinksHere = sheets.map((s) => plannedOf(s, stand.id))
    const needsG = prepNeeds(drinksHere.map((d) => ({ evaluation: d.cup, times: d.cups })))
    const { makings } = makingsOf(drinksHere, (id) => {
      const run = here.find((r) => r.prep === id)
      // What is made here that day is short by just so much; what is made elsewhere is there.
      return prepOf(id, stand.id, (standard) =>
        run ? ((needsG.get(id) ?? 0) - run.massG) / gPerMlOfPrep(standard) : Infinity,
      )
    })
    const tasks = tasksOf(
      makings,
      pressingsOf(
        juicesOf(makings, () => 0),
        makings,
      ),
    )
    const of = service && problemOf(service, stand.timeZone, tasks, piecesAt(stand.id), BEFORE_ALL)
    const clock = of && clockInShort(of.problem)
    return {
      day,
      stand,
      unsound,
      cups: sheets.reduce((n, s) => n + cupsInAll(s.line), 0),
      litres: sheets.reduce((n, s) => n + s.batch.litres.value, 0),
      iceG: sheets.flatMap((s) => s.batch.takes).reduce((g, t) => (t.key === 'ice' ? g + t.massG : g), 0),
      cost: costOfDay(sheets.map((s) => s.cost)),
      handMin: tasks.reduce((n, t) => n + t.handMin, 0),
      first: of && clock?.firstMin != null ? momentOf(of.hours.opens, clock.firstMin) : null,
      clock: !clock ? 'no-hours' : clock.blocked ? 'does-not-fit' : 'fits',
      peakMl: clock?.peakMl ?? 0,
    }
  }
  watch(
    [from, () => session.openStands.length, () => drinks.ready, () => plan.loads],
    () => drinks.ready && from() && load(),
    { immediate: true },
  )
  return { rows, runs, busy, said }
}
