// Goods that are no ingredient: counted in pieces. They are named by the cup that they belong to.

export const GOODS_KINDS = ['cup', 'lid', 'straw'] as const
export type GoodsKind = (typeof GOODS_KINDS)[number]

/** The key of goods: `cup:`, `lid:` or `straw:` and the id of the cup. */
export const goodsKey = (kind: GoodsKind, cupId: string): string => `${kind}:${cupId}`
/** What a key of goods names; null where it names none. */
export function goodsOf(key: string): { kind: GoodsKind; cupId: string } | null {
  const cut = key.indexOf(':')
  const kind = GOODS_KINDS.find((k) => k === key.slice(0, Math.max(0, cut)))
  return kind ? { kind, cupId: key.slice(cut + 1) } : null
}
