import type { Finding } from '../limits'
import type { IngredientData } from '../substances'
import type { OwnHandling } from '../yield'
import type { Evaluation, ItemRef, RecipeDocument } from '../recipe'
import type { BatchEvent } from '../batch'
import type { HoldControl, HoldEvent } from '../hold'
import type { HoldEventRow, HoldRow, PouredRow, PourRow, SoldOutRow } from './serve/rows'
import type {
  ArrivalRow,
  BaseRow,
  BatchRow,
  LotEventRow,
  LotRow,
  Movement,
  PressRow,
  PriceRow,
  RunEventRow,
  RunRow,
  TookOut,
  VoidKind,
  VoidRow,
} from './rows'

/** A lot as it stands when a fact is told. */
export interface LotNow extends LotRow {
  /** the sum of its movements */
  onHand: number
  /** out of the books */
  voided: boolean
  /** when it was counted last, if it was, and by which fact */
  counted: { id: string; at: string } | null
  /** of what is on hand, what was moved after the moment that is asked; 0 where none is */
  movedSince: number
}

/** A fact that was told before, with all that it moved, what undid and redid it too. */
export interface FactNow {
  entity: VoidKind
  /** what it was of */
  itemKey: string
  /** when it happened */
  at: string
  voided: boolean
  moved: readonly Movement[]
}

/** What was sent to another stand. */
export interface SentNow {
  id: string
  /** the lot that it was sent from, and how much of it, in its unit */
  lot: LotRow
  amount: number
  toStandId: string
  at: string
  /** taken back by who sent it */
  voided: boolean
  arrived: boolean
}

/** Who tells a fact: whether they see money, and whether they may mend what others told. */
export interface Teller {
  seesMoney: boolean
  mends: boolean
  /** whether what is to be thrown away may be kept on their word: the owner's */
  overrules: boolean
}

/** A version of a recipe, as it was signed. */
export interface Version {
  recipeId: string
  evaluation: Evaluation
}

/** An event of a batch, with what it took out of a lot. */
export type ToldEvent = BatchEvent & { took: TookOut | null }
/** A batch as it stands when a fact is told. */
export interface RunNow extends RunRow {
  events: readonly ToldEvent[]
  /** the making that ended it; null while it is under way, or closed without one */
  made: { id: string; at: string } | null
  /** with what its names stood for when it was signed, and today's for the rest @throws ProcessLimit */
  evaluate(doc: RecipeDocument): Evaluation
}

/** What happened to a vessel in service, with what it took out of a lot. */
export type ToldHoldEvent = HoldEvent & { took: TookOut | null }
/** A vessel in service as it stands when a fact is told. */
export interface HoldNow extends HoldRow {
  events: readonly ToldHoldEvent[]
  /** what was poured out of it */
  pours: readonly PouredRow[]
}
/** An ingredient by its name. */
export interface Named {
  key: string
  isBase: boolean
}

/**
 * What a book reads: the rows that the fact names, and what is known of the ingredients. The server reads it under
 * locks; a tablet from what it was told last.
 */
export interface State {
  /** the moment of telling, an instant */
  now: string
  teller: Teller
  /** decimals that the business's currency is paid in */
  decimals: number
  stand(id: string): boolean
  /** what else than the cold may keep safe what stands at its hatch */
  control(standId: string): HoldControl
  lot(id: string): LotNow | undefined
  fact(id: string): FactNow | undefined
  /** composition here; undefined where nobody knows the ingredient */
  data(key: string): IngredientData | undefined
  handling(key: string): OwnHandling | null
  /** whether there are such goods */
  goods(key: string): boolean
  /** what is called so; undefined where nothing is */
  named(name: string): Named | undefined
  /**
   * The last price of a kilo as purchased, but for what the facts told that this one takes out; null where nobody has
   * said, or where it is not for the teller's tablet to know.
   */
  lastPerKg(key: string): number | null
  /** a version that is made; undefined where nobody knows it, or it cannot be read */
  version(id: string): Version | undefined
  /** what recipe a version is of */
  recipeOf(versionId: string): string | undefined
  run(id: string): RunNow | undefined
  hold(id: string): HoldNow | undefined
  /** a vessel in service without what happened to it: which stand it is at */
  vessel(id: string): Pick<HoldRow, 'id' | 'standId'> | undefined
  /** what was sent to another stand, by the event that sent it */
  sent(id: string): SentNow | undefined
  /** a pour that was told before */
  pour(id: string): PourRow | undefined
  /** mL per kg that a press is held against; null where that is the server's to say */
  meanMlPerKg(standId: string, key: string): number | null
}

/** The rows that a fact needs, to be locked and read before it is booked. */
export interface Needs {
  stands: string[]
  lots: string[]
  /** facts that it takes out, or puts back: with the lots that they moved */
  facts: string[]
  ingredients: string[]
  /** keys of goods */
  goods: string[]
  /** names that something is to be called by */
  names: string[]
  /** versions of recipes that are made */
  versions: string[]
  /** batches that were begun, with all that happened in them and the lots that they took from */
  runs: string[]
  /** vessels in service, with all that happened to them */
  holds: string[]
  /** vessels in service of which only the stand is asked, and versions of which only the recipe is: of every cup */
  vessels: string[]
  recipes: string[]
  /** pours that were told before */
  pours: string[]
  /** events that sent something to another stand */
  sends: string[]
  /** what goes into such a batch that its plan may not name */
  items: ItemRef[]
  /** a moment: what moved in its lots after it is asked for by itself */
  since: string | null
  /** stands that are only asked whether they serve: of every cup */
  atStands: string[]
  /** whether what it moved comes back, to the stands of its lots */
  comesBack: boolean
  /** whether it asks what the fruit cost last */
  prices: boolean
  /** whether it is held against the mean of the stand's presses */
  mean: boolean
}
export const NEEDS: Needs = {
  stands: [],
  lots: [],
  facts: [],
  ingredients: [],
  goods: [],
  names: [],
  versions: [],
  runs: [],
  holds: [],
  vessels: [],
  recipes: [],
  pours: [],
  sends: [],
  items: [],
  since: null,
  atStands: [],
  comesBack: false,
  prices: false,
  mean: false,
}

/** What a fact comes to. Where there are limits, the rest is empty: nothing is booked. */
export interface Booked {
  limits: Finding[]
  doubts: Finding[]
  lots: LotRow[]
  movements: Movement[]
  presses: PressRow[]
  batches: BatchRow[]
  runs: RunRow[]
  runEvents: RunEventRow[]
  holds: HoldRow[]
  holdEvents: HoldEventRow[]
  pours: PourRow[]
  soldOuts: SoldOutRow[]
  arrivals: ArrivalRow[]
  /** bases that are made for the first time */
  bases: BaseRow[]
  events: LotEventRow[]
  prices: PriceRow[]
  voids: VoidRow[]
}
export const BOOKED: Booked = {
  limits: [],
  doubts: [],
  lots: [],
  movements: [],
  presses: [],
  batches: [],
  runs: [],
  runEvents: [],
  holds: [],
  holdEvents: [],
  pours: [],
  soldOuts: [],
  arrivals: [],
  bases: [],
  events: [],
  prices: [],
  voids: [],
}
export const refused = (...limits: Finding[]): Booked => ({ ...BOOKED, limits })
/** Something that a fact names is not there. */
export const missing = (field: string): Booked => refused({ code: 'not-found', field, numbers: {} })

export interface Book<F> {
  needs(fact: F): Needs
  book(fact: F, state: State): Booked
}

/** The state once something is booked: for a fact that first takes another one out. */
export function after(state: State, booked: Booked): State {
  const moved = new Map<string, number>()
  for (const m of booked.movements) moved.set(m.lotId, (moved.get(m.lotId) ?? 0) + m.amount)
  const voided = new Map(booked.voids.map((v) => [v.factId, v.voided]))
  return {
    ...state,
    lot: (id) => {
      const lot = state.lot(id)
      return lot && { ...lot, onHand: lot.onHand + (moved.get(id) ?? 0), voided: voided.get(id) ?? lot.voided }
    },
    fact: (id) => {
      const fact = state.fact(id)
      return fact && { ...fact, voided: voided.get(id) ?? fact.voided }
    },
  }
}

/** Two bookings of one fact as one. */
export const both = (first: Booked, second: Booked): Booked => ({
  limits: [...first.limits, ...second.limits],
  doubts: [...first.doubts, ...second.doubts],
  lots: [...first.lots, ...second.lots],
  movements: [...first.movements, ...second.movements],
  presses: [...first.presses, ...second.presses],
  batches: [...first.batches, ...second.batches],
  runs: [...first.runs, ...second.runs],
  runEvents: [...first.runEvents, ...second.runEvents],
  holds: [...first.holds, ...second.holds],
  holdEvents: [...first.holdEvents, ...second.holdEvents],
  pours: [...first.pours, ...second.pours],
  soldOuts: [...first.soldOuts, ...second.soldOuts],
  arrivals: [...first.arrivals, ...second.arrivals],
  bases: [...first.bases, ...second.bases],
  events: [...first.events, ...second.events],
  prices: [...first.prices, ...second.prices],
  voids: [...first.voids, ...second.voids],
})
