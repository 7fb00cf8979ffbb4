import { heatedThrough, iceVolumeMl } from './ice'
import {
  atTemperature,
  brixOf,
  massG,
  mixed,
  observed,
  ProcessLimit,
  scaled,
  taOf,
  volumeMl,
  waterStream,
  type Stream,
} from '../process'
import { WET_SHARE } from '../substances'
import { minutesBetween, type Instant } from '../time'
import { inOrder, type HoldEvent, type HoldEventOf } from './event'
import { exchanged, laidG, NOTHING_LAID, withLaid, withoutLaid, type Laid } from './laid'

// What is in a vessel in service: a fold of its events, with the ice in it melting between them.

export interface HoldPlace {
  /** mL to the brim */
  capacityMl: number
  /** W for each K between the room and a full vessel; less of it where the vessel is less full */
  wPerK: number
  roomC: number
  /** °C at which a machine keeps it half frozen, before anybody read it; null where nothing cools it */
  keptC: number | null
}
export interface HoldContext extends HoldPlace {
  /** one g or more of what a fill is of, at any temperature. @throws ProcessLimit where nobody knows it */
  drinkOf: (fill: HoldEventOf<'filled'>) => Stream
  /** a g of what is laid in; null where nobody knows it */
  gramOf: (item: string) => Stream | null
}

/** A vessel at one moment. */
export interface HoldContent {
  at: Instant
  /** without the ice that floats in it; null where it is empty. What a machine keeps half frozen is here as thawed */
  drink: Stream | null
  /** °C at which a machine keeps it half frozen; null where none does */
  keptC: number | null
  iceG: number
  laid: Laid
  /** fills that are in it, with the g of each that were poured in: what is topped up is as old as its oldest part */
  fills: readonly HoldEventOf<'filled'>[]
  pouredCups: number
  pouredMl: number
  spilledMl: number
  /** g of ice that were put in */
  icedG: number
  /** mL that are gone, by a level that was told, beyond what was poured and spilled; below 0 where there is more */
  unexplainedMl: number
  /** what cannot be of this vessel at that moment, and changed nothing */
  odd: { event: HoldEvent; code: string; numbers: ProcessLimit['numbers'] }[]
}

/** mL of drink in it, without ice. */
export const drinkMlOf = ({ drink }: Pick<HoldContent, 'drink'>): number => (drink ? volumeMl(drink) : 0)
/**
 * mL that it stands at: floating ice pushes up its own mass, and what lies in it is about as heavy as water. What is
 * half frozen takes more room than thawed; the air that a machine beats in is not in it.
 */
export const levelMlOf = (content: Pick<HoldContent, 'drink' | 'keptC' | 'iceG' | 'laid'>): number =>
  drinkMlOf(content) * swellOf(content) + iceVolumeMl(content.drink, content.iceG) + laidG(content.laid)
const swellOf = ({ drink, keptC }: Pick<HoldContent, 'drink' | 'keptC'>): number =>
  drink && keptC !== null ? volumeMl(atTemperature(drink, keptC)) / volumeMl(drink) : 1
/** Of what a machine keeps half frozen, the part of its mass that is ice; 0 for what is not. */
export function frozenShareOf({ drink, keptC }: Pick<HoldContent, 'drink' | 'keptC'>): number {
  return drink && keptC !== null ? atTemperature(drink, keptC).iceG / massG(drink) : 0
}

/** What a guest gets who is poured to now. */
export interface Strength {
  /** °Bx as a refractometer reads it */
  brix: number
  /** g per 100 mL, as citric acid */
  ta: number
  tempC: number
}
export const strengthOf = ({ drink, keptC }: Pick<HoldContent, 'drink' | 'keptC'>): Strength | null =>
  drink && { brix: brixOf(drink), ta: taOf(drink), tempC: keptC ?? drink.tempC }

/** Beneath so many mL a vessel is empty: what clings to it. */
const EMPTY_ML = 1

export const emptyHold = (at: Instant): HoldContent => ({
  at,
  drink: null,
  keptC: null,
  iceG: 0,
  laid: NOTHING_LAID,
  fills: [],
  pouredCups: 0,
  pouredMl: 0,
  spilledMl: 0,
  icedG: 0,
  unexplainedMl: 0,
  odd: [],
})

/**
 * The vessel some time later, with nothing told meanwhile: the room warms what is in it, by the share of the vessel
 * that is full, and melts its ice. What a machine keeps stays as it is.
 */
export function later(content: HoldContent, at: Instant, place: HoldPlace): HoldContent {
  const minutes = minutesBetween(content.at, at)
  if (!(minutes > 0)) return content
  if (!content.drink || content.keptC !== null) return { ...content, at }
  const wPerK = place.wPerK * Math.min(1, levelMlOf(content) / place.capacityMl)
  const room = { minutes, roomC: place.roomC, wPerK }
  const given = exchanged(content.drink, content.laid, minutes)
  const { drink, iceG } = heatedThrough(given.drink, content.iceG, room, iceTempOf(content))
  return { ...content, at, drink, iceG, laid: given.laid }
}

/**
 * Takes mL of drink out; its ice stays.
 * @throws ProcessLimit where there is not so much in it
 */
export function without(content: HoldContent, outMl: number): HoldContent {
  const { drink } = content
  const thereMl = drinkMlOf(content)
  if (!drink || outMl > thereMl + EMPTY_ML) throw new ProcessLimit('more-than-in-it', { volumeMl: outMl, thereMl })
  const leftMl = thereMl - outMl
  if (leftMl > EMPTY_ML) return { ...content, drink: scaled(drink, leftMl / thereMl) }
  if (!(content.iceG > 0)) return { ...content, drink: null }
  return { ...content, drink: scaled(drink, Math.min(1, EMPTY_ML / thereMl)) }
}

function filled(content: HoldContent, e: HoldEventOf<'filled'>, ctx: HoldContext): HoldContent {
  if (!(e.volumeMl > 0)) throw new ProcessLimit('volume-not-positive', { volumeMl: e.volumeMl })
  const isKept = ctx.keptC !== null
  const one = { ...ctx.drinkOf(e), tempC: isKept ? Math.max(0, e.tempC) : e.tempC, ...(isKept ? { iceG: 0 } : {}) }
  const part = scaled(one, e.volumeMl / volumeMl(one))
  goesIn(content, e.volumeMl, ctx)
  const fills = [...(content.drink ? content.fills : []), e]
  const drink = content.drink ? mixed([content.drink, part]) : part
  if (isKept) return { ...content, drink, keptC: content.keptC ?? ctx.keptC, fills }
  return { ...content, ...together(drink, content.iceG, iceTempOf(content)), fills }
}
/** @throws ProcessLimit where so many mL more are over the brim */
function goesIn(content: HoldContent, moreMl: number, { capacityMl }: HoldPlace): void {
  const allMl = levelMlOf(content) + moreMl
  if (allMl > capacityMl) throw new ProcessLimit('more-than-vessel', { volumeMl: allMl, roomMl: capacityMl })
}
function iced(content: HoldContent, e: HoldEventOf<'iced'>, ctx: HoldContext): HoldContent {
  if (!content.drink) throw new ProcessLimit('ice-in-empty', {})
  if (content.keptC !== null) throw new ProcessLimit('not-in-slush', {})
  if (!(e.massG > 0)) throw new ProcessLimit('ice-negative', { value: e.massG })
  if (e.tempC > 0) throw new ProcessLimit('ice-above-zero', { value: e.tempC })
  goesIn(content, iceVolumeMl(content.drink, e.massG), ctx)
  const wetG = e.massG * WET_SHARE[e.shape ?? 'cube']
  const dryG = e.massG - wetG
  const iceG = content.iceG + dryG
  // The ice that floats there already is no colder for it.
  const iceTempC = (content.iceG * iceTempOf(content) + dryG * e.tempC) / iceG
  const drink = wetG > 0 ? withMeltwater(content, wetG) : content.drink
  return { ...content, ...together(drink, iceG, iceTempC), icedG: content.icedG + e.massG }
}
/** With water that came along with ice, at 0 °C; nothing of the drink freezes for it. */
function withMeltwater({ drink }: HoldContent, wetG: number): Stream {
  const both = mixed([{ ...drink!, tempC: Math.max(0, drink!.tempC) }, waterStream(wetG, 0)])
  return drink!.tempC < 0 ? { ...both, tempC: drink!.tempC } : both
}
/** Floating ice is as cold as its drink. */
const iceTempOf = ({ drink }: HoldContent): number => Math.min(0, drink?.tempC ?? 0)
/** Drink and ice come to rest with each other at once. */
const together = (drink: Stream, iceG: number, iceTempC: number) =>
  heatedThrough(drink, iceG, { minutes: 0, roomC: drink.tempC, wPerK: 0 }, iceTempC)

/** @throws ProcessLimit where it is over the brim, or in nothing */
function laidIn(content: HoldContent, e: HoldEventOf<'laid'>, ctx: HoldContext): HoldContent {
  if (!content.drink) throw new ProcessLimit('laid-in-empty', {})
  if (content.keptC !== null) throw new ProcessLimit('not-in-slush', {})
  if (!(e.massG > 0)) throw new ProcessLimit('no-amount', {})
  goesIn(content, e.massG, ctx)
  return { ...content, laid: withLaid(content.laid, e, ctx.gramOf(e.item)) }
}
/** What is gone, or too much, for it to stand where somebody says that it does. */
function levelled(content: HoldContent, e: HoldEventOf<'level'>): HoldContent {
  const isMl = levelMlOf(content)
  if (!content.drink || e.volumeMl < 0) throw new ProcessLimit('level-of-empty', { volumeMl: e.volumeMl })
  const goneMl = Math.min((isMl - e.volumeMl) / swellOf(content), drinkMlOf(content))
  return { ...without(content, goneMl), unexplainedMl: content.unexplainedMl + goneMl }
}
function read(content: HoldContent, { brix, ta, tempC }: HoldEventOf<'read'>): HoldContent {
  if (!content.drink) throw new ProcessLimit('reading-of-empty', {})
  const drink = observed(content.drink, {
    ...(brix === undefined ? {} : { brix }),
    ...(ta === undefined ? {} : { ta }),
  })
  if (tempC === undefined) return { ...content, drink }
  return content.keptC === null ? { ...content, drink: { ...drink, tempC } } : { ...content, drink, keptC: tempC }
}

/** So many mL are out of it; what is told afterwards had gone already, as far as a level found it gone. */
function goneAs(content: HoldContent, outMl: number, { counted }: { counted?: true }): HoldContent {
  const knownMl = counted ? Math.min(outMl, Math.max(0, content.unexplainedMl)) : 0
  const rest = outMl > knownMl ? without(content, outMl - knownMl) : content
  return { ...rest, unexplainedMl: content.unexplainedMl - knownMl }
}

function told(content: HoldContent, e: HoldEvent, ctx: HoldContext): HoldContent {
  switch (e.kind) {
    case 'filled':
      return filled(content, e, ctx)
    case 'iced':
      return iced(content, e, ctx)
    case 'poured': {
      const outMl = e.cups * e.drinkMl
      if (!(outMl > 0)) throw new ProcessLimit('volume-not-positive', { volumeMl: outMl })
      const { pouredCups, pouredMl } = content
      return { ...goneAs(content, outMl, e), pouredCups: pouredCups + e.cups, pouredMl: pouredMl + outMl }
    }
    case 'laid':
      return laidIn(content, e, ctx)
    case 'out':
      if (!content.laid.things.some((x) => x.id === e.event)) throw new ProcessLimit('not-laid-in', {})
      return { ...content, laid: withoutLaid(content.laid, e.event) }
    case 'level':
      return levelled(content, e)
    case 'read':
      return read(content, e)
    case 'spilled':
      if (!(e.volumeMl > 0)) throw new ProcessLimit('volume-not-positive', { volumeMl: e.volumeMl })
      return { ...goneAs(content, e.volumeMl, e), spilledMl: content.spilledMl + e.volumeMl }
    case 'emptied':
      // One that nobody filled is taken away as it is.
      if (!content.drink && e.leftMl > 0) throw new ProcessLimit('level-of-empty', { volumeMl: e.leftMl })
      return {
        ...content,
        drink: null,
        keptC: null,
        iceG: 0,
        laid: NOTHING_LAID,
        fills: [],
        unexplainedMl: content.unexplainedMl + drinkMlOf(content) - e.leftMl,
      }
    case 'stirred':
    case 'void':
      return content
  }
}

/** One event more, whenever it was. */
function stepped(content: HoldContent | null, e: HoldEvent, ctx: HoldContext): HoldContent {
  const before: HoldContent = later(content ?? emptyHold(e.at), e.at, ctx)
  try {
    return told(before, e, ctx)
  } catch (error) {
    if (!(error instanceof ProcessLimit)) throw error
    return { ...before, odd: [...before.odd, { event: e, code: error.code, numbers: error.numbers }] }
  }
}

/**
 * What is in a vessel at a moment. What is told that cannot be of it then changes nothing, and is named.
 * @param events of one vessel, in any order; those after the moment are left out
 */
export function contentOf(events: readonly HoldEvent[], at: Instant, ctx: HoldContext): HoldContent {
  let content: HoldContent | null = null
  for (const e of inOrder(events)) {
    if (Date.parse(e.at) > Date.parse(at)) break
    content = stepped(content, e, ctx)
  }
  return content ? later(content, at, ctx) : emptyHold(at)
}

/** A vessel as it was when the last of some events was told. */
export interface Folded {
  /** in their order */
  events: readonly HoldEvent[]
  content: HoldContent | null
}
/**
 * The same as {@link contentOf} after all of them, gone on with from where it was before: a cup more is not the whole
 * day again. Where an event before it is another now, all of it is folded anew.
 * @param events in their order, none of them voided @param before of the same vessel
 */
export function foldOn(before: Folded | null, events: readonly HoldEvent[], ctx: HoldContext): Folded {
  const known = before && isBegin(before.events, events) ? before : { events: [], content: null }
  const content = events
    .slice(known.events.length)
    .reduce((c: HoldContent | null, e) => stepped(c, e, ctx), known.content)
  return { events, content }
}
const isBegin = (first: readonly HoldEvent[], all: readonly HoldEvent[]): boolean =>
  first.length <= all.length && first.every((e, i) => isSame(e, all[i]!))
/** What was told is never another; a pour is told again with other cups. */
const isSame = (a: HoldEvent, b: HoldEvent): boolean =>
  a === b || (a.id === b.id && a.at === b.at && (a.kind !== 'poured' || (b.kind === 'poured' && a.cups === b.cups)))
