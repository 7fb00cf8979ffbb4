import { massG, scaled } from '../stream'
import { defineStep, plainResult, ProcessLimit } from '../step'

/**
 * Divides what there is: so many grams go on, the rest is there for another step, as `rest`. Both are the same stuff.
 * @throws ProcessLimit when more is asked for than there is
 */
export const split = defineStep({
  op: 'split',
  inputs: 1,
  endSign: 'evenly-mixed',
  holds: ['vessel'],
  params: { takeG: { unit: 'g', least: 0, most: 1e7, scales: true } },
  run([all], { takeG }) {
    const mass = massG(all!)
    if (takeG > mass + TOLERANCE_G) throw new ProcessLimit('split-more-than-there', { takeG, massG: mass }, 'takeG')
    const share = mass > 0 ? Math.min(1, takeG / mass) : 0
    return { ...plainResult(scaled(all!, share)), byProducts: [{ name: 'rest', stream: scaled(all!, 1 - share) }] }
  },
})
/** What was worked out is not weighed: a thousandth of a gram is no difference. */
const TOLERANCE_G = 1e-3
