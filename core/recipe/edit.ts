import { INGREDIENTS } from '../substances'
import {
  DOCUMENT_SCHEMA,
  fillsUp,
  finalStep,
  type ItemRef,
  type MakeUpStep,
  type RecipeDocument,
  type Serve,
  type TakeStep,
} from './document'

/** g of ice in one cup beyond which somebody slipped. */
export const MOST_ICE_G = 2000

/** A stand's usual cup: ice straight from its bin, drink from the fridge. Common practice, no source. */
export const DEFAULT_SERVE: Omit<Serve, 'cupId'> = { iceG: 90, iceTempC: 0, pouredTempC: 5, garnish: [], labourS: 20 }

/** Bench temperature at which volumes are poured, °C. */
export const BENCH_C = 20

/** A new drink: a glass of what fills up (water, unless the drink is all juice) to build on. */
export function newDrink(cupId: string | null, volumeMl: number, filler = 'water'): RecipeDocument {
  return {
    schema: DOCUMENT_SCHEMA,
    kind: 'drink',
    output: 'jug',
    steps: [
      {
        op: 'take',
        out: filler,
        item: { ingredient: filler },
        amount: { value: volumeMl, unit: 'mL' },
        tempC: BENCH_C,
      },
      { op: 'makeUp', in: [filler], out: 'jug', toVolumeMl: volumeMl },
    ],
    serve: { cupId, ...DEFAULT_SERVE },
  }
}

const takeOf = (doc: RecipeDocument, stream: string) =>
  doc.steps.find((s): s is TakeStep => s.op === 'take' && s.out === stream)

/** The amount of one layer as typed, in its unit; everything else follows. */
export function withAmount(doc: RecipeDocument, stream: string, amount: TakeStep['amount']): RecipeDocument {
  return { ...doc, steps: doc.steps.map((s) => (s.op === 'take' && s.out === stream ? { ...s, amount } : s)) }
}

/** A layer more, poured in before the one that fills up. */
export function withLayer(doc: RecipeDocument, item: ItemRef, amount: TakeStep['amount']): RecipeDocument {
  const base = 'ingredient' in item ? item.ingredient : `prep-${item.prep}`
  const names = new Set(doc.steps.map((s) => s.out))
  let stream = base
  for (let n = 2; names.has(stream); n++) stream = `${base}-${n}`
  const final = finalStep(doc)!
  // Of a pot the last layer stays the last too: it fills up again when it is written for a cup.
  const last = fillsUp(doc) || doc.pot ? 1 : 0
  const [rest, filler] = [final.in.slice(0, final.in.length - last), final.in.slice(final.in.length - last)]
  const steps = doc.steps.map((s) => (s === final ? ({ ...final, in: [...rest, stream, ...filler] } as MakeUpStep) : s))
  return { ...doc, steps: [{ op: 'take', out: stream, item, amount, tempC: BENCH_C }, ...steps] }
}

/** Takes a layer out. The one that fills up stays, and so does the only one. */
export function withoutLayer(doc: RecipeDocument, stream: string): RecipeDocument {
  const final = finalStep(doc)!
  if (stream === fillsUp(doc) || !takeOf(doc, stream) || final.in.length === 1) return doc
  return {
    ...doc,
    steps: doc.steps
      .filter((s) => s.out !== stream)
      .map((s) => (s === final ? ({ ...final, in: final.in.filter((i) => i !== stream) } as MakeUpStep) : s)),
  }
}

/** mL of drink in one cup that the recipe asks for; 0 where it is neither made up nor poured from a pot. */
export const volumeOf = (doc: RecipeDocument): number => {
  if (doc.pot) return doc.pot.cupMl
  const final = finalStep(doc)
  return final?.op === 'makeUp' ? final.toVolumeMl : 0
}
/** How much drink goes into one cup, mL. */
export function withVolume(doc: RecipeDocument, toVolumeMl: number): RecipeDocument {
  if (doc.pot) return { ...doc, pot: { cupMl: toVolumeMl } }
  return { ...doc, steps: doc.steps.map((s) => (s.op === 'makeUp' && s.out === doc.output ? { ...s, toVolumeMl } : s)) }
}

export function withServe(doc: RecipeDocument, change: Partial<Serve>): RecipeDocument {
  return { ...doc, serve: { cupId: null, ...DEFAULT_SERVE, ...doc.serve, ...change } }
}

/** Every ingredient and prep the document takes. */
export function itemsOf(doc: RecipeDocument): ItemRef[] {
  return doc.steps.flatMap((s) => (s.op === 'take' ? [s.item] : []))
}

/** Simple syrup, equal parts of sugar and water by weight: a kilo of each, stirred until clear. */
export function newSyrup(): RecipeDocument {
  const take = (out: string, ingredient: string): TakeStep => ({
    op: 'take',
    out,
    item: { ingredient },
    amount: { value: 1000, unit: 'g' },
    tempC: BENCH_C,
  })
  return {
    schema: DOCUMENT_SCHEMA,
    kind: 'prep',
    output: 'syrup',
    steps: [
      take('sugar', 'white-sugar'),
      take('water', 'water'),
      { op: 'dissolve', in: ['sugar', 'water'], out: 'syrup', minutes: 6 },
    ],
  }
}

/** Whether there is nothing in it but water: nobody sells that as a drink of theirs. */
export const isOnlyWater = (doc: RecipeDocument): boolean =>
  doc.kind === 'drink' &&
  itemsOf(doc).every((item) => 'ingredient' in item && INGREDIENTS.get(item.ingredient)?.kind === 'water')
