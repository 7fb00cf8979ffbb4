import {
  drinkMlOf,
  emptiedBy,
  emptyHold,
  foldOn,
  inOrder,
  later,
  SPILLED_AS,
  type Folded,
  type HoldContent,
  type HoldContext,
  type HoldEvent,
  type SpilledAs,
} from '../hold'
import { placeOf } from '../books/serve/place'
import { settledTogether } from '../books/serve/together'
import { pouredAs } from '../books/serve/poured-as'
import type { HoldNow } from '../books/state'
import type { TookOut } from '../books/rows'
import type { PouredRow } from '../books/serve/rows'
import type { Evaluation } from '../recipe'
import type { Day, Instant } from '../time'
import type { Gone, Wanted } from './account'
import { times, type Bought, type PartG, type Trace, type WentIn } from './trace'

// What left a stand on a day: in cups, spilled, thrown away, and gone without a word.

/** A day at a stand: from its first moment until the next day's. */
export interface DaySpan {
  day: Day
  from: string
  until: string
}
/** Cups of one size of a drink on a day, as they were touched or counted, or as the till says. */
export interface CupsOf {
  day: Day
  recipeId: string
  versionId: string
  cupId: string | null
  drinkMl: number
  cups: number
  source: 'hatch' | 'till'
  /** money that the till took for them; null where it does not say */
  paid: number | null
}
/** A vessel on a day. mL of drink. */
export interface VesselDay {
  holdId: string
  day: Day
  recipeId: string
  /** that could be poured of it: what was in it, filled in and melted, without what is still there */
  goneMl: number
  pouredMl: number
  poured: readonly { drinkMl: number; cups: number }[]
  /** that left it, and was no cup, by what somebody called it */
  apartMl: Record<SpilledAs, number>
  /** kept, made into something else, or still in it */
  leftMl: number
  thrownMl: number
  /** null while nobody read its level, nor emptied it: nobody knows then */
  missingMl: number | null
  /** the last moment of that day at which something can have happened to it */
  lastAt: Instant
}
/** Something thrown away, spilled, used by hand, or missing by a count; in the unit of its lot. */
export interface LostOf {
  lotId: string
  /** below 0 where a count found more */
  amount: number
  fate: Gone['fate']
  recipeId: string
}
export interface PeriodFacts {
  days: readonly DaySpan[]
  /** vessels that served on any of the days, with all of their cups */
  holds: readonly HoldNow[]
  /** cups built in the cup, summed: what they took out of lots all together */
  built: readonly (CupsOf & { uses: readonly TookOut[] })[]
  sold: readonly CupsOf[]
  lost: readonly LostOf[]
  /** batches that were thrown away before they were done */
  thrown: readonly { runId: string; recipeId: string; of: WentIn }[]
}
export interface Standards {
  /** undefined where it cannot be read */
  of(versionId: string): Evaluation | undefined
  /** juice of a fruit; undefined where it is none */
  juiceOf(key: string): string | undefined
}
export interface Period {
  cups: CupsOf[]
  vessels: VesselDay[]
  gone: Gone[]
  wanted: Wanted[]
  /** recipes of cups whose standard cannot be read: nobody knows what should have gone into them */
  unsound: string[]
}

/** All that left on some days. @param trace of the lots that anything left */
export function periodOf(facts: PeriodFacts, trace: Trace, standards: Standards): Period {
  const till = new Map<string, CupsOf[]>()
  for (const s of facts.sold) till.set(`${s.day} ${s.recipeId}`, [...(till.get(`${s.day} ${s.recipeId}`) ?? []), s])
  const vessels: VesselDay[] = []
  const out = new Map<string, Left[]>()
  const leaves = (day: Day, left: Left): void => {
    const key = `${day} ${left.recipeId}`
    out.set(key, [...(out.get(key) ?? []), left])
  }
  const touched: CupsOf[] = []
  const gone: Gone[] = []
  for (const hold of facts.holds) {
    const standard = standards.of(hold.versionId)
    if (!standard) {
      // Its cups were poured all the same.
      for (const span of facts.days) touched.push(...cupsOn(hold, span))
      continue
    }
    const vessel = new Vessel(hold, standard, trace)
    for (const span of facts.days) {
      const of = vessel.on(span)
      if (!of) continue
      vessels.push(of.day)
      touched.push(...of.cups)
      const from = { recipeId: hold.recipeId, of: { kind: 'hold' as const, id: hold.id } }
      const fullerMl = of.day.apartMl.fuller
      if (of.pouredMl || of.missingMl || fullerMl)
        leaves(span.day, {
          ...{ ...from, pouredMl: of.pouredMl, fullerMl, missingMl: of.missingMl, per: vessel.perMl() },
          isKnown: of.day.missingMl !== null,
        })
      const wastedMl = of.apartMl - fullerMl + of.day.thrownMl
      if (wastedMl > 0) gone.push({ ...from, fate: 'wasted', parts: ofMl(vessel.perMl(), wastedMl) })
    }
  }
  for (const b of facts.built) {
    touched.push(b)
    const standard = standards.of(b.versionId)
    const wholeMl = b.cups * b.drinkMl
    if (!standard || !(wholeMl > 0)) continue
    const parts = trace.wentIn({ uses: b.uses, asStandard: gramsOfMl(standard, wholeMl) })
    const of = { kind: 'lot' as const, id: b.uses[0]?.lotId ?? b.versionId }
    leaves(b.day, {
      recipeId: b.recipeId,
      of,
      pouredMl: wholeMl,
      fullerMl: 0,
      missingMl: 0,
      per: ofMl(parts, 1 / wholeMl),
      isKnown: true,
    })
  }
  // Where a till says what was sold on a day, what else is gone of the drink is missing, whoever poured it.
  for (const [key, left] of out) gone.push(...fatesOf(left, till.get(key)))
  const cups = [...touched.filter((c) => !till.has(`${c.day} ${c.recipeId}`)), ...facts.sold]
  const inNoBook = cups.filter((c) => !out.has(`${c.day} ${c.recipeId}`))
  for (const { lotId, amount, fate, recipeId } of facts.lost)
    gone.push({
      fate,
      recipeId,
      of: { kind: 'lot', id: lotId },
      // What was set aside as fruit was used as fruit.
      parts: trace.amount(lotId, amount).map((p) => (fate === 'poured' ? p : asJuice(p, trace, standards))),
    })
  const inBooks = withoutOrigin(inNoBook, gone, trace, standards)
  for (const { runId, recipeId, of } of facts.thrown)
    inBooks.push({ fate: 'wasted', recipeId, of: { kind: 'run', id: runId }, parts: trace.wentIn(of) })
  const unsound = [...new Set(cups.flatMap((c) => (standards.of(c.versionId) ? [] : c.recipeId)))]
  return { cups: summed(cups), vessels, gone: inBooks, wanted: wantedOf(cups, standards), unsound }
}

interface Left {
  recipeId: string
  of: Gone['of']
  pouredMl: number
  /** in cups too, above their line */
  fullerMl: number
  missingMl: number
  per: readonly Bought[]
  /** whether somebody looked how high it stands: until then more may be gone than was touched */
  isKnown: boolean
}
const ofMl = (per: readonly Bought[], ml: number): Bought[] => per.map((p) => times(p, ml))

/**
 * What of a drink went into cups that somebody knows of, and what did not.
 * @param sold by the till; none where there is no file of one
 */
function fatesOf(left: readonly Left[], sold: readonly CupsOf[] | undefined): Gone[] {
  const allOf = (l: Left): number => l.pouredMl + l.fullerMl + l.missingMl
  const goneMl = left.reduce((sum, l) => sum + allOf(l), 0)
  const soldMl = sold?.reduce((sum, s) => sum + s.cups * s.drinkMl, 0)
  // What was sold is gone, though nobody touched every cup of it and nobody looked.
  const wholeMl = left.every((l) => l.isKnown) ? goneMl : Math.max(goneMl, soldMl ?? 0)
  return left.flatMap((l) => {
    const { recipeId, of, per } = l
    const share = goneMl > 0 ? allOf(l) / goneMl : 0
    const isOfTill = soldMl !== undefined && goneMl > 0
    const allMl = isOfTill ? wholeMl * share : allOf(l)
    const known = l.fullerMl + (isOfTill ? soldMl * share : l.pouredMl)
    const gone: Gone[] = [
      { fate: 'poured', recipeId, of, parts: ofMl(per, known) },
      { fate: 'missing', recipeId, of, parts: ofMl(per, allMl - known) },
    ]
    return gone.filter((g) => g.parts.some((p) => p.usedG !== 0))
  })
}

/**
 * Cups of drinks that left no vessel and were built of nothing that is in the books: nobody knows what went into them.
 * What was used by hand went into them, as far as their standards want it; the rest is taken to be what those say, and
 * of no lot.
 * @param gone all that left otherwise @returns the same, with what was used by hand in the drinks that it went into
 */
function withoutOrigin(cups: readonly CupsOf[], gone: readonly Gone[], trace: Trace, standards: Standards): Gone[] {
  const isByHand = (g: Gone): boolean => g.recipeId === '' && g.fate === 'poured'
  const byHand = new Map<string, number>()
  for (const g of gone.filter(isByHand)) for (const p of g.parts) add(byHand, p.key, p.usedG)
  const wanted = wantedOf(cups, standards)
  const all = new Map<string, number>()
  for (const w of wanted) add(all, w.key, w.g)
  /** The part of what a drink wants that was used by hand, of all that was; and what of its wants is of no lot. */
  const shareOf = ({ key, g }: Wanted): number => g / Math.max(all.get(key)!, byHand.get(key) ?? 0)
  const ofNone = (key: string): number => Math.max(0, all.get(key)! - (byHand.get(key) ?? 0)) / all.get(key)!
  const wantedBy = new Map<string, Wanted[]>()
  for (const w of wanted) if (byHand.has(w.key)) wantedBy.set(w.key, [...(wantedBy.get(w.key) ?? []), w])
  const spread = (g: Gone): Gone[] => {
    const byDrink = new Map<string, Bought[]>()
    for (const p of g.parts) {
      const drinks = (wantedBy.get(p.key) ?? []).map((w) => ({ recipeId: w.recipeId, share: shareOf(w) }))
      const rest = 1 - drinks.reduce((sum, d) => sum + d.share, 0)
      for (const { recipeId, share } of rest > LEAST_SHARE ? [...drinks, { recipeId: '', share: rest }] : drinks)
        byDrink.set(recipeId, [...(byDrink.get(recipeId) ?? []), times(p, share)])
    }
    return [...byDrink].map(([recipeId, parts]) => ({ ...g, recipeId, parts }))
  }
  return [
    ...gone.flatMap((g) => (isByHand(g) ? spread(g) : g)),
    ...wanted.flatMap((w): Gone[] => {
      const g = w.g * ofNone(w.key)
      const of = { kind: 'lot' as const, id: '' }
      return g > 0 ? [{ fate: 'poured', recipeId: w.recipeId, of, parts: [trace.inNone(w.key, g)] }] : []
    }),
  ]
}
/** Less of something than this is none. */
const LEAST_SHARE = 1e-9
const add = (to: Map<string, number>, key: string, g: number): void => void to.set(key, (to.get(key) ?? 0) + g)

/** g of each ingredient, at any depth, in a mL of the drink as its standard has it. */
const PARTS = new WeakMap<Evaluation, { key: string; gPerMl: number }[]>()
export function standardParts(standard: Evaluation): readonly { key: string; gPerMl: number }[] {
  const known = PARTS.get(standard)
  if (known) return known
  const ml = standard.jug.volume.value
  const parts = [...standard.bill.ingredients].map(([key, g]) => ({ key, gPerMl: g / ml }))
  PARTS.set(standard, parts)
  return parts
}

const gramsOfMl = (standard: Evaluation, ml: number): PartG[] =>
  standardParts(standard).map((p) => ({ key: p.key, g: p.gPerMl * ml }))

/** What the standard wants of each ingredient for these cups, with what lies on them. */
function wantedOf(cups: readonly CupsOf[], standards: Standards): Wanted[] {
  const out = new Map<string, Wanted>()
  const want = (recipeId: string, key: string, g: number): void => {
    const at = `${recipeId} ${key}`
    out.set(at, { recipeId, key, g: (out.get(at)?.g ?? 0) + g })
  }
  for (const { recipeId, versionId, drinkMl, cups: n } of cups) {
    const standard = standards.of(versionId)
    if (!standard) continue
    for (const { key, gPerMl } of standardParts(standard)) want(recipeId, key, gPerMl * drinkMl * n)
    for (const g of standard.document.serve?.garnish ?? []) want(recipeId, g.ingredient, g.massG * n)
  }
  return [...out.values()]
}

/** Fruit that was thrown before it was pressed, as the juice that it would have given. */
function asJuice(p: Bought, trace: Trace, { juiceOf }: Standards): Bought {
  const juice = p.pressId === null ? juiceOf(p.key) : undefined
  return juice ? { ...p, key: juice, usedG: trace.inKilo(juice, p.boughtG) } : p
}

/** Of one size on a day in one, the first day first. */
function summed(cups: readonly CupsOf[]): CupsOf[] {
  const out = new Map<string, CupsOf>()
  for (const c of cups) {
    const key = [c.day, c.versionId, c.cupId, c.drinkMl, c.source].join()
    const before = out.get(key)
    const { day, recipeId, versionId, cupId, drinkMl, source } = c
    // What a till took is not known where it does not say so of every one.
    const paid = !before ? c.paid : before.paid === null || c.paid === null ? null : before.paid + c.paid
    const n = (before?.cups ?? 0) + c.cups
    out.set(key, { day, recipeId, versionId, cupId, drinkMl, source, cups: n, paid })
  }
  return [...out.values()].sort((a, b) => a.day.localeCompare(b.day) || b.cups - a.cups)
}

/** A vessel in service, over days. */
class Vessel {
  private readonly events: readonly HoldEvent[]
  private mix: Bought[] | undefined
  constructor(
    private readonly hold: HoldNow,
    private readonly standard: Evaluation,
    private readonly trace: Trace,
  ) {
    this.events = eventsOf(hold)
  }

  /** What happened to it on a day; null where it did not serve then. */
  on({ day, from, until }: DaySpan) {
    const { hold } = this
    const end = emptiedBy(hold.events)
    if (hold.at >= until || (end && end.at < from)) return null
    const before = hold.at >= from ? null : contentAt(hold, justBefore(from), this.standard)
    const after = contentAt(hold, justBefore(until), this.standard)
    const today = this.events.filter((e) => e.at >= from && e.at < until)
    const cups = cupsOn(hold, { day, from, until })
    const poured = sizes(cups)
    const pouredMl = poured.reduce((sum, p) => sum + p.drinkMl * p.cups, 0)
    const apart = Object.fromEntries(SPILLED_AS.map((as) => [as, 0])) as Record<SpilledAs, number>
    for (const e of today) if (e.kind === 'spilled') apart[e.as ?? 'spilled'] += e.volumeMl
    const apartMl = SPILLED_AS.reduce((sum, as) => sum + apart[as], 0)
    const emptied = today.find((e) => e.kind === 'emptied')
    const thrownMl = emptied?.as === 'thrown' ? emptied.leftMl : 0
    const leftMl = emptied ? emptied.leftMl - thrownMl : drinkMlOf(after)
    const missingMl = unexplainedIn(after) - (before ? unexplainedIn(before) : 0)
    const isKnown = today.some((e) => e.kind === 'level' || e.kind === 'emptied')
    const one: VesselDay = {
      ...{ holdId: hold.id, day, recipeId: hold.recipeId, pouredMl, poured, leftMl, thrownMl },
      apartMl: apart,
      goneMl: pouredMl + missingMl + apartMl + thrownMl,
      missingMl: isKnown ? missingMl : null,
      lastAt: justBefore(end && end.at < until ? end.at : until),
    }
    return { day: one, cups, pouredMl, missingMl, apartMl }
  }

  /** What a mL that leaves it is of: all that was filled in over all that ever leaves it, with the ice that melted. */
  perMl(): Bought[] {
    const held = this.held()
    return (this.mix ??= held.came > 0 ? this.trace.wentIn(held).map((p) => times(p, 1 / held.came)) : [])
  }
  private held(): WentIn & { came: number } {
    return heldIn(this.hold, this.standard)
  }
}
/**
 * mL that are gone without a word, less those of cups that the vessel had no room for when they were told: a level
 * found them gone, or more was poured than there was.
 */
const unexplainedIn = ({ unexplainedMl, odd }: HoldContent): number =>
  odd.reduce((ml, { event: e }) => (e.kind === 'poured' ? ml - e.cups * e.drinkMl : ml), unexplainedMl)

/** All that happened to a vessel in its order, cups together where nothing else did. */
function eventsOf(hold: HoldNow): HoldEvent[] {
  const known = EVENTS.get(hold)
  if (known) return known
  const end = new Date(Date.parse(hold.at) + FOREVER_MS).toISOString()
  const [runs, single] = [hold.pours.filter((p) => p.isTogether), hold.pours.filter((p) => !p.isTogether)]
  const few = [...runs, ...settledTogether(single, () => hold.events, end)]
  const events = inOrder([...hold.events, ...few.map(pouredAs)])
  EVENTS.set(hold, events)
  return events
}
/** A month has many cups, and each vessel is asked several times. */
const EVENTS = new WeakMap<HoldNow, HoldEvent[]>()
const justBefore = (at: Instant): Instant => new Date(Date.parse(at) - 1).toISOString()
/** Longer than any vessel serves. */
const FOREVER_MS = 3650 * 864e5

/**
 * A vessel at a moment. It is asked for the begin and the end of each day, and of all days: what was folded for one is
 * gone on with for another.
 */
function contentAt(hold: HoldNow, at: Instant, standard: Evaluation): HoldContent {
  const events = eventsOf(hold)
  const ctx = contextOf(hold, standard)
  const count = events.findLastIndex((e) => e.at <= at) + 1
  const known = FOLDED.get(hold) ?? []
  FOLDED.set(hold, known)
  const before = known.findLast((f) => f.events.length <= count) ?? null
  const folded = foldOn(before, events.slice(0, count), ctx)
  if (folded.events.length > (before?.events.length ?? 0))
    known.splice(before ? known.indexOf(before) + 1 : 0, 0, folded)
  return folded.content ? later(folded.content, at, ctx) : emptyHold(at)
}
/** Of each vessel, the one of fewest events first. */
const FOLDED = new WeakMap<HoldNow, Folded[]>()

const contextOf = (hold: HoldNow, standard: Evaluation): HoldContext => ({
  ...placeOf(hold),
  drinkOf: () => standard.output,
  // Slices take as much as they give: of mL nothing changes.
  gramOf: () => null,
})

/**
 * All that a vessel was filled with, and what was laid in; and the mL that ever leave it of that: with the ice that
 * melted.
 */
export function heldIn(hold: HoldNow, standard: Evaluation): WentIn & { came: number } {
  const events = eventsOf(hold)
  const counts = new Set(events.map((e) => e.id))
  const told = hold.events.filter((e) => counts.has(e.id))
  const fills = told.flatMap((e) => (e.kind === 'filled' ? [e] : []))
  const laid = told.flatMap((e) => (e.kind === 'laid' ? [e] : []))
  const inNoneMl = fills.reduce((sum, f) => sum + (f.took ? 0 : f.volumeMl), 0)
  const now = contentAt(hold, events.at(-1)?.at ?? hold.at, standard)
  const end = events.find((e) => e.kind === 'emptied')
  return {
    uses: [...fills, ...laid].flatMap((e) => e.took ?? []),
    rest: [
      ...(inNoneMl > 0 ? gramsOfMl(standard, inNoneMl) : []),
      ...laid.flatMap((e): PartG[] => (e.took ? [] : [{ key: e.item, g: e.massG }])),
    ],
    came: now.pouredMl + now.spilledMl + now.unexplainedMl + (end ? end.leftMl : drinkMlOf(now)),
  }
}

/** Cups out of a vessel on a day. */
const cupsOn = ({ pours }: HoldNow, { day, from, until }: DaySpan): CupsOf[] =>
  pours.filter((p) => p.at >= from && p.at < until && p.source !== 'till' && p.cups > 0).map((p) => cupsOf(day, p))
const cupsOf = (day: Day, p: PouredRow): CupsOf => ({
  day,
  ...{ recipeId: p.recipeId, versionId: p.versionId, cupId: p.cupId, drinkMl: p.drinkMl, cups: p.cups },
  source: 'hatch',
  paid: null,
})
function sizes(pours: readonly CupsOf[]): { drinkMl: number; cups: number }[] {
  const out = new Map<number, number>()
  for (const p of pours) out.set(p.drinkMl, (out.get(p.drinkMl) ?? 0) + p.cups)
  return [...out].map(([drinkMl, cups]) => ({ drinkMl, cups })).sort((a, b) => b.cups - a.cups)
}
