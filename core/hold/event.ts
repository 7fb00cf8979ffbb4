import type { IceShape } from '../substances'
import type { Instant } from '../time'

// What happens to a vessel in service: a dispenser, a pitcher, a bottle. Events are only ever added; their order is by
// the time that was told, ties by id.

interface Told {
  id: string
  at: Instant
  by: string
}
/** What becomes of what is left when a vessel is emptied. */
export const LEFT_AS = ['kept', 'frozen', 'syrup', 'thrown'] as const
export type LeftAs = (typeof LEFT_AS)[number]
/** Those of which a lot remains. */
export const HELD_AS: readonly LeftAs[] = ['kept', 'frozen', 'syrup']

/**
 * How drink leaves a vessel and is no cup: spilled, tasted, given away, poured above the line of a cup, or kept by
 * strainer, tap and hose.
 */
export const SPILLED_AS = ['spilled', 'tasted', 'given', 'fuller', 'kept'] as const
export type SpilledAs = (typeof SPILLED_AS)[number]

export type HoldEvent = Told &
  (
    | {
        kind: 'filled'
        /** out of which lot; null where it is of none */
        lotId: string | null
        volumeMl: number
        tempC: number
      }
    /** as it was scooped: what of it is water already goes by its shape; left out, cubes */
    | { kind: 'iced'; massG: number; tempC: number; shape?: IceShape }
    /** slices or sprigs lie in it and go on giving; they come out after some minutes */
    | {
        kind: 'laid'
        /** key of an ingredient */
        item: string
        /** out of which lot; null where it is of none */
        lotId: string | null
        massG: number
        outMin: number
      }
    /** what was laid in is out again */
    | { kind: 'out'; event: string }
    /** cups out of it, of so many mL of drink each; ice that goes along is scooped elsewhere */
    | {
        kind: 'poured'
        cups: number
        drinkMl: number
        /** afterwards, all together: what a level had found to be gone is gone into them first */
        counted?: true
      }
    /** how high it stands, ice and all: what is gone since then was poured, or is not explained */
    | { kind: 'level'; volumeMl: number }
    | { kind: 'read'; brix?: number; ta?: number; tempC?: number }
    | { kind: 'stirred' }
    | {
        kind: 'spilled'
        volumeMl: number
        as?: SpilledAs
        /** afterwards: what a level had found to be gone is gone into it first */
        counted?: true
      }
    /** so much was left in it, and what became of that; after it the vessel is empty */
    | { kind: 'emptied'; leftMl: number; as: LeftAs; reason: string | null; useBy?: string | null }
    /** it never was; what voids cannot be voided */
    | { kind: 'void'; event: string }
  )
export type HoldEventOf<K extends HoldEvent['kind']> = Extract<HoldEvent, { kind: K }>

/** What happened, without who told it and when. */
export type HoldEventBody = WithoutTold<HoldEvent>
type WithoutTold<T> = T extends unknown ? Omit<T, 'id' | 'at' | 'by'> : never

/** The end of a vessel in service; null while it serves. */
export const emptiedBy = (events: readonly HoldEvent[]): HoldEventOf<'emptied'> | null =>
  inOrder(events).findLast((e) => e.kind === 'emptied') ?? null

/** Those that count, in their order: without what was voided, and without what voided it. */
export function inOrder(events: readonly HoldEvent[]): HoldEvent[] {
  const gone = new Set(events.flatMap((e) => (e.kind === 'void' ? [e.event] : [])))
  return events
    .filter((e) => e.kind !== 'void' && !gone.has(e.id))
    .map((e) => ({ e, ms: Date.parse(e.at) }))
    .sort((a, b) => a.ms - b.ms || (a.e.id < b.e.id ? -1 : 1))
    .map(({ e }) => e)
}

/** Touches this near to each other are one pour of several cups, s. */
const ONE_POUR_S = 10
/**
 * Whether another cup belongs to a pour that was told a moment ago: the same size, out of the same vessel.
 * @param at when the newest cup of it was
 */
export const isSamePour = (
  pour: Pick<HoldEventOf<'poured'>, 'drinkMl'>,
  at: Instant,
  next: { drinkMl: number; at: Instant },
): boolean => {
  const apartS = (Date.parse(next.at) - Date.parse(at)) / 1000
  return pour.drinkMl === next.drinkMl && apartS >= 0 && apartS <= ONE_POUR_S
}
