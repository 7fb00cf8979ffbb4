import type { Feel, Part, Place } from '../yield'
import type { FOAM, FruitTemp, PressMethod } from './words'

// The rows that facts write, as they are kept: amounts in the unit of their lot, money in the business's currency,
// moments as instants.

/** What was seen of a delivery. */
export interface SeenLot {
  feel: Feel | null
  crackedShare: number | null
  waxed: boolean | null
  tempC: number | null
  brix: number | null
  /** names of the fields that a device filled in */
  measured: string[]
}

export interface LotRow {
  id: string
  standId: string
  ingredientKey: string
  kind: 'received' | 'pressed' | 'by-product'
  part: string | null
  supplier: string | null
  /** pieces, where somebody counted */
  count: number | null
  crates: number | null
  unit: 'g' | 'mL'
  amount: number
  /** false where the amount is only a count times the usual piece */
  weighed: boolean
  costEur: number | null
  /** what it would have cost, where it was given */
  marketEur: number | null
  place: Place | null
  seen: SeenLot | null
  useBy: string | null
  useFor: string | null
  /** the fact that made it; null for what was delivered */
  sourceId: string | null
  at: string
}

/** A by-product that is kept as a lot of its own. */
export interface Kept {
  lotId: string
  place: Place
  useBy: string | null
  useFor: string | null
}
/** One part of a press or of sorted fruit: weighed, or pulp with all that is left; kept, or thrown. */
export interface PartKept {
  part: Part
  g: number | null
  kept: Kept | null
}

/** What was measured of a press beside kilos and juice; TA in g per 100 mL as citric. */
export interface SeenPress {
  foam: (typeof FOAM)[number] | null
  brix: number | null
  ph: number | null
  ta: number | null
  titration: { sampleMl: number; baseMl: number; baseN: number } | null
  measured: string[]
}

export interface PressRow {
  id: string
  standId: string
  lotId: string
  juiceLotId: string
  ingredientKey: string
  takenG: number
  /** false where the fruit was only counted: its yield is of an estimate, and is learned from by nobody */
  weighed: boolean
  trimmedG: number | null
  juiceMl: number
  juiceG: number
  juiceUnit: 'mL' | 'g'
  method: PressMethod
  minutes: number | null
  tool: string | null
  fruitTemp: FruitTemp | null
  hands: number | null
  spilledMl: number | null
  fruitCostEur: number | null
  costBasis: 'measured' | 'estimated'
  byCostEur: number | null
  marketCostEur: number | null
  parts: PartKept[]
  seen: SeenPress | null
  at: string
}

export interface PriceRow {
  id: string
  ingredientKey: string
  packPriceEur: number
  packG: number
  source: 'receipt'
  lotId: string
  supplier: string | null
  since: string
}

/** What moved in a lot, in its unit: into it above zero, out of it below. */
export const MOVE_KINDS = [
  'receive',
  'press-out',
  'press-in',
  'garnish',
  'discard',
  'use',
  'spill',
  'sort-out',
  'sort-in',
  'void',
  'restore',
] as const
export type MoveKind = (typeof MOVE_KINDS)[number]
export interface Movement {
  id: string
  lotId: string
  amount: number
  kind: MoveKind
  /** the fact that moved it */
  sourceId: string
}

/** What was done with a lot. */
export interface LotEventRow<E = { kind: string }> {
  id: string
  lotId: string
  ingredientKey: string
  /** what it took out of the lot, in its unit; null where nothing left it */
  amountG: number | null
  event: E
  measured: string[]
  at: string
}

/** Kinds of facts that can be taken out of the books. */
export const VOID_KINDS = ['lot', 'press', 'lot-event'] as const
export type VoidKind = (typeof VOID_KINDS)[number]
/** A fact taken out of the books, or put back. */
export interface VoidRow {
  id: string
  entity: VoidKind
  factId: string
  voided: boolean
  reason: string | null
  ingredientKey: string
}
