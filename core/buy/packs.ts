/** A pack that can be bought whole: its mass and its price. */
export interface Pack {
  id: string
  massG: number
  eur: number
}
export interface PackChoice {
  packs: { pack: Pack; count: number }[]
  massG: number
  eur: number
}

/**
 * What a solver is asked and answers: a program in CPLEX LP format, and the value of each of its columns. HiGHS does
 * both.
 */
export type Solve = (lp: string) => { Status: string; Columns: Record<string, { Primal?: number }> }

/**
 * Among equal prices, the one that leaves less over: so little a kilo that it never changes what is cheapest by a cent.
 */
const TIE_EUR_PER_KG = 1e-6
/** More packs of one kind than this nobody carries. */
const MOST_PACKS = 2000

/** The integer program: least money, at least the mass needed, whole packs. */
export function packProgram(needG: number, packs: readonly Pack[]): string {
  const cost = packs.map((p, i) => `${(p.eur + (TIE_EUR_PER_KG * p.massG) / 1000).toFixed(9)} n${i}`).join(' + ')
  const mass = packs.map((p, i) => `${(p.massG / 1000).toFixed(6)} n${i}`).join(' + ')
  const bounds = packs.map((p, i) => ` 0 <= n${i} <= ${Math.min(MOST_PACKS, Math.ceil(needG / p.massG))}`).join('\n')
  return `Minimize\n cost: ${cost}\nSubject To\n mass: ${mass} >= ${(needG / 1000).toFixed(6)}\nBounds\n${bounds}\nGeneral\n ${packs.map((_, i) => `n${i}`).join(' ')}\nEnd\n`
}

/**
 * The cheapest whole packs that weigh at least `needG`.
 * @param needG above 0
 * @returns null where no packs are offered, or where these cannot make it up
 */
export function cheapestPacks(needG: number, packs: readonly Pack[], solve: Solve): PackChoice | null {
  const offered = packs.filter((p) => p.massG > 0 && p.eur >= 0)
  if (!offered.length || !(needG > 0)) return null
  const answer = solve(packProgram(needG, offered))
  if (answer.Status !== 'Optimal') return null
  const chosen = offered
    .map((pack, i) => ({ pack, count: Math.round(answer.Columns[`n${i}`]?.Primal ?? 0) }))
    .filter((c) => c.count > 0)
    .sort((a, b) => b.pack.massG - a.pack.massG)
  return {
    packs: chosen,
    massG: chosen.reduce((s, c) => s + c.count * c.pack.massG, 0),
    eur: chosen.reduce((s, c) => s + c.count * c.pack.eur, 0),
  }
}
