import {
  firstPlan,
  problemOf,
  fewerFor,
  holdable,
  moved,
  type Blocked,
  type DayProblem,
  type DayTask,
  type Hours,
  type Placed,
  type Plan,
  type Problem,
  type Refused,
  type Relief,
  type Service,
  type Standing,
} from '#core/schedule'
import type { ScheduleAsk, ScheduleSaid } from '~/workers/schedule'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

/** Orders that are tried: some seconds of a tablet. */
const TRIES = 600
const SEED = 20

/** The plan of the day's work: what is to be made, on whom and on what, and how it is getting better. */
export function useDayPlan(service: () => Service | null) {
  const plan = usePlan()
  const session = useSession()

  const { day, tasks, resources, tasksFor } = useDayWork(() => plan.sheets)

  const found = shallowRef<Plan | null>(null)
  const blocked = shallowRef<{ blocked: Blocked; reliefs: Relief[] } | null>(null)
  const hours = shallowRef<Hours | null>(null)
  const problem = shallowRef<Problem | null>(null)
  /** better the next day, and made on the day */
  const sameDay = shallowRef<readonly string[]>([])
  const share = ref(0)
  const busy = ref(false)
  /** something that was put elsewhere cannot stand there any more */
  const isLetGo = ref(false)
  let worker: Worker | null = null
  function stop(): void {
    worker?.terminate()
    worker = null
    busy.value = false
  }
  /** Looks for a plan. @param standing what is done, and what somebody put where it is */
  function find(standing: Standing): void {
    stop()
    const of = service()
    if (!of || !session.stand || !tasks.value.length) {
      found.value = blocked.value = null
      return
    }
    const [{ timeZone }, now] = [session.stand, session.now().toISOString()]
    const problemWith = (work: readonly DayTask[]): DayProblem => problemOf(of, timeZone, work, resources.value, now)
    const made = problemWith(tasks.value)
    hours.value = made.hours
    problem.value = made.problem
    sameDay.value = made.sameDay
    const fixed = holdable(made.problem, standing)
    const isGone = tasks.value.some((x) => standing.put.has(x.id) && !fixed.has(x.id))
    const done: Plan = new Map([...standing.done].filter(([id]) => fixed.has(id)))
    busy.value = true
    share.value = 0
    worker = new Worker(new URL('../workers/schedule.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<ScheduleSaid>) => {
      if (data.blocked) {
        found.value = null
        blocked.value = { blocked: data.blocked, reliefs: data.reliefs }
        void addFewer((of) => problemWith(of).problem)
      } else {
        found.value = data.plan
        blocked.value = null
        share.value = data.tried / TRIES
        isLetGo.value = data.isLetGo || isGone
      }
      if (data.done) stop()
    }
    worker.onerror = () => {
      // It could not be fetched, or broke: a first plan is found here as well.
      stop()
      found.value = firstPlan(made.problem, fixed).plan ?? firstPlan(made.problem, done).plan
    }
    const { isUnderWay, eveningMin } = made
    const ask = { problem: made.problem, done, fixed, relief: { isUnderWay, eveningMin }, seed: SEED, tries: TRIES }
    worker.postMessage(ask satisfies ScheduleAsk)
  }
  /** How much less of everything would do: less of a drink is another batch, which the worker cannot work out. */
  async function addFewer(problemFor: (tasks: readonly DayTask[]) => Problem): Promise<void> {
    const said = blocked.value
    const isAsked = (): boolean => said !== null && blocked.value === said
    const relief = await fewerFor(
      (percent) => (isAsked() ? problemFor(tasksFor(plan.madeTimes(1 - percent / 100).sheets)) : null),
      () => new Promise((done) => setTimeout(done)),
    )
    if (relief && said && isAsked()) blocked.value = { ...said, reliefs: [...said.reliefs, relief] }
  }
  /** A task is put elsewhere: what follows, or why it cannot stand there, which changes nothing. */
  function move(standing: Standing, id: string, to: Placed): Refused | null {
    if (!problem.value) return null
    const made = moved(problem.value, standing, id, to)
    if (!made.plan) return made.refused
    stop()
    found.value = made.plan
    return null
  }
  onBeforeUnmount(stop)
  return { day, tasks, problem, sameDay, hours, found, blocked, busy, share, isLetGo, find, move, stop }
}
