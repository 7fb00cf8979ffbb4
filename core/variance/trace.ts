import { ProcessLimit } from '../process'
import { purchasedPerG, type LotRow, type TookOut } from '../books/rows'

// Where what is in a lot came from: through pots, jugs and knives, back to what was bought.

/** So much of something that was bought, as it is in a lot, or gone out of one. */
export interface Bought {
  /** what it is used as: juice of its fruit, sugar, a herb */
  key: string
  /** g of it as it is used */
  usedG: number
  /** g as purchased that it is of */
  boughtG: number
  /** the delivery; null where it is in no lot */
  lotId: string | null
  /** the press that it went through */
  pressId: string | null
}
export type TracedLot = Pick<
  LotRow,
  'id' | 'itemKind' | 'itemKey' | 'kind' | 'unit' | 'amount' | 'purchasedG' | 'cost' | 'sourceId'
>
/** All that went into something. */
export interface WentIn {
  /** out of lots, in the unit of each */
  uses: readonly TookOut[]
  /** g that were in no lot, by what it is used as */
  rest?: readonly PartG[]
  /** g as its standard has them: they count where no lot gave any of that */
  asStandard?: readonly PartG[]
}
export interface PartG {
  key: string
  g: number
}
/** What lots came of, by their ids. */
export interface Origins {
  lots: ReadonlyMap<string, TracedLot>
  /** of what was pressed: its press, and the g as purchased that it took of each delivery */
  presses: ReadonlyMap<string, { id: string; takes: readonly { lotId: string; takenG: number }[] }>
  /** of what was peeled or opened: the lot that it was of */
  parents: ReadonlyMap<string, string>
  /** of what came from another stand: the lot there, and how much of it was sent for one that arrived */
  moved: ReadonlyMap<string, { lotId: string; times: number }>
  /** of what was made, or left in a vessel: all that it is of, and how much came of that, in its unit */
  makings: ReadonlyMap<string, WentIn & { came: number }>
}
export interface Measures {
  /** g of so much of an ingredient; null where nobody knows */
  gramsOf(key: string, amount: number, unit: LotRow['unit']): number | null
  /** g of it as used that a kilo as purchased gives by the standard; 1000 where nothing is pressed */
  gives(key: string): number
}
/** No pot is of a pot of a pot so often. */
const DEEPEST = 20

export class Trace {
  private readonly known = new Map<string, readonly Bought[]>()
  constructor(
    private readonly of: Origins,
    private readonly measures: Measures,
  ) {}

  /**
   * What one unit of a lot is of: nothing of what has no price of its own, such as what a press left over.
   * @throws ProcessLimit where lots are made of themselves
   */
  unit(lotId: string, deep = 0): readonly Bought[] {
    const known = this.known.get(lotId)
    if (known) return known
    if (deep > DEEPEST) throw new ProcessLimit('recipe-unsound', {}, lotId)
    const parts = joined(this.read(lotId, deep))
    this.known.set(lotId, parts)
    return parts
  }
  /** @param amount in the lot's unit */
  amount(lotId: string, amount: number): Bought[] {
    return this.unit(lotId).map((p) => times(p, amount))
  }
  /** What is in no lot, at what the standard says that it is bought as. */
  inNone(key: string, usedG: number): Bought {
    return { key, usedG, boughtG: (usedG / this.measures.gives(key)) * 1000, lotId: null, pressId: null }
  }
  /** g as used that so much as purchased gives by the standard. */
  inKilo(key: string, boughtG: number): number {
    return (boughtG * this.measures.gives(key)) / 1000
  }
  /** @param deep how far it is from what is asked */
  wentIn({ uses, rest = [], asStandard = [] }: WentIn, deep = 0): Bought[] {
    const taken = uses.flatMap((u) => this.unit(u.lotId, deep + 1).map((p) => times(p, u.amount)))
    const known = [...taken, ...rest.map((r) => this.inNone(r.key, r.g))]
    const keys = new Set(known.map((p) => p.key))
    return joined([...known, ...asStandard.filter((r) => !keys.has(r.key)).map((r) => this.inNone(r.key, r.g))])
  }

  private read(lotId: string, deep: number): Bought[] {
    const lot = this.of.lots.get(lotId)
    if (!lot || lot.unit === 'pieces' || !(lot.amount > 0)) return []
    // What was lost on the way was bought too.
    const from = this.of.moved.get(lotId)
    if (from) return this.unit(from.lotId, deep + 1).map((p) => ({ ...p, boughtG: p.boughtG * from.times }))
    const usedG = (): number => this.measures.gramsOf(lot.itemKey, 1, lot.unit) ?? 0
    const own = { key: lot.itemKey, pressId: null }
    switch (lot.kind) {
      case 'received':
      case 'pack':
        return [{ ...own, usedG: usedG(), boughtG: usedG(), lotId }]
      case 'peeled':
        return [{ ...own, usedG: 1, boughtG: purchasedPerG(lot), lotId: this.of.parents.get(lotId) ?? null }]
      case 'opened':
        return [{ ...own, usedG: usedG(), boughtG: usedG(), lotId: this.of.parents.get(lotId) ?? null }]
      case 'pressed': {
        const press = this.of.presses.get(lotId)
        const takenG = press?.takes.reduce((sum, t) => sum + t.takenG, 0) ?? 0
        if (!press || !(takenG > 0)) return []
        return press.takes.map((t) => ({
          key: lot.itemKey,
          usedG: (usedG() * t.takenG) / takenG,
          boughtG: t.takenG / lot.amount,
          lotId: t.lotId,
          pressId: press.id,
        }))
      }
      case 'made':
      case 'left': {
        const making = this.of.makings.get(lotId)
        if (!making || !(making.came > 0)) return []
        return this.wentIn(making, deep).map((p) => times(p, 1 / making.came))
      }
      case 'by-product':
        return []
    }
  }
}

export const times = (p: Bought, by: number): Bought => ({ ...p, usedG: p.usedG * by, boughtG: p.boughtG * by })

/** Of one delivery and one press in one. */
export function joined(parts: readonly Bought[]): Bought[] {
  const out = new Map<string, Bought>()
  for (const p of parts) {
    const key = `${p.key} ${p.lotId} ${p.pressId}`
    const before = out.get(key)
    out.set(key, before ? { ...p, usedG: p.usedG + before.usedG, boughtG: p.boughtG + before.boughtG } : p)
  }
  return [...out.values()]
}
