import { boilingPointC } from '../../substances'
import type { Figure } from '../../figures'
import { minutesToHeat } from '../kinetics'
import { inverted } from '../inversion'
import { mixed, settled } from '../phase'
import { dissolvedPercentOf, heatCapacityOf, massG, type Stream } from '../stream'
import {
  CARRIERS,
  defineStep,
  plainResult,
  ProcessLimit,
  type Carrier,
  type Explain,
  type Filled,
  type Specs,
} from '../step'

const BY_BURNER = { with: 'heater', is: 'burner' } as const

/**
 * What every step that heats asks. An electric hob of 1800 W gives about half of it to the pot. A microwave oven is
 * named by what it gives to a litre of water (IEC 60705); the wall gives some 1.7 times that. Common practice, no
 * source.
 */
export const BURNER = {
  heater: { choices: ['burner', 'microwave'], default: 'burner', source: 'source.practice' },
  burnerW: { unit: 'W', least: 50, most: 30000, default: 1800, source: 'source.practice', only: BY_BURNER },
  efficiency: { unit: '1', least: 0.05, most: 1, default: 0.5, source: 'source.practice', only: BY_BURNER },
  microwaveW: {
    unit: 'W',
    least: 50,
    most: 30000,
    default: 800,
    source: 'source.practice',
    model: [300, 3000],
    only: { with: 'heater', is: 'microwave' },
  },
  altitudeM: { unit: 'm', least: -400, most: 5000, default: 0, source: 'source.sea-level', model: [-400, 4000] },
  energy: { choices: CARRIERS, default: 'electricity', source: 'source.practice', only: BY_BURNER },
} as const satisfies Specs

/** Share of what a microwave oven draws that reaches the food. Common practice, no source. */
const MICROWAVE_EFFICIENCY = 0.6
/** W of the appliance, and the share of it that reaches the food. */
export interface Power {
  drawnW: number
  share: number
  carrier: Carrier
}
export const powerOf = (p: Filled<typeof BURNER>): Power =>
  p.heater === 'microwave'
    ? { drawnW: p.microwaveW / MICROWAVE_EFFICIENCY, share: MICROWAVE_EFFICIENCY, carrier: 'electricity' }
    : { drawnW: p.burnerW, share: p.efficiency, carrier: p.energy }

/** kJ at the appliance for some minutes at full power. */
export const applianceKj = (minutes: number, drawnW: number): number => (minutes * 60 * drawnW) / 1000

/** Power and its share as a formula asks for them: typed for a burner, worked out for a microwave oven. */
export const powerFigures = <S extends typeof BURNER>({
  p,
  param,
  used,
}: Pick<Explain<S, { drawnW: number; share: number }>, 'param' | 'used'> & { p: { heater: string } }): [
  Figure,
  Figure,
] =>
  p.heater === 'microwave'
    ? [used('drawnW', 'power-drawn', 'W'), used('share', 'share-into-food', '1')]
    : [param('burnerW'), param('efficiency')]

/**
 * Heat on a burner to a temperature and hold it there. Sugar dissolves as far as the hot water takes it; in an acid
 * syrup part of the sucrose splits while it is held. Nothing evaporates here: see simmer.
 */
export const heat = defineStep({
  op: 'heat',
  inputs: 'many',
  endSign: 'at-temperature',
  holds: ['burner', 'vessel'],
  params: {
    toC: { unit: '°C', least: 0, most: 130 },
    holdMin: { unit: 'min', least: 0, most: 600, default: 0, source: 'source.practice' },
    ...BURNER,
  },
  run(inputs, p) {
    const { toC, holdMin, altitudeM } = p
    const { drawnW, share, carrier } = powerOf(p)
    const cold = mixed(inputs)
    const warm = settled(cold.amountsG, Math.max(toC, cold.tempC), 0, cold.crystals)
    const dissolvedPercent = dissolvedPercentOf(warm)
    const boilsC = boilingPointC(dissolvedPercent, altitudeM)
    if (toC > boilsC + 0.05) throw new ProcessLimit('hotter-than-boiling', { toC, boilsC, altitudeM }, 'toC')
    const used = { ...warming(cold), dissolvedPercent, drawnW, share }
    const minutes = minutesToHeat(used.massG, used.cp, used.fromC, toC, drawnW, share, used.iceG)
    const hot = inverted(warm, holdMin)
    return {
      ...plainResult(hot.stream),
      handMin: 1,
      waitMin: minutes + holdMin,
      energyKj: applianceKj(minutes, drawnW),
      carrier,
      cautions: hotCautions(hot.stream, p.heater),
      flags: hot.share > 0.02 ? [{ code: 'sucrose-inverted', numbers: { share: hot.share } }] : [],
      used,
    }
  },
  explain: ({ p, n, used, param, call }) => [
    call(
      'minutes-to-heat',
      'min',
      'minutes-to-heat',
      used('massG', 'mass', 'g'),
      used('cp', 'heat-capacity', 'kJ/(kg K)'),
      used('fromC', 'temperature', '°C'),
      param('toC'),
      ...powerFigures({ p, used, param }),
      ...(n.iceG > 0 ? [used('iceG', 'ice', 'g')] : []),
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

/** What it takes to warm a stream, as {@link minutesToHeat} asks for it. */
export const warming = (cold: Stream) => ({
  massG: massG(cold),
  cp: heatCapacityOf(cold),
  fromC: cold.tempC,
  iceG: cold.iceG,
})

export const hotCautions = (s: Stream, heater = 'burner'): string[] =>
  s.tempC >= 60
    ? [dissolvedPercentOf(s) > 20 ? 'hot-sugar' : 'hot-liquid', ...(heater === 'microwave' ? ['boils-over'] : [])]
    : []
