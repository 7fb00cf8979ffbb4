import { call, difference, factor, given, product, quotient, type Figure } from '../figures'
import {
  mixFigures,
  prepRows,
  scaledDocument,
  serveTakes,
  type BillTake,
  type Evaluation,
  type ItemRef,
  type Layer,
  type MixFigures,
  type RecipeDocument,
} from '../recipe'
import { timesOf, type CupsAsk, type Losses, type Serving } from './servings'

/** What the amounts of a batch are rounded to: the stand's scale and jug. */
export interface RoundingSteps {
  massStepG: number
  volumeStepMl: number
}

export interface BatchAsk extends CupsAsk, Losses {
  steps: RoundingSteps
}

export interface BatchRow {
  /** of the batch */
  layer: Layer
  /** shown in mL where the recipe pours it, else in g */
  unit: 'mL' | 'g'
  exact: Figure
  rounded: Figure
}

export interface Batch {
  /** as many usual cups as hold what is served */
  cups: Figure
  /** how they are served, size by size */
  servings: readonly Serving[]
  litres: Figure
  /** how many times the recipe */
  factor: Figure
  rows: BatchRow[]
  /** the batch as it comes out */
  evaluation: Evaluation
  jug: MixFigures
  /** the mixture as rounded, and what rounding did to it, °Bx */
  rounded: MixFigures
  brixShift: Figure
  /** all that is taken: for the batch, and with every cup */
  takes: readonly BillTake[]
}

/**
 * Cups to a batch: the document for so many, evaluated; amounts rounded to scale and jug, and what the rounding did.
 * @param cup the recipe for one cup
 * @param evaluate as {@link Evaluator.evaluate}
 * @throws ProcessLimit where that much of it cannot be made as written
 */
export function scaleToCups(cup: Evaluation, evaluate: (doc: RecipeDocument) => Evaluation, ask: BatchAsk): Batch {
  const { servings, cups, times } = timesOf(cup, ask)
  const evaluation = evaluate(scaledDocument(cup.document, times.value))
  const rows = evaluation.layers.map((layer, i): BatchRow => {
    const unit = pouredByVolume(layer) ? 'mL' : 'g'
    const perCup = unit === 'mL' ? cup.layers[i]!.volume : cup.layers[i]!.mass
    const exact = amountOf(layer, unit, perCup, times)
    const step = given(
      'step',
      unit === 'mL' ? ask.steps.volumeStepMl : ask.steps.massStepG,
      unit,
      'measured',
      'source.stand',
    )
    return { layer, unit, exact, rounded: call('rounded', unit, 'round-to-step', [exact, step], { name: layer.key }) }
  })
  const roundedParts = evaluation.parts.map((part, i) => {
    const row = rows[i]!
    const density = quotient('density-of', 'g/mL', row.layer.mass, row.layer.volume, part.params)
    const usable = row.layer.volume.value > 0
    const poured = usable ? product('mass-of', 'g', [row.rounded, density], part.params) : row.layer.mass
    return { ...part, mass: row.unit === 'g' ? row.rounded : poured }
  })
  const rounded = mixFigures(roundedParts, evaluation.jug.temp, evaluation.output)
  return {
    cups,
    servings,
    factor: times,
    rows,
    rounded,
    evaluation,
    jug: evaluation.jug,
    litres: quotient('batch-volume', 'L', evaluation.jug.volume, factor(1000)),
    brixShift: difference('brix-shift', '°Bx', rounded.brix, evaluation.jug.brix),
    takes: [...evaluation.bill.takes, ...servings.flatMap((s) => serveTakes(s.serve, s.cups.value))],
  }
}

/** So many times the cup's amount, where that is what the batch takes; else what the batch gave. */
function amountOf(layer: Layer, unit: BatchRow['unit'], perCup: Figure, times: Figure): Figure {
  const batch = unit === 'mL' ? layer.volume : layer.mass
  const exact = product('batch-amount', unit, [perCup, times], { name: layer.key })
  return Math.abs(exact.value - batch.value) <= SAME * Math.max(1, batch.value) ? exact : batch
}
const SAME = 1e-6

function pouredByVolume(layer: Layer): boolean {
  // A mass that was worked out from a volume came from a jug; what fills up is poured too.
  return layer.fillsUp || layer.mass.op !== 'given'
}

/** What the prep of a layer is made of, in g each; nothing where the layer is no prep. */
export const prepAmounts = (layer: Layer, prep: Evaluation): { item: ItemRef; key: string; massG: Figure }[] =>
  prepRows(layer.mass, prep)
