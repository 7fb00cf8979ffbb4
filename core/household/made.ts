import type { RecipeDocument } from '../recipe'
import { isMassUnit, toGrams } from '../units'
import type { Answered } from './answers'
import { withCrushed, type CrushingWay } from './crush'
import { withInfusion, type Infusing } from './infuse'
import { potOf } from './recipe'

// The drink of a text whose lines were answered.

export interface Doing {
  /** how leaves lie in water; null where they do not */
  infusing: Infusing | null
  /** how fruit, grain and seeds go in; null where fruit is squeezed and the rest is a prep */
  crushing: CrushingWay | null
  /** min that fruit, grain and seeds lie in the water first; 0 where they do not */
  soakMin: number
}

/** g of each, as it was typed or as its line was read. */
const solidsOf = (rows: readonly Answered[]): { key: string; massG: number }[] =>
  rows.flatMap(({ key, amount, line }) =>
    key
      ? [{ key, massG: amount && isMassUnit(amount.unit) ? toGrams(amount.value, amount.unit) : (line.massG ?? 0) }]
      : [],
  )

/**
 * A pot of the lines that are taken, with the steps that the text has in between.
 * @param cup of the stand: what of the pot fills one
 * @returns null where nothing is poured
 */
export function madeOf(
  rows: readonly Answered[],
  { infusing, crushing, soakMin }: Doing,
  cup: { id: string | null; volumeMl: number },
): RecipeDocument | null {
  const taken = rows.filter((r) => !r.isLeft)
  const goingBy = (goes: Answered['goes']): Answered[] => taken.filter((r) => r.goes === goes)
  const pot = potOf(
    goingBy(null).flatMap(({ key, amount }) => (key ? [{ key, amount }] : [])),
    cup,
  )
  if (!pot) return null
  const steeped = infusing ? withInfusion(pot, solidsOf(goingBy('infused')), infusing) : pot
  return crushing ? withCrushed(steeped, solidsOf(goingBy('crushed')), crushing, soakMin) : steeped
}
