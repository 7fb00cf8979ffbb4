import { COLD_C } from '../../safety/limits'
import { meltFigures, melted } from '../melt'
import { defineStep, plainResult, ProcessLimit } from '../step'

/** Let it stand: flavours even out. Nothing is computed but time; warm for long it needs a reason. */
export const rest = defineStep({
  op: 'rest',
  inputs: 1,
  endSign: 'time-is-up',
  holds: ['fridge'],
  params: { minutes: { unit: 'min', least: 0, most: 20160 } },
  run: ([s], { minutes }) => ({
    ...plainResult(s!),
    waitMin: minutes,
    cautions: s!.tempC > COLD_C && minutes > 240 ? ['held-warm'] : [],
  }),
})

/**
 * Ice in a dispenser, against time; see {@link melted}. What is poured meanwhile takes ice melt with it and is not
 * followed.
 * @throws ProcessLimit where the drink has ice in it already
 */
export const iceInDispenser = defineStep({
  op: 'iceInDispenser',
  inputs: 1,
  endSign: 'cold',
  holds: ['dispenser'],
  params: {
    iceG: { unit: 'g', least: 0, most: 1e6, limit: 'ice-negative', scales: true },
    iceTempC: { unit: '°C', least: -40, most: 0, default: -5, source: 'source.practice', limit: 'ice-above-zero' },
    minutes: { unit: 'min', least: 0, most: 1440 },
    roomC: { unit: '°C', least: 0, most: 50, default: 25, source: 'source.practice' },
    vesselWPerK: { unit: 'W/K', least: 0, most: 50, default: 1.5, source: 'source.dispenser-heat' },
  },
  run([drink], { vesselWPerK, ...p }) {
    if (drink!.iceG > 0) throw new ProcessLimit('ice-in-it-already', {})
    const { out, left, goneMin, used } = melted(drink!, { ...p, wPerK: vesselWPerK })
    const ranOut = p.iceG > 0 && p.minutes > goneMin
    return {
      ...plainResult(out),
      byProducts: [left],
      waitMin: p.minutes,
      cautions: ['potable'],
      flags: ranOut ? [{ code: 'ice-ran-out', numbers: { minutes: goneMin, tempC: out.tempC } }] : [],
      used,
    }
  },
  explain: (of) =>
    meltFigures(of, [
      of.param('iceG'),
      of.param('iceTempC'),
      of.param('vesselWPerK'),
      of.param('roomC'),
      of.param('minutes'),
    ]),
})
