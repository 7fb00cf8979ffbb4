// The list in the shop: what is ticked off becomes a delivery.

/** So many packs of one kind, as they were chosen. */
export interface ShopPack {
  count: number
  packG: number
  loose: boolean
  supplier: string | null
}
export interface ShopItem {
  /** of an ingredient, or of goods by the piece */
  key: string
  kind: 'fruit' | 'weighed' | 'pieces'
  /** g, or pieces */
  wanted: number
  packs: readonly ShopPack[]
}
/** A delivery as the books take it: fruit by the kilo, everything else in packs. */
export type Delivery =
  | { kind: 'lot'; kg: number; supplier: string | null }
  | { kind: 'pack'; packs: number; size: number; unit: 'g' | 'pieces'; supplier: string | null }

/** What is bought where nobody says otherwise: the packs that were chosen, or just what is wanted. */
export const usualBought = ({ wanted, packs }: ShopItem): number =>
  packs.length ? packs.reduce((sum, p) => sum + p.count * p.packG, 0) : wanted

const SAME = 1e-6
/**
 * The deliveries that something bought comes to.
 * @param bought g, or whole pieces; above 0
 */
export function deliveriesOf(item: ShopItem, bought: number): Delivery[] {
  const supplier = item.packs[0]?.supplier ?? null
  if (item.kind === 'fruit') return [{ kind: 'lot', kg: bought / 1000, supplier }]
  if (item.kind === 'pieces') return [{ kind: 'pack', packs: 1, size: bought, unit: 'pieces', supplier }]
  const asChosen = item.packs.length > 0 && Math.abs(bought - usualBought(item)) <= SAME * bought
  if (!asChosen) return [{ kind: 'pack', packs: 1, size: bought, unit: 'g', supplier }]
  return item.packs.map((p): Delivery => ({
    kind: 'pack',
    // What is sold loose is one bag of it.
    packs: p.loose ? 1 : p.count,
    size: p.loose ? p.count * p.packG : p.packG,
    unit: 'g',
    supplier: p.supplier,
  }))
}

/** What was paid for all of it, by each of its deliveries: by their weight, to the cent, and all of it together. */
export function paidFor(deliveries: readonly Delivery[], paid: number, decimals: number): number[] {
  const sizes = deliveries.map((d) => (d.kind === 'lot' ? d.kg : d.packs * d.size))
  const all = sizes.reduce((a, b) => a + b, 0)
  const cents = 10 ** decimals
  const first = sizes.slice(0, -1).map((s) => Math.round((paid * cents * s) / all) / cents)
  const rest = first.reduce((left, p) => left - p, paid)
  return [...first, Math.round(rest * cents) / cents]
}
