import type { Program, Solver } from '../solve'

/** A pack that can be bought whole: its mass and its price. */
export interface Pack {
  id: string
  massG: number
  price: number
}
export interface PackChoice {
  packs: { pack: Pack; count: number }[]
  massG: number
  price: number
}

/**
 * Among equal prices, the one that leaves less over: so little a kilo that it never changes what is cheapest by a cent.
 */
const TIE_PER_KG = 1e-6
/** More packs of one kind than this nobody carries. */
const MOST_PACKS = 2000

/** The integer program: least money, at least the mass needed in kg, whole packs. */
export function packProgram(needG: number, packs: readonly Pack[]): Program {
  const each = <T>(of: (pack: Pack) => T): Record<string, T> =>
    Object.fromEntries(packs.map((pack, i) => [`n${i}`, of(pack)]))
  return {
    minimize: each((p) => p.price + (TIE_PER_KG * p.massG) / 1000),
    rows: [{ terms: each((p) => p.massG / 1000), least: needG / 1000 }],
    columns: each((p) => ({ least: 0, most: Math.min(MOST_PACKS, Math.ceil(needG / p.massG)), whole: true as const })),
  }
}

/**
 * The cheapest whole packs that weigh at least `needG`.
 * @param needG above 0
 * @returns null where no packs are offered, or where these cannot make it up
 */
export function cheapestPacks(needG: number, packs: readonly Pack[], solve: Solver): PackChoice | null {
  const offered = packs.filter((p) => p.massG > 0 && p.price >= 0)
  if (!offered.length || !(needG > 0)) return null
  const answer = solve(packProgram(needG, offered))
  if (!answer) return null
  const chosen = offered
    .map((pack, i) => ({ pack, count: answer[`n${i}`]! }))
    .filter((c) => c.count > 0)
    .sort((a, b) => b.pack.massG - a.pack.massG)
  return {
    packs: chosen,
    massG: chosen.reduce((s, c) => s + c.count * c.pack.massG, 0),
    price: chosen.reduce((s, c) => s + c.count * c.pack.price, 0),
  }
}
