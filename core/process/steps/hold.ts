import { meltFigure, melted } from '../melt'
import { LAST_SIP_C } from './ice-in-cup'
import { defineStep, plainResult } from '../step'

/** Let it stand: flavours even out. Nothing is computed but time; warm for long it needs a reason. */
export const rest = defineStep({
  op: 'rest', inputs: 1, endSign: 'time-is-up', holds: ['fridge'],
  params: { minutes: { unit: 'min', least: 0, most: 20160 } },
  run: ([s], { minutes }) => ({ ...plainResult(s!), waitMin: minutes, cautions: s!.tempC > 5 && minutes > 240 ? ['held-warm'] : [] }),
})

/** Ice in a dispenser, against time; see {@link melted}. What is poured meanwhile takes ice melt with it and is not followed. */
export const iceInDispenser = defineStep({
  op: 'iceInDispenser', inputs: 1, endSign: 'cold', holds: ['dispenser'],
  params: {
    iceG: { unit: 'g', least: 0, most: 1e6, limit: 'ice-negative' }, iceTempC: { unit: '°C', least: -40, most: 0, default: -5, source: 'source.practice', limit: 'ice-above-zero' },
    minutes: { unit: 'min', least: 0, most: 1440 }, roomC: { unit: '°C', least: 0, most: 50, default: 25, source: 'source.practice' },
    vesselWPerK: { unit: 'W/K', least: 0, most: 50, default: 1.5, source: 'source.dispenser-heat' },
  },
  run([drink], { vesselWPerK, ...p }) {
    const { out, left, lastsMin } = melted(drink!, { ...p, toC: Math.min(LAST_SIP_C, drink!.tempC), wPerK: vesselWPerK })
    return {
      ...plainResult(out), byProducts: [left], waitMin: p.minutes, cautions: ['potable'],
      flags: p.minutes > lastsMin ? [{ code: 'ice-ran-out', numbers: { minutes: lastsMin, tempC: out.tempC } }] : [],
    }
  },
  explain([drink], _, { leaf, param, call }) {
    const toC = leaf('last-sip-temperature', Math.min(LAST_SIP_C, drink!.tempC), '°C')
    return [meltFigure(drink!, toC, param('iceG'), param('iceTempC')), call('melted-by-room', 'g', 'melted-by-room', param('vesselWPerK'), param('roomC'), toC, param('minutes'))]
  },
})
