import { pricePerKg } from '../cost/price'
import type { Evaluation, RecipeDocument } from '../recipe'
import { dataOfRow, INGREDIENTS, type IngredientData } from '../substances'
import type { HoldControl } from '../hold'
import { baseMake, NOTHING, type BaseMake, type Feel, type OwnHandling, type Place } from '../yield'
import { movement } from './movement'
import { baseKeyOf, rowId } from './row-id'
import {
  isDelivery,
  type ArrivalRow,
  type BaseRow,
  type BatchRow,
  type LotRow,
  type Movement,
  type PressRow,
  type RunRow,
} from './rows'
import type {
  Booked,
  FactNow,
  HoldNow,
  LotNow,
  Named,
  Needs,
  RunNow,
  SentNow,
  State,
  Teller,
  ToldEvent,
  ToldHoldEvent,
  Version,
} from './state'
import type { HoldRow, PourRow, SoldOutRow } from './serve/rows'

// What a tablet shows of the books: the rows that the server told last, with what was told here laid over them.

type By = { at: string; by: string }
export interface ShelfLot extends LotRow {
  onHand: number
  by: string
  /** the latest look at it, and the latest cleaning */
  look: (By & { place: Place; feel: Feel | null }) | null
  cleaned: (By & { initials: string }) | null
  /** by which fact, and when */
  counted: (By & { id: string }) | null
}
export interface ShelfPress extends Omit<PressRow, 'juiceLotId'> {
  by: string
  /** doubts that were confirmed */
  doubts: string[]
  mark: { leftOut: boolean; reason: string | null; version: number } | null
}
/** A making as a tablet knows it. */
export interface ShelfBatch extends BatchRow {
  by: string
  doubts: string[]
}
/** A batch that was begun, as a tablet knows it. */
export interface ShelfRun extends RunRow {
  by: string
  events: readonly ToldEvent[]
  /** hash of what its version was signed as; null where it is begun from nothing, or was not sent yet */
  snapshot: string | null
}
/** A vessel in service, as a tablet knows it. */
export interface ShelfHold extends HoldRow {
  by: string
  /** hash of what its version was signed as; null where it was not sent yet */
  snapshot: string | null
  events: readonly ToldHoldEvent[]
}
/** Something on its way between stands, as a tablet at one of them knows it. */
export interface ShelfSend extends Pick<SentNow, 'id' | 'lot' | 'amount' | 'toStandId' | 'at'> {
  by: string
  arrival: (ArrivalRow & { by: string }) | null
}
interface Price {
  id: string
  ingredientKey: string
  packPrice: number
  packG: number
  since: string
}
/** A base that was made here first. */
export interface ShelfBase extends BaseRow {
  base: BaseMake
}
export interface Shelf {
  lots: readonly ShelfLot[]
  presses: readonly ShelfPress[]
  batches: readonly ShelfBatch[]
  /** batches that were begun, with what happened in them */
  runs: readonly ShelfRun[]
  /** vessels in service, and cups that were poured, of the last day */
  holds: readonly ShelfHold[]
  pours: readonly PourRow[]
  soldOuts: readonly SoldOutRow[]
  /** what is on its way from here or to here, and what arrived of late */
  sends: readonly ShelfSend[]
  /** newest first; none where the teller does not see them */
  prices: readonly Price[]
  bases: readonly ShelfBase[]
}
/** Where a lot stands: where it was seen last, where it was put, or where its kind is kept; goods stand anywhere. */
export const placeOfLot = (lot: Pick<ShelfLot, 'look' | 'place' | 'kind' | 'itemKind'>): Place | null =>
  lot.look?.place ?? lot.place ?? (lot.itemKind === 'goods' ? null : lot.kind === 'pressed' ? 'cold' : 'room')

/** What is known of an ingredient, shipped and own. */
export interface Known {
  data(key: string): IngredientData | undefined
  handling(key: string): OwnHandling | null
  /** whether there are such goods */
  goods(key: string): boolean
  named(name: string): Named | undefined
  version(id: string): Version | undefined
  recipeOf(versionId: string): string | undefined
  /** what a batch comes to, by what it was signed with and today's values @throws ProcessLimit */
  evaluateRun(run: Pick<ShelfRun, 'versionId' | 'snapshot'>, doc: RecipeDocument): Evaluation
  /** mL per kg that a press is held against, where it is asked before it is sent */
  meanMlPerKg?(key: string): number | null
}

/** Where and by whom a fact is told. */
export interface At {
  standId: string
  /** other stands that something may be sent to */
  others: readonly string[]
  control: HoldControl
  teller: Teller
  now: string
  /** decimals that the business's currency is paid in */
  decimals: number
}
/** What a fact finds that is told at a tablet. */
export function stateOf(
  shelf: Shelf,
  known: Known,
  { standId, others, control, teller, now, needs, decimals }: At & { needs: Needs },
): State {
  const out = new Set(needs.facts.map((id) => rowId(id, 'price')))
  const baseOf = (key: string): IngredientData | undefined => {
    const row = shelf.bases.find((b) => b.key === key)
    return row && dataOfRow({ ...row, kind: 'base', own: null }, INGREDIENTS.get(row.likeKey))
  }
  const madeHere = (name: string): Named | undefined => {
    const row = shelf.bases.find((b) => b.key === baseKeyOf(name))
    return row && { key: row.key, isBase: true }
  }
  return {
    data: (key) => known.data(key) ?? baseOf(key),
    handling: known.handling,
    goods: (key) => known.goods(key),
    named: (name) => known.named(name) ?? madeHere(name),
    version: (id) => known.version(id),
    recipeOf: (id) => known.recipeOf(id),
    run: (id): RunNow | undefined => {
      const run = shelf.runs.find((r) => r.id === id)
      const made = shelf.batches.find((b) => b.runId === id) ?? null
      return run && { ...run, made, evaluate: (doc) => known.evaluateRun(run, doc) }
    },
    hold: (id): HoldNow | undefined => {
      const hold = shelf.holds.find((h) => h.id === id)
      return hold && { ...hold, pours: shelf.pours.filter((p) => p.holdId === id) }
    },
    vessel: (id) => shelf.holds.find((h) => h.id === id),
    pour: (id) => shelf.pours.find((p) => p.id === id),
    sent: (id) => {
      const sent = shelf.sends.find((s) => s.id === id)
      return sent && { ...sent, voided: false, arrived: sent.arrival !== null }
    },
    now,
    teller,
    decimals,
    stand: (id) => id === standId || others.includes(id),
    control: () => control,
    lot: (id): LotNow | undefined => {
      const lot = shelf.lots.find((l) => l.id === id)
      // What is told here happens now.
      return lot && { ...lot, voided: false, movedSince: 0 }
    },
    fact: (id) => pressFact(shelf, id) ?? batchFact(shelf, id) ?? deliveryFact(shelf, id),
    lastPerKg: (key) => {
      const price = shelf.prices.find((p) => p.ingredientKey === key && !out.has(p.id))
      return price ? pricePerKg(price) : null
    },
    meanMlPerKg: (_, key) => known.meanMlPerKg?.(key) ?? null,
  }
}

function pressFact({ presses, lots }: Shelf, id: string): FactNow | undefined {
  const press = presses.find((p) => p.id === id)
  if (!press) return undefined
  const made = lots.filter((l) => l.sourceId === id)
  const moved: Movement[] = [
    ...press.takes.map((t) => movement(id, t.lotId, -t.outG, 'press-out')),
    ...made.map((l) => movement(id, l.id, l.amount, 'press-in')),
  ]
  return { entity: 'press', itemKey: press.ingredientKey, at: press.at, voided: false, moved }
}
function batchFact({ batches, lots }: Shelf, id: string): FactNow | undefined {
  const batch = batches.find((b) => b.id === id)
  if (!batch) return undefined
  const moved: Movement[] = [
    // What a batch took step by step stays in its pot.
    ...(batch.runId ? [] : batch.uses.map((u) => movement(id, u.lotId, -u.amount, 'make-out'))),
    movement(id, batch.lotId, batch.outUnit === 'g' ? batch.outG : batch.outMl, 'make-in'),
    ...lots
      .filter((l) => l.sourceId === id && l.kind === 'by-product')
      .map((l) => movement(id, l.id, l.amount, 'make-in')),
  ]
  return { entity: 'batch', itemKey: batch.versionId, at: batch.at, voided: false, moved }
}
function deliveryFact({ lots }: Shelf, id: string): FactNow | undefined {
  const lot = lots.find((l) => l.id === id && isDelivery(l))
  const moved = lot && [movement(id, id, lot.amount, 'receive')]
  return lot && { entity: 'lot', itemKey: lot.itemKey, at: lot.at, voided: false, moved: moved! }
}

/** The shelf once a fact is booked. @param by whoever told it @param confirmed doubts that they confirmed */
export function laidOver<S extends Shelf>(shelf: S, booked: Booked, by: string, confirmed: readonly string[]): S {
  const moved = new Map<string, number>()
  for (const m of booked.movements) moved.set(m.lotId, (moved.get(m.lotId) ?? 0) + m.amount)
  const gone = new Set(booked.voids.filter((v) => v.voided).map((v) => v.factId))
  const made = booked.lots.map((row): ShelfLot => ({ ...row, onHand: 0, by, look: null, cleaned: null, counted: null }))
  const lots = [...made, ...shelf.lots]
    .filter((l) => !gone.has(l.id) && !(l.sourceId && gone.has(l.sourceId)))
    .map((l) => (moved.has(l.id) ? { ...l, onHand: l.onHand + moved.get(l.id)! } : l))
    .map((l) => seen(l, booked, by))
    // Used up, what was made of fruit leaves the shelf; a crate stays, with where its fruit went.
    .filter((l) => l.kind === 'received' || l.onHand >= NOTHING)
  const pressed = booked.presses.map(({ juiceLotId: _, ...row }): ShelfPress => ({
    ...row,
    by,
    doubts: [...confirmed],
    mark: null,
  }))
  const presses = [...pressed, ...shelf.presses.filter((p) => !gone.has(p.id))]
  const batches = [
    ...booked.batches.map((row): ShelfBatch => ({ ...row, by, doubts: [...confirmed] })),
    ...shelf.batches.filter((b) => !gone.has(b.id)),
  ]
  const told = new Map<string, ToldEvent[]>()
  for (const { id, runId, event, took, at } of booked.runEvents)
    told.set(runId, [...(told.get(runId) ?? []), { ...event, id, at, by, took } as ToldEvent])
  const runs = [...booked.runs.map((row): ShelfRun => ({ ...row, by, events: [], snapshot: null })), ...shelf.runs].map(
    (r) => (told.has(r.id) ? { ...r, events: [...r.events, ...told.get(r.id)!] } : r),
  )
  const at = new Map<string, ToldHoldEvent[]>()
  for (const { id, holdId, event, took, at: when } of booked.holdEvents)
    at.set(holdId, [...(at.get(holdId) ?? []), { ...event, id, at: when, by, took } as ToldHoldEvent])
  const holds = [
    ...booked.holds.map((row): ShelfHold => ({ ...row, by, snapshot: null, events: [] })),
    ...shelf.holds,
  ].map((h) => (at.has(h.id) ? { ...h, events: [...h.events, ...at.get(h.id)!] } : h))
  const retold = new Set(booked.pours.map((p) => p.id))
  const pours = retold.size
    ? [...booked.pours.map((p) => ({ ...p, by })), ...shelf.pours.filter((p) => !retold.has(p.id))]
    : shelf.pours
  const isTold = new Set(booked.soldOuts.map((s) => s.id))
  const soldOuts = [...booked.soldOuts, ...shelf.soldOuts.filter((s) => !isTold.has(s.id))]
  const sends = sendsAfter(shelf, booked, by)
  const bases = [...shelf.bases, ...booked.bases.flatMap((b) => firstMade(b, booked))]
  const prices = pricesAfter(shelf.prices, booked.prices, gone)
  return { ...shelf, lots, presses, batches, runs, holds, pours, soldOuts, sends, bases, prices }
}

/** What is on its way, with what was sent now, or arrived. */
function sendsAfter({ sends, lots }: Shelf, { events, arrivals }: Booked, by: string): readonly ShelfSend[] {
  const sent = events.flatMap(({ id, lotId, amountG, event, at }): ShelfSend[] => {
    const lot = event.kind === 'send' ? lots.find((l) => l.id === lotId) : undefined
    const { toStandId } = event as { kind: string; toStandId: string }
    return lot ? [{ id, lot, amount: amountG ?? 0, toStandId, at, by, arrival: null }] : []
  })
  if (!sent.length && !arrivals.length) return sends
  return [...sent, ...sends].map((s) => {
    const arrival = arrivals.find((a) => a.sendId === s.id)
    return arrival ? { ...s, arrival: { ...arrival, by } } : s
  })
}

/** A base with what its first making says of it. */
function firstMade(row: BaseRow, { presses }: Booked): ShelfBase[] {
  const runs = presses.flatMap((p) => (p.base && p.baseKey === row.key ? [{ ...p, base: p.base }] : []))
  const base = baseMake(runs)
  return base ? [{ ...row, base }] : []
}

/** Prices with those that a delivery told, without those of deliveries that are out. */
function pricesAfter(before: Shelf['prices'], told: Shelf['prices'], gone: ReadonlySet<string>): Shelf['prices'] {
  if (!told.length && !gone.size) return before
  const out = new Set([...gone].map((id) => rowId(id, 'price')))
  return [...told, ...before].filter((p) => !out.has(p.id)).sort((a, b) => b.since.localeCompare(a.since))
}

/** A lot with what was seen of it, or done with it, where that is the latest. */
function seen(lot: ShelfLot, { events }: Booked, by: string): ShelfLot {
  let out = lot
  for (const { id, lotId, at, event } of events) {
    if (lotId !== lot.id) continue
    const e = event as { kind: string; place: Place; feel: Feel | null; initials: string }
    if (e.kind === 'look' && !(out.look && out.look.at > at))
      out = { ...out, look: { at, by, place: e.place, feel: e.feel } }
    if (e.kind === 'clean' && !(out.cleaned && out.cleaned.at > at))
      out = { ...out, cleaned: { at, by, initials: e.initials } }
    if (e.kind === 'count' && !(out.counted && out.counted.at > at)) out = { ...out, counted: { id, at, by } }
  }
  return out
}
