import { call, given, product, quotient, sum, type Figure } from '../figures'
import {
  CATALOGUE, LAST_SIP_C, ProcessLimit, heatCapacityOf, ingredientStream, massG, scaled, volumePerGram,
  type Equipment, type NamedStream, type Op, type StepKind, type StepResult, type Stream,
} from '../process'
import { MASS_UNITS, VOLUME_UNITS, isMassUnit, toGrams, toMillilitres } from '../units'
import type { IngredientData } from '../substances'
import { fillsUp, finalStep, itemKey, type ItemRef, type RecipeDocument, type RecipeStep, type TakeStep } from './document'
import { ingredientShares, mixFigures, partShare, prepShares, type MixFigures, type Part } from './mix-figures'

/** What a recipe's names stand for. */
export interface RecipeContext {
  ingredient(key: string): IngredientData | undefined
  prep(recipeId: string): RecipeDocument | undefined
}

/** One layer of the glass: an input of the last step. */
export interface Layer {
  stream: string
  item: ItemRef | null
  key: string
  fillsUp: boolean
  mass: Figure
  volume: Figure
  sugars: Figure
  acid: Figure
}

export interface CupFigures {
  /** what the ice pushes up, mL: floating ice displaces its own mass */
  displaced: Figure
  /** drink and displaced ice together */
  filled: Figure
  melted: Figure
  firstSip: MixFigures
  lastSip: MixFigures
  /** the drink when this share (0 to 1) of what will melt has melted */
  sipAt(share: number): { melted: Figure; mix: MixFigures }
}

export interface Evaluation {
  layers: Layer[]
  jug: MixFigures
  /** volumes of the layers put side by side; more than the mixed volume, since sugar contracts */
  sumOfLayers: Figure
  cup: CupFigures | null
  output: Stream
  parts: Part[]
  byProducts: NamedStream[]
  losses: NamedStream[]
  handMin: number
  waitMin: number
  energyKj: number
  cautions: string[]
  flags: StepResult['flags']
  /** what was done, in order: who is busy, what is held, and how one sees that it is done */
  timeline: TimedStep[]
}
export interface TimedStep {
  op: Op
  out: string
  handMin: number
  waitMin: number
  holds: readonly Equipment[]
  endSign: string
  window: readonly [earliestMin: number, latestMin: number] | null
}

interface Made { stream: Stream; part: Part; item: ItemRef | null }

const UNITS: ReadonlySet<string> = new Set([...MASS_UNITS, ...VOLUME_UNITS])

/** Remembers what each step gave for the same step and inputs, so that a dragged edge runs only what depends on it. */
export class Evaluator {
  private takes = new WeakMap<TakeStep, Made>()
  private results = new WeakMap<RecipeStep, { inputs: readonly Stream[]; result: StepResult }>()
  private preps = new Map<string, { doc: RecipeDocument; evaluation: Evaluation }>()
  /** steps run since it was made; a test reads it */
  stepsRun = 0

  constructor(private readonly context: RecipeContext) {}

  /**
   * Evaluates a recipe: streams, layers, and the figures in the jug and in the cup.
   * @throws ProcessLimit with a code and numbers where the recipe cannot be made as written
   */
  evaluate(doc: RecipeDocument, within: readonly string[] = []): Evaluation {
    const made = new Map<string, Made>()
    const totals = { byProducts: [] as NamedStream[], losses: [] as NamedStream[], handMin: 0, waitMin: 0, energyKj: 0, cautions: new Set<string>(), flags: [] as StepResult['flags'], timeline: [] as TimedStep[] }
    for (const step of doc.steps) {
      if (made.has(step.out)) throw new ProcessLimit('stream-made-twice', {}, step.out)
      if (step.op === 'take') {
        const taken = this.take(step, within)
        made.set(step.out, taken)
        const caution = 'ingredient' in step.item ? this.context.ingredient(step.item.ingredient)?.caution : undefined
        if (caution) totals.cautions.add(caution)
        continue
      }
      const inputs = step.in.map((name) => {
        const input = made.get(name)
        if (!input) throw new ProcessLimit('stream-not-made', {}, name)
        return input
      })
      const result = this.run(step, inputs.map((i) => i.stream))
      if (step.op === 'makeUp') this.fill(step, inputs, made, result.out)
      totals.byProducts.push(...result.byProducts)
      totals.losses.push(...result.losses)
      totals.handMin += result.handMin
      totals.waitMin += result.waitMin
      totals.energyKj += result.energyKj
      const { holds, endSign, window } = CATALOGUE[step.op] as unknown as StepKind
      totals.timeline.push({ op: step.op, out: step.out, handMin: result.handMin, waitMin: result.waitMin, holds, endSign, window: window(step as never) })
      for (const c of result.cautions) totals.cautions.add(c)
      totals.flags.push(...result.flags)
      made.set(step.out, { stream: result.out, part: this.partOf(step, step.in.map((n) => made.get(n)!), result.out), item: null })
    }
    return this.figures(doc, made, totals)
  }

  private take(step: TakeStep, within: readonly string[]): Made {
    if (!(step.amount.value >= 0) || !Number.isFinite(step.amount.value)) throw new ProcessLimit('amount-negative', { value: step.amount.value }, step.out)
    if (!UNITS.has(step.amount.unit)) throw new ProcessLimit('unit-unknown', {}, step.amount.unit)
    const known = this.takes.get(step)
    if (known && 'ingredient' in step.item) return known
    this.stepsRun++
    const params = { name: itemKey(step.item) }
    let unit: Stream
    let shares: Part['shares']
    if ('ingredient' in step.item) {
      const ingredient = this.context.ingredient(step.item.ingredient)
      if (!ingredient) throw new ProcessLimit('ingredient-unknown', {}, step.item.ingredient)
      ;({ unit, shares } = gramOf(ingredient, step.item.ingredient, step.tempC))
    } else {
      const prep = this.prep(step.item.prep, within)
      unit = { ...scaled(prep.output, 1 / massG(prep.output)), tempC: step.tempC }
      shares = prepShares(prep.parts, params)
    }
    const made: Made = { stream: unit, item: step.item, part: { name: step.out, mass: massFigure(step, unit, params), shares, params } }
    made.stream = scaled(unit, made.part.mass.value)
    this.takes.set(step, made)
    return made
  }

  /**
   * A prep by its id, evaluated once for all drinks that take it.
   * @throws ProcessLimit when it is unknown, empty, or made of itself
   */
  prep(recipeId: string, within: readonly string[] = []): Evaluation {
    if (within.includes(recipeId)) throw new ProcessLimit('prep-loop', {}, recipeId)
    const doc = this.context.prep(recipeId)
    if (!doc) throw new ProcessLimit('prep-unknown', {}, recipeId)
    const known = this.preps.get(recipeId)
    if (known?.doc === doc) return known.evaluation
    const evaluation = this.evaluate(doc, [...within, recipeId])
    if (massG(evaluation.output) <= 0) throw new ProcessLimit('prep-empty', {}, recipeId)
    this.preps.set(recipeId, { doc, evaluation })
    return evaluation
  }

  private run(step: Exclude<RecipeStep, TakeStep>, inputs: readonly Stream[]): StepResult {
    const known = this.results.get(step)
    if (known && known.inputs.length === inputs.length && known.inputs.every((s, i) => s === inputs[i])) return known.result
    this.stepsRun++
    // The catalogue's parameter types are held by the document's own step types.
    const result = (CATALOGUE[step.op] as unknown as StepKind).run(inputs, step as never)
    this.results.set(step, { inputs, result })
    return result
  }

  /** The input that fills up takes the amount the step worked out for it: what the mixture weighs beyond the others. */
  private fill(step: { in: string[]; toVolumeMl: number }, inputs: readonly Made[], made: Map<string, Made>, out: Stream): void {
    const last = inputs[inputs.length - 1]!
    const grams = Math.max(0, inputs.slice(0, -1).reduce((rest, i) => rest - massG(i.stream), massG(out)))
    const mass = given('fills-up', grams, 'g', 'estimated', 'source.fills-up', { ...last.part.params, volumeMl: step.toVolumeMl })
    made.set(step.in[step.in.length - 1]!, { ...last, stream: scaled(last.stream, grams / massG(last.stream)), part: { ...last.part, mass } })
  }

  private partOf({ op, out: name }: { op: Op; out: string }, inputs: readonly Made[], out: Stream): Part {
    const mass = given('mass', massG(out), 'g', 'estimated', 'source.process')
    return CATALOGUE[op].mixes && inputs.length > 1
      ? { name, mass, shares: prepShares(inputs.map((i) => i.part), { name }), params: { name } }
      : { name, mass, shares: ingredientShares(out, 'source.process', { name }), params: { name } }
  }

  private figures(doc: RecipeDocument, made: Map<string, Made>, totals: Pick<Evaluation, 'byProducts' | 'losses' | 'handMin' | 'waitMin' | 'energyKj' | 'flags' | 'timeline'> & { cautions: Set<string> }): Evaluation {
    const output = made.get(doc.output)
    if (!output) throw new ProcessLimit('stream-not-made', {}, doc.output)
    const final = finalStep(doc)
    const names = final && final.in.length > 0 && CATALOGUE[final.op].mixes ? final.in : [doc.output]
    const inputs = names.map((n) => made.get(n)!)
    const parts = inputs.map((i) => i.part)
    const filler = fillsUp(doc)
    const layers = inputs.map((input, i): Layer => {
      const { part } = input
      const mlPerG = given('ml-per-gram', volumePerGram(unitOf(input.stream)), '1', 'estimated', 'source.density', part.params)
      return {
        stream: names[i]!, item: input.item, key: input.item ? itemKey(input.item) : names[i]!, fillsUp: names[i] === filler,
        mass: part.mass,
        volume: product('volume-of', 'mL', [part.mass, mlPerG], part.params),
        sugars: partShare(part, 'sugars'), acid: partShare(part, 'acid'),
      }
    })
    const temp = given('temperature', output.stream.tempC, '°C', 'default', 'source.bench')
    const jug = mixFigures(parts, temp, output.stream.undissolvedG)
    return {
      layers, jug, parts, output: output.stream,
      sumOfLayers: sum('sum-of-layers', 'mL', layers.map((l) => l.volume)),
      cup: doc.serve && jug.mass.value > 0 ? new Cup(doc.serve, parts, jug, output.stream) : null,
      ...totals, cautions: [...totals.cautions],
    }
  }
}

/** One gram of an ingredient and what it holds, worked out once for all evaluations. */
const grams = new WeakMap<IngredientData, Map<string, { unit: Stream; shares: Part['shares'] }>>()
function gramOf(ingredient: IngredientData, name: string, tempC: number): { unit: Stream; shares: Part['shares'] } {
  const known = grams.get(ingredient) ?? new Map<string, { unit: Stream; shares: Part['shares'] }>()
  grams.set(ingredient, known)
  const key = `${name} ${tempC}`
  let made = known.get(key)
  if (!made) {
    const unit = ingredientStream(ingredient, 1, tempC)
    known.set(key, (made = { unit, shares: ingredientShares(unit, ingredient.source, { name }) }))
  }
  return made
}

/** The same stream with something in it, for a layer of no grams still to have a density. */
const unitOf = (s: Stream): Stream => {
  if (massG(s) > 0) return s
  const amountsG = s.amountsG.slice()
  amountsG[0] = 1
  return { ...s, amountsG }
}

function massFigure(step: TakeStep, unit: Stream, params: Part['params']): Figure {
  const { value, unit: typed } = step.amount
  if (isMassUnit(typed)) return given('mass-of', toGrams(value, typed), 'g', 'measured', 'source.recipe', params)
  const ml = given('volume-of', toMillilitres(value, typed), 'mL', 'measured', 'source.recipe', params)
  const density = given('density-of', 1 / volumePerGram(unit), 'g/mL', 'estimated', 'source.density', params)
  return product('mass-of', 'g', [ml, density], params)
}

/** The figures of the cup, each made when it is first read: a menu asks for few of them. */
class Cup implements CupFigures {
  private memo = new Map<string, unknown>()
  constructor(private readonly serve: NonNullable<RecipeDocument['serve']>, private readonly parts: readonly Part[], private readonly jug: MixFigures, private readonly stream: Stream) {}
  private once<T>(name: string, make: () => T): T {
    if (!this.memo.has(name)) this.memo.set(name, make())
    return this.memo.get(name) as T
  }
  private get poured(): Figure { return this.once('poured', () => given('temperature', this.serve.pouredTempC, '°C', 'default', 'source.poured')) }
  private get ice(): Figure { return this.once('ice', () => given('mass-of', this.serve.iceG, 'g', 'measured', 'source.recipe', { name: 'ice' })) }
  private get iceTemp(): Figure { return this.once('ice-temp', () => given('ice-temperature', this.serve.iceTempC, '°C', 'default', 'source.recipe')) }
  private get cp(): Figure { return this.once('cp', () => given('heat-capacity', heatCapacityOf({ ...this.stream, tempC: this.serve.pouredTempC }), 'kJ/(kg K)', 'estimated', 'source.heat-capacity')) }
  get melted(): Figure {
    return this.once('melted', () => call('ice-melted', 'g', 'ice-melted', [this.jug.mass, this.cp, this.poured, given('last-sip-temperature', LAST_SIP_C, '°C', 'default', 'source.last-sip'), this.ice, this.iceTemp]))
  }
  get firstSip(): MixFigures { return this.once('first', () => mixFigures(this.parts, this.poured, this.stream.undissolvedG)) }
  get lastSip(): MixFigures { return this.once('last', () => this.withMelt(this.melted)) }
  get displaced(): Figure { return this.once('displaced', () => quotient('displaced', 'mL', this.ice, call('density', 'g/mL', 'solution-density', [this.firstSip.dissolved, this.poured]))) }
  get filled(): Figure { return this.once('filled', () => sum('filled', 'mL', [this.firstSip.volume, this.displaced])) }
  sipAt(share: number): { melted: Figure; mix: MixFigures } {
    const melted = product('ice-melted-so-far', 'g', [this.melted, given('share-of-melt', share, '1', 'measured', 'source.slider')])
    return { melted, mix: this.withMelt(melted) }
  }
  private withMelt(gone: Figure): MixFigures {
    if (gone.value <= 0) return this.firstSip
    const temp = call('temperature', '°C', 'temperature-after-melt', [this.jug.mass, this.cp, this.poured, gone, this.ice, this.iceTemp])
    return mixFigures([...this.parts, { name: 'meltwater', mass: gone, shares: WATER_SHARES, params: { name: 'meltwater' } }], temp)
  }
}
const MELTWATER = ingredientStream({ key: 'meltwater', kind: 'water', composition: {}, source: 'source.definition' }, 1, 0)
const WATER_SHARES = ingredientShares(MELTWATER, 'source.definition', { name: 'meltwater' })

export const evaluateRecipe = (doc: RecipeDocument, context: RecipeContext): Evaluation => new Evaluator(context).evaluate(doc)
