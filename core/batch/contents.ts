import { massG, ProcessLimit, scaled, type Stream } from '../process'
import type { Evaluation, RecipeDocument } from '../recipe'
import { COMPONENTS, type Composition } from '../substances'
import type { BatchEvent } from './event'
import { fold, soFar, type Actual } from './fold'
import { learnedFrom, type Learned } from './learned'

// What a batch really is, once it has ended: what a drink is poured from is this, and not its sheet.

export interface MadeOf {
  /** g in 100 g, as any ingredient's; the rest is water */
  composition: Composition
  brix: number
  /** g per 100 mL, as citric acid */
  ta: number
  /** of the work, of what went in, and of what lots brought with them */
  cautions: string[]
  /** g of each ingredient, at any depth, in a g of what went in, heaviest first: the order of a label */
  contents: Record<string, number>
  /** what it taught of its steps */
  learned: Learned[]
  /** g that it was worked out to come to, before anything was read; null where that is not known */
  workedOutG: number | null
}

/**
 * @param pot what is in it @param actual as it was told @param planned with its loads as steps
 * @param evaluate as the evaluator does, with its errors
 */
export function madeOf(pot: Evaluation, actual: Pick<Actual, 'ofLots'>, { planned, events, evaluate }: Told): MadeOf {
  const brought = [...actual.ofLots.values()].flatMap((parts) => parts.flatMap((p) => p.as?.cautions ?? []))
  return {
    composition: compositionOf(pot.output),
    brix: kept(pot.jug.brix.value),
    ta: kept(pot.jug.ta.value),
    cautions: [...new Set([...pot.cautions, ...brought])].sort(),
    contents: contentsOf(pot, actual),
    learned: learnedFrom(planned, events, evaluate),
    workedOutG: workedOut({ planned, events, evaluate }),
  }
}
interface Told {
  planned: RecipeDocument
  events: readonly BatchEvent[]
  evaluate: (doc: RecipeDocument) => Evaluation
}
/** g that it would come to by what went in and was done to it, whatever was read; null where that is not known. */
function workedOut({ planned, events, evaluate }: Told): number | null {
  const doc = soFar(
    fold(
      planned,
      events.filter((e) => e.kind !== 'read'),
    ),
  )
  try {
    return doc && kept(evaluate(doc).jug.mass.value)
  } catch (e) {
    if (e instanceof ProcessLimit) return null
    throw e
  }
}
/** Finer than anything is read or weighed. */
const kept = (v: number): number => Math.round(v * 1e4) / 1e4

function compositionOf(s: Stream): Composition {
  const of = scaled(s, 100 / massG(s))
  return Object.fromEntries(
    COMPONENTS.flatMap((c, i) => (c !== 'water' && of.amountsG[i]! > 0 ? [[c, kept(of.amountsG[i]!)]] : [])),
  )
}

/** Each take by what is in it: of a lot that was made otherwise, as that was made. */
function contentsOf({ bill }: Evaluation, { ofLots }: Pick<Actual, 'ofLots'>): Record<string, number> {
  const grams = new Map<string, number>()
  const add = (key: string, g: number): void => void grams.set(key, (grams.get(key) ?? 0) + g)
  for (const { stream, item, mass } of bill.own) {
    const told = (ofLots.get(stream) ?? []).filter((p) => p.amount > 0)
    const parts = told.length ? told : [{ amount: 1, as: undefined }]
    const all = parts.reduce((n, p) => n + p.amount, 0)
    for (const { amount, as } of parts) {
      const partG = (mass.value * amount) / all
      const sharesOf = as?.contents ?? ('prep' in item ? sharesIn(bill.prepOf(item.prep)) : { [item.ingredient]: 1 })
      for (const [key, share] of Object.entries(sharesOf)) add(key, partG * share)
    }
  }
  const all = [...grams.values()].reduce((n, g) => n + g, 0)
  return Object.fromEntries([...grams].sort((a, b) => b[1] - a[1]).map(([key, g]) => [key, kept(g / all)]))
}
function sharesIn({ bill }: Evaluation): Record<string, number> {
  const all = [...bill.ingredients.values()].reduce((n, g) => n + g, 0)
  return Object.fromEntries([...bill.ingredients].map(([key, g]) => [key, g / all]))
}
