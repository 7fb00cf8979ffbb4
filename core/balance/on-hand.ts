/** What stands of something in a lot, in the unit that the lot is counted in. */
interface Standing {
  onHand: number
  unit: string
}

/**
 * g of something in its lots; those that are counted by the piece are left out.
 * @param mlPerG of it, above 0
 * @returns null where no lot of it is there: nobody keeps count of it
 */
export function gramsThere(lots: readonly Standing[], mlPerG: number): number | null {
  const there = lots.filter((l) => l.onHand > 0 && (l.unit === 'g' || l.unit === 'mL'))
  if (!there.length) return null
  return there.reduce((sum, l) => sum + (l.unit === 'g' ? l.onHand : l.onHand / mlPerG), 0)
}
