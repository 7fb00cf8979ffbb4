import { INDEX, LACTIC_UNSURE, MOLAR_MASS, PH_ACIDS } from '../../substances'
import { ACID_ENOUGH_PH } from '../../safety/limits'
import { CULTURE_PH, lacticFrom } from '../culture'
import { concentrations, phEstimate } from '../acidity'
import { mixed, settled } from '../phase'
import { massG, sugarsG, volumeMl, type Stream } from '../stream'
import { defineStep, plainResult, type Flag } from '../step'

const EATEN = ['glucose', 'fructose', 'sucrose', 'lactose', 'otherSugars'] as const
const WATER_G_PER_MOL = 18.015
/** How many times faster or slower real cultures work. Common practice, no source. */
const TIMES = 2
/** Usual at 22 °C, h. Common practice, no source. */
const USUAL_H = [24, 72] as const
const USUAL_AT_C = 22

/** Sugar turned into so much lactic acid, one sugar after the other; sugars of two parts take up water first. */
function eaten(s: Stream, acid: number): number[] {
  const amountsG = s.amountsG.slice()
  let left = acid
  for (const sugar of EATEN) {
    const isPair = MOLAR_MASS[sugar]! > 200
    const waterPerG = isPair ? WATER_G_PER_MOL / MOLAR_MASS[sugar]! : 0
    const grams = Math.min(left / (1 + waterPerG), amountsG[INDEX[sugar]]!)
    amountsG[INDEX[sugar]]! -= grams
    amountsG[INDEX.water]! -= grams * waterPerG
    left -= grams * (1 + waterPerG)
  }
  amountsG[INDEX.lactic]! += acid
  return amountsG
}

/** What a culture starts from, in the order in which its formula asks for it. */
const START = ['sugarsPer100', 'litresPer100', 'strong', 'buffer', ...PH_ACIDS] as const
function start(s: Stream): number[] {
  const per100G = massG(s) / 100
  return [sugarsG(s) / per100G, volumeMl(s) / 1000 / per100G, ...concentrations(s)]
}

type Tail<T extends unknown[]> = T extends [number, number, number, ...infer R] ? R : never
const named = (values: readonly number[]): Record<string, number> =>
  Object.fromEntries(START.map((name, i) => [name, values[i]!]))

/**
 * Let a lactic culture (whey, a starter) work: sugar turns into lactic acid, a gram of simple sugar to a gram of acid;
 * two-part sugars take up a little water first. The sourer it gets the slower it works, until it stops; what is too
 * sour at the start does not ferment at all. Real cultures vary by a factor of two, which the pH carries on as its
 * range, and wild ones make gas and a trace of alcohol too, which is left out: a range, not a promise. Sweetening
 * afterwards is a step of its own. Keep covered and clean; discard what moulds or smells wrong.
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
  window({ tempC }, inputs) {
    if (inputs.length && phEstimate(mixed(inputs)).ph <= CULTURE_PH.least) return null
    const times = 60 * TIMES ** ((USUAL_AT_C - tempC) / 10)
    return [USUAL_H[0] * times, USUAL_H[1] * times]
  },
  run(inputs, { hours, tempC, acidPer100GPerH }) {
    const s = mixed(inputs)
    const from = start(s) as Tail<Parameters<typeof lacticFrom>>
    const acid = (times: number): number =>
      (massG(s) / 100) * lacticFrom(hours, acidPer100GPerH * times, tempC, ...from)
    const [slow, made, fast] = [acid(1 / TIMES), acid(1), acid(TIMES)]
    const amountsG = eaten(s, made)
    amountsG[LACTIC_UNSURE]! += Math.max(made - slow, fast - made)
    const out = settled(amountsG, tempC, 0, s.crystals)
    const flags: Flag[] = [{ code: 'culture-range', numbers: { lowG: slow, highG: fast } }]
    const { ph: startPh } = phEstimate(s)
    if (startPh <= CULTURE_PH.least)
      flags.push({ code: 'culture-too-sour', numbers: { ph: startPh, least: CULTURE_PH.least } })
    // By the slow end of the range: what may not be sour enough is said.
    const { high } = phEstimate(out)
    if (high > ACID_ENOUGH_PH) flags.push({ code: 'culture-not-sour', numbers: { ph: high, limit: ACID_ENOUGH_PH } })
    return {
      ...plainResult(out),
      handMin: 3,
      waitMin: hours * 60,
      cautions: ['culture-clean'],
      flags,
      used: named(from),
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
      used('litresPer100', 'litres', 'L'),
      used('strong', 'strong-ions', 'mol/L'),
      used('buffer', 'buffer-groups', 'mol/L'),
      ...PH_ACIDS.map((acid) => used(acid, `acid-${acid.toLowerCase()}`, 'mol/L')),
    ),
  ],
})
