import { boilingPointC } from '../../substances'
import { minutesToHeat } from '../kinetics'
import { inverted } from '../inversion'
import { dissolvedPercentOf, heatCapacityOf, massG, mixed, settled, type Stream } from '../stream'
import { defineStep, plainResult, ProcessLimit, type NumberSpec } from '../step'

/** What every step on the stove asks: an electric hob of 1800 W gives about half of it to the pot. Common practice, no source. */
export const BURNER = {
  burnerW: { unit: 'W', least: 50, most: 30000, default: 1800, source: 'source.practice' },
  efficiency: { unit: '1', least: 0.05, most: 1, default: 0.5, source: 'source.practice' },
  altitudeM: { unit: 'm', least: -400, most: 5000, default: 0, source: 'source.sea-level', model: [-400, 4000] },
} as const satisfies Record<string, NumberSpec>

/** kJ at the appliance for some minutes at full power. */
export const burnerKj = (minutes: number, burnerW: number): number => (minutes * 60 * burnerW) / 1000

/**
 * Heat on a burner to a temperature and hold it there. Sugar dissolves as far as the hot water takes it; in an acid syrup part of the sucrose splits while it
 * is held. Nothing evaporates here: see simmer.
 */
export const heat = defineStep({
  op: 'heat', inputs: 'many', endSign: 'at-temperature', holds: ['burner', 'vessel'],
  params: { toC: { unit: '°C', least: 0, most: 130 }, holdMin: { unit: 'min', least: 0, most: 600, default: 0, source: 'source.practice' }, ...BURNER },
  run(inputs, { toC, holdMin, burnerW, efficiency, altitudeM }) {
    const cold = mixed(inputs)
    const boilsC = boilingPointC(dissolvedPercentOf(cold), altitudeM)
    if (toC > boilsC + 0.05) throw new ProcessLimit('hotter-than-boiling', { toC, boilsC, altitudeM }, 'toC')
    const minutes = minutesToHeat(massG(cold), heatCapacityOf(cold), cold.tempC, toC, burnerW, efficiency)
    const hot = inverted(settled(cold.amountsG, Math.max(toC, cold.tempC)), holdMin)
    return {
      ...plainResult(hot.stream), handMin: 1, waitMin: minutes + holdMin, energyKj: burnerKj(minutes, burnerW), cautions: hotCautions(hot.stream),
      flags: hot.share > 0.02 ? [{ code: 'sucrose-inverted', numbers: { share: hot.share } }] : [],
    }
  },
  explain(inputs, _, { leaf, param, call }) {
    const cold = mixed(inputs)
    return [
      call('minutes-to-heat', 'min', 'minutes-to-heat', leaf('mass', massG(cold), 'g'), leaf('heat-capacity', heatCapacityOf(cold), 'kJ/(kg K)'), leaf('temperature', cold.tempC, '°C'), param('toC'), param('burnerW'), param('efficiency')),
      call('boiling-point', '°C', 'boiling-point', leaf('dissolved-percent', dissolvedPercentOf(cold), '%'), param('altitudeM')),
    ]
  },
})

export const hotCautions = (s: Stream): string[] => (s.tempC >= 60 ? [dissolvedPercentOf(s) > 20 ? 'hot-sugar' : 'hot-liquid'] : [])
