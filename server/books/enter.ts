import { v7 as uuid } from 'uuid'
import { booked, needsOf, rowId, type FactKind, type Told } from '#core/books'
import type { Body } from '#shared/contract'
import { FACTS, type Fact } from '#shared/facts'
import { register, registerOnce } from './facts'
import { now } from '../platform/clock'
import { notFound, Refusal, refuseUnlessConfirmed } from '../platform/errors'
import type { Tx } from '../db/connect'
import type { Who } from '../people/who'
import { readState } from './read-state'
import { store } from './store'

/**
 * Books a fact under its id. Nothing is stored where it is refused, or where a doubt is open.
 * @throws 409 `already-there` when something else has this id
 */
export async function enter<K extends Fact>(
  tx: Tx,
  kind: K,
  told: Told<K>,
  confirmed: readonly string[],
  who: Who,
): Promise<{ id: string }> {
  const { id } = told as { id: string }
  await register(tx, FACTS[kind].row, id)
  await book(tx, kind, told, confirmed, who)
  return { id }
}

/**
 * Books a fact that may be told again, with more of it, or with less: what is told last stands.
 * @throws 409 `already-there` when something else has this id
 */
export async function enterAgain<K extends Fact>(tx: Tx, kind: K, told: Told<K>, who: Who): Promise<{ id: string }> {
  const { id } = told as { id: string }
  await registerOnce(tx, FACTS[kind].row, id)
  await book(tx, kind, told, [], who)
  return { id }
}

/** What was done with a lot. */
export const enterOnLot = (tx: Tx, lotId: string, body: Body<'postLotEvent'>, who: Who): Promise<{ id: string }> =>
  enter(tx, body.event.kind, { ...body, lotId } as never, body.confirm, who)

/** Takes a fact out of the books, or puts it back: once for each key that it is sent under. */
export async function takeOut(
  tx: Tx,
  factId: string,
  voided: boolean,
  { entity, reason }: Body<'voidFact'>,
  who: Who,
): Promise<{ id: string }> {
  await book(tx, 'void', { id: rowId(factId, who.key ?? uuid()), entity, factId, voided, reason }, [], who)
  return { id: factId }
}

/** What the fact needs is locked and read, the core says what it comes to, and that is stored. */
async function book<K extends FactKind>(
  tx: Tx,
  kind: K,
  told: Told<K>,
  confirmed: readonly string[],
  who: Who,
): Promise<void> {
  const needs = needsOf(kind, told)
  const state = await readState(tx, needs, who)
  const of = booked(kind, told, state)
  const [first] = of.limits
  if (first?.code === 'not-found') throw notFound(first.field)
  if (first?.code === 'not-your-role') throw new Refusal(403, 'not-your-role')
  refuseUnlessConfirmed(of, confirmed)
  const { at } = told as { at?: string | null }
  // What names no stand is told where the lots are that it takes from.
  const standId = who.standId ?? needs.lots.map((id) => state.lot(id)?.standId).find((id) => id !== undefined)
  await store(tx, { ...who, standId }, of, confirmed, at ? new Date(at) : now())
}
