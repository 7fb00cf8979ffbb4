import { isPoured, type Amount } from '../recipe'
import { isCrushable } from './crush'
import { isInfused, rootOf } from './infuse'
import { amountFor, AS_THEY_ARE, ONCE, type Ways } from './recipe'
import type { Ask, ReadLine } from './line'
import type { Cook } from './measures'

// What somebody answered of a line, and what is still to be answered.

export interface Answer {
  /** what it is, chosen from the list */
  key?: string | null
  amount?: Amount | null
  /** it is not taken */
  left?: boolean
}
export interface Answered {
  line: ReadLine
  key: string | null
  amount: Amount | null
  /** what still has to be answered of this line; what is asked once for a text is not of a line */
  asks: Ask[]
  /**
   * what happens to it before it is in the pot: it lies in the water and is taken out, it is crushed, or it wants a
   * step of its own and is left to a prep; null where it is poured or stirred in
   */
  goes: 'infused' | 'crushed' | 'prep' | null
  isLeft: boolean
}

/**
 * A line with its answers. A name that was guessed is not answered until somebody chose.
 * @param kindOf kind of an ingredient
 */
export function answered(
  line: ReadLine,
  { key: chosen = null, amount: typed = null, left = false }: Answer,
  cook: Cook,
  kindOf: (key: string) => string | undefined,
  ways: Ways = AS_THEY_ARE,
): Answered {
  const named = chosen ?? line.key
  const isOpen = (ask: Ask): boolean => !ONCE.includes(ask) && (ask === 'what-is-it' ? !chosen : !typed)
  const asks = line.asks.filter(isOpen)
  const goes = named === null ? null : goesBy(named, kindOf(named), ways, asks)
  const key = named !== null && goes === 'infused' ? rootOf(named) : named
  const amount = typed ?? amountFor({ ...line, key }, cook)
  return { line, key, amount, asks, goes, isLeft: goes === 'prep' || left }
}

function goesBy(
  key: string,
  kind: string | undefined,
  { infuses, crushes, soaks }: Ways,
  asks: readonly Ask[],
): Answered['goes'] {
  const gives = isInfused(kind) || rootOf(key) !== key || kind === 'root'
  if (crushes && (isCrushable(key, kind) || (soaks && gives))) return 'crushed'
  if (infuses && gives) return 'infused'
  // What a name only may be is asked first, and never left out for it.
  return kind === undefined || isPoured(kind) || asks.includes('what-is-it') ? null : 'prep'
}

/** How many questions stand in the way of a drink: of the lines that are taken, and of the text. */
export const openQuestions = (rows: readonly Answered[], once: readonly Ask[]): number =>
  rows.filter((r) => !r.isLeft && r.asks.length > 0).length + once.length
