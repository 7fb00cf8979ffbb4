import { ProcessLimit } from '../process'
import type { MixFigures } from '../recipe'
import type { Targets } from './target'

/** What a taster says of a pot. */
export const TASTE_WORDS = ['too-sour', 'too-sweet', 'thin', 'strong', 'flat', 'bitter'] as const
export type TasteWord = (typeof TASTE_WORDS)[number]

/** What cannot be both. */
const AGAINST: readonly (readonly [TasteWord, TasteWord])[] = [
  ['too-sour', 'too-sweet'],
  ['too-sour', 'flat'],
  ['thin', 'strong'],
]

/** One step of a taster's word: so many times of the ratio, or of the strength. Common practice, no source. */
const STEP = { ratio: 1.15, flat: 1.1, brix: 1.1 } as const
/**
 * What is bitter stays bitter: it is let down by so much, at the same strength and balance. Common practice, no source.
 */
const LET_DOWN = 1.25

export interface WordsMean {
  wanted: Targets
  /** the pot is to come to this many times of what it is, at the least */
  leastTimes: number
}

/**
 * What a taster's words ask of a pot: one step, to be tasted again. Sugar does not cover what is bitter: that is let
 * down, or thrown away.
 * @throws ProcessLimit where two words contradict each other, or ask for a ratio where there is no acid
 */
export function wantedBy(words: readonly TasteWord[], now: MixFigures): WordsMean {
  const says = (word: TasteWord): boolean => words.includes(word)
  if (AGAINST.some(([a, b]) => says(a) && says(b))) throw new ProcessLimit('words-contradict', {}, 'words')
  const [brix, ratio] = [now.brix.value, now.ratio?.value ?? null]
  const times = says('too-sour') ? STEP.ratio : says('too-sweet') ? 1 / STEP.ratio : says('flat') ? 1 / STEP.flat : 1
  const holdsStrength = says('thin') || says('strong') || says('bitter')
  const wanted: Targets = {}
  // Without acid there is nothing to balance: what is flat or too sweet gets none of it by a ratio.
  if (ratio === null && times !== 1) throw new ProcessLimit('words-no-acid', {}, 'words')
  if (ratio !== null) wanted.ratio = ratio * times
  if (holdsStrength) wanted.brix = brix * (says('thin') ? STEP.brix : says('strong') ? 1 / STEP.brix : 1)
  return { wanted: words.length ? wanted : {}, leastTimes: says('bitter') ? LET_DOWN : 1 }
}
