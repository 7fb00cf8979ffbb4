import { added, causesOf, NO_CAUSES, type Causes, type Used } from './split'
import type { Bought } from './trace'

// What was used over some days against what the standard wants, ingredient by ingredient and drink by drink.

/** What became of something: in a cup, thrown or spilled, or nobody knows where. */
export const FATES = ['poured', 'wasted', 'missing'] as const
export type Fate = (typeof FATES)[number]
/** Something that left for good. */
export interface Gone {
  fate: Fate
  /** the recipe; '' where it was of none yet */
  recipeId: string
  /** the row that tells it: a vessel, a lot, a batch */
  of: { kind: 'hold' | 'lot' | 'run'; id: string }
  /** below 0 where more was found than there should be */
  parts: readonly Bought[]
}
/** g of an ingredient that the standard wants for what was poured of a drink. */
export interface Wanted {
  recipeId: string
  key: string
  g: number
}
/** What an ingredient is by the standard. */
export interface StandardOf {
  /** money for a kilo as purchased; null where nobody has said */
  perKg: number | null
  /** g as used that a kilo gives, above 0 */
  gives: number
  /** it has no standard of its own: it is held against what was paid, and as it gave */
  asPaid?: boolean
}
/** One ingredient over some days. */
export interface Account {
  key: string
  /** g that the standard wants for all drinks together */
  wanted: number
  /** of all drinks together; null where none of it came out of a lot, so that there is nothing to hold it against */
  used: Used | null
  /** null where nobody has said what it costs */
  causes: Causes | null
  /** what the standard says that the cups cost of it */
  standardCost: number | null
  /** by recipe, '' for what is of none */
  byDrink: ReadonlyMap<string, Share>
  /** what was wasted or is missing, and where: the most first */
  lost: readonly { fate: Fate; of: Gone['of']; g: number }[]
  /** g as purchased that came of each delivery, and what a kilo of it cost; null where nobody said */
  bought: readonly { lotId: string; boughtG: number; perKg: number | null }[]
  /** g as purchased that went through each press, and g that it gave of a kilo */
  pressed: readonly { pressId: string; boughtG: number; gave: number }[]
}

/** What a drink has of an ingredient: g, what the standard says that it costs, and why it cost more. */
export interface Share {
  wanted: number
  used: number
  standardCost: number | null
  causes: Causes | null
}

interface Cell {
  wanted: number
  used: number
  wasted: number
  missing: number
}
const EMPTY: Cell = { wanted: 0, used: 0, wasted: 0, missing: 0 }
/** g that nobody weighs. */
const LEAST_G = 1e-6

/**
 * @param paidPerG money for a g as purchased of a delivery; null where nobody said
 * @returns by key, in the order of the alphabet
 */
export function accountsOf(
  gone: readonly Gone[],
  wanted: readonly Wanted[],
  standardOf: (key: string) => StandardOf,
  paidPerG: (lotId: string) => number | null,
): Account[] {
  const keys = new Set([...wanted.map((w) => w.key), ...gone.flatMap((g) => g.parts.map((p) => p.key))])
  const goneBy = new Map<string, { from: Gone; part: Bought }[]>()
  for (const from of gone)
    for (const part of from.parts) goneBy.set(part.key, [...(goneBy.get(part.key) ?? []), { from, part }])
  const wantedBy = new Map<string, Wanted[]>()
  for (const w of wanted) wantedBy.set(w.key, [...(wantedBy.get(w.key) ?? []), w])
  return [...keys]
    .sort()
    .map((key) => accountOf(key, goneBy.get(key) ?? [], wantedBy.get(key) ?? [], standardOf(key), paidPerG))
}

function accountOf(
  key: string,
  gone: readonly { from: Gone; part: Bought }[],
  wanted: readonly Wanted[],
  said: StandardOf,
  paidPerG: (lotId: string) => number | null,
): Account {
  const standard = said.asPaid ? paidAs(said, gone, paidPerG) : said
  const cells = new Map<string, Cell>()
  const cell = (recipeId: string, more: Partial<Cell>): void => {
    const c = cells.get(recipeId) ?? EMPTY
    cells.set(recipeId, {
      wanted: c.wanted + (more.wanted ?? 0),
      used: c.used + (more.used ?? 0),
      wasted: c.wasted + (more.wasted ?? 0),
      missing: c.missing + (more.missing ?? 0),
    })
  }
  for (const w of wanted) cell(w.recipeId, { wanted: w.g })
  for (const { from, part } of gone) {
    const g = part.usedG
    cell(from.recipeId, {
      used: g,
      ...(from.fate === 'wasted' ? { wasted: g } : from.fate === 'missing' ? { missing: g } : {}),
    })
  }
  const all = [...cells.values()].reduce(together, EMPTY)
  const costOf = ({ wanted: g }: Cell): number | null =>
    standard.perKg === null ? null : (g / standard.gives) * standard.perKg
  const standardCost = costOf(all)
  const boughtG = gone.reduce((sum, { part }) => sum + part.boughtG, 0)
  const isJudged = gone.some(({ part }) => part.lotId !== null) && all.used > LEAST_G && boughtG > LEAST_G
  const shares = (causes: (c: Cell) => Causes | null): Map<string, Share> =>
    new Map(
      [...cells].map(([id, c]) => [id, { wanted: c.wanted, used: c.used, standardCost: costOf(c), causes: causes(c) }]),
    )
  const none = { key, wanted: all.wanted, used: null, causes: null, standardCost, lost: [], bought: [], pressed: [] }
  if (!isJudged) return { ...none, byDrink: shares(() => null) }
  const paid = gone.reduce((sum, { part }) => {
    const perG = (part.lotId === null ? null : paidPerG(part.lotId)) ?? (standard.perKg ?? 0) / 1000
    return sum + perG * part.boughtG
  }, 0)
  const prices = {
    key,
    standardPerKg: standard.perKg ?? 0,
    paidPerKg: (paid / boughtG) * 1000,
    standardPerKgGives: standard.gives,
    gave: (all.used / boughtG) * 1000,
  }
  // Each is a sum of what was used, wanted, wasted and missing: drinks add up to their ingredient.
  const causes = (c: Cell): Causes | null => (standard.perKg === null ? null : causesOf({ ...prices, ...c }))
  return {
    key,
    wanted: all.wanted,
    used: { ...prices, ...all },
    causes: causes(all),
    standardCost,
    byDrink: shares(causes),
    lost: gone
      .flatMap(({ from, part }) => (from.fate === 'poured' ? [] : [{ fate: from.fate, of: from.of, g: part.usedG }]))
      .filter((l) => Math.abs(l.g) > LEAST_G)
      .sort((a, b) => Math.abs(b.g) - Math.abs(a.g)),
    bought: summed(gone, (p) => p.lotId).map(([lotId, { boughtG: g }]) => {
      const perG = paidPerG(lotId)
      return { lotId, boughtG: g, perKg: perG === null ? null : perG * 1000 }
    }),
    pressed: summed(gone, (p) => p.pressId).map(([pressId, { boughtG: g, usedG }]) => ({
      pressId,
      boughtG: g,
      gave: (usedG / g) * 1000,
    })),
  }
}
/** As it was paid, and as it gave; as somebody said where that is not known. */
function paidAs(
  said: StandardOf,
  gone: readonly { part: Bought }[],
  paidPerG: (lotId: string) => number | null,
): StandardOf {
  const costs = gone.map(({ part }) => {
    const perG = part.lotId === null ? null : paidPerG(part.lotId)
    return perG === null ? null : perG * part.boughtG
  })
  const boughtG = gone.reduce((sum, { part }) => sum + part.boughtG, 0)
  const usedG = gone.reduce((sum, { part }) => sum + part.usedG, 0)
  if (costs.includes(null) || !(boughtG > LEAST_G) || !(usedG > LEAST_G)) return said
  const paid = costs.reduce<number>((sum, c) => sum + c!, 0)
  return { perKg: (paid / boughtG) * 1000, gives: (usedG / boughtG) * 1000 }
}
const together = (a: Cell, b: Cell): Cell => ({
  wanted: a.wanted + b.wanted,
  used: a.used + b.used,
  wasted: a.wasted + b.wasted,
  missing: a.missing + b.missing,
})
/** By a name of a part, the most first; without what has none, or is next to nothing. */
function summed(gone: readonly { part: Bought }[], name: (p: Bought) => string | null) {
  const out = new Map<string, { boughtG: number; usedG: number }>()
  for (const { part } of gone) {
    const id = name(part)
    if (id === null) continue
    const before = out.get(id) ?? { boughtG: 0, usedG: 0 }
    out.set(id, { boughtG: before.boughtG + part.boughtG, usedG: before.usedG + part.usedG })
  }
  return [...out].filter(([, s]) => Math.abs(s.boughtG) > LEAST_G).sort((a, b) => b[1].boughtG - a[1].boughtG)
}

/** Why all ingredients together cost more; null ones are left out, and counted by whoever shows it. */
export const causesOfAll = (accounts: readonly Pick<Account, 'causes'>[]): Causes =>
  accounts.reduce((sum, a) => (a.causes ? added(sum, a.causes) : sum), NO_CAUSES)

/** The same by drink: '' for what is of none. */
export function causesByDrink(accounts: readonly Account[]): Map<string, Causes> {
  const out = new Map<string, Causes>()
  for (const { byDrink } of accounts)
    for (const [id, { causes }] of byDrink) if (causes) out.set(id, added(out.get(id) ?? NO_CAUSES, causes))
  return out
}
