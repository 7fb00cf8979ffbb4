import { INDEX, SWEET_WITHOUT_SUGAR } from '../../substances'
import { phEstimate } from '../acidity'
import { rootBetween } from '../../solve'
import { mixed } from '../phase'
import { massG, scaled, sweetnessG, volumeMl, waterStream, type Stream } from '../stream'
import { defineStep, plainResult, ProcessLimit, type Flag } from '../step'
import { undissolvedFlags } from './dissolve'

/**
 * Milk, yogurt or coconut into a drink. Below about pH 5.2 milk protein clumps; acid slowly into cold milk, or milk
 * into acid with sugar already in, helps. Drinks of milk or of a plant's milk are kept cold; what is an allergen is
 * known from the ingredients.
 */
export const addDairy = defineStep({
  op: 'addDairy',
  mixes: () => true,
  takesNothing: true,
  inputs: 'many',
  endSign: 'evenly-mixed',
  holds: ['vessel'],
  params: {},
  run(inputs) {
    const out = mixed(inputs)
    const { ph } = phEstimate(out)
    const curdles: Flag[] =
      out.amountsG[INDEX.protein]! > 0.003 * massG(out) && ph < 5.2 ? [{ code: 'may-curdle', numbers: { ph } }] : []
    return { ...plainResult(out), handMin: 1, cautions: ['tcs'], flags: [...undissolvedFlags(out), ...curdles] }
  },
})

/**
 * Sweetener without sugar up to a sweetness in g of sucrose per 100 mL: the second stream is taken as far as needed,
 * the rest handed back. Sweetness against sucrose falls at higher strength, which is left out.
 * @throws ProcessLimit when the drink is sweeter already, or the sweetener is not enough
 */
export const sweeten = defineStep({
  op: 'sweeten',
  inputs: 2,
  endSign: 'clear',
  holds: ['vessel'],
  params: { toSweetness: { unit: 'g/100 mL', least: 0, most: 60 } },
  run([drink, sweetener], { toSweetness }) {
    if (!(sweetnessG(sweetener!) > 0)) throw new ProcessLimit('sweetener-no-strength', {})
    const now = (100 * sweetnessG(drink!)) / volumeMl(drink!)
    if (toSweetness < now) throw new ProcessLimit('target-behind', { target: toSweetness, now }, 'toSweetness')
    const thereG = massG(sweetener!)
    const both = (grams: number): Stream => mixed([drink!, scaled(sweetener!, grams / thereG)])
    const missing = (grams: number): number => {
      const s = both(grams)
      return sweetnessG(s) - (toSweetness / 100) * volumeMl(s)
    }
    if (missing(thereG) < 0) {
      const neededG = neededBeyond(missing, thereG)
      throw new ProcessLimit('sweetener-not-enough', { neededG, thereG }, 'toSweetness')
    }
    const usedG = missing(0) >= 0 ? 0 : rootBetween(missing, 0, thereG, 1e-6)
    const out = both(usedG)
    return {
      ...plainResult(out),
      handMin: 1,
      byProducts: usedG < thereG ? [{ name: 'sweetener-left', stream: scaled(sweetener!, 1 - usedG / thereG) }] : [],
      cautions: sweetener!.amountsG[SWEET_WITHOUT_SUGAR]! > 0 ? ['sweetener-label'] : [],
      flags: undissolvedFlags(out),
      used: { usedG },
    }
  },
  explain: ({ used }) => [used('usedG', 'sweetener-used', 'g')],
})

/** g that would be enough, for the sentence; as much as there is ten times over where even that is not. */
function neededBeyond(missing: (grams: number) => number, thereG: number): number {
  const mostG = 10 * thereG
  return missing(mostG) < 0 ? mostG : rootBetween(missing, thereG, mostG, 1e-3)
}

/** Sparkling water poured on top of the cup: some of its gas goes at once. Cold water and a tilted glass keep more. */
export const topUp = defineStep({
  op: 'topUp',
  inputs: 2,
  takesNothing: true,
  endSign: 'at-the-mark',
  holds: [],
  params: { gasLost: { unit: '1', least: 0, most: 1, default: 0.3, source: 'source.practice' } },
  run([drink, sparkling], { gasLost }) {
    const gas = waterStream(0, sparkling!.tempC)
    gas.amountsG[INDEX.carbonDioxide] = sparkling!.amountsG[INDEX.carbonDioxide]! * gasLost
    const flat = sparkling!.amountsG.slice()
    flat[INDEX.carbonDioxide]! -= gas.amountsG[INDEX.carbonDioxide]!
    const out = mixed([drink!, { ...sparkling!, amountsG: flat }])
    return {
      ...plainResult(out),
      flags: undissolvedFlags(out),
      losses: massG(gas) > 0 ? [{ name: 'gas', stream: gas }] : [],
      handMin: 0.1,
    }
  },
})

/** A spoon of purée into the cup: it lies at the bottom until stirred; the figures are of the stirred drink. */
export const spoonPuree = defineStep({
  op: 'spoonPuree',
  mixes: () => true,
  takesNothing: true,
  inputs: 2,
  endSign: 'layered',
  holds: [],
  params: { seconds: { unit: 's', least: 0, most: 300, default: 5, source: 'source.practice' } },
  run: (inputs, { seconds }) => {
    const out = mixed(inputs)
    return { ...plainResult(out), flags: undissolvedFlags(out), handMin: seconds / 60 }
  },
})

/** A garnish on the cup: bought, cut and put there, not drunk. */
export const garnish = defineStep({
  op: 'garnish',
  inputs: 2,
  takesNothing: true,
  endSign: 'on-the-rim',
  holds: [],
  params: { seconds: { unit: 's', least: 0, most: 300, default: 4, source: 'source.practice' } },
  run: ([drink, piece], { seconds }) => ({
    ...plainResult(drink!),
    byProducts: [{ name: 'garnish', stream: piece! }],
    handMin: seconds / 60,
    cautions: ['wash-produce'],
  }),
})
