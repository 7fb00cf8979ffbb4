import { INDEX, boilingPointC, brixReading } from '../../substances'
import { product } from '../../figures'
import { minutesToBoilAway, minutesToHeat } from '../kinetics'
import { inverted } from '../inversion'
import { rootBetween } from '../../solve'
import { atTemperature, mixed, settled } from '../phase'
import { acidG, dissolvedPercentOf, liquorG, massG, volumeMl, waterG, waterStream, type Stream } from '../stream'
import { defineStep, plainResult, ProcessLimit, type Carrier, type Flag } from '../step'
import { BURNER, burnerKj, hotCautions, warming } from './heat'

/** °Bx of a stream as a refractometer would read it. */
export const brixOf = (s: Stream): number =>
  brixReading(dissolvedPercentOf(s), liquorG(s) > 0 ? (100 * acidG(s)) / liquorG(s) : 0)

function lessWater(s: Stream, goneG: number, tempC: number): Stream {
  const amountsG = s.amountsG.slice()
  amountsG[INDEX.water]! -= goneG
  return settled(amountsG, tempC)
}

/**
 * Boils `goneG` of water off on a burner: the way up, the boil, what the acid does meanwhile, and the steam as a loss.
 */
function boiledDown(
  cold: Stream,
  goneG: number,
  p: { burnerW: number; efficiency: number; altitudeM: number; energy: Carrier },
  minutesOnTop = 0,
) {
  const startC = boilingPointC(dissolvedPercentOf(settled(cold.amountsG, HOT_C)), p.altitudeM)
  const { massG: grams, cp, fromC, iceG } = warming(cold)
  const up = minutesToHeat(grams, cp, fromC, startC, p.burnerW, p.efficiency, iceG)
  const boiling = minutesToBoilAway(goneG, p.burnerW, p.efficiency)
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
    energyKj: burnerKj(up + boiling, p.burnerW),
    carrier: p.energy,
    cautions: [...hotCautions(stream), 'steam'],
    flags,
    used: { goneG, dissolvedPercent },
  }
}
/** Sugar goes in hot: the solubility curve ends here. */
const HOT_C = 80
/** Beyond this the boiling point is no use any more. */
const MOST_PERCENT = 95

/**
 * g of water to lose so that `rest` of what is left is zero: from nothing to nearly all of it.
 * @returns null where it never is
 */
function waterFor(s: Stream, rest: (goneG: number) => number): number | null {
  const most = MOST_GONE * waterG(s)
  const [first, last] = [rest(0), rest(most)]
  if (Math.abs(first) < 1e-9) return 0
  return first * last < 0 ? rootBetween(rest, 0, most, 1e-4) : null
}
const MOST_GONE = 0.999

/**
 * What a target is read as. Crystals that fall out in a very thick syrup count as dissolved: it is read while it boils.
 */
const READ: Record<'mass' | 'volume' | 'brix' | 'boiling', (s: Stream, altitudeM: number) => number> = {
  mass: massG,
  volume: volumeMl,
  brix: (s) => brixOf({ ...s, undissolvedG: 0 }),
  boiling: (s, altitudeM) => boilingPointC(Math.min(99, dissolvedPercentOf({ ...s, undissolvedG: 0 })), altitudeM),
}

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
  run(inputs, { by, target, ...burner }) {
    const s = mixed(inputs)
    const now = READ[by](s, burner.altitudeM)
    const falls = by === 'mass' || by === 'volume'
    if (falls ? target > now + 1e-9 : target < now - 1e-9)
      throw new ProcessLimit('target-behind', { target, now }, 'target')
    const dryG = massG(s) - waterG(s)
    if (by === 'mass' && target <= dryG)
      throw new ProcessLimit('more-than-the-water', { target, least: dryG }, 'target')
    // What acid does to the sugar on the way takes up water too, so the whole boil is tried for each amount.
    const off = (gone: number): number => READ[by](boiledDown(s, gone, burner).out, burner.altitudeM) - target
    const goneG = by === 'mass' ? massG(s) - target : waterFor(s, off)
    if (goneG === null || goneG > MOST_GONE * waterG(s))
      throw new ProcessLimit('target-out-of-reach', { target, now }, 'target')
    return boiledDown(s, goneG, burner)
  },
  explain: ({ param, used, call }) => [
    call(
      'minutes-to-boil-away',
      'min',
      'minutes-to-boil-away',
      used('goneG', 'water-gone', 'g'),
      param('burnerW'),
      param('efficiency'),
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
  run(inputs, { minutes, steamGPerMin, ...burner }) {
    const s = mixed(inputs)
    const goneG = minutes * steamGPerMin
    if (goneG >= 0.999 * waterG(s))
      throw new ProcessLimit('boils-dry', { goneG, waterG: waterG(s), minutes: waterG(s) / steamGPerMin }, 'minutes')
    return boiledDown(s, goneG, burner, minutes)
  },
  explain: ({ param }) => [product('water-gone', 'g', [param('minutes'), param('steamGPerMin')])],
})
