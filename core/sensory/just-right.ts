import { ProcessLimit } from '../process'
import { ALPHA } from './discriminate'
import { atLeast, MOST_TASTERS } from './exact'
import { STEPS, type RightStep } from './words'

// Just about right: of each property, far too little, too little, just right, too much, far too much. Whoever is not
// content has a side: if both sides were alike, chance would split them evenly (sign test, textbooks).

export interface JustRight {
  /** answers of each step, from far too little to far too much */
  counts: number[]
  n: number
  /** of all; 0 to 1 */
  right: number
  /** how often chance alone splits those who are not content so unevenly; 1 where all are */
  chance: number
  /** what it wants: more of it, less of it, or nothing that this panel could say */
  wants: 'more' | 'less' | null
}
/** @throws ProcessLimit where nobody answered */
export function justRightOf(answers: readonly RightStep[]): JustRight {
  const n = answers.length
  if (!(n >= 1 && n <= MOST_TASTERS)) throw new ProcessLimit('tasters-none', { n, most: MOST_TASTERS })
  const counts = STEPS.map((s) => answers.filter((a) => a === s).length)
  const little = counts[0]! + counts[1]!
  const much = counts[3]! + counts[4]!
  const off = little + much
  const chance = off ? Math.min(1, 2 * atLeast(Math.max(little, much), off, 1 / 2)) : 1
  const wants = chance > ALPHA ? null : little > much ? 'more' : 'less'
  return { counts, n, right: counts[2]! / n, chance, wants }
}
