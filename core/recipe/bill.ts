import { given, product, quotient, type Figure } from '../figures'
import type { Carrier, Op } from '../process'
import { itemKey, type ItemRef, type Serve } from './document'
import type { Evaluation } from './evaluation'

/** One take of a recipe itself: an ingredient or a prep. */
export interface OwnTake {
  /** the stream it makes */
  stream: string
  item: ItemRef
  mass: Figure
  /** the layer of the glass that it ends up in; null where it ends up in none */
  layer: string | null
  /** share of its cost that stays with the recipe; the rest goes with what is kept */
  stays: number
}

/** Work of one step of a recipe itself. */
export interface OwnWork {
  op: Op
  out: string
  handMin: number
  energyKj: number
  carrier: Carrier
  stays: number
}

/** An ingredient at any depth, with its grams for the amount asked. */
export interface BillTake {
  key: string
  kind: 'take' | 'ice' | 'garnish'
  massG: number
  /** recipes of the preps it came through, from the outside in */
  through: readonly string[]
  stays: number
}

/** Hands and energy of one step at any depth, for the amount asked. */
export interface BillWork extends OwnWork {
  through: readonly string[]
}

/**
 * What went into a recipe, through every step and every prep: what cost, buying, amounts of preps, allergens, cautions
 * and the order of a label are read from. Lines are made when they are read.
 */
export class Bill {
  private lines: readonly BillTake[] | undefined
  private steps: readonly BillWork[] | undefined
  private asPrep: { prep: string; lines: readonly BillTake[] } | undefined

  constructor(
    /** takes of the recipe itself */
    readonly own: readonly OwnTake[],
    readonly ownWork: readonly OwnWork[],
    /** a prep by its id, as it is taken here */
    readonly prepOf: (recipeId: string) => Evaluation,
  ) {}

  /** Every ingredient taken, at any depth. */
  get takes(): readonly BillTake[] {
    if (this.lines) return this.lines
    const lines: BillTake[] = []
    for (const { item, mass, stays } of this.own) {
      if ('ingredient' in item) {
        lines.push({ key: item.ingredient, kind: 'take', massG: mass.value, through: NOWHERE, stays })
        continue
      }
      const { bill, share } = this.within(item.prep, mass)
      for (const t of bill.takesOf(item.prep))
        lines.push({ key: t.key, kind: t.kind, massG: t.massG * share, through: t.through, stays: t.stays * stays })
    }
    return (this.lines = lines)
  }
  /** Its takes as another recipe sees them that takes it as a prep: the same for all that do. */
  private takesOf(prep: string): readonly BillTake[] {
    if (this.asPrep?.prep !== prep)
      this.asPrep = { prep, lines: this.takes.map((t) => ({ ...t, through: [prep, ...t.through] })) }
    return this.asPrep.lines
  }

  /** Hands and energy of every step, at any depth. */
  get work(): readonly BillWork[] {
    return (this.steps ??= [
      ...this.ownWork.map((w) => ({ ...w, through: [] })),
      ...this.own.flatMap((take): BillWork[] => {
        if ('ingredient' in take.item) return []
        const { prep } = take.item
        const { bill, share } = this.within(prep, take.mass)
        return bill.work.map((w) => ({
          ...w,
          handMin: w.handMin * share,
          energyKj: w.energyKj * share,
          through: [prep, ...w.through],
          stays: w.stays * take.stays,
        }))
      }),
    ])
  }

  /** g of each ingredient in all, heaviest first: the order of a label. */
  get ingredients(): ReadonlyMap<string, number> {
    const grams = new Map<string, number>()
    for (const t of this.takes) grams.set(t.key, (grams.get(t.key) ?? 0) + t.massG)
    return new Map([...grams].sort((a, b) => b[1] - a[1]))
  }

  /** A prep's own bill, and the part of one making of it that is taken. */
  private within(prep: string, taken: Figure): { bill: Bill; share: number } {
    const { bill, jug } = this.prepOf(prep)
    return { bill, share: taken.value / jug.mass.value }
  }
}
const NOWHERE: readonly string[] = []

/** What serving brings: ice and garnish for so many cups. */
export const serveTakes = (serve: Serve, cups: number): BillTake[] => [
  ...(serve.iceG > 0 ? [served('ice', 'ice', serve.iceG * cups)] : []),
  ...serve.garnish.map((g) => served(g.ingredient, 'garnish', g.massG * cups)),
]
const served = (key: string, kind: BillTake['kind'], massG: number): BillTake => ({
  key,
  kind,
  massG,
  through: [],
  stays: 1,
})

/** g of everything that a prep is made of, for so many g of it: one row for each take of its own, with its sum. */
export function prepRows(needG: Figure, prep: Evaluation): { item: ItemRef; key: string; massG: Figure }[] {
  return prep.bill.own.map(({ item, mass }) => ({
    item,
    key: itemKey(item),
    massG: product('batch-mass', 'g', [needG, quotient('quotient', '1', mass, prep.jug.mass)], { name: itemKey(item) }),
  }))
}

/** A plain figure of grams of an ingredient in a bill. */
export const gramsFigure = (key: string, massG: number): Figure =>
  given('mass-of', massG, 'g', 'measured', 'source.recipe', { name: key })
