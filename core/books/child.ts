import type { Part } from '../yield'
import type { Kept, LotRow } from './rows'

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

/** A part that is kept as a lot of its own. @param amount g */
export const keptPart = (
  of: LotRow,
  { part, kept, ...own }: { part: Part; kept: Kept } & Pick<Own, 'amount' | 'cost' | 'sourceId' | 'at'>,
): LotRow =>
  child(of, {
    ...own,
    id: kept.lotId,
    kind: 'by-product',
    part,
    place: kept.place,
    useBy: kept.useBy,
    useFor: kept.useFor,
  })
