import { checkEvent, closedBy, takenBy, UNPLANNED, type BatchEvent, type EventBody } from '../batch'
import { checkWhen, type Finding } from '../limits'
import { useByOf } from '../preps/use-by'
import type { ItemRef, RecipeDocument } from '../recipe'
import { movement } from './movement'
import type { BatchVessel, RunRow, TookOut } from './rows'
import { BOOKED, missing, NEEDS, refused, type Book, type RunNow } from './state'
import { givenBack, tookOut } from './took'

// A batch that is told step by step: it is begun, and then things happen. What is weighed leaves its lot at once.

/** A batch is begun: of a version, or from nothing. */
export interface Begin {
  id: string
  standId: string
  versionId?: string | null
  name: string
  day?: string | null
  making?: string | null
  /** with its loads as steps; null where it is begun from nothing */
  planned?: RecipeDocument | null
  whole?: RecipeDocument | null
  times: number
  vessel?: BatchVessel | null
  at?: string | null
}
/** Something happened in it. */
export interface Tell {
  id: string
  runId: string
  event: EventBody
  /** whose hands they were; null where they were those of who tells it */
  hands?: string | null
  at?: string | null
}

const MOST_TIMES = 10_000

export const begin: Book<Begin> = {
  needs: ({ standId, versionId }) => ({ ...NEEDS, stands: [standId], versions: versionId ? [versionId] : [] }),
  book(told, state) {
    if (!state.stand(told.standId)) return missing('standId')
    const version = told.versionId ? state.version(told.versionId) : null
    if (version === undefined) return missing('versionId')
    const limits = checkWhen(told.at ?? null, state.now)
    if (!told.name.trim()) limits.push({ code: 'name-missing', field: 'name', numbers: {} })
    if (!(told.times > 0 && told.times <= MOST_TIMES))
      limits.push({ code: 'times-out-of-range', field: 'times', numbers: { value: told.times, most: MOST_TIMES } })
    if (told.vessel && !(told.vessel.capacityMl > 0))
      limits.push({ code: 'vessel-empty', field: 'vessel', numbers: { value: told.vessel.capacityMl } })
    // A plan is of a version, and a version has a plan.
    if (!version !== !told.planned) limits.push({ code: 'plan-missing', field: 'planned', numbers: {} })
    if (version && useByOf(version.evaluation, 'cold').needsApproval)
      limits.push({ code: 'approval-missing', field: 'versionId', numbers: {} })
    if (limits.length) return refused(...limits)
    const run: RunRow = {
      id: told.id,
      standId: told.standId,
      recipeId: version?.recipeId ?? null,
      versionId: told.versionId ?? null,
      name: told.name.trim(),
      day: told.day ?? null,
      making: told.making ?? null,
      planned: told.planned ?? UNPLANNED,
      whole: told.whole ?? null,
      times: told.times,
      vessel: told.vessel ?? null,
      at: told.at ?? state.now,
    }
    return { ...BOOKED, runs: [run] }
  },
}

/** The item that an event puts into the pot, where its plan may not name it. */
const itemsIn = (event: EventBody): ItemRef[] => ('item' in event ? [event.item] : [])

export const tell: Book<Tell> = {
  needs: ({ runId, event }) => {
    const lotId = 'lotId' in event ? event.lotId : null
    return { ...NEEDS, runs: [runId], lots: lotId ? [lotId] : [], items: itemsIn(event) }
  },
  book(told, state) {
    const run = state.run(told.runId)
    if (!run) return missing('runId')
    const at = told.at ?? state.now
    const event = { ...told.event, id: told.id, at, by: '' } as BatchEvent
    const ended = endedBefore(run, event)
    if (ended) return refused(ended)
    if (event.kind === 'overruled' && !state.teller.overrules)
      return refused({ code: 'not-your-role', field: 'event', numbers: {} })
    const found = checkEvent(event, {
      planned: run.planned,
      events: run.events,
      evaluate: (doc) => run.evaluate(doc),
      now: state.now,
      vesselMl: run.vessel?.capacityMl ?? null,
    })
    if (found.limits.length) return refused(...found.limits)
    const took = tookOut(takenBy(event), run.standId, state)
    const gone = event.kind === 'void' ? run.events.find((e) => e.id === event.event) : undefined
    return {
      ...BOOKED,
      doubts: found.doubts,
      runEvents: [{ id: told.id, runId: run.id, event: withHands(told), took, at }],
      movements: took ? [movement(told.id, took.lotId, -took.amount, 'make-out')] : givenBack(told.id, gone),
    }
  },
}

const withHands = ({ event, hands }: Tell): EventBody => (hands ? { ...event, hands } : event)

/** What still happens once it is done: it cools on its shelf, and its clocks are heard. */
const goesOn = (e: BatchEvent): boolean =>
  ['note', 'heard', 'timer', 'overruled'].includes(e.kind) ||
  (e.kind === 'read' && Object.keys(e.reading).join() === 'tempC')

/** After its end nothing else happens in a batch; what was told before it, and comes late, did. */
function endedBefore(run: RunNow, e: BatchEvent): Finding | null {
  const closed = closedBy(run.events)
  const reopens = closed !== null && e.kind === 'void' && e.event === closed.id
  if (run.made && goesOn(e)) return null
  const end = run.made?.at ?? (reopens ? null : closed?.at)
  return end && Date.parse(e.at) >= Date.parse(end) ? { code: 'batch-ended', field: 'event', numbers: {} } : null
}

/** What a batch took out of which lots, all of its events together. */
export function tookFrom(run: Pick<RunNow, 'events'>): TookOut[] {
  const gone = new Set(run.events.flatMap((e) => (e.kind === 'void' ? [e.event] : [])))
  const out = new Map<string, number>()
  for (const { id, took } of run.events)
    if (took && !gone.has(id)) out.set(took.lotId, (out.get(took.lotId) ?? 0) + took.amount)
  return [...out].map(([lotId, amount]) => ({ lotId, amount }))
}
