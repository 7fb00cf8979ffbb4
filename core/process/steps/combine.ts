import { dissolvedG, mixed, waterG } from '../stream'
import { defineStep, plainResult, type StepResult } from '../step'
import type { Stream } from '../stream'

/** Puts streams together. Sugar that stays on the bottom is flagged, not refused: somebody may stir it in later. */
export const combine = defineStep({
  op: 'combine', mixes: true, inputs: 'many', params: {}, endSign: 'evenly-mixed', holds: ['vessel'],
  run: (inputs) => withUndissolvedFlag(mixed(inputs)),
})

export function withUndissolvedFlag(out: Stream): StepResult {
  const result = plainResult(out)
  if (out.undissolvedG > 0.05) {
    result.flags.push({
      code: 'sugar-more-than-water-holds',
      numbers: {
        sugarG: dissolvedG(out) + out.undissolvedG, holdsG: dissolvedG(out), waterG: waterG(out),
        undissolvedG: out.undissolvedG, tempC: out.tempC,
      },
    })
  }
  return result
}
