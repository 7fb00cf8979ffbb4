import {
  byProductsCostEur,
  evaluatePress,
  evaluateReceipt,
  garnishG,
  handlingOf,
  costOfTaken,
  shareOfCostEur,
  titratableAcidity,
  trimmedTotalG,
  typedPrice,
  unitWeightG,
  type Handling,
  type OwnHandling,
} from '#core/yield'
import { massG, ProcessLimit } from '#core/process'
import type { IngredientData } from '#core/substances'
import { roundAmount, settledTake } from '#core/units'
import type { RecipeDocument } from '#core/recipe'
import type { BodyInput, Lot, PlanLine, Press, Recipe } from '#shared/contract'
import type { Entry } from './tablet-db'

/** What the fruit screen shows: what the server said last, and on top what this tablet has not sent yet. */
export interface Books {
  lots: Lot[]
  presses: Press[]
}
/** What is known of an ingredient, shipped and own. */
export interface Known {
  data(key: string): IngredientData | undefined
  handling(key: string): OwnHandling | null
  /** last price of a fruit as purchased; null where nobody has said */
  eurPerKg(key: string): number | null
}

const handling = (known: Known, key: string): Handling | null => {
  const data = known.data(key)
  return data ? handlingOf(data, known.handling(key)) : null
}

/**
 * Weigh-ins, presses and what else was done with fruit that wait, as rows like the others, so that work goes on:
 * pressed from, counted, pressed again.
 */
export function withPending(books: Books, entries: readonly Entry[], standId: string, by: string, known: Known): Books {
  let { lots, presses } = books
  const change = (id: string, to: (lot: Lot) => Partial<Lot>): void => {
    lots = lots.map((l) => (l.id === id ? { ...l, ...to(l) } : l))
  }
  for (const e of entries) {
    if (e.route === 'postLot') {
      const b = e.body as BodyInput<'postLot'>
      const made = b.standId === standId && !lots.some((l) => l.id === b.id) ? pendingLot(b, e.at, by, known) : null
      if (made) lots = [made, ...lots.filter((l) => l.id !== b.replaces)]
    } else if (e.route === 'postPress') {
      const b = e.body as BodyInput<'postPress'>
      const lot = lots.find((l) => l.id === b.lotId)
      const before = presses.find((p) => p.id === b.replaces)
      const left = (lot?.onHand ?? 0) + (before?.takenG ?? 0)
      const done =
        lot && !presses.some((p) => p.id === b.id) ? pendingPress(b, { ...lot, onHand: left }, e.at, by, known) : null
      if (!lot || !done) continue
      presses = [done.press, ...presses.filter((p) => p !== before)]
      change(lot.id, (l) => ({ onHand: l.onHand - done.press.takenG + (before?.takenG ?? 0) }))
      lots = [...done.made, ...lots.filter((l) => !before || l.sourceId !== before.id)]
    } else if (e.route === 'postLotEvent') {
      const { event, at } = e.body as BodyInput<'postLotEvent'>
      const when = { at: at ?? e.at, by }
      const id = e.params.id!
      if (event.kind === 'look') change(id, () => ({ look: { ...when, place: event.place, feel: event.feel } }))
      else if (event.kind === 'clean') change(id, () => ({ cleaned: { ...when, initials: event.initials } }))
      else if (event.kind === 'garnish')
        change(id, (l) => ({
          onHand: l.onHand - settledTake(garnishG(event, unitGOf(l, handling(known, l.ingredientKey))) ?? 0, l.onHand),
        }))
      else change(id, (l) => ({ onHand: l.onHand - settledTake(event.kg * 1000, l.onHand) }))
    }
  }
  return { lots, presses }
}

/** g of a piece of this lot: as counted and weighed, or the usual. */
export const unitGOf = (lot: Pick<Lot, 'count' | 'weighed' | 'amount'>, h: Handling | null): number | null =>
  unitWeightG({ amountG: lot.amount, count: lot.count, weighed: lot.weighed }, h?.pieceG ?? null)

const BARE = {
  part: null,
  supplier: null,
  count: null,
  weighed: true,
  crates: null,
  marketEur: null,
  place: null,
  seen: null,
  useBy: null,
  useFor: null,
  sourceId: null,
  look: null,
  cleaned: null,
} as const

function pendingLot(b: BodyInput<'postLot'>, at: string, by: string, known: Known): Lot | null {
  const price = typedPrice(b)
  const receipt = evaluateReceipt(
    { kg: b.kg, count: b.count, crates: b.crates ?? null, price },
    handling(known, b.ingredientKey)?.pieceG ?? null,
  )
  if (!receipt) return null
  const { amountG: amount, weighed, costEur } = receipt
  const seen = b.seen
    ? { feel: null, crackedShare: null, waxed: null, tempC: null, brix: null, measured: [], ...b.seen }
    : null
  return {
    ...BARE,
    id: b.id,
    standId: b.standId,
    ingredientKey: b.ingredientKey,
    kind: 'received',
    supplier: b.supplier,
    count: b.count,
    crates: b.crates ?? null,
    unit: 'g',
    amount,
    onHand: amount,
    weighed,
    costEur,
    place: b.place ?? 'room',
    seen,
    at: b.at ?? at,
    by,
  }
}

function pendingPress(
  b: BodyInput<'postPress'>,
  lot: Lot,
  at: string,
  by: string,
  known: Known,
): { press: Press; made: Lot[] } | null {
  const fruit = known.data(lot.ingredientKey)
  if (!fruit?.fruit) return null
  try {
    const takenG = settledTake(b.takenKg * 1000, lot.onHand)
    const parts = b.parts ?? []
    const input = {
      takenG,
      trimmedG: b.trimmedKg === null ? null : b.trimmedKg * 1000,
      juice: b.juice,
      method: b.method,
      minutes: b.minutes,
      parts: parts.map((p) => ({ part: p.part, massG: p.g })),
      spilledMl: b.spilledMl ?? null,
    }
    const result = evaluatePress(fruit, input)
    const [juiceMl, juiceG] = [roundAmount(result.juiceMl), roundAmount(result.juiceG)]
    const { eur: fruitCostEur, basis: costBasis } = costOfTaken(
      { costEur: lot.costEur, amountG: lot.amount },
      takenG,
      known.eurPerKg(lot.ingredientKey),
    )
    const shares = handling(known, lot.ingredientKey)!.shares
    const kept = parts.flatMap((p) => (p.kept ? [{ part: p.part, kept: p.kept }] : []))
    const carried = byProductsCostEur(
      fruitCostEur,
      kept.map((p) => shares[p.part] ?? 0),
    )
    const byCostEur = carried && carried.reduce((x, y) => x + y, 0)
    const seen = b.seen
      ? { foam: null, brix: null, ph: null, ta: null, titration: null, measured: [], ...b.seen }
      : null
    const press: Press = {
      id: b.id,
      standId: lot.standId,
      lotId: lot.id,
      ingredientKey: lot.ingredientKey,
      takenG,
      trimmedG: trimmedTotalG(input),
      juiceMl,
      juiceG,
      juiceUnit: b.juice.unit,
      method: b.method,
      minutes: b.minutes,
      fruitCostEur,
      costBasis,
      at: b.at ?? at,
      by,
      doubts: b.confirm ?? [],
      tool: b.tool ?? null,
      fruitTemp: b.fruitTemp ?? null,
      hands: b.hands ?? null,
      spilledMl: b.spilledMl ?? null,
      byCostEur,
      marketCostEur: shareOfCostEur(lot.marketEur, lot.amount, takenG),
      parts,
      seen: seen && { ...seen, ta: seen.titration ? titratableAcidity(seen.titration).value : seen.ta },
      mark: null,
    }
    const child = { ...BARE, standId: lot.standId, sourceId: b.id, at: b.at ?? at, by }
    const juice: Lot = {
      ...child,
      id: b.juiceLotId,
      ingredientKey: fruit.fruit.juice,
      kind: 'pressed',
      unit: 'mL',
      amount: juiceMl,
      onHand: juiceMl,
      costEur: fruitCostEur === null ? null : fruitCostEur - (byCostEur ?? 0),
      place: 'cold',
    }
    const byProducts = kept.map(({ part, kept: k }, i): Lot => {
      const amount = roundAmount(massG(result.byProducts.find((x) => x.name === part)!.stream))
      return {
        ...child,
        id: k.lotId,
        ingredientKey: lot.ingredientKey,
        kind: 'by-product',
        part,
        unit: 'g',
        amount,
        onHand: amount,
        costEur: carried && carried[i]!,
        place: k.place,
        useBy: k.useBy,
        useFor: k.useFor,
      }
    })
    // A part that weighs nothing becomes no lot, here as on the server.
    return { press, made: [juice, ...byProducts.filter((l) => l.amount > 0)] }
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
    if (known)
      out = out.map((r) =>
        r === known ? { ...r, ...b, draft, sellEur: sellEur === undefined ? r.sellEur : sellEur } : r,
      )
    else if (version === 0)
      out = [
        ...out,
        { ...b, draft, id: e.params.id!, shipped: null, sellEur: sellEur ?? null, version, standard: null },
      ]
  }
  return out
}

/** Plan lines of a day with those that wait laid over them. */
export function withPendingLines(
  lines: readonly PlanLine[],
  entries: readonly Entry[],
  standId: string,
  day: string,
): PlanLine[] {
  let out = [...lines]
  for (const e of entries) {
    if (e.route !== 'putPlanLine') continue
    const b = e.body as BodyInput<'putPlanLine'>
    if (b.standId !== standId || b.day !== day) continue
    out = [
      ...out.filter((l) => l.id !== e.params.id),
      ...(b.cups > 0
        ? [{ id: e.params.id!, standId, day, recipeId: b.recipeId, cups: b.cups, version: b.version }]
        : []),
    ]
  }
  return out
}
