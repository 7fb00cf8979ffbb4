import type { HoldControl, HoldEventBody } from '../../hold'
import type { BatchVessel, TookOut } from '../rows'

// Rows of the hatch: vessels in service, what happens to them, and cups that were poured.

/** How a vessel serves: with ice in it, cold without, as a jug that guests pour from, or half frozen by a machine. */
export const SERVE_WAYS = ['iced', 'cold', 'self-serve', 'slush'] as const
export type ServeWay = (typeof SERVE_WAYS)[number]

/** A vessel that was put into service. It never changes; what happens to it is told in events. */
export interface HoldRow {
  id: string
  standId: string
  recipeId: string
  versionId: string
  vessel: BatchVessel
  way: ServeWay
  control: HoldControl
  /** min between two washings */
  washMin: number
  /** W for each K between the room and the full vessel, and °C of the room */
  wPerK: number
  roomC: number
  at: string
}
export interface HoldEventRow {
  id: string
  holdId: string
  event: HoldEventBody
  took: TookOut | null
  at: string
}

/** Where cups were counted: by touch, at the close of a day, or by a till. */
export const POUR_SOURCES = ['touch', 'count', 'till'] as const
export type PourSource = (typeof POUR_SOURCES)[number]
/** Cups of one drink in one size, poured within moments of each other. */
export interface PourRow {
  id: string
  standId: string
  /** the vessel that they came out of; null where they were built in the cup */
  holdId: string | null
  recipeId: string
  versionId: string
  /** null where the stand has no cup for it */
  cupId: string | null
  /** mL of drink in each, without its ice */
  drinkMl: number
  cups: number
  /** what a guest chose */
  options: string[]
  source: PourSource
  /** what all of its cups took out of lots, beside what came out of the vessel */
  uses: TookOut[]
  /** s before `at` of each touch, the first first; none where they were counted otherwise */
  touchedS: number[]
  /** who told it last; left out where nobody asked, or several did */
  by?: string
  /** how often it was told before */
  retold: number
  /** the number that its till gave it, and its line */
  saleId: string | null
  at: string
  /** several of them, long enough ago that none is told again: a list has few rows then */
  isTogether?: true
}

/** The same as its vessel has it: without what its guests chose, and how it was told. */
export type PouredRow = Omit<PourRow, 'options' | 'uses' | 'touchedS' | 'retold' | 'saleId'>

/** A drink that was sold out: more was asked for than was sold. */
export interface SoldOutRow {
  id: string
  standId: string
  recipeId: string
  versionId: string
  at: string
  /** when it was there again; null while it is not */
  backAt: string | null
  /** it never was: somebody took it back */
  isGone: boolean
}
