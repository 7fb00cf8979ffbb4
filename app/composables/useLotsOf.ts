import { outOfLots } from '#core/batch'
import type { UsableLot } from '#core/books'
import { usePreps } from '~/stores/preps'

/** g that a lot has; null where nobody knows what a mL of it weighs. */
export const gramsIn = ({ unit, onHand, gPerMl }: UsableLot): number | null =>
  unit === 'g' ? onHand : unit === 'mL' && gPerMl !== null ? onHand * gPerMl : null

/** Lots of the stand that something is taken out of: the first to expire first, then the oldest. */
export function useLotsOf() {
  const preps = usePreps()
  const of = (key: string): UsableLot[] =>
    preps.usable
      .filter((l) => l.item === key && l.unit !== 'pieces' && l.onHand > 0)
      .sort((a, b) => (a.useBy ?? '9').localeCompare(b.useBy ?? '9') || a.at.localeCompare(b.at))
  /** Where so many g of it come from. */
  const outOf = (key: string, massG: number): ReturnType<typeof outOfLots> =>
    outOfLots(
      massG,
      of(key).map((l) => ({ id: l.id, onHand: gramsIn(l) ?? 0 })),
    )
  return { of, outOf }
}
