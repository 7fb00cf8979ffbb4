import type { BaseValues } from '../substances'
import type { Feel, Part, Place } from '../yield'
import type { EventBody, MadeOf } from '../batch'
import type { RecipeDocument } from '../recipe'
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

/**
 * Where a lot came from: fruit by the scale, a press, what was left of it, a knife, goods in packs and pieces,
 * such a pack once it is opened, a making of a prep, or what was left in a vessel at the hatch.
 */
export const LOT_KINDS = ['received', 'pressed', 'by-product', 'peeled', 'pack', 'opened', 'made', 'left'] as const
export type LotKind = (typeof LOT_KINDS)[number]

/** What a lot is of: an ingredient, a version of a recipe that was made, or goods such as cups. */
export const ITEM_KINDS = ['ingredient', 'version', 'goods'] as const
export type ItemKind = (typeof ITEM_KINDS)[number]
export const LOT_UNITS = ['g', 'mL', 'pieces'] as const
export type LotUnit = (typeof LOT_UNITS)[number]

export interface LotRow {
  id: string
  standId: string
  itemKind: ItemKind
  /** key of the ingredient or the goods, id of the version */
  itemKey: string
  kind: LotKind
  part: string | null
  supplier: string | null
  /** pieces, where somebody counted */
  count: number | null
  crates: number | null
  unit: LotUnit
  amount: number
  /** g as purchased that it is of, where it was peeled; null where it is as it came */
  purchasedG: number | null
  /** false where the amount is only a count times the usual piece */
  weighed: boolean
  cost: number | null
  /** what it would have cost, where it was given */
  marketCost: number | null
  place: Place | null
  seen: SeenLot | null
  useBy: string | null
  useFor: string | null
  /** the fact that made it, or the arrival that it came by from another stand; null for what was delivered */
  sourceId: string | null
  at: string
}

/** It came from outside, and is a fact of its own: not from another stand. */
export const isDelivery = ({ kind, sourceId }: Pick<LotRow, 'kind' | 'sourceId'>): boolean =>
  (kind === 'received' || kind === 'pack') && sourceId === null

/** g as purchased for a g of a lot: more than 1 where it was peeled. */
export const purchasedPerG = (lot: { purchasedG: number | null; amount: number }): number =>
  lot.purchasedG === null ? 1 : lot.purchasedG / lot.amount

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

/** Fruit that a press took out of a lot. */
export interface Take {
  lotId: string
  ingredientKey: string
  /** g as purchased */
  takenG: number
  /** g that left the lot: less, where it was peeled before */
  outG: number
  weighed: boolean
}

/** What came of fruit and water, or of several fruits: something of its own name and composition. */
export interface BaseMade extends BaseValues {
  waterG: number
  outG: number
  outMl: number
  /** mL of juice of the fruit in all that came out: at least and at most */
  leastMl: number
  mostMl: number
  /** °Bx as it is likely, or as it was read */
  brix: number
  leastBrix: number
  /** g of the water that the pulp kept, as it is likely */
  waterKeptG: number
  /** mL of it that ended on the bench */
  spilledMl: number | null
}

export interface PressRow {
  id: string
  standId: string
  /** the lot it was told at */
  lotId: string
  juiceLotId: string
  /** the fruit; of several, the base that came of them */
  ingredientKey: string
  /** where its fruit came from: one lot, or several */
  takes: Take[]
  /** the base that came of it; null where it is plain juice */
  baseKey: string | null
  base: BaseMade | null
  /** g as purchased, of all fruit */
  takenG: number
  /** false where the fruit was only counted: its yield is of an estimate, and is learned from by nobody */
  weighed: boolean
  trimmedG: number | null
  /** juice of the fruit in the jug: in a base, as it is likely */
  juiceMl: number
  juiceG: number
  juiceUnit: 'mL' | 'g'
  method: PressMethod
  minutes: number | null
  tool: string | null
  fruitTemp: FruitTemp | null
  hands: number | null
  /** mL of juice of the fruit that ended on the bench */
  spilledMl: number | null
  fruitCost: number | null
  costBasis: 'measured' | 'estimated'
  byCost: number | null
  marketCost: number | null
  parts: PartKept[]
  seen: SeenPress | null
  at: string
}

/** What a making took out of a lot, in the unit of the lot. */
export interface Used {
  lotId: string
  itemKey: string
  amount: number
}
/** What was read of what came out. */
export interface SeenMade {
  brix: number | null
  tempC: number | null
  ph: number | null
  measured: string[]
}

/** g of an ingredient that went in by taste. */
export interface Added {
  key: string
  g: number
}
/** One making of a version of a recipe; one that began and ended by the same fact is done at once. */
export interface BatchRow {
  id: string
  standId: string
  recipeId: string
  versionId: string
  /** the lot that it gave */
  lotId: string
  /** as measured, in this unit; the other by the density of the standard */
  outUnit: 'mL' | 'g'
  outG: number
  outMl: number
  /** how many times the standard it was: by what came out */
  times: number
  minutes: number | null
  /** minutes of hands that the standard asks for so much */
  standardMin: number
  hands: number | null
  uses: Used[]
  /** what was added to taste, in its order, beyond the standard and out of no lot */
  added: Added[]
  /** what it really is, where it was told step by step; null where it is what its standard says */
  made: MadeOf | null
  /** the batch that it ended: its lots gave what was weighed, when it was; null where it was told at once */
  runId: string | null
  /** what was used, as it was paid; null where something has no price */
  cost: number | null
  costBasis: 'measured' | 'estimated'
  seen: SeenMade | null
  at: string
}

/** What a batch is made in. */
export interface BatchVessel {
  name: string
  capacityMl: number
}
/** A batch that was begun: what was planned of it. It never changes; what happens is told in events. */
export interface RunRow {
  id: string
  standId: string
  /** null where it was begun from nothing */
  recipeId: string | null
  versionId: string | null
  name: string
  /** the day of the plan that it is for, and what the plan calls it; null where no plan asked for it */
  day: string | null
  making: string | null
  /** with its loads as steps; without, where that is another document */
  planned: RecipeDocument
  whole: RecipeDocument | null
  /** how many times the standard */
  times: number
  vessel: BatchVessel | null
  at: string
}
/** What an event took out of a lot, in its unit: what the lot had, and no more. */
export interface TookOut {
  lotId: string
  amount: number
}
/** Something that happened in a batch. */
export interface RunEventRow {
  id: string
  runId: string
  event: EventBody
  took: TookOut | null
  at: string
}

export interface PriceRow {
  id: string
  ingredientKey: string
  packPrice: number
  packG: number
  source: 'receipt'
  lotId: string
  supplier: string | null
  since: string
}

/** A base that is not in the books yet: an ingredient of its own name. */
export interface BaseRow {
  key: string
  name: string
  /** the juice that it is most of */
  likeKey: string
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
  'count',
  'sort-out',
  'sort-in',
  'peel-out',
  'peel-in',
  'open-out',
  'open-in',
  'make-out',
  'make-in',
  'serve-out',
  'serve-in',
  'send-out',
  'arrive-in',
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
  /** when, where that is not when its fact happened */
  at?: string
}

/** What was done with a lot. */
export interface LotEventRow<E = { kind: string }> {
  id: string
  lotId: string
  /** what the lot is of */
  itemKey: string
  /** what it took out of the lot, in its unit; null where nothing left it */
  amountG: number | null
  event: E
  measured: string[]
  at: string
}

/** What was sent to a stand is there. */
export interface ArrivalRow {
  id: string
  /** the event that sent it */
  sendId: string
  standId: string
  /** in the unit of the lot that it was sent from */
  amount: number
  tempC: number | null
  at: string
}

/** Kinds of facts that can be taken out of the books. */
export const VOID_KINDS = ['lot', 'press', 'lot-event', 'batch'] as const
export type VoidKind = (typeof VOID_KINDS)[number]
/** Kinds of the rows that facts have: what happens in a batch is taken back there, and nowhere else. */
export const ROW_KINDS = [
  ...VOID_KINDS,
  ...(['run', 'run-event', 'hold', 'hold-event', 'pour', 'sold-out', 'arrival'] as const),
] as const
export type FactRowKind = (typeof ROW_KINDS)[number]
/** A fact taken out of the books, or put back. */
export interface VoidRow {
  id: string
  entity: VoidKind
  factId: string
  voided: boolean
  reason: string | null
  /** what it was of */
  itemKey: string
}
