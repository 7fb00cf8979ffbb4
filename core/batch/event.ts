import type { Amount, ItemRef } from '../recipe'
import type { Instant } from '../time'

// What happens while a batch is made. Events are only ever added; their order is by the time that was told, ties by id.

/** Who told it, and when. */
interface Told {
  id: string
  at: Instant
  by: string
  /** whose hands they were, where that is another than who is signed in */
  hands?: string
}
/** What of a stream was read; a reading overrides what the model says from then on. */
export interface StreamReading {
  massG?: number
  volumeMl?: number
  brix?: number
  /** g per 100 mL, as citric acid */
  ta?: number
  tempC?: number
  ph?: number
}
/**
 * What was taken out of a lot, as it was read or made: it stands for what its sheet says. What is in it is g per g of
 * it, where it was made otherwise than its standard.
 */
export interface LotAs {
  brix?: number
  /** g per 100 mL, as citric acid */
  ta?: number
  cautions?: string[]
  contents?: Record<string, number>
}
/** Why something was added that no sheet asks for: towards a target, or at a taster's word. */
export type Why = { target: string } | { word: string } | { other: string }

export type BatchEvent = Told &
  (
    | {
        kind: 'weighed'
        /** the take that it is of, by its stream */
        take: string
        amount: Amount
        /** out of which lot; null where it is of none */
        lotId: string | null
        as?: LotAs
        /** more of it is still to come: a scale takes only so much at once */
        more?: true
        tempC?: number
      }
    | { kind: 'left-out'; take: string }
    | { kind: 'swapped'; take: string; item: ItemRef; amount: Amount; lotId: string | null; as?: LotAs }
    /** what is wanted from now on, of what nobody has weighed yet: for the juice of today */
    | { kind: 'wanted'; takes: { take: string; amount: Amount }[] }
    /** so many times what is not in yet: there is only so much of something, and the rest follows */
    | { kind: 'rescaled'; times: number }
    /** hands are off it, and its clock runs */
    | { kind: 'begun'; step: string }
    /** told twice, it was done once, unless somebody says that it was done another time */
    | { kind: 'done'; step: string; another?: true }
    | { kind: 'skipped'; step: string }
    /** into what the stream is at that moment */
    | {
        kind: 'added'
        to: string
        item: ItemRef
        amount: Amount
        lotId: string | null
        as?: LotAs
        tempC?: number
        why: Why | null
      }
    | { kind: 'read'; of: string; reading: StreamReading }
    | { kind: 'spilled'; of: string; massG: number }
    | { kind: 'note'; text: string }
    /** the owner keeps what the clock of its cooling says is to be thrown away, and says why */
    | { kind: 'overruled'; reason: string }
    /** a clock that somebody set, beside those of the steps */
    | { kind: 'timer'; minutes: number; name: string }
    /** somebody heard it ring: a timer, or what a step was begun by */
    | { kind: 'heard'; of: string }
    /** it is over, and gave no lot: it was thrown away, or is a draft of a recipe now */
    | { kind: 'closed'; how: 'thrown' | 'draft'; reason: string | null; recipeId: string | null }
    /** it never was; what voids cannot be voided */
    | { kind: 'void'; event: string }
  )
export type EventOf<K extends BatchEvent['kind']> = Extract<BatchEvent, { kind: K }>

/** What happened, without who told it and when. */
export type EventBody = WithoutTold<BatchEvent>
type WithoutTold<T> = T extends unknown ? Omit<T, 'id' | 'at' | 'by'> : never

/** Those that count, in their order: without what was voided, and without what voided it. */
export function standing(events: readonly BatchEvent[]): BatchEvent[] {
  const gone = new Set(events.flatMap((e) => (e.kind === 'void' ? [e.event] : [])))
  return events
    .filter((e) => e.kind !== 'void' && !gone.has(e.id))
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1))
}

/** The stream that an event is about; null where it is of none. */
export function streamOf(e: BatchEvent): string | null {
  switch (e.kind) {
    case 'weighed':
    case 'left-out':
    case 'swapped':
      return e.take
    case 'begun':
    case 'done':
    case 'skipped':
      return e.step
    case 'added':
      return e.to
    case 'read':
    case 'spilled':
      return e.of
    default:
      return null
  }
}

/** What an event takes out of a lot: where something was weighed, swapped in or added. */
export function takenBy(e: BatchEvent): { lotId: string | null; amount: Amount } | null {
  return e.kind === 'weighed' || e.kind === 'swapped' || e.kind === 'added'
    ? { lotId: e.lotId, amount: e.amount }
    : null
}
/** Steps that were told done once more, by the events that did so: they have no effect. */
export function toldAgain(events: readonly BatchEvent[]): Set<string> {
  const done = new Set<string>()
  return new Set(
    standing(events).flatMap((e) => {
      if (e.kind !== 'done' || e.another) return []
      const isAgain = done.has(e.step)
      done.add(e.step)
      return isAgain ? [e.id] : []
    }),
  )
}
/** Of these, those that nobody has said to be another time since, by their events. */
export function mayBeAnother(events: readonly BatchEvent[]): Set<string> {
  const there = standing(events)
  const open = new Map<string, string>()
  const again = toldAgain(events)
  for (const e of there) {
    if (e.kind !== 'done') continue
    if (e.another) open.delete(e.step)
    else if (again.has(e.id)) open.set(e.step, e.id)
  }
  return new Set(open.values())
}
/** How a batch was closed without a lot; null while it was not. */
export const closedBy = (events: readonly BatchEvent[]): EventOf<'closed'> | null =>
  standing(events).find((e) => e.kind === 'closed') ?? null
