import { call, difference, factor, given, product, quotient, type Figure } from '../figures'
import { mixFigures, type Evaluation, type ItemRef, type Layer, type MixFigures } from '../recipe'

/** What the amounts of a batch are rounded to: the stand's scale and jug. */
export interface RoundingSteps { massStepG: number; volumeStepMl: number }

export interface BatchAsk {
  cups: number
  /** poured away, tasted and left in the pipe, as a share of what is sold */
  lossShare: number
  steps: RoundingSteps
}

export interface BatchRow {
  layer: Layer
  /** shown in mL where the recipe pours it, else in g */
  unit: 'mL' | 'g'
  exact: Figure
  rounded: Figure
}

export interface Batch {
  cups: Figure
  litres: Figure
  /** how many times the recipe */
  factor: Figure
  rows: BatchRow[]
  jug: MixFigures
  /** the mixture as rounded, and what rounding did to it, °Bx */
  rounded: MixFigures
  brixShift: Figure
}

/** Cups to a batch: litres, amounts rounded to scale and jug, and what the rounding did. */
export function scaleToCups(evaluation: Evaluation, ask: BatchAsk): Batch {
  const cups = given('cups', ask.cups, 'cups', 'measured', 'source.plan')
  const withLoss = given('with-loss', 1 + ask.lossShare, '1', 'default', 'source.stand')
  const ml = product('batch-volume', 'mL', [cups, evaluation.jug.volume, withLoss])
  const times = quotient('batch-factor', '1', ml, evaluation.jug.volume)
  const rows = evaluation.layers.map((layer): BatchRow => {
    const unit = pouredByVolume(layer) ? 'mL' : 'g'
    const perCup = unit === 'mL' ? layer.volume : layer.mass
    const step = given('step', unit === 'mL' ? ask.steps.volumeStepMl : ask.steps.massStepG, unit, 'measured', 'source.stand')
    const exact = product('batch-amount', unit, [perCup, times], { name: layer.key })
    return { layer, unit, exact, rounded: call('rounded', unit, 'round-to-step', [exact, step], { name: layer.key }) }
  })
  const roundedParts = evaluation.parts.map((part, i) => {
    const row = rows[i]!
    const density = quotient('density-of', 'g/mL', row.layer.mass, row.layer.volume, part.params)
    const usable = row.layer.volume.value > 0
    return { ...part, mass: row.unit === 'g' ? row.rounded : usable ? product('mass-of', 'g', [row.rounded, density], part.params) : row.layer.mass }
  })
  const rounded = mixFigures(roundedParts, evaluation.jug.temp, evaluation.output.undissolvedG * times.value)
  return {
    cups, factor: times, rows, rounded, jug: evaluation.jug,
    litres: quotient('batch-volume', 'L', ml, factor(1000)),
    brixShift: difference('brix-shift', '°Bx', rounded.brix, evaluation.jug.brix),
  }
}

function pouredByVolume(layer: Layer): boolean {
  // A mass that was worked out from a volume came from a jug; what fills up is poured too.
  return layer.fillsUp || layer.mass.op !== 'given'
}

export interface Vessel { id: string; name: string; capacityMl: number }
export interface VesselFit {
  vessel: Vessel
  batches: Figure
  /** in each vessel, mL */
  fillMl: Figure
  headspaceMl: number
  /** the drink does not go into the biggest vessel at once */
  split: boolean
}

/** A vessel is not filled to its brim: this share stays free to stir and carry. Common practice, no source. */
export const HEADSPACE_SHARE = 0.08

/** The smallest vessel that takes the batch with headspace, or the biggest one filled several times. Null without vessels. */
export function fitVessel(volumeMl: Figure, vessels: readonly Vessel[]): VesselFit | null {
  const usable = (v: Vessel) => v.capacityMl * (1 - HEADSPACE_SHARE)
  const bySize = [...vessels].sort((a, b) => a.capacityMl - b.capacityMl || a.name.localeCompare(b.name))
  const biggest = bySize[bySize.length - 1]
  if (!biggest) return null
  const vessel = bySize.find((v) => usable(v) >= volumeMl.value) ?? biggest
  const room = given('usable', usable(vessel), 'mL', 'estimated', 'source.headspace', { name: vessel.name })
  const batches = call('batches', 'batches', 'round-up', [quotient('quotient', '1', volumeMl, room)])
  const fillMl = quotient('fill', 'mL', volumeMl, batches)
  return { vessel, batches, fillMl, headspaceMl: vessel.capacityMl - fillMl.value, split: batches.value > 1 }
}

/** The makings of a prep that one batch needs, in g each. */
export function prepAmounts(layer: Layer, batch: Batch, prep: Evaluation): { item: ItemRef; key: string; massG: Figure }[] {
  const need = product('batch-mass', 'g', [layer.mass, batch.factor], { name: layer.key })
  return prep.layers.flatMap((l) => l.item ? [{ item: l.item, key: l.key, massG: product('batch-mass', 'g', [need, quotient('quotient', '1', l.mass, prep.jug.mass)], { name: l.key }) }] : [])
}

