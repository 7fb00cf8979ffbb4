import type { HoldEventOf } from '../../hold'
import type { PouredRow } from './rows'

/** Cups that were poured out of a vessel, as what happened to it. */
export const pouredAs = ({ id, at, cups, drinkMl, source, by = '' }: PouredRow): HoldEventOf<'poured'> => ({
  kind: 'poured',
  id,
  at,
  by,
  cups,
  drinkMl,
  ...(source === 'count' ? { counted: true as const } : {}),
})
