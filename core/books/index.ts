import { clean } from './clean'
import { count, keepingCounts } from './count'
import { discard } from './discard'
import { garnish } from './garnish'
import { look } from './look'
import { make } from './make'
import { peel } from './peel'
import { open } from './open'
import { pack } from './pack'
import { press } from './press'
import { receive } from './receive'
import { begin, tell } from './run'
import { atHold, putOut } from './serve/hold'
import { pour } from './serve/pour'
import { soldOut } from './serve/sold-out'
import { arrive, send } from './send'
import { sort } from './sort'
import { spill, use } from './use'
import { voiding } from './void'
import type { Book, Booked, Needs, State } from './state'

export * from './rows'
export * from './state'
export * from './shelf'
export * from './serve'
export { baseKeyOf, rowId } from './row-id'
export * from './goods'
export { openedDays, restUntil } from './open'
export { isShort } from './send'
export { readCode, shortCode } from './short-code'
export { tookFrom, type Begin, type Tell } from './run'
export { gramsOf, packAmount } from './pack'
export {
  firstOut,
  gPerMlOf,
  gPerMlOfPrep,
  gramsIn,
  onHandIn,
  usesFor,
  usesOf,
  weighedAsPlanned,
  type UsableLot,
} from './uses'

/** The book of every kind of fact: what it needs to know, and what it comes to. */
export const BOOKS = {
  receive,
  pack,
  press,
  make,
  begin,
  tell,
  putOut,
  atHold,
  pour,
  soldOut,
  look,
  clean,
  garnish,
  peel,
  open,
  sort,
  discard,
  count,
  use,
  spill,
  send,
  arrive,
  void: voiding,
}
export type FactKind = keyof typeof BOOKS
/** What is told of a kind of fact. */
export type Told<K extends FactKind> = Parameters<(typeof BOOKS)[K]['book']>[0]
/** What a fact needs to know before it is booked. */
export const needsOf = <K extends FactKind>(kind: K, told: Told<K>): Needs =>
  (BOOKS[kind] as unknown as Book<Told<K>>).needs(told)
/** What a fact comes to; lots that were counted since it happened keep what was counted. */
export function booked<K extends FactKind>(kind: K, told: Told<K>, state: State): Booked {
  const of = (BOOKS[kind] as unknown as Book<Told<K>>).book(told, state)
  const { at, factId } = told as { at?: string | null; factId?: string }
  const when = factId === undefined ? at : state.fact(factId)?.at
  return keepingCounts(of, when ?? state.now, state)
}
