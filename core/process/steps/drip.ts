import { INDEX } from '../../substances'
import { liquid, massG, minus, type Stream } from '../stream'
import { defineStep, plainResult, ProcessLimit } from '../step'
import { firstOrderShare } from '../kinetics'
import { product } from '../../figures'

/** g of protein in 100 g below which nothing holds together: there is no curd. */
const LEAST_PROTEIN = 2

/**
 * Curdled milk in a cloth: whey drips, the curd keeps protein and fat. Liquor comes by first order towards the most
 * that drips; what the whey holds of protein and fat is what acid whey has (0.76 and 0.09 g per 100 g, USDA, memory,
 * of a yogurt with 3.5 and 3.3). Two cups of plain yogurt give 0.6 to 1 cup in some hours. Common practice, no source.
 * @throws ProcessLimit when there is no curd in it
 */
export const drip = defineStep({
  op: 'drip',
  inputs: 1,
  endSign: 'stops-dripping',
  holds: ['strainer', 'fridge'],
  params: {
    hours: { unit: 'h', least: 0.25, most: 48 },
    halfH: { unit: 'h', least: 0.1, most: 12, default: 2, source: 'source.practice', model: [0.5, 6] },
    most: { unit: '1', least: 0.05, most: 0.7, default: 0.48, source: 'source.practice' },
    proteinShare: { unit: '1', least: 0, most: 1, default: 0.2, source: 'source.practice' },
    fatShare: { unit: '1', least: 0, most: 1, default: 0.03, source: 'source.practice' },
  },
  window: ({ halfH }) => [60 * halfH, 720 * halfH],
  run([curdled], { hours, halfH, most, proteinShare, fatShare }) {
    const mass = massG(curdled!)
    if (100 * curdled!.amountsG[INDEX.protein]! < LEAST_PROTEIN * mass) throw new ProcessLimit('no-curd', {})
    const share = most * firstOrderShare(hours, halfH)
    const kept = (i: number): number =>
      i === INDEX.fibre ? 0 : i === INDEX.protein ? proteinShare : i === INDEX.fat ? fatShare : 1
    const whey: Stream = liquid(
      curdled!.amountsG.map((a, i) => a * share * kept(i)),
      curdled!.tempC,
    )
    return {
      ...plainResult(whey),
      byProducts: [{ name: 'curd', stream: minus(curdled!, whey) }],
      handMin: 3,
      waitMin: hours * 60,
      used: { share },
    }
  },
  explain: ({ param, call }) => [
    product('share-dripped', '1', [
      param('most'),
      call('share-of-most', '1', 'first-order-share', param('hours'), param('halfH')),
    ]),
  ],
})
