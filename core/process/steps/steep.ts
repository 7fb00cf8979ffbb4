import { HOT_LIQUID_C, INFUSION, halfTimeAt, shareDrawn } from '../kinetics'
import { product, type Figure } from '../../figures'
import { mixed, settled } from '../phase'
import { liquorG, liquorPart, massG, minus, type Stream } from '../stream'
import { defineStep, plainResult, ProcessLimit, type Explain, type Filled, type StepResult, type Window } from '../step'

type Infused = { tempC: number; solidG: number }

/**
 * Solids in water for a time: what is soluble comes out by first order with a half time, faster when hot; then the
 * solids are taken out and hold liquor. Of the water of fresh leaves and roots the same share mixes with the liquor.
 */
function infused(
  [solid, water]: readonly Stream[],
  p: { minutes: number; halfMin: number; most: number; heldGPerG: number },
): { out: Stream; spent: Stream; used: Infused } {
  const tempC = Math.min(100, water!.tempC)
  const share = shareDrawn(p.minutes, p.halfMin, tempC, p.most)
  const drawn = liquorPart(solid!, share)
  const brew = mixed([water!, drawn])
  const liquor = settled(brew.amountsG, water!.tempC, brew.iceG, brew.crystals)
  const heldG = Math.min(massG(solid!) * p.heldGPerG, liquorG(liquor))
  if (heldG >= liquorG(liquor))
    throw new ProcessLimit('all-is-held', { heldG: massG(solid!) * p.heldGPerG, liquorG: liquorG(liquor) })
  const held = liquorPart(liquor, heldG / liquorG(liquor))
  return {
    out: { ...minus(liquor, held), tempC: water!.tempC },
    spent: mixed([minus(solid!, drawn), held]),
    used: { tempC, solidG: massG(solid!) },
  }
}

/** The numbers of an infusion; the two steps differ in how fast, how much and for how long. */
const params = (
  halfMin: number,
  most: number,
  heldGPerG: number,
  halfModel: readonly [number, number],
  heldModel: readonly [number, number],
) =>
  ({
    minutes: { unit: 'min', least: 0, most: 4320 },
    halfMin: { unit: 'min', least: 0.1, most: 1000, default: halfMin, source: 'source.practice', model: halfModel },
    most: { unit: '1', least: 0.05, most: 1, default: most, source: 'source.practice' },
    heldGPerG: { unit: 'g/g', least: 0, most: 20, default: heldGPerG, source: 'source.practice', model: heldModel },
  }) as const
const STEEP = params(8, 0.9, 1.5, [1, 60], [0.3, 8])
const BREW = params(2, 0.95, 3, [0.5, 10], [2, 6])
/** Leaf that has lain for more half times than this is harsh. Common practice, no source. */
const LATEST_HALF_TIMES = 3
/** After so many half times all of it is out. */
const LATEST_STEEP = 6

/** Half time in minutes in water of this temperature. */
const halfTimeIn = (water: Stream, halfMin: number): number =>
  halfTimeAt(halfMin, INFUSION.atC, Math.min(100, water.tempC), INFUSION.fasterPer10K)

/** From one half time, as long as it is in that water, to the last that is any use. */
function inHalfTimes({ halfMin }: { halfMin: number }, inputs: readonly Stream[], latest: number): Window {
  const half = halfTimeIn(inputs[1]!, halfMin)
  return [half, latest * half]
}

const result = (inputs: readonly Stream[], p: Filled<typeof STEEP>): StepResult<Infused> => {
  const { out, spent, used } = infused(inputs, p)
  return {
    ...plainResult(out),
    byProducts: [{ name: 'spent', stream: spent }],
    handMin: 2,
    waitMin: p.minutes,
    cautions: inputs[1]!.tempC >= HOT_LIQUID_C ? ['hot-liquid'] : [],
    used,
  }
}
const explain = ({ param, used, call }: Explain<typeof STEEP, Infused>): Figure[] => [
  call(
    'share-drawn',
    '1',
    'share-drawn',
    param('minutes'),
    param('halfMin'),
    used('tempC', 'temperature', '°C'),
    param('most'),
  ),
  product('liquor-held', 'g', [used('solidG', 'solids', 'g'), param('heldGPerG')]),
]

/**
 * Steep or infuse herbs, roots, spices, flowers, seeds or grain, hot or cold; the water goes in at its own temperature
 * and keeps it. Half times from common practice: fresh herbs and flowers some 5 minutes in near-boiling water, roots
 * and whole spices 20, cold for hours.
 */
export const steep = defineStep({
  op: 'steep',
  inputs: 2,
  endSign: 'tastes-right',
  holds: ['vessel'],
  params: STEEP,
  window: (p, inputs) => inHalfTimes(p, inputs, LATEST_STEEP),
  explain,
  run(inputs, p) {
    const steeped = result(inputs, p)
    return {
      ...steeped,
      cautions:
        p.minutes > 240 && inputs[1]!.tempC > 10 && inputs[1]!.tempC < HOT_LIQUID_C
          ? ['cold-steep-cold']
          : steeped.cautions,
    }
  },
})

/**
 * Brew tea or coffee: as steep, with the half time of leaf in near-boiling water and what wet leaf holds. Caffeine
 * comes out as the rest does. Beyond the latest time it is not stronger but harsher.
 */
export const brew = defineStep({
  op: 'brew',
  inputs: 2,
  endSign: 'time-is-up',
  holds: ['vessel'],
  params: BREW,
  window: (p, inputs) => inHalfTimes(p, inputs, LATEST_HALF_TIMES),
  explain,
  run(inputs, p) {
    const brewed = result(inputs, p)
    const latest = LATEST_HALF_TIMES * halfTimeIn(inputs[1]!, p.halfMin)
    return {
      ...brewed,
      cautions: [...brewed.cautions, 'caffeine'],
      flags: p.minutes > latest ? [{ code: 'brewed-too-long', numbers: { minutes: p.minutes, latest } }] : [],
    }
  },
})
