import { outOfLots, type EventBody, type LotAs } from '#core/batch'
import { firstOut, onHandIn, type UsableLot } from '#core/books'
import type { Amount } from '#core/recipe'
import { staysWithProduct } from '#core/safety'
import { useFruit } from '~/stores/fruit'
import { usePreps } from '~/stores/preps'

/** Lots of the stand that something is taken out of: the first to expire first, then the oldest. */
export function useLotsOf() {
  const preps = usePreps()
  const fruit = useFruit()
  const of = (key: string): UsableLot[] =>
    preps.usable.filter((l) => l.item === key && l.unit !== 'pieces' && l.onHand > 0).sort(firstOut)
  /**
   * Where an amount of it comes from, in its own unit.
   * @param gPerUnit g that one of that unit weighs @param lots in their order
   */
  const inUnit = ({ value, unit }: Amount, gPerUnit: number | null, lots: readonly UsableLot[]) =>
    outOfLots(
      value,
      lots.map((l) => ({ id: l.id, onHand: onHandIn(l, unit, gPerUnit) })),
    )
  /** Where so many g of it come from. */
  const outOf = (key: string, massG: number) => inUnit({ value: massG, unit: 'g' }, 1, of(key))
  /** What a lot is, where it was read or made otherwise than its sheet says; nothing where it is as that says. */
  function isAs(lotId: string | null): { as?: LotAs } {
    const lot = lotId ? fruit.lots.find((l) => l.id === lotId) : undefined
    if (!lot) return {}
    if (lot.kind === 'pressed') {
      const seen = fruit.presses.find((p) => p.id === lot.sourceId)?.seen
      return read(seen?.brix, seen?.ta)
    }
    const batch = lot.kind === 'made' ? fruit.batches.find((b) => b.lotId === lot.id) : undefined
    if (!batch?.made) return read(batch?.seen?.brix, null)
    const { brix, ta, cautions, contents } = batch.made
    return { as: { brix, ta, cautions: cautions.filter(staysWithProduct), contents } }
  }
  /**
   * So much of a take is in, a part out of each lot.
   * @param isOpen more of it is still to come
   */
  const weighed = (take: string, unit: Amount['unit'], from: ReturnType<typeof inUnit>, isOpen = false): EventBody[] =>
    from.map(({ lotId, amount: value }, i): EventBody => ({
      kind: 'weighed',
      take,
      amount: { value, unit },
      lotId,
      ...isAs(lotId),
      ...(isOpen || i < from.length - 1 ? { more: true as const } : {}),
    }))
  return { of, outOf, inUnit, isAs, weighed }
}
const read = (brix: number | null | undefined, ta: number | null | undefined): { as?: LotAs } =>
  brix == null && ta == null ? {} : { as: { ...(brix == null ? {} : { brix }), ...(ta == null ? {} : { ta }) } }
