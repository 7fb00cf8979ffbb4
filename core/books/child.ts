import type { LotRow } from './rows'

type Own = Pick<LotRow, 'id' | 'kind' | 'amount' | 'cost' | 'place' | 'sourceId' | 'at'>

/** A lot that comes of another: at its stand, of its fruit where nothing else is said. */
export const child = (of: LotRow, own: Own & Partial<LotRow>): LotRow => ({
  standId: of.standId,
  itemKind: of.itemKind,
  itemKey: of.itemKey,
  part: null,
  supplier: null,
  count: null,
  crates: null,
  unit: 'g',
  purchasedG: null,
  weighed: true,
  marketCost: null,
  seen: null,
  useBy: null,
  useFor: null,
  ...own,
})
