import { HyperFormula, type RawCellContent } from 'hyperformula'
import { toBuy } from '../../core/buy'
import { cupCost } from '../../core/cost'
import {
  changeStep,
  Evaluator,
  insertStep,
  MIX_FIGURES,
  serveTakes,
  Standards,
  streamFigures,
  withAmount,
  type Evaluation,
  type RecipeDocument,
} from '../../core/recipe'
import { useByOf } from '../../core/preps'
import { TEMPLATES, templateOf } from '../../core/templates'
import { massG } from '../../core/process'
import { CITRIC_EQUIVALENT, COMPONENTS, INGREDIENTS } from '../../core/substances'
import { ingredientStream } from '../../core/process'
import { judge } from '../../tests/laws/laws'
import { randomDocument } from '../../tests/laws/random-documents'
import { brewedDrink, context, freshContext, priceBook, richDrink, signedMenu, stepsOf } from './menu'

const DRINKS = 40

/** Until the engine has compiled what it will: the same for both sides of a comparison, as far as their times allow. */
const WARM = 100

export function median(work: () => void, times: number): number {
  for (let i = 0; i < Math.min(times, WARM); i++) work()
  const took: number[] = []
  for (let i = 0; i < times; i++) {
    const at = performance.now()
    work()
    took.push(performance.now() - at)
  }
  return took.sort((a, b) => a - b)[Math.floor(times / 2)]!
}

const MENU = signedMenu(DRINKS)
/** Standards out of their snapshots, as if just read: nothing of the time before is remembered. */
function menu(lemonPrice: number): number {
  const book = priceBook(lemonPrice)
  const standards = new Standards()
  standards.add(MENU.snapshots)
  let total = 0
  const batches = []
  for (let i = 0; i < DRINKS; i++) {
    const { document: doc, context: within } = standards.source(MENU.hashes[i]!)!
    const evaluation = new Evaluator(within).evaluate(doc)
    // What the sheet works out too, and what the list of drinks shows.
    const { mass, sugars, acid, brix, ratio } = evaluation.jug
    total += mass.value + sugars.value + acid.value + brix.value + (ratio?.value ?? 0)
    total += cupCost(evaluation, doc.serve!, [{ key: 'cup', eachPrice: 0.1 }], book).known.value
    batches.push({ name: String(i), takes: [...evaluation.bill.takes, ...serveTakes(doc.serve!, 1)] })
  }
  const bought = toBuy(batches, {
    baseOf: () => undefined,
    fruitOf: (key) => book.fruitOf(key),
    fruitYield: (key) => book.fruitYield(key)!,
    chance: 0.9,
    isFruit: (key) => !!INGREDIENTS.get(key)?.fruit,
    isGuessed: () => false,
    onHandG: () => 0,
    onHandMl: () => 0,
  })
  return total + bought.fruit.length
}

/** The same sums of the menu (mass, sugars, acid, dissolved, Brix, ratio, cost) as a sheet: a row a drink. */
function spreadsheet(): { set: (price: number) => void; rows: number } {
  const evaluator = new Evaluator(context)
  const fractions = (key: string) => {
    const s = ingredientStream(INGREDIENTS.get(key)!, 1, 20)
    const at = (names: string[]) => COMPONENTS.reduce((sum, c, i) => sum + (names.includes(c) ? s.amountsG[i]! : 0), 0)
    return [
      at(['sucrose', 'glucose', 'fructose', 'lactose', 'otherSugars']),
      COMPONENTS.reduce((sum, c, i) => sum + s.amountsG[i]! * (CITRIC_EQUIVALENT[c] ?? 0), 0),
      1 - s.amountsG[0]! / massG(s),
    ]
  }
  const items = [...INGREDIENTS.keys()]
  const table: RawCellContent[][] = items.map((key) => [key, ...fractions(key), 0.002])
  const recipes: RawCellContent[][] = []
  const masses: number[][] = []
  for (let i = 0; i < DRINKS; i++) {
    const layers = evaluator.evaluate(richDrink(i)).layers
    // Six layers a drink; a prep stands in as sugar, which makes the sheet's work lighter than ours.
    const keys = layers.map((l) => (INGREDIENTS.has(l.key) ? l.key : 'white-sugar'))
    const row: RawCellContent[] = layers.map((l) => l.mass.value)
    const lookup = (n: number) =>
      keys
        .map(
          (k, c) =>
            `${String.fromCharCode(65 + c)}${i + 1}*INDEX(Items!$${'BCDE'[n]}$1:$${'BCDE'[n]}$${items.length},MATCH("${k}",Items!$A$1:$A$${items.length},0))`,
        )
        .join('+')
    masses.push(layers.map((l) => l.mass.value))
    recipes.push([
      ...row,
      `=SUM(A${i + 1}:F${i + 1})`,
      `=${lookup(0)}`,
      `=${lookup(1)}`,
      `=${lookup(2)}`,
      `=100*J${i + 1}/G${i + 1}-0.193*100*I${i + 1}/G${i + 1}`,
      `=H${i + 1}/I${i + 1}`,
      `=${lookup(3)}`,
    ])
  }
  const hf = HyperFormula.buildFromSheets({ Items: table, Menu: recipes }, { licenseKey: 'gpl-v3' })
  const sheet = hf.getSheetId('Items')!
  return {
    rows: recipes.length,
    set: (price) => {
      // A price change and all masses typed anew: everything of the menu is worked out again, as ours is.
      hf.batch(() => {
        for (let r = 0; r < items.length; r++) hf.setCellContents({ sheet, row: r, col: 4 }, price)
        for (let r = 0; r < DRINKS; r++)
          for (let c = 0; c < 6; c++)
            hf.setCellContents({ sheet: sheet + 1, row: r, col: c }, masses[r]![c]! * (1 + price))
      })
    },
  }
}

const DOCUMENTS = 20_000
/** Random recipes held to every law. */
function laws(): [string, string, string] {
  let limits = 0
  let broken = 0
  for (let seed = 1; seed <= DOCUMENTS; seed++) {
    const verdict = judge(randomDocument(seed, 2 + (seed % 39)))
    if ('limit' in verdict) limits++
    else if (verdict.broken.length) broken++
  }
  const share = ((100 * limits) / DOCUMENTS).toFixed(1)
  return [`${DOCUMENTS} random recipes, laws broken`, `${broken}; ${share} % cannot be made`, '0; 10 %']
}

/** A base that is strained, rinsed, boiled and cooled. */
function twelveSteps(): RecipeDocument {
  let doc = templateOf('rinsed-base')!.document
  doc = insertStep(doc, doc.output, 'heat', { toC: 85 })
  doc = insertStep(doc, doc.output, 'simmer', { minutes: 10 })
  return insertStep(doc, doc.output, 'cool', { place: 'ice-bath', toC: 5 })
}

export function benchCore(): [string, string, string][] {
  const doc = richDrink(3)
  const all = (e: Evaluation) => MIX_FIGURES.map((name) => e.jug[name])
  const fresh = median(() => all(new Evaluator(freshContext()).evaluate(doc)), 400)
  const evaluator = new Evaluator(context)
  let ml = 15
  const drag = median(
    () => void all(evaluator.evaluate(withAmount(doc, doc.steps[0]!.out, { value: (ml += 0.5) % 60, unit: 'mL' }))),
    400,
  )
  let price = 2
  const ours = median(() => void menu((price += 0.01)), 400)
  const sheet = spreadsheet()
  const theirs = median(() => sheet.set((price += 0.01) / 1000), 40)
  const brewed = brewedDrink()
  const process = median(() => all(new Evaluator(context).evaluate(brewed)), 400)
  const many = Array.from({ length: 1000 }, (_, i) => richDrink(i))
  const thousand = median(() => {
    const evaluator = new Evaluator(freshContext())
    for (const d of many) void evaluator.evaluate(d).jug.brix
  }, 9)
  const templates = median(() => {
    const within = freshContext()
    for (const t of TEMPLATES) void new Evaluator(within).evaluate(t.document).jug.brix
  }, 40)
  const prep = twelveSteps()
  const editor = new Evaluator(context)
  let grams = 400
  const edited = median(() => {
    const e = editor.evaluate(
      changeStep(prep, 'water', { amount: { value: (grams = (grams % 500) + 1), unit: 'g' } } as never),
    )
    // What its page shows: the stream after every step.
    for (const { result, step } of e.done) void streamFigures(result.out, step.out).brix
    void useByOf(e, 'cold')
  }, 400)
  return [
    laws(),
    [`all ${TEMPLATES.length} templates of preps`, `${templates.toFixed(1)} ms`, '50 ms'],
    [`a prep of ${prep.steps.length} steps, a number changed, every stream shown`, `${edited.toFixed(2)} ms`, '16 ms'],
    [
      `a drink of ${brewed.steps.length} steps with brewing, straining, cooling and melt`,
      `${process.toFixed(3)} ms`,
      '1 ms',
    ],
    ['a menu of 1 000 recipes', `${thousand.toFixed(0)} ms`, '300 ms'],
    [`a drink with three preps, ${stepsOf(doc)} steps`, `${fresh.toFixed(3)} ms`, '1 ms'],
    ['the same, one edge dragged', `${drag.toFixed(3)} ms`, '2 ms'],
    [`a menu of ${DRINKS} standards after a price change, cost and buying in it`, `${ours.toFixed(2)} ms`, '30 ms'],
    [
      'the same menu in a spreadsheet engine (fewer sums)',
      `${theirs.toFixed(2)} ms; ours takes 1/${(theirs / ours).toFixed(0)} of it`,
      '1/70',
    ],
  ]
}
