import { INDEX, boilingPointC, brixReading, dissolvedFromBoilingPoint, dissolvedFromReading } from '../../substances'
import { product } from '../../figures'
import { minutesToBoilAway, minutesToHeat } from '../kinetics'
import { inverted } from '../inversion'
import { rootNear } from '../../solve'
import { atTemperature, mixed, settled } from '../phase'
import {
  acidG,
  dissolvedG,
  dissolvedPercentOf,
  liquidWaterG,
  liquorG,
  massG,
  volumeMl,
  waterG,
  waterStream,
  type Stream,
} from '../stream'
import { defineStep, plainResult, ProcessLimit, type Filled, type Flag } from '../step'
import { BURNER, applianceKj, hotCautions, powerFigures, powerOf, warming } from './heat'

/** °Bx of a stream as a refractometer would read it. */
export const brixOf = (s: Stream): number =>
  brixReading(dissolvedPercentOf(s), liquorG(s) > 0 ? (100 * acidG(s)) / liquorG(s) : 0)

export function lessWater(s: Stream, goneG: number, tempC: number): Stream {
  const amountsG = s.amountsG.slice()
  amountsG[INDEX.water]! -= goneG
  return settled(amountsG, tempC, 0, s.crystals)
}

/**
 * Boils `goneG` of water off: the way up, the boil, what the acid does meanwhile, and the steam as a loss.
 */
function boiledDown(cold: Stream, goneG: number, p: Filled<typeof BURNER>, minutesOnTop = 0) {
  const startC = boilingPointC(dissolvedPercentOf(settled(cold.amountsG, HOT_C, 0, cold.crystals)), p.altitudeM)
  const { massG: grams, cp, fromC, iceG } = warming(cold)
  const { drawnW, share: into, carrier } = powerOf(p)
  const up = minutesToHeat(grams, cp, fromC, startC, drawnW, into, iceG)
  const boiling = minutesToBoilAway(goneG, drawnW, into)
  const away = Math.max(minutesOnTop, boiling)
  const thick = lessWater(cold, goneG, startC)
  const dissolvedPercent = Math.min(MOST_PERCENT, dissolvedPercentOf(thick))
  const endC = boilingPointC(dissolvedPercent, p.altitudeM)
  const { stream, share } = inverted(atTemperature(thick, endC), away)
  const flags: Flag[] = []
  if (dissolvedPercentOf(thick) > 75)
    flags.push({ code: 'thicker-than-model', numbers: { percent: dissolvedPercentOf(thick) } })
  if (share > 0.02) flags.push({ code: 'sucrose-inverted', numbers: { share } })
  return {
    ...plainResult(stream),
    losses: goneG > 0 ? [{ name: 'steam', stream: waterStream(goneG, 100) }] : [],
    handMin: 2 + away * 0.1,
    waitMin: up + away,
    energyKj: applianceKj(up + boiling, drawnW),
    carrier,
    cautions: [...hotCautions(stream, p.heater), 'steam'],
    flags,
    used: { goneG, dissolvedPercent, drawnW, share: into, upMin: up },
  }
}
/** Sugar goes in hot: the solubility curve ends here. */
const HOT_C = 80
/** Beyond this the boiling point is no use any more. */
const MOST_PERCENT = 95

/** Nearly all of the water: beyond, it burns. */
const MOST_GONE = 0.999
/** The whole boil is tried at most so often for one target. */
export const MOST_TRIES = 7

type By = 'mass' | 'volume' | 'brix' | 'boiling'
/** What a target is read as, once it has boiled. */
const READ: Record<By, (s: Stream, altitudeM: number) => number> = {
  mass: massG,
  volume: volumeMl,
  brix: brixOf,
  boiling: (s, altitudeM) => boilingPointC(Math.min(99, dissolvedPercentOf(s)), altitudeM),
}

/**
 * A reading turned into what falls nearly evenly with the water: water to solids, where it rises ever faster as it gets
 * thick.
 */
const STRAIGHT: Record<By, (reading: number, altitudeM: number) => number> = {
  mass: (g) => g,
  volume: (ml) => ml,
  brix: (bx) => (100 - bx) / bx,
  boiling: (tempC, altitudeM) => 1 / (tempC - boilingPointC(0, altitudeM)),
}

/** Density of hot water, g/mL: what a mL of volume weighs that boils away. */
const HOT_WATER_G_PER_ML = 0.96

/** g of water that go for a target, without what acid does to the sugar meanwhile: close, and worked out at once. */
function guessedGone(s: Stream, by: By, target: number, altitudeM: number): number {
  if (by === 'mass') return massG(s) - target
  if (by === 'volume') return (volumeMl(s) - target) * HOT_WATER_G_PER_ML
  const solids = dissolvedG(s) + s.undissolvedG
  const percent =
    by === 'brix'
      ? dissolvedFromReading(target, (target * acidG(s)) / solids)
      : dissolvedFromBoilingPoint(target, altitudeM)
  return liquidWaterG(s) - (solids * (100 - percent)) / percent
}

/**
 * g of water to lose for a target; null where it cannot be reached. What acid does to the sugar on the way takes up
 * water too, so the whole boil is tried, from a guess that is close.
 */
function waterFor(s: Stream, by: By, target: number, now: number, power: Filled<typeof BURNER>): number | null {
  const straight = (reading: number): number => STRAIGHT[by](reading, power.altitudeM)
  const wanted = straight(target)
  const off = (gone: number): number => straight(READ[by](boiledDown(s, gone, power).out, power.altitudeM)) - wanted
  const guess = guessedGone(s, by, target, power.altitudeM)
  const known = { x: 0, y: straight(now) - wanted }
  return rootNear(off, guess, known, [0, MOST_GONE * waterG(s)], TOLERANCE * Math.abs(wanted), MOST_TRIES)
}
const TOLERANCE = 1e-6

/**
 * Reduce by boiling: to a mass, a volume (measured hot, at its boiling point), a Brix reading (of a drop cooled to 20
 * °C) or a boiling temperature. Everything but water stays; aromas that go with the steam are not counted.
 * @throws ProcessLimit when the target is behind already, or more water would have to go than there is
 */
export const reduce = defineStep({
  op: 'reduce',
  inputs: 'many',
  endSign: 'at-target',
  holds: ['burner', 'vessel'],
  params: {
    by: { choices: ['mass', 'volume', 'brix', 'boiling'] },
    target: { unit: '1', least: 0, most: 1e7, scales: { with: 'by', is: ['mass', 'volume'] } },
    ...BURNER,
  },
  run(inputs, { by, target, ...power }) {
    const s = mixed(inputs)
    const now = READ[by](s, power.altitudeM)
    const falls = by === 'mass' || by === 'volume'
    if (falls ? target > now + 1e-9 : target < now - 1e-9)
      throw new ProcessLimit('target-behind', { target, now }, 'target')
    const dryG = massG(s) - waterG(s)
    if (by === 'mass' && target <= dryG)
      throw new ProcessLimit('more-than-the-water', { target, least: dryG }, 'target')
    if (Math.abs(target - now) <= 1e-9) return boiledDown(s, 0, power)
    const goneG = by === 'mass' ? massG(s) - target : waterFor(s, by, target, now, power)
    if (goneG === null || goneG > MOST_GONE * waterG(s))
      throw new ProcessLimit('target-out-of-reach', { target, now }, 'target')
    return boiledDown(s, goneG, power)
  },
  explain: ({ p, param, used, call }) => [
    call(
      'minutes-to-boil-away',
      'min',
      'minutes-to-boil-away',
      used('goneG', 'water-gone', 'g'),
      ...powerFigures({ p, used, param }),
    ),
    call(
      'boiling-point',
      '°C',
      'boiling-point',
      used('dissolvedPercent', 'dissolved-percent', '%'),
      param('altitudeM'),
    ),
  ],
})

/**
 * Simmer for some minutes: water goes at a steady rate, which a lid brings near nothing. What hot acid does to sucrose
 * meanwhile is counted.
 * @throws ProcessLimit when more water would go than there is
 */
export const simmer = defineStep({
  op: 'simmer',
  inputs: 'many',
  endSign: 'time-is-up',
  holds: ['burner', 'vessel'],
  params: {
    minutes: { unit: 'min', least: 0, most: 1440 },
    steamGPerMin: { unit: 'g/min', least: 0, most: 2000, default: 10, source: 'source.practice', model: [0, 60] },
    ...BURNER,
  },
  run(inputs, { minutes, steamGPerMin, ...power }) {
    const s = mixed(inputs)
    const goneG = minutes * steamGPerMin
    if (goneG >= 0.999 * waterG(s))
      throw new ProcessLimit('boils-dry', { goneG, waterG: waterG(s), minutes: waterG(s) / steamGPerMin }, 'minutes')
    return boiledDown(s, goneG, power, minutes)
  },
  explain: ({ param }) => [product('water-gone', 'g', [param('minutes'), param('steamGPerMin')])],
})
