import { boilingPointC } from '../../substances'
import { minutesToHeat } from '../kinetics'
import { inverted } from '../inversion'
import { mixed, settled } from '../phase'
import { dissolvedPercentOf, heatCapacityOf, massG, type Stream } from '../stream'
import { CARRIERS, defineStep, plainResult, ProcessLimit, type Specs } from '../step'

/**
 * What every step on the stove asks: an electric hob of 1800 W gives about half of it to the pot. Common practice, no
 * source.
 */
export const BURNER = {
  burnerW: { unit: 'W', least: 50, most: 30000, default: 1800, source: 'source.practice' },
  efficiency: { unit: '1', least: 0.05, most: 1, default: 0.5, source: 'source.practice' },
  altitudeM: { unit: 'm', least: -400, most: 5000, default: 0, source: 'source.sea-level', model: [-400, 4000] },
  energy: { choices: CARRIERS, default: 'electricity', source: 'source.practice' },
} as const satisfies Specs

/** kJ at the appliance for some minutes at full power. */
export const burnerKj = (minutes: number, burnerW: number): number => (minutes * 60 * burnerW) / 1000

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
  run(inputs, { toC, holdMin, burnerW, efficiency, altitudeM, energy }) {
    const cold = mixed(inputs)
    const warm = settled(cold.amountsG, Math.max(toC, cold.tempC))
    const dissolvedPercent = dissolvedPercentOf(warm)
    const boilsC = boilingPointC(dissolvedPercent, altitudeM)
    if (toC > boilsC + 0.05) throw new ProcessLimit('hotter-than-boiling', { toC, boilsC, altitudeM }, 'toC')
    const used = { ...warming(cold), dissolvedPercent }
    const minutes = minutesToHeat(used.massG, used.cp, used.fromC, toC, burnerW, efficiency, used.iceG)
    const hot = inverted(warm, holdMin)
    return {
      ...plainResult(hot.stream),
      handMin: 1,
      waitMin: minutes + holdMin,
      energyKj: burnerKj(minutes, burnerW),
      carrier: energy,
      cautions: hotCautions(hot.stream),
      flags: hot.share > 0.02 ? [{ code: 'sucrose-inverted', numbers: { share: hot.share } }] : [],
      used,
    }
  },
  explain: ({ n, used, param, call }) => [
    call(
      'minutes-to-heat',
      'min',
      'minutes-to-heat',
      used('massG', 'mass', 'g'),
      used('cp', 'heat-capacity', 'kJ/(kg K)'),
      used('fromC', 'temperature', '°C'),
      param('toC'),
      param('burnerW'),
      param('efficiency'),
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

export const hotCautions = (s: Stream): string[] =>
  s.tempC >= 60 ? [dissolvedPercentOf(s) > 20 ? 'hot-sugar' : 'hot-liquid'] : []
