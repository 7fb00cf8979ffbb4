import { checkWhen, type Finding, type Findings } from '../limits'
import { massG, ProcessLimit, volumeMl, type Stream } from '../process'
import { HEADSPACE_SHARE } from '../scale'
import type { Evaluation, RecipeDocument } from '../recipe'
import type { Instant } from '../time'
import { standing, streamOf, type BatchEvent, type EventOf } from './event'
import { fold, soFar, type Actual } from './fold'

// What is wrong with something that is told of a batch, before it is put down.

export interface CheckAsk {
  planned: RecipeDocument
  events: readonly BatchEvent[]
  /** @throws ProcessLimit */
  evaluate: (doc: RecipeDocument) => Evaluation
  now: Instant
  /** mL to the brim of what it is made in; null where nobody said */
  vesselMl: number | null
}

/** A weight so many times what is wanted, or that part of it, is a slip of the point, or another ingredient's. */
const SLIP_TIMES = 5
/** A reading of more than this over what went in is not of this pot: a scale and a jug differ. */
const OVER = 1.05

/**
 * A limit refuses; a doubt asks. Nothing is refused for stock: a lot gives what it has.
 * @param e with the moment that was told
 */
export function checkEvent(e: BatchEvent, ask: CheckAsk): Findings {
  const found: Findings = { limits: checkWhen(e.at, ask.now), doubts: [] }
  if (e.kind === 'void') {
    found.limits.push(...voidWrong(e.event, ask.events))
    return found
  }
  const before = potOf(fold(ask.planned, ask.events), ask)
  const after = potOf(fold(ask.planned, [...ask.events, e]), ask)
  found.limits.push(...potWrong(e, before, after, ask))
  if (!found.limits.length) found.doubts.push(...doubtsOf(e, before, after, ask))
  return found
}

/** What is in the pot so far: nothing, something that can be worked out, or why it cannot. */
interface PotSoFar {
  told: Actual
  output: Stream | null
  limit: ProcessLimit | null
}
function potOf(told: Actual, { evaluate }: CheckAsk): PotSoFar {
  const now = soFar(told)
  try {
    return { told, output: now && evaluate(now).output, limit: null }
  } catch (e) {
    if (!(e instanceof ProcessLimit)) throw e
    return { told, output: null, limit: e }
  }
}

/** What later events rest on stays: a reading was of all that was in it. */
function voidWrong(id: string, events: readonly BatchEvent[]): Finding[] {
  const there = standing(events)
  const at = there.findIndex((x) => x.id === id)
  if (at < 0) return [{ code: 'not-found', field: 'event', numbers: {} }]
  const gone = there[at]!
  if (gone.kind === 'note' || gone.kind === 'begun') return []
  const rests = there.slice(at + 1).some((x) => x.kind === 'read' || (x.kind === 'done' && gone.kind === 'skipped'))
  return rests ? [{ code: 'void-under-reading', field: 'event', numbers: {} }] : []
}

/** What cannot be of this batch, or cannot be worked out with it, or does not go in. */
function potWrong(
  e: BatchEvent,
  before: PotSoFar,
  { told, output, limit }: PotSoFar,
  { vesselMl }: CheckAsk,
): Finding[] {
  const field = streamOf(e) ?? 'event'
  const odd = told.odd.find((o) => o.event.id === e.id)
  if (odd) return [{ code: odd.code, field, numbers: {} }]
  // A pot that is not whole yet may not be one that the model knows: only what this made wrong is refused.
  if (limit) return before.limit ? [] : [{ code: limit.code, field, numbers: limit.numbers }]
  if (!output || vesselMl === null || volumeMl(output) <= vesselMl) return []
  // To the brim is full: what is over it is on the floor.
  return [{ code: 'more-than-vessel', field: 'amount', numbers: { volumeMl: volumeMl(output), roomMl: vesselMl } }]
}

function doubtsOf(e: BatchEvent, before: PotSoFar, after: PotSoFar, ask: CheckAsk): Finding[] {
  if (e.kind === 'read') return moreThanWentIn(e, before)
  if (e.kind === 'weighed') return [...unlike(e, after, ask), ...full(after, ask)]
  return e.kind === 'added' || e.kind === 'done' ? full(after, ask) : []
}
/** All of it so far against what is wanted, in the unit that it is wanted in. */
function unlike(e: EventOf<'weighed'>, { told }: PotSoFar, { planned }: CheckAsk): Finding[] {
  const take = planned.steps.find((s) => s.out === e.take)
  const wanted = told.wanted.get(e.take) ?? (take?.op === 'take' ? take.amount : null)
  if (wanted?.unit !== e.amount.unit || !(wanted.value > 0)) return []
  const all = told.weighed.get(e.take)!
  const ratio = all / wanted.value
  // Of what more is to come of, a little is no slip.
  return ratio > SLIP_TIMES || (!e.more && ratio < 1 / SLIP_TIMES)
    ? [{ code: 'weight-unlike', field: 'amount', numbers: { value: all, wanted: wanted.value } }]
    : []
}
/** It still goes in, and there is no room left to stir. */
function full({ output }: PotSoFar, { vesselMl }: CheckAsk): Finding[] {
  if (!output || vesselMl === null) return []
  const [volume, roomMl] = [volumeMl(output), vesselMl * (1 - HEADSPACE_SHARE)]
  return volume > roomMl ? [{ code: 'vessel-nearly-full', field: 'amount', numbers: { volumeMl: volume, roomMl } }] : []
}
function moreThanWentIn({ reading }: EventOf<'read'>, { output }: PotSoFar): Finding[] {
  if (!output) return []
  const over = (read: number | undefined, is: number): read is number => read !== undefined && read > OVER * is
  if (over(reading.massG, massG(output)))
    return [
      { code: 'reads-more-than-went-in', field: 'massG', numbers: { value: reading.massG, massG: massG(output) } },
    ]
  if (over(reading.volumeMl, volumeMl(output)))
    return [
      {
        code: 'reads-more-litres',
        field: 'volumeMl',
        numbers: { valueMl: reading.volumeMl, volumeMl: volumeMl(output) },
      },
    ]
  return []
}
