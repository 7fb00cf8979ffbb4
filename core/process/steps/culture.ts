import { INDEX, MOLAR_MASS } from '../../substances'
import { lacticFrom } from '../kinetics'
import { phEstimate } from '../acidity'
import { mixed, settled } from '../phase'
import { massG, sugarsG } from '../stream'
import { defineStep, plainResult, type Flag } from '../step'

const EATEN = ['glucose', 'fructose', 'sucrose', 'lactose', 'otherSugars'] as const
const WATER_G_PER_MOL = 18.015

/**
 * Let a lactic culture (whey, a starter) work: sugar turns into lactic acid, a gram of simple sugar to a gram of acid;
 * two-part sugars take up a little water first. Real cultures vary by a factor of two, and wild ones make gas and a
 * trace of alcohol too, which is left out: a range, not a promise. Sweetening afterwards is a step of its own. Keep
 * covered and clean; discard what moulds or smells wrong.
 */
export const culture = defineStep({
  op: 'culture',
  inputs: 'many',
  endSign: 'sour-and-lively',
  holds: ['vessel'],
  params: {
    hours: { unit: 'h', least: 0, most: 240 },
    tempC: { unit: '°C', least: 2, most: 45, default: 22, source: 'source.practice', model: [15, 42] },
    acidPer100GPerH: {
      unit: 'g/100 g h',
      least: 0,
      most: 1,
      default: 0.02,
      source: 'source.practice',
      model: [0.002, 0.2],
    },
  },
  window: () => [24 * 60, 72 * 60],
  run(inputs, { hours, tempC, acidPer100GPerH }) {
    const s = mixed(inputs)
    const mass = massG(s)
    const sugarsPer100 = (100 * sugarsG(s)) / mass
    const made = lacticFrom(hours, acidPer100GPerH, tempC, sugarsPer100)
    const amountsG = s.amountsG.slice()
    const acid = (made * mass) / 100
    let left = acid
    for (const sugar of EATEN) {
      const isPair = MOLAR_MASS[sugar]! > 200
      const waterPerG = isPair ? WATER_G_PER_MOL / MOLAR_MASS[sugar]! : 0
      const eaten = Math.min(left / (1 + waterPerG), amountsG[INDEX[sugar]]!)
      amountsG[INDEX[sugar]]! -= eaten
      amountsG[INDEX.water]! -= eaten * waterPerG
      left -= eaten * (1 + waterPerG)
    }
    amountsG[INDEX.lactic]! += acid
    const out = settled(amountsG, tempC)
    const { ph } = phEstimate(out)
    const flags: Flag[] = [
      { code: 'culture-range', numbers: { lowG: acid / 2, highG: Math.min(2 * acid, sugarsG(s)) } },
    ]
    if (ph > 4.2) flags.push({ code: 'culture-not-sour', numbers: { ph } })
    return {
      ...plainResult(out),
      handMin: 3,
      waitMin: hours * 60,
      cautions: ['culture-clean'],
      flags,
      used: { sugarsPer100 },
    }
  },
  explain: ({ param, used, call }) => [
    call(
      'lactic-made',
      'g/100 g',
      'lactic-from',
      param('hours'),
      param('acidPer100GPerH'),
      param('tempC'),
      used('sugarsPer100', 'sugars-per-100', 'g/100 g'),
    ),
  ],
})
