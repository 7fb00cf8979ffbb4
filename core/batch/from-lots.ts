/** A lot that something is weighed out of. */
export interface FromLot {
  id: string
  /** what is in it, in the unit that is weighed */
  onHand: number
}

/**
 * What is weighed comes out of one lot, and where that is too little, out of the others in their order; what none of
 * them has is of no lot.
 * @param amount in some unit @param lots the one that is taken first, first; in the same unit
 */
export function outOfLots(amount: number, lots: readonly FromLot[]): { lotId: string | null; amount: number }[] {
  const out: { lotId: string | null; amount: number }[] = []
  let rest = amount
  for (const { id, onHand } of lots) {
    if (rest <= amount * ROUNDING) break
    if (!(onHand > 0)) continue
    const take = Math.min(rest, onHand)
    out.push({ lotId: id, amount: take })
    rest -= take
  }
  if (rest > amount * ROUNDING || !out.length) out.push({ lotId: null, amount: rest })
  return out
}
const ROUNDING = 1e-9
