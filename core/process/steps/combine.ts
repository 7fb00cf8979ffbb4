import { dissolvedG, liquidWaterG, type Stream } from '../stream'
import { mixed } from '../phase'
import { defineStep, plainResult, type Flag } from '../step'

/** Puts streams together. Sugar that stays on the bottom is flagged, not refused: somebody may stir it in later. */
export const combine = defineStep({
  op: 'combine',
  mixes: true,
  inputs: 'many',
  params: {},
  endSign: 'evenly-mixed',
  holds: ['vessel'],
  run: (inputs) => {
    const out = mixed(inputs)
    return { ...plainResult(out), flags: undissolvedFlags(out) }
  },
})

/** Says that sugar lies on the bottom. */
export function undissolvedFlags(s: Stream): Flag[] {
  if (s.undissolvedG <= 0.05) return []
  const numbers = {
    sugarG: dissolvedG(s) + s.undissolvedG,
    holdsG: dissolvedG(s),
    waterG: liquidWaterG(s),
    undissolvedG: s.undissolvedG,
    tempC: s.tempC,
  }
  return [{ code: 'sugar-more-than-water-holds', numbers }]
}
