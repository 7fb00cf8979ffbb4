import { meltFigure, melted } from '../melt'
import { defineStep, plainResult } from '../step'

/** A drink is drunk at about this temperature when the ice has done its work, °C. */
export const LAST_SIP_C = 1

/**
 * Ice put into the poured drink. The first sip has melted none; the last sip has melted what a heat balance asks for to
 * bring the drink to `toC`, with the vessel and the room left out. With `minutes`, the room goes on melting ice at the rate
 * of `cupWPerK` times its distance from the drink. Ice that is left floats and is a by-product.
 */
export const iceInCup = defineStep({
  op: 'iceInCup', inputs: 1, endSign: 'cold', holds: [],
  params: {
    iceG: { unit: 'g', least: 0, most: 1e5, limit: 'ice-negative' }, iceTempC: { unit: '°C', least: -40, most: 0, limit: 'ice-above-zero' },
    toC: { unit: '°C', least: 0, most: 40, default: LAST_SIP_C, source: 'source.last-sip' },
    minutes: { unit: 'min', least: 0, most: 600, default: 0, source: 'source.practice', model: [0, 60] },
    roomC: { unit: '°C', least: 0, most: 50, default: 25, source: 'source.practice' },
    cupWPerK: { unit: 'W/K', least: 0, most: 20, default: 0.25, source: 'source.cup-heat' },
  },
  run([drink], { cupWPerK, ...p }) {
    const { out, left } = melted(drink!, { ...p, wPerK: cupWPerK })
    return { ...plainResult(out), byProducts: [left] }
  },
  explain: ([drink], p, { leaf, param, call }) => [
    meltFigure(drink!, param('toC'), param('iceG'), param('iceTempC')),
    ...(p.minutes > 0 ? [call('melted-by-room', 'g', 'melted-by-room', param('cupWPerK'), param('roomC'), leaf('temperature', p.toC, '°C'), param('minutes'))] : []),
  ],
})
