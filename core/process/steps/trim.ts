import { fleshOf, massG, rindOf, scaled, type Stream } from '../stream'
import { mixed } from '../phase'
import { defineStep, plainResult, ProcessLimit } from '../step'

/** What names of by-products mean the rind of the fruit, or one layer of it. */
const OF_THE_RIND: Readonly<Record<string, Layer>> = {
  peel: 'both',
  zest: 'peelG',
  rind: 'both',
  'outer-skin': 'both',
  pith: 'pithG',
  shell: 'both',
  pod: 'both',
  pods: 'both',
}

type Layer = 'peelG' | 'pithG' | 'both'
interface Cut {
  off: Stream
  left: Stream
}

/** A share of all of it, or of its flesh as long as that is enough. */
function cutEvenly(fruit: Stream, trimmedG: number): Cut {
  const flesh = fleshOf(fruit)
  const from = trimmedG <= massG(flesh) ? flesh : fruit
  const share = trimmedG > 0 ? trimmedG / massG(from) : 0
  const left = scaled(from, 1 - share)
  const rind = from === flesh ? rindOf(fruit) : null
  return { off: scaled(from, share), left: rind ? mixed([left, rind]) : left }
}

/** So many g of the rind, as long as there is any of that layer; what is more is flesh. */
function cutRind(fruit: Stream, rind: Stream, trimmedG: number, layer: Layer): Cut {
  const there = rind.rind!
  const flesh = fleshOf(fruit)
  const rindG = Math.min(trimmedG, layer === 'both' ? massG(rind) : there[layer])
  const share = massG(rind) > 0 ? rindG / massG(rind) : 0
  const offG = {
    peelG: layer === 'both' ? there.peelG * share : layer === 'peelG' ? rindG : 0,
    pithG: layer === 'both' ? there.pithG * share : layer === 'pithG' ? rindG : 0,
  }
  const layered = (s: Stream, peelG: number, pithG: number): Stream => ({
    ...s,
    rind: { amountsG: s.amountsG, peelG, pithG },
  })
  const off = layered(scaled(rind, share), offG.peelG, offG.pithG)
  const stays = layered(scaled(rind, 1 - share), there.peelG - offG.peelG, there.pithG - offG.pithG)
  const more = cutEvenly(flesh, trimmedG - rindG)
  return { off: mixed([off, more.off]), left: mixed([more.left, stays]) }
}

/**
 * Takes peel, ends, core or seeds off. Edible share = (mass in - trimmed) / mass in. Peel and pith of citrus and of
 * other fruit whose peel is known come off as what they are, nearly without acid; anything else has the flesh's own
 * make-up.
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
    const [layer, rind] = [OF_THE_RIND[byProduct], rindOf(fruit!)]
    const { off, left } = layer && rind ? cutRind(fruit!, rind, trimmedG, layer) : cutEvenly(fruit!, trimmedG)
    return {
      ...plainResult(left),
      byProducts: trimmedG > 0 ? [{ name: byProduct, stream: off }] : [],
      cautions: tool === 'hands' ? [] : ['cut-glove'],
    }
  },
})
