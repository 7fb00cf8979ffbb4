import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'

/** Numbers by chance that are the same for the same seed, wherever they are drawn. */
export interface Random {
  /** 0 and above, below 1 */
  next: () => number
  between: (low: number, high: number) => number
  /** some share of it more or less, the middle likelier than the ends */
  around: (middle: number, share: number) => number
  /** mean 0, standard deviation 1: Box and Muller */
  normal: () => number
  pick: <T>(from: readonly T[]) => T
}

/** @param seed a whole number */
export function seeded(seed: number): Random {
  const generator = xoroshiro128plus(seed)
  const next = (): number => uniformFloat64(generator)
  return {
    next,
    between: (low, high) => low + (high - low) * next(),
    around: (middle, share) => middle * (1 + share * (next() + next() - 1)),
    normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
    pick: (from) => from[Math.floor(next() * from.length)]!,
  }
}
