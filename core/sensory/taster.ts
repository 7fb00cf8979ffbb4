import { binomial } from './exact'

// What one tongue tells: the smallest step of a ladder, and how far its words reach. For the person and the owner only.

/** Two cups of a ladder beside each other: how far they lie apart, and whether the higher one was found. */
export interface Compared {
  /** in the unit of the ladder, above 0 */
  apart: number
  right: boolean
}
export interface Threshold {
  /** in the unit of the ladder: between the largest step that was missed and the next; null while that is not known */
  at: number | null
  /** where no step was missed, it lies below the smallest of these; where the largest was, above it */
  bound: 'below' | 'above' | null
  /** of comparisons at the steps that count as told, how often guessing gets all of them right */
  guessed: number
  n: number
}

/**
 * The smallest step that somebody tells: the geometric mean of the largest that was missed and the next one above it,
 * all of which were found (best estimate threshold, ASTM E679, memory).
 * @returns null where nothing was compared
 */
export function thresholdOf(answers: readonly Compared[]): Threshold | null {
  const steps = [...new Set(answers.map((a) => a.apart))].sort((a, b) => a - b)
  if (!steps.length) return null
  const isTold = (apart: number): boolean => answers.every((a) => a.apart !== apart || a.right)
  const lastMissed = steps.findLastIndex((s) => !isTold(s))
  const told = steps.slice(lastMissed + 1)
  const asked = answers.filter((a) => told.includes(a.apart)).length
  const of = { guessed: binomial(asked, 1 / 2)[asked]!, n: answers.length }
  if (!told.length) return { at: null, bound: 'above', ...of, guessed: 1 }
  if (lastMissed < 0) return { at: null, bound: 'below', ...of }
  return { at: Math.sqrt(steps[lastMissed]! * told[0]!), bound: null, ...of }
}

/** Of lessons, how somebody did on one of them: the step that they told, in its unit. */
export interface TongueToday {
  today: Threshold
  /** the step that they usually tell; null while they have learned nothing before */
  usual: number | null
  /** lessons that the usual step rests on */
  lessons: number
  /** they tell so much less than usual that somebody else should taste */
  isDull: boolean
}
/** Twice the usual step is a dull tongue: a cold, a coffee, a bad night. Common practice, no source. */
const DULL_TIMES = 2
/**
 * Today's tongue beside what it usually tells: the geometric mean of the steps told in earlier lessons. Where all was
 * told the smallest step stands for it, where nothing was the largest.
 * @param before answers of earlier lessons in the same unit @param today answers of today
 * @returns null where nothing was compared today
 */
export function tongueToday(before: readonly (readonly Compared[])[], today: readonly Compared[]): TongueToday | null {
  const now = thresholdOf(today)
  if (!now) return null
  const known = before.flatMap((answers) => {
    const threshold = thresholdOf(answers)
    return threshold ? [stepOf(threshold, answers)] : []
  })
  const usual = known.length ? Math.exp(known.reduce((sum, s) => sum + Math.log(s), 0) / known.length) : null
  const isDull = usual !== null && now.bound !== 'below' && stepOf(now, today) >= DULL_TIMES * usual
  return { today: now, usual, lessons: known.length, isDull }
}
function stepOf({ at, bound }: Threshold, answers: readonly Compared[]): number {
  if (at !== null) return at
  const steps = answers.map((a) => a.apart)
  return bound === 'below' ? Math.min(...steps) : Math.max(...steps)
}

/** A cup as it was called, and as it was. */
export interface Named {
  word: string
  /** what somebody guessed to be in it; null where nobody did */
  guess: number | null
  truth: number
}
export interface WordReach {
  word: string
  n: number
  /** truth of the cups that were called so: mean, lowest, highest */
  mean: number
  low: number
  high: number
}
/** What each word stood for, the most used first. */
export function wordsOf(named: readonly Named[]): WordReach[] {
  const byWord = new Map<string, number[]>()
  for (const { word, truth } of named) byWord.set(word, [...(byWord.get(word) ?? []), truth])
  return [...byWord]
    .map(([word, all]) => ({
      ...{ word, n: all.length, mean: all.reduce((a, b) => a + b, 0) / all.length },
      ...{ low: Math.min(...all), high: Math.max(...all) },
    }))
    .sort((a, b) => b.n - a.n || a.word.localeCompare(b.word))
}

export interface GuessReach {
  n: number
  /** how many times the truth a guess is in the middle (geometric mean) */
  times: number
  /** and how many times more or less than that from one guess to the next (geometric standard deviation); 1 of one */
  spread: number
}
/** How far guesses lie from the truth, by shares; null where nobody guessed anything above 0. */
export function guessesOf(named: readonly Named[]): GuessReach | null {
  const logs = named.flatMap(({ guess, truth }) =>
    guess !== null && guess > 0 && truth > 0 ? Math.log(guess / truth) : [],
  )
  if (!logs.length) return null
  const mean = logs.reduce((a, b) => a + b, 0) / logs.length
  const off = logs.reduce((sum, l) => sum + (l - mean) ** 2, 0)
  return {
    n: logs.length,
    times: Math.exp(mean),
    spread: logs.length > 1 ? Math.exp(Math.sqrt(off / (logs.length - 1))) : 1,
  }
}
