import { BOOKS, type LotKind } from '#core/books'
import { LOT_EVENT_KINDS } from '#shared/facts'
import type { LotEventBody } from '#shared/contract'

type EventKind = LotEventBody['kind']
/**
 * What is told elsewhere: juice and by-products that go into something, or onto the floor, in one form together; a
 * count on its own page; what goes to another stand, which any lot may.
 */
const ELSEWHERE: readonly EventKind[] = ['use', 'spill', 'count', 'send']
/** What may be done with a lot of a kind, each in a form of its own, as its book says. */
export const kindsOn = (kind: LotKind): EventKind[] =>
  (LOT_EVENT_KINDS as EventKind[]).filter((k) => !ELSEWHERE.includes(k) && BOOKS[k].lots.includes(kind))
