import type { PartKept } from '#core/books'
import type { PartRow } from '~/components/fruit/PartRows.vue'

/** Parts as they were typed, as a fact tells them. */
export const toldParts = (rows: readonly PartRow[]): PartKept[] =>
  rows.map(({ part, g, kept, lotId, place, useBy, useFor }) => ({
    part,
    g,
    kept: kept ? { lotId, place, useBy: useBy || null, useFor: useFor.trim() || null } : null,
  }))
