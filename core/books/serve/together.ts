import type { HoldEvent } from '../../hold'
import { rowId } from '../row-id'
import type { PouredRow } from './rows'

/** Cups longer ago than this are no longer taken back one by one, ms. */
const SETTLED_POUR_MS = 15 * 60_000
/** Settled cups within so many ms of each other are told together. */
const TOGETHER_MS = 5 * 60_000

/**
 * Cups of a day with few rows: those that are settled, of the same vessel and size, are one row of all of them where
 * nothing happened to their vessel between them, so that what is in it comes out alike.
 * @param pours in any order @param eventsOf what happened to a vessel @param now an instant
 * @returns the newest first
 */
export function settledTogether<P extends PouredRow>(
  pours: readonly P[],
  eventsOf: (holdId: string) => readonly Pick<HoldEvent, 'at'>[],
  now: string,
): P[] {
  const settledBefore = Date.parse(now) - SETTLED_POUR_MS
  const out: P[] = []
  const open = new Map<string, { row: P; firstMs: number }>()
  const moments = new Map<string, number[]>()
  const momentsOf = (holdId: string | null): readonly number[] => {
    if (holdId === null) return []
    let known = moments.get(holdId)
    if (!known) moments.set(holdId, (known = eventsOf(holdId).map((e) => Date.parse(e.at))))
    return known
  }
  for (const p of pours.toSorted((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1))) {
    const ms = Date.parse(p.at)
    if (ms > settledBefore) {
      out.push(p)
      continue
    }
    const key = [p.holdId, p.versionId, p.cupId, p.drinkMl, p.source].join()
    const before = open.get(key)
    const lastMs = before && Date.parse(before.row.at)
    const isApart = before && momentsOf(p.holdId).some((m) => m >= lastMs! && m <= ms)
    if (!before || isApart || ms - before.firstMs > TOGETHER_MS) {
      const row: P = { ...p, id: rowId(p.id, 'together'), isTogether: true }
      open.set(key, { row, firstMs: ms })
      out.push(row)
    } else {
      before.row.cups += p.cups
      before.row.at = p.at
      if (before.row.by !== p.by) delete before.row.by
    }
  }
  return out.reverse()
}
