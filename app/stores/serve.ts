import { defineStore } from 'pinia'
import { isBound } from '#core/batch'
import { gramsBy, placeOf, pouredAs, usesOf } from '#core/books'
import {
  boundsOf,
  emptiedBy,
  emptyHold,
  foldOn,
  inOrder,
  isSamePour,
  later,
  wPerKRead,
  type Folded,
  type HoldBounds,
  type HoldContent,
  type HoldContext,
  type HoldEvent,
  type HoldEventBody,
  type HoldEventOf,
} from '#core/hold'
import { observed } from '#core/process'
import { itemKey, type Evaluation } from '#core/recipe'
import type { CupSize } from '#core/scale'
import { dayOf, startOfDay } from '#core/time'
import type { BodyInput, Hold, Pour, Recipe } from '#shared/contract'
import { useCatalogue } from './catalogue'
import { useDrinks } from './drinks'
import { useFruit } from './fruit'
import { useOutbox } from './outbox'
import { usePreps } from './preps'
import { useSession } from './session'
import { onForget } from '~/utils/forget'
import { refuseHere, uuid } from '~/utils/api'

/** What was told longer ago than this is not told again by touches, ms. */
const SETTLED_MS = 60_000

/** A vessel in service as it stands. */
export interface HoldView {
  hold: Hold
  recipe: Recipe | null
  /** as its standard says; null where that cannot be worked out */
  standard: Evaluation | null
  /** what happened to it, its cups too */
  events: readonly HoldEvent[]
  ctx: HoldContext | null
  bounds: HoldBounds | null
  /** time and temperature bind it */
  isTcs: boolean
  isOpen: boolean
  /** as it was when something was told of it last */
  told: HoldContent | null
}
/** What is poured: a size, with what a guest chose. */
export interface PourOf extends CupSize {
  /** null where it is built in the cup */
  holdId: string | null
  versionId: string
  options: readonly string[]
}
/** What goes into a vessel. */
export type Fill = Pick<HoldEventOf<'filled'>, 'lotId' | 'volumeMl' | 'tempC'>
/** What was poured by touches of this tablet a moment ago. */
interface Tally extends PourOf {
  id: string
  times: string[]
}

/** The hatch: vessels in service, and cups that are poured. */
export const useServe = defineStore('serve', () => {
  const fruit = useFruit()
  const drinks = useDrinks()
  const preps = usePreps()
  const catalogue = useCatalogue()
  const outbox = useOutbox()
  const session = useSession()

  const byHold = computed(() => {
    const out = new Map<string, Pour[]>()
    for (const p of fruit.pours) {
      // One that was taken back whole is none.
      if (!p.holdId || !p.cups) continue
      const list = out.get(p.holdId)
      if (list) list.push(p)
      else out.set(p.holdId, [p])
    }
    return out
  })
  /** Its cups, the newest first. */
  const poursOf = (holdId: string): readonly Pour[] => byHold.value.get(holdId) ?? []
  /** A fill as it is: as its standard says, or as it was read when it was made. */
  function contextOf(hold: Hold, standard: Evaluation): HoldContext {
    const lots = useLotsOf()
    return {
      ...placeOf(hold),
      gramOf: gramsBy((key) => catalogue.dataOf(key)),
      drinkOf: ({ lotId }) => {
        const as = lots.isAs(lotId).as
        const { brix, ta } = as ?? {}
        return observed(standard.output, {
          ...(brix === undefined ? {} : { brix }),
          ...(ta === undefined ? {} : { ta }),
        })
      },
    }
  }
  /** By vessel: as it was before what was told a moment ago, which may still be told again. */
  const settled = new Map<string, { standard: Evaluation; fills: string; folded: Folded }>()
  onForget(() => settled.clear())
  function toldOf(hold: Hold, events: readonly HoldEvent[], standard: Evaluation, ctx: HoldContext): HoldContent {
    const lots = useLotsOf()
    const fills = JSON.stringify(hold.events.map((e) => (e.kind === 'filled' ? lots.isAs(e.lotId) : 0)))
    const all = inOrder(events)
    const newest = all.length ? Date.parse(all.at(-1)!.at) : 0
    const still = all.findIndex((e) => newest - Date.parse(e.at) < SETTLED_MS)
    const before = settled.get(hold.id)
    const goesOn = before?.standard === standard && before.fills === fills
    const folded = foldOn(goesOn ? before.folded : null, all.slice(0, Math.max(0, still)), ctx)
    settled.set(hold.id, { standard, fills, folded })
    return foldOn(folded, all, ctx).content ?? emptyHold(hold.at)
  }
  const views = new WeakMap<Hold, { pours: string; standard: Evaluation | null; view: HoldView }>()
  function viewOf(hold: Hold): HoldView {
    const pours = poursOf(hold.id)
    const standard = fruit.versionOf(hold.versionId)?.evaluation ?? null
    const key = pours.map((p) => `${p.id} ${p.cups}`).join()
    const known = views.get(hold)
    if (known && known.pours === key && known.standard === standard) return known.view
    const events: HoldEvent[] = [...hold.events, ...pours.map(pouredAs)]
    const ctx = standard && contextOf(hold, standard)
    const isTcs = standard !== null && isBound(standard, undefined)
    const view: HoldView = {
      hold,
      recipe: drinks.byId.get(hold.recipeId) ?? null,
      standard,
      events,
      ctx,
      bounds: standard && boundsOf(standard, isTcs),
      isTcs,
      isOpen: !emptiedBy(hold.events),
      told: ctx && toldOf(hold, events, standard, ctx),
    }
    views.set(hold, { pours: key, standard, view })
    return view
  }
  const all = computed(() => fruit.holds.map(viewOf))
  const byId = computed(() => new Map(all.value.map((v) => [v.hold.id, v])))
  /** Those that serve, the one that was put out first before the others. */
  const open = computed(() => all.value.filter((v) => v.isOpen).sort((a, b) => a.hold.at.localeCompare(b.hold.at)))
  /** W for each K that readings of a vessel taught, of those that this tablet knows. */
  const learnedOf = (vessel: string): number[] =>
    all.value.flatMap((v) => (v.ctx && v.hold.vessel.name === vessel ? (wPerKRead(v.events, v.ctx) ?? []) : []))
  const contentAt = ({ told, ctx }: HoldView, now: string): HoldContent | null => told && ctx && later(told, now, ctx)
  /** Cups of the day, all drinks together. */
  const cupsToday = computed(() => {
    const from = startOfDay(dayOf(session.now(), session.zone), session.zone)
    return fruit.pours.reduce((n, p) => n + (p.at >= from ? p.cups : 0), 0)
  })

  /** Now, and after all that this tablet knows of the vessel. */
  function momentAt(holdId: string): string {
    const seen = byId.value.get(holdId)?.events ?? []
    const last = Math.max(0, ...seen.map((e) => Date.parse(e.at)))
    return new Date(Math.max(session.now().getTime(), last + 1)).toISOString()
  }
  /** A vessel is put into service, and filled; neither, where one of them cannot be. @throws ApiProblem with limits */
  async function putOut(told: Omit<BodyInput<'postHold'>, 'id' | 'standId' | 'at'>, fill: Fill): Promise<void> {
    const now = session.now()
    const hold = { ...told, id: uuid(), standId: session.standId, at: now.toISOString() }
    const put = fruit.tryOut('putOut', { params: {}, body: hold })
    refuseHere(put, [])
    const at = new Date(now.getTime() + 1).toISOString()
    const call = { params: { id: hold.id }, body: { id: uuid(), event: { kind: 'filled' as const, ...fill }, at } }
    refuseHere(fruit.tryOut('atHold', call, put), [])
    await outbox.putDown('postHold', { key: uuid(), body: hold })
    await outbox.putDown('postHoldEvent', { key: uuid(), ...call })
  }
  /** What happened to it: booked here first, so that what cannot be is said without a connection. @throws ApiProblem */
  async function tell(holdId: string, event: HoldEventBody, at: string | null = null): Promise<string> {
    const id = uuid()
    const call = { params: { id: holdId }, body: { id, event, at: at ?? momentAt(holdId) } }
    refuseHere(fruit.tryOut('atHold', call), [])
    await outbox.putDown('postHoldEvent', { key: uuid(), ...call })
    return id
  }

  /** Whether a drink is sold out now; null while there is some. */
  const soldOutOf = (recipeId: string) =>
    fruit.soldOuts.find((s) => s.recipeId === recipeId && !s.isGone && s.backAt === null) ?? null
  /** Sold out, or there again. @throws ApiProblem */
  async function sellOut(recipeId: string, versionId: string): Promise<void> {
    const now = session.now().toISOString()
    const before = soldOutOf(recipeId)
    const body = { standId: session.standId, versionId, at: before?.at ?? now, backAt: before && now }
    const params = { id: before?.id ?? uuid() }
    refuseHere(fruit.tryOut('soldOut', { params, body }), [])
    await outbox.putDown('putSoldOut', { key: uuid(), params, body })
  }

  const tally = shallowRef<Tally | null>(null)
  onForget(() => void (tally.value = null))
  const alike = (a: PourOf, b: PourOf): boolean =>
    a.holdId === b.holdId && a.versionId === b.versionId && a.cupId === b.cupId && a.options.join() === b.options.join()
  /** One touch, one cup; touches that follow each other are one pour. */
  async function pour(of: PourOf): Promise<void> {
    // After all that is known of its vessel: a cup comes out of what was filled in.
    const at = of.holdId ? momentAt(of.holdId) : session.now().toISOString()
    const before = tally.value
    const goesOn =
      before !== null && alike(before, of) && isSamePour(before, before.times.at(-1)!, { drinkMl: of.drinkMl, at })
    const now: Tally = goesOn ? { ...before, times: [...before.times, at] } : { ...of, id: uuid(), times: [at] }
    tally.value = now
    await put(now, at)
  }
  /** The last touch of it was none. */
  async function unpour(p: Pour): Promise<void> {
    const mine = tally.value?.id === p.id ? tally.value : null
    if (mine) {
      const now = { ...mine, times: mine.times.slice(0, -1) }
      tally.value = now.times.length ? now : null
      return put(now, p.at)
    }
    const cups = Math.max(0, p.cups - 1)
    const { at, options, source } = p
    await tellPour(p, { cups, touchedS: p.touchedS.slice(0, -1), at, options, source })
  }
  /** Cups that were counted afterwards, beside those that were touched. */
  async function count(
    { holdId, versionId }: Pick<PourOf, 'holdId' | 'versionId'> & { recipeId: string },
    drinkMl: number,
    cups: number,
  ): Promise<void> {
    const body = { standId: session.standId, holdId, versionId, drinkMl, cups, source: 'count' as const }
    const params = { id: uuid() }
    refuseHere(fruit.tryOut('pour', { params, body }), [])
    await outbox.putDown('putPour', { key: uuid(), params, body })
  }
  function put(t: Tally, at: string): Promise<void> {
    const touchedS = t.times.map((x) => Math.max(0, Math.round((Date.parse(at) - Date.parse(x)) / 1000)))
    return tellPour(t, { cups: t.times.length, touchedS, at, options: [...t.options] })
  }
  type PourTold = Pick<BodyInput<'putPour'>, 'cups' | 'touchedS' | 'at' | 'source'> & { options: string[] }
  async function tellPour(
    { id, holdId, versionId, cupId, drinkMl }: Omit<PourOf, 'options'> & { id: string },
    told: PourTold,
  ): Promise<void> {
    const before = fruit.pours.find((p) => p.id === id)
    const uses = usesOfCups({ holdId, versionId, drinkMl }, told, before?.uses ?? [])
    const body = { standId: session.standId, holdId, versionId, cupId, drinkMl, uses, ...told }
    refuseHere(fruit.tryOut('pour', { params: { id }, body }), [])
    await outbox.putDown('putPour', { key: uuid(), params: { id }, body })
  }
  /** What so many cups take out of lots: all of it where they are built in the cup, and what goes on top of them. */
  function usesOfCups(
    { holdId, versionId, drinkMl }: Pick<PourOf, 'holdId' | 'versionId' | 'drinkMl'>,
    { cups, options }: PourTold,
    took: readonly { lotId: string; amount: number }[],
  ): { lotId: string; amount: number }[] {
    const standard = fruit.versionOf(versionId)?.evaluation
    if (!standard) return []
    // What it took before is there for it.
    const had = new Map(took.map((u) => [u.lotId, u.amount]))
    const lots = preps.usable.map((l) => ({ ...l, onHand: l.onHand + (had.get(l.id) ?? 0) }))
    const onTop = (standard.document.serve?.options ?? [])
      .filter((o) => options.includes(itemKey(o.item)))
      .map((o) => ({ key: itemKey(o.item), massG: o.massG * cups }))
    const times = (drinkMl / standard.jug.volume.value) * cups
    const inCup = holdId ? [] : standard.bill.own.map((b) => ({ key: itemKey(b.item), massG: b.mass.value * times }))
    return usesOf([...inCup, ...onTop], lots)
  }
  return {
    all,
    byId,
    open,
    poursOf,
    contentAt,
    learnedOf,
    cupsToday,
    tally,
    soldOutOf,
    sellOut,
    putOut,
    tell,
    pour,
    unpour,
    count,
  }
})
