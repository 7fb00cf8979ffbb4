import { given, sum, type Figure } from '../figures'
import {
  CATALOGUE,
  ProcessLimit,
  atTemperature,
  bitterFlags,
  frozenFlags,
  massG,
  scaled,
  type NamedStream,
  type StepKind,
  type StepResult,
  type Stream,
} from '../process'
import { staysWithProduct } from '../safety/cautions'
import { MASS_UNITS, VOLUME_UNITS } from '../units'
import type { IngredientData } from '../substances'
import { Bill, type OwnTake, type OwnWork } from './bill'
import type { RecipeContext, RecipeSource, TakesByThing } from './context'
import { Cup, type CupFigures } from './cup'
import { byProductName, fillsUp, itemKey, type RecipeDocument, type RecipeStep, type TakeStep } from './document'
import type { Evaluation, Layer, Made, MakingStep, PotFigures, TimedStep } from './evaluation'
import { Flow } from './flow'
import { wayOf } from './loop'
import { cupOfPot, potFigures } from './pot'
import { mixFigures, prepShares, type MixFigures, type Part } from './mix-figures'
import { PLENTY_G_PER_ML, gramOf, layerOf, madeOf, partOf, poured, streamPart, timed } from './take'

const UNITS: ReadonlySet<string> = new Set([...MASS_UNITS, ...VOLUME_UNITS])

/** Evaluations of preps, by what they are made of: a prep that did not change is worked out once for all recipes. */
const PREPS = new WeakMap<RecipeDocument, WeakMap<RecipeContext, { evaluation: Evaluation; uses: readonly Use[] }>>()
/** What an evaluation looked up: it holds as long as the names stand for the same. */
interface Use {
  context: RecipeContext
  key: string
  found: IngredientData | RecipeDocument | undefined
}
const holds = (use: Use): boolean =>
  use.key.startsWith('prep:')
    ? documentOf(use.context.prep(use.key.slice(5))) === use.found
    : use.context.ingredient(use.key) === use.found
const documentOf = (source: ReturnType<RecipeContext['prep']>): RecipeDocument | undefined =>
  typeof source === 'object' ? source.document : undefined

/**
 * Evaluates recipes, and remembers what each step gave for the same step and inputs, so that a dragged edge runs only
 * what depends on it.
 */
export class Evaluator {
  private takes = new WeakMap<TakeStep, { made: Made; of: IngredientData | Evaluation }>()
  private results = new WeakMap<RecipeStep, { inputs: readonly Stream[]; result: StepResult }>()
  /** steps run since it was made; a test reads it */
  stepsRun = 0

  constructor(private readonly context: RecipeContext) {}

  /**
   * Evaluates a recipe: streams, layers, the bill, and the figures in the jug and in the cup.
   * @param within ids of the recipes it is part of: none of them may be in it
   * @throws ProcessLimit with a code and numbers where the recipe cannot be made as written
   */
  evaluate(doc: RecipeDocument, within: readonly string[] = []): Evaluation {
    if (!doc.pot) return new Run(doc, this.context, within, this).evaluation()
    const whole = new Run(doc, this.context, within, this).evaluation()
    const pot = potFigures(whole.jug.volume, doc.pot)
    return new Run(cupOfPot(doc, pot), this.context, within, this, pot).evaluation()
  }

  /**
   * A prep by its id, as recipes take it.
   * @throws ProcessLimit when it is unknown, empty, or made of itself
   */
  prep(recipeId: string, within: readonly string[] = []): Evaluation {
    return evaluatedPrep(this.context, recipeId, within).evaluation
  }

  /** The stream of a take, from what it was before where that still holds. */
  taken(step: TakeStep, of: IngredientData | Evaluation, make: () => Made): Made {
    const known = this.takes.get(step)
    if (known?.of === of) return known.made
    const shared = this.context.fixed && sharedTakes(this.context.fixed, of)
    // By its name too: two names may stand for the same, and are bought, paid and shown each for itself.
    const { item, out, amount, tempC } = step
    const key = shared ? `${itemKey(item)} ${out} ${amount.value} ${amount.unit} ${tempC}` : ''
    let made = shared?.get(key)
    if (!made) {
      this.stepsRun++
      made = make()
      if (shared && shared.size >= MOST_SHARED) shared.clear()
      shared?.set(key, made)
    }
    this.takes.set(step, { made, of })
    return made
  }

  /** More of a filler than it can take to fill up to a volume: the same stream for the same question. */
  plenty(filler: Made, toVolumeMl: number): Stream {
    if (filler.plenty?.toVolumeMl !== toVolumeMl) {
      const stream = scaled(filler.stream, (toVolumeMl * PLENTY_G_PER_ML) / massG(filler.stream))
      filler.plenty = { toVolumeMl, stream }
    }
    return filler.plenty.stream
  }

  run(step: MakingStep, inputs: readonly Stream[]): StepResult {
    const known = this.results.get(step)
    if (known && known.inputs.length === inputs.length && known.inputs.every((s, i) => s === inputs[i]))
      return known.result
    this.stepsRun++
    // The catalogue's parameter types are held by the document's own step types.
    const result = (CATALOGUE[step.op] as unknown as StepKind).run(inputs, step as never)
    this.results.set(step, { inputs, result })
    return result
  }
}

/** Amounts of one thing that are remembered: those of a menu and of its batches, not of every number somebody tried. */
const MOST_SHARED = 200
/** Takes of one thing that never changes: the same amount of the same is one stream for all standards. */
function sharedTakes(fixed: TakesByThing, of: IngredientData | Evaluation): Map<string, Made> {
  let takes = fixed.get(of)
  if (!takes) fixed.set(of, (takes = new Map()))
  return takes
}

function evaluatedPrep(
  context: RecipeContext,
  recipeId: string,
  within: readonly string[],
): { evaluation: Evaluation; uses: readonly Use[] } {
  if (within.includes(recipeId))
    throw new ProcessLimit('prep-loop', {}, wayOf([...within.slice(within.indexOf(recipeId)), recipeId]))
  const found: RecipeSource | 'unsigned' | undefined = context.prep(recipeId)
  if (!found) throw new ProcessLimit('prep-unknown', {}, recipeId)
  if (found === 'unsigned') throw new ProcessLimit('prep-unsigned', {}, itemKey({ prep: recipeId }))
  const known = PREPS.get(found.document)?.get(found.context)
  if (known && (found.context.fixed || known.uses.every(holds))) return known
  const run = new Run(found.document, found.context, [...within, recipeId], new Evaluator(found.context))
  const evaluation = run.evaluation()
  if (massG(evaluation.output) <= 0) throw new ProcessLimit('prep-empty', {}, recipeId)
  const made = { evaluation, uses: run.uses }
  const byContext = PREPS.get(found.document) ?? new WeakMap()
  PREPS.set(found.document, byContext.set(found.context, made))
  return made
}

/** One evaluation of one document. What is read of it is made when it is first read: a menu reads little of each. */
class Run implements Evaluation {
  /** what was looked up, in preps too */
  readonly uses: Use[] = []
  private readonly made = new Map<string, Made>()
  private readonly usedUp = new Set<string>()
  private readonly leftBy = new Map<string, readonly NamedStream[]>()
  readonly done: { step: MakingStep; result: StepResult; inputs: readonly Stream[] }[] = []
  private readonly codes = new Set<string>()
  private readonly memo = new Map<string, unknown>()

  constructor(
    readonly document: RecipeDocument,
    private readonly context: RecipeContext,
    private readonly within: readonly string[],
    private readonly evaluator: Evaluator,
    readonly pot: PotFigures | null = null,
  ) {}

  evaluation(): this {
    for (const step of this.document.steps) {
      if (this.made.has(step.out)) throw new ProcessLimit('stream-made-twice', {}, step.out)
      if (step.op === 'take') this.made.set(step.out, this.take(step))
      else this.make(step)
    }
    this.checkOutput()
    return this
  }

  private take(step: TakeStep): Made {
    const { value, unit } = step.amount
    if (!(value >= 0) || !Number.isFinite(value)) throw new ProcessLimit('amount-negative', { value }, step.out)
    if (!UNITS.has(unit)) throw new ProcessLimit('unit-unknown', {}, unit)
    return 'ingredient' in step.item
      ? this.takeIngredient(step, step.item.ingredient)
      : this.takePrep(step, step.item.prep)
  }

  private takeIngredient(step: TakeStep, key: string): Made {
    const ingredient = this.context.ingredient(key)
    this.uses.push({ context: this.context, key, found: ingredient })
    if (!ingredient) throw new ProcessLimit('ingredient-unknown', {}, key)
    for (const caution of ingredient.cautions ?? []) this.codes.add(caution)
    return this.evaluator.taken(step, ingredient, () => {
      const { unit, shares } = gramOf(ingredient, key, step.tempC)
      return madeOf(step, unit, shares, ingredient)
    })
  }

  private takePrep(step: TakeStep, id: string): Made {
    const { evaluation, uses } = evaluatedPrep(this.context, id, this.within)
    this.uses.push({ context: this.context, key: `prep:${id}`, found: documentOf(this.context.prep(id)) }, ...uses)
    for (const caution of evaluation.cautions) if (staysWithProduct(caution)) this.codes.add(caution)
    return this.evaluator.taken(step, evaluation, () => {
      const gram = scaled(evaluation.output, 1 / massG(evaluation.output))
      // A slush is as cold as it is; anything else comes at the temperature that is written.
      const unit = evaluation.output.iceG > 0 ? gram : atTemperature(gram, step.tempC)
      return madeOf(step, unit, prepShares(evaluation.parts, { name: itemKey(step.item) }))
    })
  }

  /** An input, once: what is used is gone. */
  private use(name: string): Made {
    const input = this.made.get(name)
    if (!input) throw new ProcessLimit('stream-not-made', {}, name)
    if (this.usedUp.has(name)) throw new ProcessLimit('stream-used-twice', {}, name)
    this.usedUp.add(name)
    return input
  }

  private make(step: MakingStep): void {
    const inputs = step.in.map((name) => this.use(name))
    const streams = inputs.map((i) => i.stream)
    const last = inputs.length - 1
    // A filler from the shelf is taken as much as it needs; one that was made gives what there is.
    const isTaken = step.op === 'makeUp' && inputs[last]!.item !== null && massG(streams[last]!) > 0
    if (isTaken) streams[last] = this.evaluator.plenty(inputs[last]!, step.toVolumeMl)
    const ran = this.evaluator.run(step, streams)
    const result = isTaken ? { ...ran, byProducts: [] } : ran
    if (step.op === 'makeUp') inputs[last] = poured(inputs[last]!, ran.used.fillerG!, step.toVolumeMl)
    for (const caution of result.cautions) this.codes.add(caution)
    this.done.push({ step, result, inputs: streams })
    this.leftBy.set(step.out, result.byProducts)
    this.made.set(step.out, { stream: result.out, part: partOf(step, inputs, ran), item: null })
    step.in.forEach((name, i) => this.made.set(name, inputs[i]!))
    for (const { name, stream } of result.byProducts) {
      const full = byProductName(step.out, name)
      if (this.made.has(full)) throw new ProcessLimit('stream-made-twice', {}, full)
      this.made.set(full, { stream, part: streamPart(full, stream), item: null })
    }
  }

  /** That there is an output, and that nothing has used it. */
  private checkOutput(): void {
    const { output } = this.document
    if (!this.made.has(output)) throw new ProcessLimit('stream-not-made', {}, output)
    if (this.usedUp.has(output)) throw new ProcessLimit('stream-used-twice', {}, output)
    for (const g of this.document.serve?.garnish ?? [])
      for (const caution of this.context.ingredient(g.ingredient)?.cautions ?? []) this.codes.add(caution)
  }
  private once<T>(name: string, make: () => T): T {
    let value = this.memo.get(name)
    if (value === undefined) this.memo.set(name, (value = make()))
    return value as T
  }
  /** Inputs of the last step, which the glass is drawn from; the output itself where that does more than mix. */
  private get layerNames(): readonly string[] {
    const final = this.done.find(({ step }) => step.out === this.document.output)
    return final && final.step.in.length > 0 && CATALOGUE[final.step.op].mixes(final.result)
      ? final.step.in
      : [this.document.output]
  }
  get output(): Stream {
    return this.made.get(this.document.output)!.stream
  }
  get parts(): Part[] {
    return this.once('parts', () => this.layerNames.map((n) => this.made.get(n)!.part))
  }
  get layers(): Layer[] {
    return this.once('layers', () => {
      const filler = fillsUp(this.document)
      return this.layerNames.map((name) => layerOf(this.made.get(name)!, name, name === filler))
    })
  }
  get jug(): MixFigures {
    return this.once('jug', () => {
      const temp = given('temperature', this.output.tempC, '°C', 'default', 'source.bench')
      return mixFigures(this.parts, temp, this.output)
    })
  }
  get sumOfLayers(): Figure {
    return this.once('sum-of-layers', () =>
      sum(
        'sum-of-layers',
        'mL',
        this.layers.map((l) => l.volume),
      ),
    )
  }
  get cup(): CupFigures | null {
    return this.once('cup', () => {
      const { serve } = this.document
      return serve && massG(this.output) > 0 ? new Cup(serve, this.parts, this.output, this.context.sip) : null
    })
  }
  get cautions(): string[] {
    return this.once('cautions', () => [...this.codes])
  }
  get flags(): StepResult['flags'] {
    return this.once('flags', () => [
      ...this.frozen,
      ...this.done.flatMap(({ result }) => result.flags),
      ...bitterFlags(this.output),
    ])
  }
  /** What is taken colder than it freezes, and is no ice. */
  private get frozen(): StepResult['flags'] {
    return this.document.steps.flatMap((step) => {
      if (step.op !== 'take' || step.tempC >= 0 || !('ingredient' in step.item)) return []
      const { stream } = this.made.get(step.out)!
      if (this.context.ingredient(step.item.ingredient)?.kind === 'ice') return []
      return frozenFlags(atTemperature(stream, 0), step.tempC)
    })
  }
  get losses(): NamedStream[] {
    return this.once('losses', () => this.done.flatMap(({ result }) => result.losses))
  }
  get timeline(): TimedStep[] {
    return this.once('timeline', () => this.done.map(({ step, result, inputs }) => timed(step, result, inputs)))
  }
  get handMin(): number {
    return this.done.reduce((n, { result }) => n + result.handMin, 0)
  }
  get waitMin(): number {
    return this.done.reduce((n, { result }) => n + result.waitMin, 0)
  }
  get energyKj(): number {
    return this.done.reduce((n, { result }) => n + result.energyKj, 0)
  }
  private isLeft(name: string): boolean {
    return !this.usedUp.has(name) && name !== this.document.output
  }
  get byProducts(): NamedStream[] {
    return this.once('by-products', () =>
      [...this.leftBy]
        .flatMap(([out, all]) => all.map(({ name, stream }) => ({ name: byProductName(out, name), stream })))
        .filter((b) => this.isLeft(b.name)),
    )
  }
  get unused(): NamedStream[] {
    return this.once('unused', () =>
      this.document.steps
        .filter((s) => this.isLeft(s.out))
        .map((s) => ({ name: s.out, stream: this.made.get(s.out)!.stream })),
    )
  }
  get bill(): Bill {
    return this.once('bill', () => {
      const flow = new Flow(this.document, this.layerNames, this.leftBy, (name) => massG(this.made.get(name)!.stream))
      const own = this.document.steps.flatMap((step): OwnTake[] =>
        step.op === 'take'
          ? [
              {
                stream: step.out,
                item: step.item,
                mass: this.made.get(step.out)!.part.mass,
                layer: flow.layerOf(step.out),
                stays: flow.staysOf(step.out),
              },
            ]
          : [],
      )
      const work = this.done.map(({ step, result }): OwnWork => ({
        op: step.op,
        out: step.out,
        handMin: result.handMin,
        energyKj: result.energyKj,
        carrier: result.carrier,
        stays: flow.staysOf(step.in[0]!),
      }))
      return new Bill(own, work, (id) => evaluatedPrep(this.context, id, this.within).evaluation)
    })
  }
}
export const evaluateRecipe = (doc: RecipeDocument, context: RecipeContext): Evaluation =>
  new Evaluator(context).evaluate(doc)
