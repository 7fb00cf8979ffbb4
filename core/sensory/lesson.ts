import { seeded } from '../random'
import { freshCodes, shuffled } from './orders'
import type { Compared } from './taster'

// Lessons on a ladder. Of its steps: pairs of cups, the far ones first, so that the word is learned before the small
// step. Of its words: one cup at a time, which gets a word and a guess, and then says what it is.

export interface Pair {
  /** numbers of two rungs, in the order in which they are tasted; the higher one may be either */
  cups: readonly [number, number]
  /** in steps of the ladder, 1 and more */
  apart: number
}
/** Pairs of a lesson, some ten minutes; of a check before the hatch opens, two. Common practice, no source. */
const PAIRS = { lesson: 8, check: 4 } as const
export type LessonKind = keyof typeof PAIRS

/**
 * Pairs that go from far apart to one step, each of these as often as the others, and codes of the rungs.
 * @param rungs of the ladder, 2 and more @param seed the same one gives the same @param used codes of today
 */
export function lessonOf(
  rungs: number,
  seed: number,
  used: ReadonlySet<string>,
  kind: LessonKind = 'lesson',
): { codes: string[]; pairs: Pair[] } {
  const random = seeded(seed)
  const count = PAIRS[kind]
  const pairs = Array.from({ length: count }, (_, i): Pair => {
    const apart = rungs - 1 - Math.floor((i * (rungs - 1)) / count)
    const low = Math.floor(random.next() * (rungs - apart))
    const cups = [low, low + apart] as const
    return { cups: random.next() < 1 / 2 ? cups : [cups[1], cups[0]], apart }
  })
  return { codes: freshCodes(rungs, used, seed), pairs }
}
/** What was said of a pair. @param rung that was said to be the higher one @param step of the ladder, in its unit */
export const comparedOf = ({ cups, apart }: Pair, rung: number, step: number): Compared => ({
  apart: apart * step,
  right: rung === Math.max(...cups),
})

/** Cups of a lesson in words, some ten minutes. Common practice, no source. */
const CUPS = 8
/**
 * Rungs in the order in which they are tasted, all of them before any comes again, and none twice in a row.
 * @param rungs of the ladder, 2 and more @param seed the same one gives the same @param used codes of today
 */
export function wordLessonOf(
  rungs: number,
  seed: number,
  used: ReadonlySet<string>,
): { codes: string[]; cups: number[] } {
  const random = seeded(seed)
  const all = Array.from({ length: rungs }, (_, i) => i)
  const cups: number[] = []
  for (let round = 0; round < Math.max(1, Math.floor(CUPS / rungs)); round++) {
    const next = shuffled(all, random)
    cups.push(...(next[0] === cups.at(-1) ? next.reverse() : next))
  }
  return { codes: freshCodes(rungs, used, seed), cups }
}
