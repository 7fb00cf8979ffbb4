import { meltFigures, melted } from '../melt'
import { defineStep, plainResult, ProcessLimit } from '../step'

/** How long a guest takes over a drink, and what it stands in. Common practice, no source. */
export const SIP = { minutes: 20, roomC: 25, cupWPerK: 0.25 } as const

/**
 * Ice put into the poured drink, after some minutes: see {@link melted}. Ice that is left floats and is a by-product.
 * @throws ProcessLimit where the drink has ice in it already
 */
export const iceInCup = defineStep({
  op: 'iceInCup',
  inputs: 1,
  endSign: 'cold',
  holds: [],
  params: {
    iceG: { unit: 'g', least: 0, most: 1e6, limit: 'ice-negative', scales: true },
    iceTempC: { unit: '°C', least: -40, most: 0, limit: 'ice-above-zero' },
    minutes: { unit: 'min', least: 0, most: 600, default: SIP.minutes, source: 'source.practice', model: [0, 60] },
    roomC: { unit: '°C', least: 0, most: 50, default: SIP.roomC, source: 'source.practice' },
    cupWPerK: { unit: 'W/K', least: 0, most: 20, default: SIP.cupWPerK, source: 'source.cup-heat' },
  },
  run([drink], { cupWPerK, ...p }) {
    if (drink!.iceG > 0) throw new ProcessLimit('ice-in-it-already', {})
    const { out, left, used } = melted(drink!, { ...p, wPerK: cupWPerK })
    return { ...plainResult(out), byProducts: [left], used }
  },
  explain: (of) =>
    meltFigures(of, [
      of.param('iceG'),
      of.param('iceTempC'),
      of.param('cupWPerK'),
      of.param('roomC'),
      of.param('minutes'),
    ]),
})
