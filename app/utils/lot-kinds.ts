import { BOOKS, type LotKind } from '#core/books'
import { LOT_EVENT_KINDS } from '#shared/facts'
import type { LotEventBody } from '#shared/contract'

type EventKind = LotEventBody['kind']
/** What is told in one form together: juice and by-products that go into something, or onto the floor. */
const IN_ONE_FORM: readonly EventKind[] = ['use', 'spill']
/** What may be done with a lot of a kind, each in a form of its own, as its book says. */
export const kindsOn = (kind: LotKind): EventKind[] =>
  (LOT_EVENT_KINDS as EventKind[]).filter((k) => !IN_ONE_FORM.includes(k) && BOOKS[k].lots.includes(kind))
