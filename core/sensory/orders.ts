import { seeded, type Random } from '../random'
import type { Discriminating } from './words'

// Which cup stands where, before whom: balanced, so that neither the first cup nor the one before it decides. Williams
// 1949 (a property, proved by a test): every sample in every place, and after every other, equally often.

/** Rows of sample numbers, 0 and up: k rows where k is even, 2 k where it is odd. @param k samples, 2 and more */
export function williams(k: number): number[][] {
  if (!Number.isInteger(k) || k < 2) throw new RangeError(`${k} is no number of samples`)
  // 0, 1, k-1, 2, k-2 …: neighbours are each other's difference only once.
  const first = Array.from({ length: k }, (_, i) => (i === 0 ? 0 : i % 2 ? (i + 1) / 2 : k - i / 2))
  const rows = Array.from({ length: k }, (_, r) => first.map((s) => (s + r) % k))
  return k % 2 ? [...rows, ...rows.map((row) => [...row].reverse())] : rows
}

/** What one taster gets, in its order: sample numbers. A triangle has one of them twice; a duo-trio the known first. */
export type Serving = number[]

const [A, B] = [0, 1]
/** Every arrangement of a test of two samples, each as likely as the others. */
export const ARRANGED: Readonly<Record<Discriminating, readonly Serving[]>> = {
  triangle: [
    [A, A, B],
    [A, B, A],
    [B, A, A],
    [B, B, A],
    [B, A, B],
    [A, B, B],
  ],
  'duo-trio': [
    [A, A, B],
    [A, B, A],
    [B, B, A],
    [B, A, B],
  ],
  'which-is-more': [
    [A, B],
    [B, A],
  ],
  preference: [
    [A, B],
    [B, A],
  ],
}

/** Against a standard: it stands in two of three cups, so that everybody looks for the one that is new. */
export const AGAINST_STANDARD: readonly Serving[] = ARRANGED.triangle.filter(
  (row) => row.filter((s) => s === A).length === 2,
)

/** In an order by chance. */
export function shuffled<T>(all: readonly T[], random: Random): T[] {
  const out = [...all]
  for (let i = out.length - 1; i > 0; i--) {
    const j = Math.floor(random.next() * (i + 1))
    ;[out[i], out[j]] = [out[j]!, out[i]!]
  }
  return out
}
/**
 * One for each taster: all arrangements before any comes again, in an order by chance.
 * @param seed the same one gives the same
 */
export function dealt(arrangements: readonly Serving[], tasters: number, seed: number): Serving[] {
  const random = seeded(seed)
  const out: Serving[] = []
  while (out.length < tasters) out.push(...shuffled(arrangements, random))
  return out.slice(0, tasters).map((row) => [...row])
}
/** Tasters that make it even: a multiple of this many. */
export const evenBy = (arrangements: readonly Serving[]): number => arrangements.length

/** Codes there are: three digits, none of which begins with 0. */
const [FIRST, CODES] = [100, 900]
/**
 * Three digits for each cup that say nothing, none twice, and none that was on a cup today.
 * @throws RangeError where so many are not left
 */
export function freshCodes(count: number, used: ReadonlySet<string>, seed: number): string[] {
  const left = Array.from({ length: CODES }, (_, i) => String(FIRST + i)).filter((code) => !used.has(code))
  if (left.length < count) throw new RangeError(`${count} codes are not left today`)
  return shuffled(left, seeded(seed)).slice(0, count)
}
