import { toBuy } from '../../core/buy'
import { TAP } from '../../core/substances'
import { prepCost, type PriceBook } from '../../core/cost'
import { evaluateFigure, type Figure } from '../../core/figures'
import { CATALOGUE, ProcessLimit, massG, type StepKind, type Stream } from '../../core/process'
import {
  closureOf,
  Evaluator,
  MIX_FIGURES,
  scaledDocument,
  shippedContext,
  Standards,
  type Evaluation,
  type RecipeContext,
  type RecipeDocument,
} from '../../core/recipe'
import { staysWithProduct } from '../../core/safety'
import { INGREDIENTS } from '../../core/substances'
import { fruitYield } from '../../core/yield'
import { PREPS } from './random-documents'

// What holds for every recipe, whatever its steps. Each law gives what breaks it.

export const context: RecipeContext = shippedContext(PREPS)
const FRUIT_OF = new Map([...INGREDIENTS.values()].flatMap((i) => (i.fruit ? [[i.fruit.juice, i.key] as const] : [])))

/** A price for everything, each its own, and none that hides another. */
const perGram = (key: string): number => 0.001 + (key.length % 7) / 1000
const RATE = 12
const KWH = { electricity: 0.3, gas: 0.1 }
const book: PriceBook = {
  price: (key) => ({ packPrice: 1000 * perGram(key), packG: 1000, since: '2026-01-01' }),
  fruitYield: () => undefined,
  baseOf: () => undefined,
  fruitOf: () => undefined,
  labourPerH: RATE,
  prepMade: () => undefined,
  kwhPrice: KWH,
}
const near = (a: number, b: number, share = 1e-6): boolean =>
  Math.abs(a - b) <= share * Math.max(1, Math.abs(a), Math.abs(b))
const sumOf = <T>(all: Iterable<T>, of: (x: T) => number): number => [...all].reduce((n, x) => n + of(x), 0)
const sizeOf = (streams: readonly { stream: Stream }[]): number => sumOf(streams, (s) => massG(s.stream))

type Law = (doc: RecipeDocument, e: Evaluation) => string[]

const balances: Law = (doc, e) => {
  const ice = sumOf(doc.steps, (s) => (s.op === 'iceInCup' || s.op === 'iceInDispenser' ? s.iceG : 0))
  const taken = sumOf(e.bill.own, (t) => t.mass.value) + ice
  const given = massG(e.output) + sizeOf(e.byProducts) + sizeOf(e.unused) + sizeOf(e.losses)
  return near(taken, given) ? [] : [`${taken} g in, ${given} g out`]
}
const isKnown: Law = (_, e) => {
  const figures: (Figure | null)[] = [
    ...MIX_FIGURES.map((name) => e.jug[name]),
    e.sumOfLayers,
    ...e.layers.flatMap((l) => [l.mass, l.volume]),
  ]
  const streams = [e.output, ...[...e.byProducts, ...e.unused, ...e.losses].map((s) => s.stream)]
  const numbers = streams.flatMap((s) => [...s.amountsG, s.tempC, s.undissolvedG, s.iceG])
  return [
    ...figures.flatMap((f) => (f && !Number.isFinite(f.value) ? [`${f.label} is ${f.value}`] : [])),
    ...(numbers.every(Number.isFinite) ? [] : ['a stream has a number that is none']),
    ...(streams.every((s) => s.iceG >= -1e-6 && s.undissolvedG >= -1e-6) ? [] : ['ice or crystals below nothing']),
  ]
}
const costIsItsBill: Law = (_, e) => {
  const cost = prepCost(e, book)
  const takes = sumOf(e.bill.takes, (t) => t.massG * perGram(t.key) * t.stays)
  const work = sumOf(e.bill.work, (w) => ((w.handMin / 60) * RATE + (w.energyKj / 3600) * KWH[w.carrier]) * w.stays)
  return cost.total && near(cost.total.value, takes + work) ? [] : [`cost ${cost.total?.value}, bill ${takes + work}`]
}
const buyingCovers: Law = (_, e) => {
  const bought = toBuy([{ name: 'x', takes: e.bill.takes }], {
    baseOf: () => undefined,
    fruitOf: (key) => FRUIT_OF.get(key),
    fruitYield: (key) => fruitYield(INGREDIENTS.get(key)!, []),
    chance: 0.9,
    isFruit: (key) => !!INGREDIENTS.get(key)?.fruit,
    isGuessed: () => false,
    onHandG: () => 0,
    onHandMl: () => 0,
  })
  const kg = new Map(bought.fruit.map((f) => [f.fruit, f.buyKg.value]))
  const grams = new Map(bought.goods.map((g) => [g.key, g.buyG.value]))
  return [...e.bill.ingredients].flatMap(([key, massNeededG]) => {
    if (massNeededG <= 0) return []
    const fruit = FRUIT_OF.get(key) ?? (INGREDIENTS.get(key)!.fruit ? key : undefined)
    if (key === TAP) return near(bought.tapG.value, massNeededG) ? [] : [`${massNeededG} g from the tap`]
    if (!fruit) return near(grams.get(key) ?? 0, massNeededG) ? [] : [`${massNeededG} g of ${key}`]
    return (kg.get(fruit) ?? 0) * 1000 >= massNeededG ? [] : [`${massNeededG} g of ${key}`]
  })
}
const explains: Law = (_, e) =>
  e.done.flatMap(({ step, result }) =>
    (CATALOGUE[step.op] as unknown as StepKind)
      .explain(step as never, result)
      .flatMap((f) => (near(evaluateFigure(f), f.value, 1e-9) ? [] : [`${step.op}: ${f.label}`])),
  )
const scales: Law = (doc, e) => {
  const fillers = new Set(doc.steps.flatMap((s) => (s.op === 'makeUp' ? [s.in.at(-1)!] : [])))
  let more: Evaluation
  try {
    more = new Evaluator(context).evaluate(scaledDocument(doc, 3))
  } catch (limit) {
    // Three times as much may boil too slowly or not fit; it may not be something else.
    if (limit instanceof ProcessLimit) return []
    throw limit
  }
  return e.bill.own.flatMap((t, i) =>
    fillers.has(t.stream) || near(more.bill.own[i]!.mass.value, 3 * t.mass.value, 1e-9)
      ? []
      : [`${t.stream} does not scale`],
  )
}
const cautionsCome: Law = (_, e) => [
  ...e.bill.takes.flatMap((t) =>
    (INGREDIENTS.get(t.key)!.cautions ?? [])
      .filter((c) => !t.through.length || staysWithProduct(c))
      .flatMap((c) => (e.cautions.includes(c) ? [] : [`${t.key} without ${c}`])),
  ),
]
const namesUnused: Law = (doc, e) => {
  const used = new Set(doc.steps.flatMap((s) => (s.op === 'take' ? [] : s.in)))
  const left = doc.steps.map((s) => s.out).filter((name) => !used.has(name) && name !== doc.output)
  const named = e.unused.map((s) => s.name)
  return left.filter((name) => !named.includes(name)).map((name) => `${name} is not named`)
}

/** Signed, and evaluated from what was put down alone. */
const staysAsSigned: Law = (doc, e) => {
  const standards = new Standards()
  const { hash, snapshots } = closureOf({ document: doc, context }, (text) => text)
  standards.add(JSON.parse(JSON.stringify(snapshots)) as typeof snapshots)
  const source = standards.source(hash)!
  const signed = new Evaluator(source.context).evaluate(source.document)
  const numbers = ({ jug, bill, cautions }: Evaluation): string =>
    JSON.stringify([MIX_FIGURES.map((name) => jug[name]?.value), bill.takes, bill.work, cautions])
  return numbers(signed) === numbers(e) ? [] : ['another as a standard']
}

const LAWS: Readonly<Record<string, Law>> = {
  balances,
  isKnown,
  costIsItsBill,
  buyingCovers,
  explains,
  scales,
  cautionsCome,
  namesUnused,
  staysAsSigned,
}

/** What a recipe breaks, by law; or the limit at which it cannot be made. */
export function judge(doc: RecipeDocument): { limit: string } | { broken: string[] } {
  let e: Evaluation
  try {
    e = new Evaluator(context).evaluate(doc)
  } catch (limit) {
    if (limit instanceof ProcessLimit) return { limit: limit.code }
    throw limit
  }
  return { broken: Object.entries(LAWS).flatMap(([name, law]) => law(doc, e).map((what) => `${name}: ${what}`)) }
}
