import { shareOfCostEur, evaluatePress } from '#core/yield'
import { ProcessLimit } from '#core/process'
import { INGREDIENTS, type IngredientData } from '#core/substances'
import type { RecipeDocument } from '#core/recipe'
import type { BodyInput, Lot, PlanLine, Press, Recipe } from '#shared/contract'
import type { Entry } from './tablet-db'

/** What the fruit screen shows: what the server said last, and on top what this tablet has not sent yet. */
export interface Books { lots: Lot[]; presses: Press[] }

/** Weigh-ins and presses that wait, as rows like the others, so that work goes on: pressed from, counted, pressed again. */
export function withPending(books: Books, entries: readonly Entry[], standId: string, by: string, dataOf: (key: string) => IngredientData | undefined): Books {
  let lots = books.lots
  let presses = books.presses
  for (const e of entries) {
    if (e.route === 'postLot') {
      const b = e.body as BodyInput<'postLot'>
      if (b.standId === standId && !lots.some((l) => l.id === b.id)) lots = [pendingLot(b, e.at, by), ...lots]
    } else if (e.route === 'postPress') {
      const b = e.body as BodyInput<'postPress'>
      const lot = lots.find((l) => l.id === b.lotId)
      const done = lot && !presses.some((p) => p.id === b.id) ? pendingPress(b, lot, e.at, by, dataOf(lot.ingredientKey)) : null
      if (!lot || !done) continue
      presses = [done.press, ...presses]
      lots = [done.juice, ...lots.map((l) => (l === lot ? { ...l, onHand: l.onHand - b.takenKg * 1000 } : l))]
    }
  }
  return { lots, presses }
}

function pendingLot(b: BodyInput<'postLot'>, at: string, by: string): Lot {
  const amount = b.kg * 1000
  return { id: b.id, standId: b.standId, ingredientKey: b.ingredientKey, kind: 'received', part: null, supplier: b.supplier, count: b.count, unit: 'g', amount, onHand: amount, costEur: b.priceEurPerKg === null ? null : b.priceEurPerKg * b.kg, at, by }
}

function pendingPress(b: BodyInput<'postPress'>, lot: Lot, at: string, by: string, fruit: IngredientData | undefined): { press: Press; juice: Lot } | null {
  if (!fruit?.fruit) return null
  try {
    const takenG = b.takenKg * 1000
    const trimmedG = b.trimmedKg === null ? null : b.trimmedKg * 1000
    const { juiceMl, juiceG } = evaluatePress(fruit, { takenG, trimmedG, juice: b.juice, method: b.method, minutes: b.minutes })
    const fruitCostEur = shareOfCostEur(lot.costEur, lot.amount, takenG)
    const press: Press = {
      id: b.id, standId: lot.standId, lotId: lot.id, ingredientKey: lot.ingredientKey, takenG, trimmedG, juiceMl, juiceG, juiceUnit: b.juice.unit, method: b.method, minutes: b.minutes,
      fruitCostEur, costBasis: 'measured', at, by, doubts: b.confirm ?? [],
    }
    const juice: Lot = { id: b.juiceLotId, standId: lot.standId, ingredientKey: INGREDIENTS.get(fruit.fruit.juice)!.key, kind: 'pressed', part: null, supplier: null, count: null, unit: 'mL', amount: juiceMl, onHand: juiceMl, costEur: fruitCostEur, at, by }
    return { press, juice }
  } catch (e) {
    if (e instanceof ProcessLimit) return null
    throw e
  }
}

/** Drinks and preps with the drafts that wait laid over them, and those that are quite new. */
export function withPendingRecipes(recipes: Recipe[], entries: readonly Entry[]): Recipe[] {
  let out = recipes
  for (const e of entries) {
    if (e.route !== 'putRecipe') continue
    const { version, sellEur, ...b } = e.body as BodyInput<'putRecipe'>
    const known = out.find((r) => r.id === e.params.id)
    const draft = b.draft as RecipeDocument
    if (known) out = out.map((r) => (r === known ? { ...r, ...b, draft, sellEur: sellEur === undefined ? r.sellEur : sellEur } : r))
    else if (version === 0) out = [...out, { ...b, draft, id: e.params.id!, shipped: null, sellEur: sellEur ?? null, version, standard: null }]
  }
  return out
}

/** Plan lines of a day with those that wait laid over them. */
export function withPendingLines(lines: readonly PlanLine[], entries: readonly Entry[], standId: string, day: string): PlanLine[] {
  let out = [...lines]
  for (const e of entries) {
    if (e.route !== 'putPlanLine') continue
    const b = e.body as BodyInput<'putPlanLine'>
    if (b.standId !== standId || b.day !== day) continue
    out = [...out.filter((l) => l.id !== e.params.id), ...(b.cups > 0 ? [{ id: e.params.id!, standId, day, recipeId: b.recipeId, cups: b.cups, version: b.version }] : [])]
  }
  return out
}
