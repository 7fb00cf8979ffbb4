import type { LotRow } from '#core/books'
import { fromJson, toNumber, toNumberOrNull } from '../db/connect'
import type { Lot } from '../db/models'
import type { Row } from '../db/rows'

/** A lot as the driver gives it, but for what only the database needs to know. */
export type RawLot = Omit<Row<typeof Lot>, 'open' | 'personId' | 'confirmed'>

/** Field by field, so that nothing else of a row comes along. */
export const lotRow = (r: RawLot): LotRow => ({
  id: r.id,
  standId: r.standId,
  itemKind: r.itemKind,
  itemKey: r.itemKey,
  kind: r.kind,
  part: r.part,
  supplier: r.supplier,
  count: r.count,
  crates: r.crates,
  unit: r.unit,
  amount: toNumber(r.amount),
  purchasedG: toNumberOrNull(r.purchasedG),
  weighed: Boolean(r.weighed),
  cost: toNumberOrNull(r.cost),
  marketCost: toNumberOrNull(r.marketCost),
  place: r.place,
  seen: r.seen === null ? null : fromJson<LotRow['seen']>(r.seen),
  useBy: r.useBy,
  useFor: r.useFor,
  sourceId: r.sourceId,
  at: r.at.toISOString(),
})
