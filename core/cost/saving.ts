import type { Evaluation } from '../recipe'

// What a cup saves where something of it is bought otherwise.

/**
 * Money for a usual cup of a drink; below 0 where it costs more.
 * @param key of the ingredient that is bought otherwise, at any depth of the drink
 * @param fromPerL money for a litre of it as it is used now @param toPerL as it would be
 * @param gPerMl of it
 * @returns null where the drink has none of it
 */
export function savedPerCup(
  evaluation: Pick<Evaluation, 'bill'>,
  key: string,
  fromPerL: number,
  toPerL: number,
  gPerMl: number,
): number | null {
  const g = evaluation.bill.ingredients.get(key)
  return g ? ((fromPerL - toPerL) * g) / gPerMl / 1000 : null
}

/**
 * Money for a litre of what a lot cost; null where nobody knows that.
 * @param lot what it cost all together, of how much @param gPerMl of it
 */
export function perLitreOf(
  { cost, amount, unit }: { cost: number | null; amount: number; unit: 'g' | 'mL' | 'pieces' },
  gPerMl: number,
): number | null {
  if (cost === null || !(amount > 0) || unit === 'pieces') return null
  return (cost / amount) * (unit === 'g' ? gPerMl : 1) * 1000
}
