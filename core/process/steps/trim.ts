import { massG, scaled } from '../stream'
import { defineStep, plainResult, ProcessLimit } from '../step'

/**
 * Takes peel, ends, core or seeds off. Edible share = (mass in - trimmed) / mass in. What is trimmed has the fruit's
 * own make-up: how peel differs from flesh is not modelled.
 */
export const trim = defineStep({
  op: 'trim',
  inputs: 1,
  endSign: 'trimmed',
  holds: ['knife'],
  params: {
    trimmedG: { unit: 'g', least: 0, most: 1e7, limit: 'trim-negative', scales: true },
    byProduct: { text: true },
    tool: { choices: ['knife', 'peeler', 'corer', 'zester', 'hands'], default: 'knife', source: 'source.practice' },
  },
  run([fruit], { trimmedG, byProduct, tool }) {
    const mass = massG(fruit!)
    if (trimmedG >= mass) throw new ProcessLimit('trim-takes-all', { trimmedG, massG: mass }, 'trimmedG')
    const share = trimmedG / mass
    return {
      ...plainResult(scaled(fruit!, 1 - share)),
      byProducts: trimmedG > 0 ? [{ name: byProduct, stream: scaled(fruit!, share) }] : [],
      cautions: tool === 'hands' ? [] : ['cut-glove'],
    }
  },
})
