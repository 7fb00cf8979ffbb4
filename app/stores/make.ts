import { defineStore } from 'pinia'
import {
  clocksOf,
  closedBy,
  fold,
  jobsOf,
  soFar,
  stepStudies,
  type Actual,
  type Clock,
  type EventBody,
  type Job,
} from '#core/batch'
import { ProcessLimit } from '#core/process'
import type { Evaluation, RecipeDocument } from '#core/recipe'
import type { Batch, Run } from '#shared/contract'
import { useDrinks } from './drinks'
import { useFruit } from './fruit'
import { useOutbox } from './outbox'
import { useSession } from './session'
import { onForget } from '~/utils/forget'
import { refuseHere, uuid } from '~/utils/api'

/** A pot that nobody named a vessel for is drawn as one of so many mL, or a little larger than what it holds. */
const [UNNAMED_ML, ROOM] = [4000, 1.15]
/** mL to the brim of what a batch is made in. */
export const capacityOf = ({ run, evaluation, pot }: RunView): number =>
  run.vessel?.capacityMl ??
  Math.max(UNNAMED_ML, (evaluation?.jug.volume.value ?? 0) * ROOM, (pot?.jug.volume.value ?? 0) * ROOM)

export type RunState = 'under-way' | 'done' | 'thrown' | 'draft'
/** A batch as it stands. */
export interface RunView {
  run: Run
  state: RunState
  /** the making that it ended in */
  made: Batch | null
  actual: Actual
  /** as it was planned; null where nothing was */
  planned: Evaluation | null
  /** as it is if the rest goes as planned; null where it cannot be worked out */
  evaluation: Evaluation | null
  /** what is in it so far; null while nothing is, or where that cannot be worked out */
  pot: Evaluation | null
  limit: ProcessLimit | null
  jobs: Job[]
  clocks: Clock[]
}

/** Each is worked out when it is first looked at: most pages want to know of a batch only that there is one. */
function lazily(of: { [K in keyof RunView]: (view: RunView) => RunView[K] }): RunView {
  const view = {} as RunView
  for (const key of Object.keys(of) as (keyof RunView)[]) {
    let known: { is: unknown } | null = null
    Object.defineProperty(view, key, { enumerable: true, get: () => (known ??= { is: of[key](view) }).is })
  }
  return view
}

/** Batches of the stand that are told step by step. */
export const useMake = defineStore('make', () => {
  const fruit = useFruit()
  const drinks = useDrinks()
  const outbox = useOutbox()
  const session = useSession()

  function tried(
    run: Run,
    document: RecipeDocument | null,
  ): { evaluation: Evaluation | null; limit: ProcessLimit | null } {
    if (!document?.steps.length) return { evaluation: null, limit: null }
    try {
      return { evaluation: drinks.evaluateRun(run, document), limit: null }
    } catch (e) {
      return { evaluation: null, limit: e instanceof ProcessLimit ? e : new ProcessLimit('recipe-unsound', {}) }
    }
  }
  const stateOf = (run: Run, isMade: boolean): RunState =>
    isMade ? 'done' : (closedBy(run.events)?.how ?? 'under-way')
  const views = new WeakMap<Run, { today: unknown; made: Batch | null; view: RunView }>()
  /**
   * The same for the same batch, so that only what somebody told is worked out again.
   * @param madeId of the making that ended it, where that is long ago and not on the tablet
   */
  function viewOf(run: Run, madeId: string | null = null): RunView {
    const today = drinks.recipes
    const made = fruit.batches.find((b) => b.runId === run.id) ?? null
    const known = views.get(run)
    if (known && known.today === today && known.made === made) return known.view
    let ofActual: ReturnType<typeof tried> | null = null
    const now = (v: RunView) => (ofActual ??= tried(run, v.actual.document))
    const view = lazily({
      run: () => run,
      made: () => made,
      state: () => stateOf(run, !!made || madeId !== null),
      actual: () => fold(run.planned, run.events),
      planned: () => tried(run, run.planned).evaluation,
      evaluation: (v) => now(v).evaluation,
      limit: (v) => now(v).limit,
      pot: (v) => tried(run, soFar(v.actual)).evaluation,
      jobs: (v) =>
        run.planned.steps.length && v.evaluation ? jobsOf(run.planned, v.actual, v.evaluation, run.events) : [],
      clocks: (v) => clocksOf(v.jobs, run.events),
    })
    views.set(run, { today, made, view })
    return view
  }
  const all = computed(() => fruit.runs.map((run) => viewOf(run)))
  const byId = computed(() => new Map(all.value.map((v) => [v.run.id, v])))
  /** The one that was begun first before the others. */
  const underWay = computed(() =>
    all.value.filter((v) => v.state === 'under-way').sort((a, b) => a.run.at.localeCompare(b.run.at)),
  )
  /** Clocks of all batches that are under way. */
  const clocks = computed(() =>
    underWay.value
      .flatMap((view) => view.clocks.map((clock) => ({ view, clock })))
      .sort((a, b) => a.clock.ringsAt.localeCompare(b.clock.ringsAt)),
  )

  /** What the batches of the stand taught of its steps, the oldest first. */
  const studies = computed(() => stepStudies(fruit.batches.toReversed().flatMap((b) => b.made?.learned ?? [])))
  /** whose hands work at this tablet; null where they are those of who is signed in */
  const hands = ref<string | null>(null)
  onForget(() => void (hands.value = null))
  /**
   * Now, and after all that this tablet knows of the batch: whatever its clock says, what is told here follows on what
   * was seen here.
   */
  function momentIn(runId: string): string {
    const seen = byId.value.get(runId)?.run.events ?? []
    const last = Math.max(0, ...seen.map((e) => Date.parse(e.at)))
    return new Date(Math.max(session.now().getTime(), last + 1)).toISOString()
  }
  /**
   * What happened is told: booked here first, so that what cannot be is said without a connection; resolved once it is
   * put down, and sent while work goes on.
   * @throws ApiProblem with limits, or with doubts that nobody has confirmed
   */
  async function tell(
    runId: string,
    event: EventBody,
    confirm: string[] = [],
    at: string | null = null,
  ): Promise<void> {
    const call = {
      params: { id: runId },
      body: { id: uuid(), event, hands: hands.value, confirm, at: at ?? momentIn(runId) },
    }
    refuseHere(fruit.tryOut('tell', call), confirm)
    await outbox.putDown('postRunEvent', { key: uuid(), ...call })
  }
  return { all, byId, underWay, clocks, viewOf, tell, hands, studies }
})
