import { toBuy, type BuyContext } from '../../core/buy'
import { batchCost, cupCost, earningsOf, juiceCostPerL, prepCost, type Cost, type PriceBook } from '../../core/cost'
import { given, type Figure } from '../../core/figures'
import {
  Evaluator,
  MIX_FIGURES,
  newDrink,
  newSyrup,
  prepRows,
  shippedContext,
  streamFigures,
  withLayer,
  withServe,
} from '../../core/recipe'
import { scaleToCups } from '../../core/scale'
import { INGREDIENTS } from '../../core/substances'
import {
  crateFigure,
  fruitYield,
  juiceToExpect,
  partsOfLot,
  pressFigures,
  titratableAcidity,
  withLabour,
  type PressFacts,
  type PressFigures,
} from '../../core/yield'
import { sureYield } from '../../core/yield/prediction'

// What figures tell when they are opened: their names, for what, in which unit, how sure and from where, down to the
// leaves. Numbers are held elsewhere; here it is what stands beside them.

const since = '2026-11-20T08:00:00Z'
const lemon = INGREDIENTS.get('lemon')!
const WARM = {
  schema: 2 as const,
  kind: 'prep' as const,
  output: 'out',
  steps: [
    {
      op: 'take' as const,
      out: 'j',
      item: { ingredient: 'lemon-juice' },
      amount: { value: 2, unit: 'cup' as const },
      tempC: 20,
    },
    {
      op: 'take' as const,
      out: 's',
      item: { ingredient: 'white-sugar' },
      amount: { value: 1, unit: 'cup' as const },
      tempC: 20,
    },
    { op: 'heat' as const, in: ['j', 's'], out: 'hot', toC: 80 },
    { op: 'strain' as const, in: ['hot'], out: 'out' },
  ],
  kept: [{ stream: 'out/pulp', costShare: 0.2 }],
}
const context = shippedContext({ syrup: newSyrup(), warm: WARM })
const evaluator = new Evaluator(context)
const press = (over: Partial<PressFacts> = {}) =>
  pressFigures({
    takenG: 10000,
    trimmedG: 800,
    juiceMl: 4000,
    juiceTyped: 'mL',
    minutes: 20,
    hands: 2,
    spilledMl: 50,
    fruitCost: 24,
    byCost: 2,
    marketCost: 26,
    fruitCostBasis: 'measured',
    params: { name: 'lemon', when: since },
    ...over,
  })
const figures = ({ guessed: _, ...rest }: PressFigures) => rest
const other = press({
  trimmedG: null,
  juiceTyped: 'g',
  foamy: true,
  hands: null,
  spilledMl: null,
  byCost: null,
  marketCost: null,
  fruitCostBasis: 'estimated',
})
const foamy = press({ foamy: true })
const known = fruitYield(lemon, [press(), other])
const unknown = fruitYield(lemon, [])
const PRICES: Record<string, number> = { water: 0.01, lemon: 2.4, 'white-sugar': 1, ice: 0.25, mint: 12, lime: 3 }
const book = (without: string[] = []): PriceBook => ({
  price: (k) => (PRICES[k] && !without.includes(k) ? { packPrice: PRICES[k], packG: 1000, since } : undefined),
  fruitYield: (k) => (k === 'lemon' ? known : undefined),
  baseOf: () => undefined,
  fruitOf: (k) => (k === 'lemon-juice' ? 'lemon' : undefined),
  labourPerH: 12,
  prepMade: () => undefined,
  kwhPrice: { electricity: without.includes('energy') ? null : 0.3, gas: null },
})
const drink = withServe(
  [
    [{ ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' }] as const,
    [{ prep: 'syrup' }, { value: 60, unit: 'mL' }] as const,
    [{ prep: 'warm' }, { value: 10, unit: 'g' }] as const,
  ].reduce((doc, [item, amount]) => withLayer(doc, item, amount), newDrink(null, 300)),
  {
    iceG: 100,
    labourS: 30,
    garnish: [
      { ingredient: 'mint', massG: 2 },
      { ingredient: 'lime', massG: 5 },
    ],
  },
)

const ice = (out: string, ingredient: string, value: number, tempC: number) => ({
  op: 'take' as const,
  out,
  item: { ingredient },
  amount: { value, unit: 'g' as const },
  tempC,
})
/** Blended with ice, poured over ice. */
const SLUSH = withServe(
  {
    schema: 2 as const,
    kind: 'drink' as const,
    output: 'out',
    steps: [
      ice('o', 'orange-juice', 300, 20),
      ice('i', 'ice', 200, -10),
      { op: 'blend' as const, in: ['o', 'i'], out: 'out' },
    ],
  },
  { iceG: 60 },
)
const THICK = { value: 140, unit: 'g' as const }

/** A figure as lines of text; what was told above is not told again. */
class Teller {
  private readonly told = new Set<string>()
  readonly lines: string[] = []
  figure(f: Figure | null, depth = 1): void {
    if (!f) return void this.lines.push(`${'  '.repeat(depth)}none`)
    const op = typeof f.op === 'string' ? f.op : f.op.call
    const params = Object.entries(f.params ?? {}).map(([k, v]) => `${k}=${v}`)
    const text = [f.label, ...params].join(' ') + ` [${[f.unit, f.basis, op, f.source].filter(Boolean).join(', ')}]`
    this.lines.push('  '.repeat(depth) + text)
    const all = JSON.stringify(f, (key, value: unknown) => (key === 'value' ? undefined : value))
    if (this.told.has(all)) return
    this.told.add(all)
    for (const arg of f.args) this.figure(arg, depth + 1)
  }
  section(name: string, figures: Record<string, Figure | null>): void {
    this.lines.push(name)
    for (const [key, f] of Object.entries(figures)) {
      this.lines.push(` ${key}:`)
      this.figure(f, 2)
    }
  }
  cost(name: string, { lines, total, known, missing }: Cost): void {
    this.section(name, { ...Object.fromEntries(lines.map((l) => [`${l.kind} ${l.key}`, l.cost])), total, known })
    this.lines.push(` missing: ${missing.join(', ') || 'nothing'}`)
  }
}

/** All that is told, as text. */
export function told(): string {
  const t = new Teller()
  const e = evaluator.evaluate(drink)
  const items = [{ key: 'cup', eachPrice: 0.09 }]
  const mix = (m: (typeof e)['jug']) => Object.fromEntries(MIX_FIGURES.map((name) => [name, m[name]]))
  t.section('a drink in the jug', mix(e.jug))
  t.section('its layers', Object.fromEntries(e.layers.map((l) => [`${l.key} ${l.fillsUp}`, l.volume])))
  t.section('its sum', { sum: e.sumOfLayers, ...Object.fromEntries(e.layers.map((l) => [l.key, l.acid])) })
  t.section('at the last sip', { ...mix(e.cup!.lastSip), displaced: e.cup!.displaced, filled: e.cup!.filled })
  t.section('half way', { melted: e.cup!.sipAt(0.5).melted, temp: e.cup!.sipAt(0.5).mix.temp })
  t.lines.push(
    `timeline ${JSON.stringify(evaluator.prep('warm').timeline.map(({ handMin: _, waitMin: __, window: ___, ...s }) => s))}`,
  )
  const { boils, freezes, ph, bitterness } = streamFigures(e.output, 'drink')
  t.section('as a stream', { boils: boils as Figure, freezes: freezes as Figure, ph: ph as Figure, bitterness })
  const slush = evaluator.evaluate(SLUSH)
  t.section('a slush', mix(slush.jug))
  for (const share of [0, 0.5, 1]) {
    const { melted, displaced, filled, mix: sip } = slush.cup!.sipAt(share)
    t.section(`its sip at ${share}`, { melted, displaced, filled, mass: sip.mass, temp: sip.temp, brix: sip.brix })
  }
  const thick = evaluator.evaluate(withLayer(newDrink(null, 60), { ingredient: 'white-sugar' }, THICK))
  t.section('sugar on the bottom', mix(thick.jug))
  const need = given('taken', 500, 'g', 'measured', 'source.typed')
  const rows = prepRows(need, evaluator.prep('warm')).map(({ key, massG }) => [key, massG] as const)
  t.section('a prep for so much of it', Object.fromEntries(rows))
  t.cost('a cup', cupCost(e, drink.serve!, items, book()))
  t.cost('a cup with holes', cupCost(e, drink.serve!, items, book(['ice', 'energy', 'white-sugar'])))
  t.cost('a prep', prepCost(evaluator.prep('warm'), book()))
  const ask = { cups: 20, lossShare: 0.03, steps: { massStepG: 1, volumeStepMl: 5 } }
  const batch = scaleToCups(e, (d) => evaluator.evaluate(d), ask)
  t.cost('a batch', batchCost(batch.evaluation, [{ serve: drink.serve!, cups: batch.cups, items }], book()))
  t.section('earnings', { ...earningsOf(cupCost(e, drink.serve!, items, book()).total, 4, 0) })
  t.section('juice', { costPerL: juiceCostPerL(book(), 'lemon') })
  const buying: BuyContext = {
    baseOf: () => undefined,
    fruitOf: (k) => (k === 'lemon-juice' ? 'lemon' : undefined),
    fruitYield: (k) => (k === 'lemon' ? known : fruitYield(INGREDIENTS.get(k)!, [])),
    isFruit: (key) => !!INGREDIENTS.get(key)?.fruit,
    isGuessed: () => false,
    onHandG: () => 500,
    onHandMl: () => 200,
    chance: 0.9,
  }
  const buy = toBuy([{ name: 'Lemonade', takes: batch.takes }], buying, [{ juice: 'lemon-juice', litres: 2 }])
  for (const { fruit, guessed: _, peel, ...figures } of buy.fruit)
    t.section(`to buy, ${fruit}`, { ...figures, ...peel })
  for (const { key, ...figures } of buy.goods) t.section(`to buy, ${key}`, figures)
  t.section('from the tap', { tap: buy.tapG })
  t.section('a press', figures(press()))
  t.section('another', figures(other))
  t.section('with foam', { yield: foamy.yield })
  t.section('with water', figures(press({ juiceMl: 2900, base: { outMl: 4000, spilledMl: 50 } })))
  t.section('with water, its °Bx read', {
    yield: press({ juiceMl: 2900, base: { outMl: 4000, spilledMl: null }, brixMeasured: true }).yield,
  })
  const { handbook, mean, used, costPerL, minutesPerL } = known
  t.section('a fruit', { handbook, mean, used, costPerL, minutesPerL })
  t.section('one nobody pressed', { mean: unknown.mean, used: unknown.used, costPerL: unknown.costPerL })
  t.section('to expect', { juice: juiceToExpect(lemon, known, 2000) })
  t.section('with work', { cost: withLabour(costPerL!, minutesPerL!, 12) })
  t.section('sure', {
    known: sureYield(known, 0.9, { name: 'lemon' }),
    none: sureYield(unknown, 0.9, { name: 'lemon' }),
  })
  const lot = { id: 'lot', itemKey: 'lemon', amount: 9000, weighed: false, onHand: 3000 }
  const taken = {
    takes: [{ lotId: 'lot', takenG: 5000, outG: 5000 }],
    takenG: 5000,
    trimmedG: 400,
    juiceG: 2000,
    juiceMl: 1950,
    spilledMl: 20,
  }
  t.section('a crate', {
    left: crateFigure(lot, [taken]),
    whole: crateFigure({ ...lot, weighed: true, onHand: 9000 }, []),
  })
  t.lines.push(
    `its strip ${partsOfLot(lot, [taken])
      .map((p) => p.key)
      .join(' ')}`,
  )
  t.section('acid', { ta: titratableAcidity({ sampleMl: 10, baseMl: 8, baseN: 0.1 }) })
  return `${t.lines.join('\n')}\n`
}
