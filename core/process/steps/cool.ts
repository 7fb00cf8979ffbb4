import { COLD_C } from '../../safety/limits'
import { HOT_LIQUID_C, coolingMinutes, coolingRate, iceForTemperature } from '../kinetics'
import { sucroseSaturation } from '../acidity'
import { atTemperature, capacityJPerK, freezingPointOf, mixed } from '../phase'
import { massG, scaled, volumeMl, type Stream } from '../stream'
import { defineStep, plainResult, ProcessLimit, type Flag } from '../step'

/**
 * Where it stands: usual surroundings and, for a litre in a pot, the share of the difference lost per minute. Common
 * practice, no source.
 */
const PLACES = {
  bench: { surroundingsC: 21, perMin: 0.009 },
  'water-bath': { surroundingsC: 15, perMin: 0.05 },
  'ice-bath': { surroundingsC: 1, perMin: 0.08 },
  'shallow-pan': { surroundingsC: 21, perMin: 0.025 },
  fridge: { surroundingsC: 4, perMin: 0.012 },
} as const
type Place = keyof typeof PLACES
/** Surface grows slower than volume: a pot of V litres cools by V to the minus a third. */
const rateOf = (place: Place, litres: number): number => PLACES[place].perMin * litres ** (-1 / 3)

/**
 * FDA Food Code 3-501.14 (memory): cooked, 57 to 21 °C in 2 h and to 5 °C in 6 h in all; made at room temperature, or
 * cooled from below 57 °C, to 5 °C in 4 h.
 */
export const TWO_STAGE = { fromC: 57, firstC: 21, firstMin: 120, allMin: 360, freshMin: 240 } as const

/** By how it cools where it stands. @param untilC where this step ends */
function tooSlow(fromC: number, untilC: number, surroundingsC: number, rate: number): Flag[] {
  if (untilC >= fromC || fromC <= COLD_C) return []
  return fromC >= TWO_STAGE.fromC
    ? cookedTooSlow(fromC, surroundingsC, rate)
    : freshTooSlow(fromC, untilC, surroundingsC, rate)
}
function freshTooSlow(fromC: number, untilC: number, surroundingsC: number, rate: number): Flag[] {
  const allowedMin = TWO_STAGE.freshMin
  if (surroundingsC < COLD_C) {
    const to5Min = coolingMinutes(fromC, COLD_C, surroundingsC, rate)
    return to5Min > allowedMin ? [{ code: 'cools-too-slowly-to-5', numbers: { to5Min, allowedMin } }] : []
  }
  // Where it does not get cold it is moved on: the time until then counts.
  const minutes = coolingMinutes(fromC, untilC, surroundingsC, rate)
  return minutes > allowedMin ? [{ code: 'warm-too-long', numbers: { minutes, allowedMin } }] : []
}
function cookedTooSlow(fromC: number, surroundingsC: number, rate: number): Flag[] {
  const { firstC, firstMin, allMin } = TWO_STAGE
  const start = coolingMinutes(fromC, TWO_STAGE.fromC, surroundingsC, rate)
  const to21 = coolingMinutes(fromC, firstC, surroundingsC, rate) - start
  const to5 = coolingMinutes(fromC, COLD_C, surroundingsC, rate) - start
  if (!Number.isFinite(to21)) return [{ code: 'too-warm-to-cool', numbers: { surroundingsC, allowedMin: firstMin } }]
  if (to21 > firstMin) return [{ code: 'cools-too-slowly', numbers: { to21Min: to21, allowedMin: firstMin } }]
  // Where it does not get down to 5 °C it is moved on; only what stands in the cold is held to the six hours.
  return to5 > allMin && surroundingsC < COLD_C
    ? [{ code: 'cools-too-slowly-to-5', numbers: { to5Min: to5, allowedMin: allMin } }]
    : []
}

/**
 * Cool by Newton's law: the difference to the surroundings falls by the same share each minute. The rate comes from
 * place and volume, or is fitted from two readings of your own. Never crosses its surroundings. Sugar that the cold
 * cannot hold stays in solution for a while: the flag says it may crystallise. What freezes on the way is said.
 * @throws ProcessLimit when the target lies beyond the surroundings, or two readings do not cool
 */
export const cool = defineStep({
  op: 'cool',
  inputs: 1,
  endSign: 'at-temperature',
  holds: ['vessel'],
  params: {
    place: { choices: Object.keys(PLACES) as Place[], default: 'bench' as Place, source: 'source.practice' },
    toC: { unit: '°C', least: -10, most: 120 },
    surroundingsC: { unit: '°C', least: -30, most: 60, optional: true },
    firstC: { unit: '°C', least: -10, most: 130, optional: true },
    secondC: { unit: '°C', least: -10, most: 130, optional: true },
    betweenMin: { unit: 'min', least: 0.1, most: 1440, optional: true },
  },
  run([s], p) {
    const { rate, aroundC } = coolingOf(s!, p)
    const minutes = coolingMinutes(s!.tempC, p.toC, aroundC, rate)
    if (
      !Number.isFinite(minutes) ||
      Math.sign(s!.tempC - aroundC) !== Math.sign(p.toC - aroundC) ||
      Math.abs(p.toC - aroundC) > Math.abs(s!.tempC - aroundC)
    ) {
      throw new ProcessLimit(
        'target-beyond-surroundings',
        { toC: p.toC, surroundingsC: aroundC, fromC: s!.tempC },
        'toC',
      )
    }
    const flags = [...tooSlow(s!.tempC, p.toC, aroundC, rate), ...frozenFlags(s!, p.toC)]
    const saturation = sucroseSaturation(s!, p.toC)
    if (saturation > 1) flags.push({ code: 'may-crystallise', numbers: { times: saturation, tempC: p.toC } })
    return {
      ...plainResult(atTemperature(s!, p.toC)),
      handMin: 1,
      waitMin: minutes,
      cautions: s!.tempC >= HOT_LIQUID_C ? ['hot-liquid'] : [],
      flags,
      used: { fromC: s!.tempC, aroundC, rate },
    }
  },
  explain: ({ p, param, used, call }) => {
    const around = p.surroundingsC === undefined ? used('aroundC', 'surroundings', '°C') : param('surroundingsC')
    const isFitted = p.firstC !== undefined && p.secondC !== undefined && p.betweenMin !== undefined
    const perMin = isFitted
      ? call('cooling-rate', '1/min', 'cooling-rate', param('firstC'), param('secondC'), around, param('betweenMin'))
      : used('rate', 'cooling-rate', '1/min')
    return [
      call(
        'cooling-minutes',
        'min',
        'cooling-minutes',
        used('fromC', 'temperature', '°C'),
        param('toC'),
        around,
        perMin,
      ),
    ]
  },
})

/** Says that some of it freezes, and at what temperature that begins. */
export function frozenFlags(s: Stream, toC: number): Flag[] {
  const { iceG } = atTemperature(s, toC)
  return iceG > s.iceG + FROZEN_G ? [{ code: 'freezes', numbers: { freezesC: freezingPointOf(s), toC, iceG } }] : []
}
const FROZEN_G = 0.05

function coolingOf(
  s: Stream,
  p: { place: Place; surroundingsC?: number; firstC?: number; secondC?: number; betweenMin?: number },
): { rate: number; aroundC: number } {
  const aroundC = p.surroundingsC ?? PLACES[p.place].surroundingsC
  if (p.firstC === undefined || p.secondC === undefined || p.betweenMin === undefined)
    return { aroundC, rate: rateOf(p.place, Math.max(0.05, volumeMl(s) / 1000)) }
  const rate = coolingRate(p.firstC, p.secondC, aroundC, p.betweenMin)
  if (!(rate > 0 && Number.isFinite(rate)))
    throw new ProcessLimit(
      'readings-do-not-cool',
      { firstC: p.firstC, secondC: p.secondC, surroundingsC: aroundC },
      'secondC',
    )
  return { rate, aroundC }
}

/**
 * Ice in place of part of the water: as much of the ice given as brings the mix to `toC`, all of it melted. What is
 * over is handed back. How cold the ice is stands with the ice.
 * @throws ProcessLimit when more ice is asked for than there is to take, or what is given is no ice
 */
export const chillWithIce = defineStep({
  op: 'chillWithIce',
  inputs: 2,
  endSign: 'ice-gone',
  holds: ['vessel'],
  params: { toC: { unit: '°C', least: 0, most: 60 } },
  run([mix, ice], { toC }) {
    const thereG = massG(ice!)
    if (ice!.iceG < thereG - TOLERANCE_G || thereG <= 0) throw new ProcessLimit('ice-is-no-ice', {})
    if (mix!.iceG > 0) throw new ProcessLimit('ice-in-it-already', {})
    const used = { capacity: capacityJPerK(mix!) / 1000, fromC: mix!.tempC, iceTempC: ice!.tempC }
    const usedG = iceForTemperature(used.capacity, used.fromC, toC, used.iceTempC)
    if (usedG > thereG) throw new ProcessLimit('ice-more-than-there', { neededG: usedG, thereG, toC }, 'toC')
    const share = usedG / thereG
    return {
      ...plainResult(mixed([mix!, scaled(ice!, share)])),
      byProducts: share < 1 ? [{ name: 'ice-left', stream: scaled(ice!, 1 - share) }] : [],
      handMin: 1,
      waitMin: 3,
      cautions: ['potable'],
      used,
    }
  },
  explain: ({ param, used, call }) => [
    call(
      'ice-needed',
      'g',
      'ice-for-temperature',
      used('capacity', 'heat-for-a-degree', 'kJ/K'),
      used('fromC', 'temperature', '°C'),
      param('toC'),
      used('iceTempC', 'ice-temperature', '°C'),
    ),
  ],
})
const TOLERANCE_G = 1e-6
