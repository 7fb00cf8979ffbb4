import type { LotNow, State } from '../../core/books'
import { INGREDIENTS } from '../../core/substances'

// What a fact of the books finds, for tests of one fact at a time.
export const NOW = '2026-11-25T10:00:00.000Z'

/** A crate of ten kilos for 20, untouched. */
export const lot = (id: string, itemKey: string, over: Partial<LotNow> = {}): LotNow => ({
  id,
  standId: 'stand',
  itemKind: 'ingredient',
  itemKey,
  kind: 'received',
  part: null,
  supplier: 'Grove',
  count: null,
  crates: null,
  unit: 'g',
  amount: 10_000,
  purchasedG: null,
  weighed: true,
  cost: 20,
  marketCost: null,
  place: 'room',
  seen: null,
  useBy: null,
  useFor: null,
  sourceId: null,
  at: NOW,
  onHand: 10_000,
  voided: false,
  counted: null,
  movedSince: 0,
  ...over,
})
/** The owner asks, and beside these lots there is nothing. */
export const state = (lots: readonly LotNow[], over: Partial<State> = {}): State => ({
  now: NOW,
  teller: { seesMoney: true, mends: true, overrules: true },
  decimals: 2,
  stand: () => true,
  control: () => 'cold',
  sent: () => undefined,
  hold: () => undefined,
  vessel: () => undefined,
  pour: () => undefined,
  lot: (id) => lots.find((l) => l.id === id),
  fact: () => undefined,
  run: () => undefined,
  data: (key) => INGREDIENTS.get(key),
  handling: () => null,
  goods: (key) => key === 'cup:c1',
  named: () => undefined,
  version: () => undefined,
  recipeOf: () => undefined,
  lastPerKg: () => null,
  meanMlPerKg: () => null,
  ...over,
})
/** What was wrong, each with its field. */
export const codes = ({ limits }: { limits: readonly { field: string; code: string }[] }): string[] =>
  limits.map((l) => `${l.field}:${l.code}`)
