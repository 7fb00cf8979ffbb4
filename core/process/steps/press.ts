import { fleshOf, liquorG, liquorPart, massG, minus } from '../stream'
import { defineStep, plainResult, ProcessLimit } from '../step'

/** Juice that stays on the reamer, in the sieve and on the jug, as a share of the juice. Common practice, no source. */
export const STICKS_SHARE = 0.02

/** g of juice that sticks to the tools, of what is left in the fruit once the juice is out. */
export const stuckG = (juiceG: number, leftG: number): number => Math.min(juiceG * STICKS_SHARE, Math.max(0, leftG))

/**
 * Ream, press or juicer: draws `juiceG` of liquor out of the fruit. The pulp keeps the fibre, the fat and the rest of
 * the liquor; a little juice sticks to the tools. The liquor of the flesh is taken as uniform; peel and pith give some
 * only where more juice came than the flesh holds, as from a juicer that takes the fruit whole.
 */
export const press = defineStep({
  op: 'press',
  inputs: 1,
  endSign: 'no-more-juice',
  holds: ['press'],
  params: {
    juiceG: { unit: 'g', least: 1e-3, most: 1e7, limit: 'juice-not-positive', scales: true },
    method: { text: true },
    minutes: { unit: 'min', least: 0, most: 1e5, optional: true, scales: true },
  },
  run([fruit], { juiceG, minutes }) {
    const mass = massG(fruit!)
    const liquor = liquorG(fruit!)
    if (juiceG > mass) throw new ProcessLimit('juice-heavier-than-fruit', { juiceG, fruitG: mass }, 'juiceG')
    if (juiceG > liquor)
      throw new ProcessLimit('juice-more-than-liquor', { juiceG, liquorG: liquor, fruitG: mass }, 'juiceG')
    const lostG = stuckG(juiceG, liquor - juiceG)
    const flesh = fleshOf(fruit!)
    const from = juiceG + lostG <= liquorG(flesh) ? flesh : fruit!
    const juice = liquorPart(from, juiceG / liquorG(from))
    const stuck = liquorPart(from, lostG / liquorG(from))
    const pulp = { ...minus(minus(fruit!, juice), stuck), rind: from === flesh ? fruit!.rind : null }
    return {
      ...plainResult(juice),
      byProducts: [{ name: 'pulp', stream: pulp }],
      losses: lostG > 0 ? [{ name: 'stuck', stream: stuck }] : [],
      handMin: minutes ?? 0,
      cautions: ['keep-cold'],
    }
  },
})
