import { createHash } from 'node:crypto'
import {
  closureOf,
  DOCUMENT_SCHEMA,
  newDrink,
  newSyrup,
  withLayer,
  withServe,
  type RecipeContext,
  type RecipeDocument,
  type Snapshots,
  type TakeStep,
} from '../../core/recipe'
import type { PriceBook } from '../../core/cost'
import { INGREDIENTS } from '../../core/substances'
import { fruitYield } from '../../core/yield'

const JUICES = [...INGREDIENTS.values()].filter((i) => i.kind === 'juice').map((i) => i.key)
const preps = new Map<string, RecipeDocument>(['a', 'b', 'c'].map((id, n) => [id, richPrep(n)]))
/** New each time: what was worked out of preps for another one does not count. */
export function freshContext(): RecipeContext {
  const context: RecipeContext = {
    ingredient: (k) => INGREDIENTS.get(k),
    prep: (id) => {
      const document = preps.get(id)
      return document && { document, context }
    },
  }
  return context
}
export const context = freshContext()

/** The standards of so many drinks, as the list of recipes sends them: their hashes, and each snapshot once. */
export function signedMenu(drinks: number): { hashes: string[]; snapshots: Snapshots } {
  const snapshots: Snapshots = { ingredients: {}, recipes: {} }
  const hashes = Array.from({ length: drinks }, (_, i) => {
    const closure = closureOf({ document: richDrink(i), context }, (text) =>
      createHash('sha256').update(text).digest('hex'),
    )
    Object.assign(snapshots.ingredients, closure.snapshots.ingredients)
    Object.assign(snapshots.recipes, closure.snapshots.recipes)
    return closure.hash
  })
  return { hashes, snapshots: JSON.parse(JSON.stringify(snapshots)) as Snapshots }
}

/** A prep of eight steps: six takes and two dissolves. */
function richPrep(n: number): RecipeDocument {
  const takes = ['white-sugar', 'honey', 'water', JUICES[n]!, JUICES[n + 3]!, 'citric-acid'].map(
    (ingredient, i): TakeStep => ({
      op: 'take',
      out: `s${i}`,
      item: { ingredient },
      amount: { value: [400, 100, 600, 80, 60, 2][i]!, unit: 'g' },
      tempC: 20,
    }),
  )
  return {
    ...newSyrup(),
    output: 'prep',
    steps: [
      ...takes,
      { op: 'dissolve', in: ['s0', 's1', 's2'], out: 'base' },
      { op: 'dissolve', in: ['base', 's3', 's4', 's5'], out: 'prep' },
    ],
  }
}

/** A drink with three preps; with them, 30 steps and more. */
export function richDrink(seed: number): RecipeDocument {
  let doc = newDrink(null, 350)
  for (const id of preps.keys()) doc = withLayer(doc, { prep: id }, { value: 20 + (seed % 7), unit: 'mL' })
  for (let i = 0; i < 2; i++)
    doc = withLayer(doc, { ingredient: JUICES[(seed + i * 5) % JUICES.length]! }, { value: 15 + i, unit: 'mL' })
  return withServe(doc, { iceG: 80 })
}
export const stepsOf = (doc: RecipeDocument): number =>
  doc.steps.length + [...preps.values()].reduce((n, p) => n + p.steps.length, 0)

const fruit = new Map([...INGREDIENTS.values()].filter((i) => i.fruit).map((i) => [i.fruit!.juice, i.key]))
/** A price does not change what presses gave. */
const yields = new Map([...fruit.values()].map((k) => [k, fruitYield(INGREDIENTS.get(k)!, [])]))

export function priceBook(lemonPrice: number): PriceBook {
  return {
    price: (k) =>
      fruit.has(k) ? undefined : { packPrice: k === 'lemon' ? lemonPrice : 2, packG: 1000, since: '2026-01-01' },
    fruitYield: (k) => yields.get(k),
    baseOf: () => undefined,
    fruitOf: (k) => fruit.get(k),
    labourPerH: 14,
    prepMade: () => undefined,
    kwhPrice: { electricity: 0.3, gas: 0.12 },
  }
}

/** A drink that is made from leaf, root and fruit: every kind of step that integrates over time is in it. */
export function brewedDrink(): RecipeDocument {
  const take = (out: string, ingredient: string, value: number, tempC = 20): RecipeDocument['steps'][number] => ({
    op: 'take',
    out,
    item: { ingredient },
    amount: { value, unit: 'g' },
    tempC,
  })
  return {
    schema: DOCUMENT_SCHEMA,
    kind: 'prep',
    output: 'served',
    steps: [
      take('leaf', 'black-tea', 20),
      take('hot', 'water', 1200, 96),
      { op: 'brew', in: ['leaf', 'hot'], out: 'tea', minutes: 5 },
      take('root', 'ginger', 60),
      take('hot2', 'water', 400, 95),
      { op: 'steep', in: ['root', 'hot2'], out: 'infusion', minutes: 15 },
      { op: 'strain', in: ['infusion'], out: 'clear' },
      take('sugar', 'white-sugar', 300),
      take('water', 'water', 300),
      take('juice', 'lemon-juice', 60),
      { op: 'heat', in: ['sugar', 'water', 'juice'], out: 'syrup', toC: 90, holdMin: 5 },
      { op: 'cool', in: ['syrup'], out: 'cold', place: 'ice-bath', toC: 10 },
      { op: 'cool', in: ['tea'], out: 'tea2', place: 'water-bath', toC: 25 },
      take('fruit', 'strawberry', 400, 5),
      take('water2', 'water', 300, 5),
      { op: 'blend', in: ['fruit', 'water2'], out: 'pulp' },
      { op: 'strain', in: ['pulp'], out: 'coulis', mesh: 'fine' },
      take('lemons', 'lemon', 900),
      { op: 'press', in: ['lemons'], out: 'lemonade', juiceG: 360, method: 'lever-press' },
      take('peel', 'lemon', 40),
      take('sugar2', 'white-sugar', 60),
      { op: 'peelSugar', in: ['peel', 'sugar2'], out: 'oleo', hours: 3 },
      { op: 'combine', in: ['tea2', 'clear', 'cold', 'coulis', 'lemonade', 'oleo'], out: 'base' },
      take('more', 'water', 1),
      { op: 'makeUp', in: ['base', 'more'], out: 'jug', toVolumeMl: 4000 },
      { op: 'rest', in: ['jug'], out: 'rested', minutes: 60 },
      { op: 'iceInDispenser', in: ['rested'], out: 'held', iceG: 900, minutes: 90 },
      { op: 'iceInCup', in: ['held'], out: 'cup', iceG: 400, iceTempC: -4, minutes: 10 },
      take('gas', 'sparkling-water', 400, 4),
      { op: 'topUp', in: ['cup', 'gas'], out: 'served' },
    ],
  }
}
