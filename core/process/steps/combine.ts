import { mixed } from '../phase'
import { defineStep, plainResult } from '../step'
import { undissolvedFlags } from './dissolve'

/** Puts streams together. Sugar that stays on the bottom is flagged, not refused: somebody may stir it in later. */
export const combine = defineStep({
  op: 'combine',
  mixes: () => true,
  inputs: 'many',
  takesNothing: true,
  params: {},
  endSign: 'evenly-mixed',
  holds: ['vessel'],
  run: (inputs) => {
    const out = mixed(inputs)
    return { ...plainResult(out), flags: undissolvedFlags(out) }
  },
})
