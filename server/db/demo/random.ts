/** Mulberry32: a small seeded generator, so that the demo is the same everywhere. */
export function seeded(seed: number) {
  let a = seed >>> 0
  const next = (): number => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
  return {
    next,
    between: (low: number, high: number): number => low + (high - low) * next(),
    around: (middle: number, share: number): number => middle * (1 + share * (next() + next() - 1)),
    pick: <T>(from: readonly T[]): T => from[Math.floor(next() * from.length)]!,
  }
}
export type Random = ReturnType<typeof seeded>
