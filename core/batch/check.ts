import type { Finding, Findings } from '../limits'
import { checkWhen } from '../limits'
import { massG, ProcessLimit, volumeMl } from '../process'
import { HEADSPACE_SHARE } from '../scale'
import type { Evaluation, RecipeDocument } from '../recipe'
import type { Instant } from '../time'
import { standing, streamOf, type BatchEvent } from './event'
import { fold, soFar } from './fold'

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
  const found: Findings = { limits: [], doubts: [] }
  found.limits.push(...checkWhen(e.at, ask.now))
  if (e.kind === 'void') found.limits.push(...voidWrong(e.event, ask.events))
  else found.limits.push(...foldWrong(e, ask))
  if (found.limits.length) return found
  found.doubts.push(...doubtsOf(e, ask))
  return found
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

/** What cannot be of this batch, or cannot be worked out with it. */
function foldWrong(e: BatchEvent, { planned, events, evaluate, vesselMl }: CheckAsk): Finding[] {
  const told = fold(planned, [...events, e])
  const odd = told.odd.find((o) => o.event.id === e.id)
  if (odd) return [{ code: odd.code, field: streamOf(e) ?? 'event', numbers: {} }]
  const now = soFar(told)
  if (!now) return []
  try {
    const volume = volumeMl(evaluate(now).output)
    const room = vesselMl === null ? Infinity : vesselMl
    // To the brim is full: what is over it is on the floor.
    return volume > room
      ? [{ code: 'more-than-vessel', field: 'amount', numbers: { volumeMl: volume, roomMl: room } }]
      : []
  } catch (error) {
    // A pot that is not whole yet may not be one that the model knows: only what this made wrong is refused.
    if (!(error instanceof ProcessLimit) || wasWrong(planned, events, evaluate)) return []
    return [{ code: error.code, field: streamOf(e) ?? 'event', numbers: error.numbers }]
  }
}
function wasWrong(planned: RecipeDocument, events: readonly BatchEvent[], evaluate: CheckAsk['evaluate']): boolean {
  const before = soFar(fold(planned, events))
  if (!before) return false
  try {
    evaluate(before)
    return false
  } catch {
    return true
  }
}

function doubtsOf(e: BatchEvent, ask: CheckAsk): Finding[] {
  if (e.kind === 'done' && standing(ask.events).some((x) => x.kind === 'done' && x.step === e.step))
    return [{ code: 'done-already', field: 'step', numbers: {} }]
  if (e.kind === 'read') return e.reading.massG === undefined ? [] : moreThanWentIn(e, ask)
  if (e.kind === 'weighed') return [...unlike(e, ask), ...full(e, ask)]
  return e.kind === 'added' || e.kind === 'done' ? full(e, ask) : []
}
/** All of it so far against what is wanted, in the unit that it is wanted in. */
function unlike(e: BatchEvent & { kind: 'weighed' }, { planned, events }: CheckAsk): Finding[] {
  const take = planned.steps.find((s) => s.out === e.take)
  if (take?.op !== 'take' || take.amount.unit !== e.amount.unit || !(take.amount.value > 0)) return []
  const all = (fold(planned, events).weighed.get(e.take) ?? 0) + e.amount.value
  const ratio = all / take.amount.value
  // Of what more is to come of, a little is no slip.
  return ratio > SLIP_TIMES || (!e.more && ratio < 1 / SLIP_TIMES)
    ? [{ code: 'weight-unlike', field: 'amount', numbers: { value: all, wanted: take.amount.value } }]
    : []
}
/** It still goes in, and there is no room left to stir. */
function full(e: BatchEvent, { planned, events, evaluate, vesselMl }: CheckAsk): Finding[] {
  const now = vesselMl === null ? null : soFar(fold(planned, [...events, e]))
  if (!now || vesselMl === null) return []
  try {
    const volume = volumeMl(evaluate(now).output)
    const roomMl = vesselMl * (1 - HEADSPACE_SHARE)
    return volume > roomMl
      ? [{ code: 'vessel-nearly-full', field: 'amount', numbers: { volumeMl: volume, roomMl } }]
      : []
  } catch {
    return []
  }
}
function moreThanWentIn(e: BatchEvent & { kind: 'read' }, { planned, events, evaluate }: CheckAsk): Finding[] {
  const now = soFar(fold(planned, events))
  if (!now) return []
  try {
    const mass = massG(evaluate(now).output)
    const read = e.reading.massG!
    return read > OVER * mass
      ? [{ code: 'reads-more-than-went-in', field: 'massG', numbers: { value: read, massG: mass } }]
      : []
  } catch {
    return []
  }
}
