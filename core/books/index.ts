import { clean } from './clean'
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
import { sort } from './sort'
import { spill, use } from './use'
import { voiding } from './void'

export * from './rows'
export * from './state'
export * from './shelf'
export * from './serve'
export { baseKeyOf, rowId } from './row-id'
export * from './goods'
export { openedDays, restUntil } from './open'
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
  use,
  spill,
  void: voiding,
}
export type FactKind = keyof typeof BOOKS
/** What is told of a kind of fact. */
export type Told<K extends FactKind> = Parameters<(typeof BOOKS)[K]['book']>[0]
