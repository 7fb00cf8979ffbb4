import { INDEX, SWEET_WITHOUT_SUGAR } from '../../substances'
import { phEstimate } from '../acidity'
import { massG, mixed, scaled, sweetnessG, volumeMl, waterStream } from '../stream'
import { defineStep, plainResult, ProcessLimit, type Flag } from '../step'
import { withUndissolvedFlag } from './combine'

/**
 * Milk, yogurt or coconut into a drink. Below about pH 5.2 milk protein clumps; acid slowly into cold milk, or milk into acid with sugar already in, helps.
 * Dairy and coconut drinks are kept cold.
 */
export const addDairy = defineStep({
  op: 'addDairy', mixes: true, inputs: 'many', endSign: 'evenly-mixed', holds: ['vessel'], params: {},
  run(inputs) {
    const result = withUndissolvedFlag(mixed(inputs))
    const { ph } = phEstimate(result.out)
    const curdles: Flag[] = result.out.amountsG[INDEX.protein]! > 0.003 * massG(result.out) && ph < 5.2 ? [{ code: 'may-curdle', numbers: { ph } }] : []
    return { ...result, handMin: 1, cautions: ['allergen-milk', 'tcs'], flags: [...result.flags, ...curdles] }
  },
})

/**
 * Sweetener without sugar up to a sweetness in g of sucrose per 100 mL: the second stream is taken as far as needed, the rest handed back. Sweetness against
 * sucrose falls at higher strength, which is left out.
 * @throws ProcessLimit when the drink is sweeter already, or the sweetener is not enough
 */
export const sweeten = defineStep({
  op: 'sweeten', inputs: 2, endSign: 'clear', holds: ['vessel'],
  params: { toSweetness: { unit: 'g/100 mL', least: 0, most: 60 } },
  run([drink, sweetener], { toSweetness }) {
    const now = (100 * sweetnessG(drink!)) / volumeMl(drink!)
    if (toSweetness < now) throw new ProcessLimit('target-behind', { target: toSweetness, now }, 'toSweetness')
    const perGram = sweetnessG(sweetener!) / massG(sweetener!)
    let grams = 0
    for (let i = 0; i < 20; i++) {
      const both = mixed([drink!, scaled(sweetener!, grams / massG(sweetener!))])
      grams += ((toSweetness / 100) * volumeMl(both) - sweetnessG(both)) / perGram
    }
    if (grams > massG(sweetener!)) throw new ProcessLimit('sweetener-not-enough', { neededG: grams, thereG: massG(sweetener!) }, 'toSweetness')
    const share = grams / massG(sweetener!)
    const result = withUndissolvedFlag(mixed([drink!, scaled(sweetener!, share)]))
    return { ...result, handMin: 1, byProducts: share < 1 ? [{ name: 'sweetener-left', stream: scaled(sweetener!, 1 - share) }] : [], cautions: sweetener!.amountsG[SWEET_WITHOUT_SUGAR]! > 0 ? ['sweetener-label'] : [] }
  },
})

/** Sparkling water poured on top of the cup: some of its gas goes at once. Cold water and a tilted glass keep more. */
export const topUp = defineStep({
  op: 'topUp', inputs: 2, endSign: 'at-the-mark', holds: [],
  params: { gasLost: { unit: '1', least: 0, most: 1, default: 0.3, source: 'source.practice' } },
  run([drink, sparkling], { gasLost }) {
    const gas = waterStream(0, sparkling!.tempC)
    gas.amountsG[INDEX.carbonDioxide] = sparkling!.amountsG[INDEX.carbonDioxide]! * gasLost
    const flat = sparkling!.amountsG.slice()
    flat[INDEX.carbonDioxide]! -= gas.amountsG[INDEX.carbonDioxide]!
    return { ...withUndissolvedFlag(mixed([drink!, { ...sparkling!, amountsG: flat }])), losses: massG(gas) > 0 ? [{ name: 'gas', stream: gas }] : [], handMin: 0.1 }
  },
})

/** A spoon of purée into the cup: it lies at the bottom until stirred; the figures are of the stirred drink. */
export const spoonPuree = defineStep({
  op: 'spoonPuree', mixes: true, inputs: 2, endSign: 'layered', holds: [],
  params: { seconds: { unit: 's', least: 0, most: 300, default: 5, source: 'source.practice' } },
  run: (inputs, { seconds }) => ({ ...withUndissolvedFlag(mixed(inputs)), handMin: seconds / 60 }),
})

/** A garnish on the cup: bought, cut and put there, not drunk. */
export const garnish = defineStep({
  op: 'garnish', inputs: 2, endSign: 'on-the-rim', holds: [],
  params: { seconds: { unit: 's', least: 0, most: 300, default: 4, source: 'source.practice' } },
  run: ([drink, piece], { seconds }) => ({ ...plainResult(drink!), byProducts: [{ name: 'garnish', stream: piece! }], handMin: seconds / 60, cautions: ['wash-produce'] }),
})
