import { given, product, quotient, sum, type Figure } from '../figures'
import { ProcessLimit } from '../process'
import type { Evaluation, RecipeDocument, Serve } from '../recipe'

// Cups of a drink for a day: in its usual cup, and in the other sizes that its recipe has.

/** Cups in a cup other than the usual one. */
export interface SizeCups {
  cupId: string
  cups: number
}
export interface CupsAsk {
  /** in the usual cup */
  cups: number
  sizes?: readonly SizeCups[]
}
/** Cups that are served alike. */
export interface Serving {
  serve: Serve
  cups: Figure
  /** as many of the usual cup as hold the same */
  asUsual: Figure
}

const planned = (n: number): Figure => given('cups', n, 'cups', 'measured', 'source.plan')
/** So many times the cups of a line, whole ones of each size. @param times above 0 */
export const timesCups = <T extends CupsAsk>(line: T, times: number): T => ({
  ...line,
  cups: Math.round(line.cups * times),
  sizes: line.sizes?.map((s) => ({ ...s, cups: Math.round(s.cups * times) })),
})

/** Cups in all, whatever their size. */
export const cupsInAll = ({ cups, sizes = [] }: CupsAsk): number => sizes.reduce((n, s) => n + s.cups, cups)

/**
 * How the cups of a day are served; those that nobody asked for are left out.
 * @param usualMl of drink in the usual cup
 * @throws ProcessLimit `size-gone` where a cup is no size of the drink any more
 */
export function servingsOf({ serve }: RecipeDocument, usualMl: Figure, ask: CupsAsk): Serving[] {
  if (!serve) return []
  const usual = planned(ask.cups)
  const others = (ask.sizes ?? []).filter((s) => s.cups > 0)
  const sized = others.map(({ cupId, cups }): Serving => {
    const size = serve.sizes?.find((s) => s.cupId === cupId)
    if (!size) throw new ProcessLimit('size-gone', { cups })
    const drinkMl = given('size-drink', size.drinkMl, 'mL', 'measured', 'source.recipe')
    const asUsual = product('as-usual-cups', 'cups', [planned(cups), quotient('size-times', '1', drinkMl, usualMl)])
    return { serve: servedIn(serve, cupId), cups: planned(cups), asUsual }
  })
  return ask.cups > 0 ? [{ serve, cups: usual, asUsual: usual }, ...sized] : sized
}

/** How a drink is served in one of its sizes; as usual in a cup that is none of them. */
export function servedIn(serve: Serve, cupId: string | null): Serve {
  const size = serve.sizes?.find((s) => s.cupId === cupId)
  return size ? { ...serve, cupId: size.cupId, iceG: size.iceG } : serve
}

/** What is made and reaches no cup. */
export interface Losses {
  /** spilled and poured away, as a share of what is sold */
  lossShare: number
  /** mL of each drink that are tasted, and that stay in tap and pipe */
  leftMl?: number
}
export interface TimesMade {
  servings: Serving[]
  /** as many usual cups as hold what is served */
  cups: Figure
  /** so many times the recipe */
  times: Figure
}

/**
 * How many times a recipe is made for the cups of a day.
 * @param cup evaluated, for one cup
 * @throws ProcessLimit `size-gone`
 */
export function timesOf({ document, jug }: Pick<Evaluation, 'document' | 'jug'>, ask: CupsAsk & Losses): TimesMade {
  const servings = servingsOf(document, jug.volume, ask)
  const all = servings.map((s) => s.asUsual)
  const cups = all.length > 1 ? sum('as-usual-cups', 'cups', all) : (all[0] ?? planned(ask.cups))
  const withLoss = given('with-loss', 1 + ask.lossShare, '1', 'default', 'source.stand')
  const sold = product('batch-factor', '1', [cups, withLoss])
  if (!ask.leftMl) return { servings, cups, times: sold }
  const left = given('left-ml', ask.leftMl, 'mL', 'default', 'source.stand')
  return { servings, cups, times: sum('batch-factor', '1', [sold, quotient('left-cups', '1', left, jug.volume)]) }
}

/** So many times; none where a size is gone, which is said where its batch would be. */
export function timesOrNone(cup: Pick<Evaluation, 'document' | 'jug'>, ask: CupsAsk & Losses): number {
  try {
    return timesOf(cup, ask).times.value
  } catch (e) {
    if (e instanceof ProcessLimit) return 0
    throw e
  }
}

/** A size that cups of a drink are poured in. */
export interface CupSize {
  /** null where nobody said which cup */
  cupId: string | null
  /** mL of drink in it, without its ice */
  drinkMl: number
}
/** What cups of a drink hold: the usual one first. @param cup evaluated, for one cup */
export function sizesOf({ document, jug }: Pick<Evaluation, 'document' | 'jug'>): CupSize[] {
  const usual = { cupId: document.serve?.cupId ?? null, drinkMl: jug.volume.value }
  return [usual, ...(document.serve?.sizes ?? []).map(({ cupId, drinkMl }) => ({ cupId, drinkMl }))]
}
