import type { HoldEvent } from '../../hold'
import { rowId } from '../row-id'
import type { PouredRow } from './rows'

/** Cups longer ago than this are no longer taken back one by one, ms. */
const SETTLED_POUR_MS = 15 * 60_000
/** Settled cups within so many ms of each other are told together. */
const TOGETHER_MS = 5 * 60_000

/**
 * Which moments, in their order, are told together: those within five minutes of the first, where nothing happened
 * between them.
 * @param apart moments at which something happened, ms; two that are on both sides of one, or at it, are not together
 * @returns where each run begins
 */
export function runsOf(moments: readonly number[], apart: readonly number[]): number[] {
  let firstMs = -Infinity
  return moments.flatMap((ms, i) => {
    const isSame =
      i > 0 && ms - firstMs <= TOGETHER_MS && !apart.some((between) => between >= moments[i - 1]! && between <= ms)
    if (isSame) return []
    firstMs = ms
    return [i]
  })
}

/** Cups told later than this may still be taken back one by one, ms. @param now an instant */
export const settledBefore = (now: string): number => Date.parse(now) - SETTLED_POUR_MS

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
  const settledMs = settledBefore(now)
  // A month has many thousands: each is read as a moment once.
  const told = pours.map((p) => ({ p, ms: Date.parse(p.at) })).sort(byTime)
  const alike = new Map<string, { p: P; ms: number }[]>()
  for (const one of told) {
    const { p, ms } = one
    const key = ms > settledMs ? p.id : `${p.holdId} ${p.versionId} ${p.cupId} ${p.drinkMl} ${p.source}`
    const others = alike.get(key)
    if (others) others.push(one)
    else alike.set(key, [one])
  }
  const out: { p: P; ms: number }[] = []
  for (const all of alike.values()) {
    const { p, ms } = all[0]!
    if (ms > settledMs) {
      out.push(all[0]!)
      continue
    }
    const happened = p.holdId === null ? [] : eventsOf(p.holdId).map((e) => Date.parse(e.at))
    const starts = runsOf(
      all.map((x) => x.ms),
      happened,
    )
    starts.forEach((from, i) => out.push(inOne(all.slice(from, starts[i + 1]))))
  }
  return out.sort((a, b) => byTime(b, a)).map(({ p }) => p)
}
const byTime = (a: { p: PouredRow; ms: number }, b: { p: PouredRow; ms: number }): number =>
  a.ms - b.ms || (a.p.id < b.p.id ? -1 : 1)

/** Those of one run, at the moment of the last. */
function inOne<P extends PouredRow>(run: readonly { p: P; ms: number }[]): { p: P; ms: number } {
  const { p: first } = run[0]!
  const { p: last, ms } = run.at(-1)!
  const cups = run.reduce((sum, { p }) => sum + p.cups, 0)
  const row: P = { ...first, id: rowId(first.id, 'together'), cups, at: last.at, isTogether: true }
  if (run.some(({ p }) => p.by !== first.by)) delete row.by
  return { p: row, ms }
}
