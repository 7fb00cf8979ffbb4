import {
  booked,
  laidOver,
  needsOf,
  stateOf,
  type At,
  type Booked,
  type Known,
  type Shelf,
  type Told,
} from '#core/books'
import { cupsInAll } from '#core/scale'
import { unitWeightG, type Handling } from '#core/yield'
import type { RecipeDocument } from '#core/recipe'
import type {
  Batch,
  BodyInput,
  DayTaskRow,
  Hold,
  Lot,
  PlanLine,
  Pour,
  Press,
  Recipe,
  Run,
  SendRow,
  ServiceDay,
  SoldOut,
  Work,
} from '#shared/contract'
import { FACTS, factOf, type Call, type Fact } from '#shared/facts'
import type { Entry } from './tablet-db'

/** What the fruit screen shows: what the server said last, and on top what this tablet has not sent yet. */
export interface Books extends Shelf {
  lots: readonly Lot[]
  presses: readonly Press[]
  batches: readonly Batch[]
  runs: readonly Run[]
  holds: readonly Hold[]
  pours: readonly Pour[]
  soldOuts: readonly SoldOut[]
  sends: readonly SendRow[]
}
/** Whose tablet it is, and where. */
export interface Here extends Omit<At, 'now'> {
  by: string
}

/**
 * Facts that wait, booked as the server will book them, so that work goes on: pressed from, counted, pressed again.
 * What cannot be booked is left for the server to refuse.
 */
export const withPending = (books: Books, entries: readonly Entry[], here: Here, known: Known): Books =>
  entries.reduce((shelf, e) => laid(shelf, e, here, known), books)

function laid(shelf: Books, e: Entry, here: Here, known: Known): Books {
  const kind = factOf(e.route, e)
  if (!kind || isThere(shelf, e)) return shelf
  const booked = bookedHere(kind, e, shelf, { ...here, now: e.at }, known)
  return booked.limits.length ? shelf : laidOver(shelf, booked, here.by, (e.body.confirm as string[] | undefined) ?? [])
}

/**
 * The same, again and again: what was booked the last time is not booked once more, so that a tap after a long morning
 * without a connection takes as long as the first.
 * @param from all that the books are laid over and worked out from: something else there, and it is all booked anew
 */
export function layering(): (from: readonly unknown[], ...of: Parameters<typeof withPending>) => Books {
  let last: { from: readonly unknown[]; layers: { key: string; shelf: Books }[] } = { from: [], layers: [] }
  return (from, books, entries, here, known) => {
    let isSame = from.length === last.from.length && from.every((x, i) => x === last.from[i])
    const layers: typeof last.layers = []
    let shelf = books
    for (const [i, e] of entries.entries()) {
      const was = last.layers[i]
      // One that is another, and all after it, are booked anew.
      isSame &&= was?.key === e.key
      shelf = isSame ? was!.shelf : laid(shelf, e, here, known)
      layers.push({ key: e.key, shelf })
    }
    last = { from, layers }
    return shelf
  }
}

/** What a fact comes to that is told at this tablet now. */
export function bookedHere(kind: Fact, call: Call, shelf: Books, here: Here & { now: string }, known: Known): Booked {
  const told = FACTS[kind].told(call) as Told<typeof kind>
  return booked(kind, told, stateOf(shelf, known, { ...here, needs: needsOf(kind, told) }))
}

/** Whether the server has said it already. What may be told again is laid over what it was. */
function isThere({ lots, presses, batches, runs, holds, sends }: Books, { route, body, params }: Entry): boolean {
  if (route === 'putPour' || route === 'putSoldOut') return false
  if (route === 'postArrival') return sends.some((s) => s.arrival?.id === body.id)
  if (sends.some((s) => s.id === body.id)) return true
  const of =
    route === 'postRunEvent'
      ? runs.find((r) => r.id === params.id)?.events
      : route === 'postHoldEvent'
        ? holds.find((h) => h.id === params.id)?.events
        : null
  if (of !== null) return !!of?.some((e: { id: string }) => e.id === body.id)
  return [lots, presses, batches, runs, holds].some((rows) => rows.some((r) => r.id === body.id))
}

/** g of a piece of this lot: as counted and weighed, or the usual. */
export const unitGOf = (lot: Pick<Lot, 'count' | 'weighed' | 'amount'>, h: Handling | null): number | null =>
  unitWeightG({ amountG: lot.amount, count: lot.count, weighed: lot.weighed }, h?.pieceG ?? null)

/** Drinks and preps with the drafts that wait laid over them, and those that are quite new. */
export function withPendingRecipes(recipes: Recipe[], entries: readonly Entry[]): Recipe[] {
  let out = recipes
  for (const e of entries) {
    if (e.route !== 'putRecipe') continue
    const { version, sellPrice, sizePrices, note, retired, ...b } = e.body as BodyInput<'putRecipe'>
    const known = out.find((r) => r.id === e.params.id)
    const draft = b.draft as RecipeDocument
    if (known)
      out = out.map((r) =>
        r === known
          ? {
              ...r,
              ...b,
              draft,
              sellPrice: sellPrice === undefined ? r.sellPrice : sellPrice,
              sizePrices: sizePrices ?? r.sizePrices,
              note: note ?? r.note,
              retired: retired ?? r.retired,
            }
          : r,
      )
    else if (version === 0)
      out = [
        ...out,
        {
          ...b,
          draft,
          id: e.params.id!,
          shipped: null,
          sellPrice: sellPrice ?? null,
          sizePrices: sizePrices ?? [],
          note: note ?? '',
          retired: retired ?? false,
          version,
          standard: null,
        },
      ]
  }
  return out
}

/** Work on a drink with what waits laid over it, the newest first. */
export function withPendingWork(
  rows: readonly Work[],
  entries: readonly Entry[],
  recipeId: string,
  by: string,
): Work[] {
  let out = [...rows]
  for (const e of entries) {
    if (e.route !== 'putWork') continue
    const { version, ...b } = e.body as BodyInput<'putWork'>
    if (b.recipeId !== recipeId) continue
    const known = out.find((w) => w.id === e.params.id)
    const row = { ...b, id: e.params.id!, version, at: known?.at ?? e.at, by: known?.by ?? by } as Work
    out = known ? out.map((w) => (w === known ? row : w)) : [row, ...out]
  }
  return out
}

/** A line as it waits; what an earlier release put down says nothing of sizes. */
const lineOf = (id: string, b: BodyInput<'putPlanLine'>): PlanLine => ({
  ...b,
  id,
  sizes: b.sizes ?? [],
  expected: b.expected ?? null,
  spread: b.spread ?? null,
})
/** Plan lines of a day with those that wait laid over them. */
export function withPendingLines(
  lines: readonly PlanLine[],
  entries: readonly Entry[],
  standId: string,
  day: string,
): PlanLine[] {
  let out = [...lines]
  for (const e of entries) {
    if (e.route !== 'putPlanLine') continue
    const b = e.body as BodyInput<'putPlanLine'>
    if (b.standId !== standId || b.day !== day) continue
    out = [...out.filter((l) => l.id !== e.params.id), ...(cupsInAll(b) > 0 ? [lineOf(e.params.id!, b)] : [])]
  }
  return out
}

/** Tasks of a day that were ticked or put elsewhere, with what waits laid over them. */
export function withPendingDayTasks(
  rows: readonly DayTaskRow[],
  entries: readonly Entry[],
  standId: string,
  day: string,
): DayTaskRow[] {
  const byTask = new Map(rows.map((r) => [r.task, r]))
  for (const e of entries) {
    const b = e.body as BodyInput<'putDayTask'>
    if (e.route === 'putDayTask' && b.standId === standId && b.day === day)
      byTask.set(b.task, { ...b, id: e.params.id! })
  }
  return [...byTask.values()]
}

/** Hours of a day as they were told last on this tablet, or as the server has them. */
export function withPendingService(
  service: ServiceDay | null,
  entries: readonly Entry[],
  standId: string,
  day: string,
): ServiceDay | null {
  const told = entries.findLast((e) => {
    const b = e.body as BodyInput<'putServiceDay'>
    return e.route === 'putServiceDay' && b.standId === standId && b.day === day
  })
  return told ? { ...(told.body as Omit<ServiceDay, 'id'>), id: told.params.id! } : service
}
