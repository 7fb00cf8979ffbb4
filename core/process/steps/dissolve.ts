import { mixed } from '../phase'
import { dissolvedG, liquidWaterG } from '../stream'
import { sucroseSolubilityPercent } from '../../substances'
import { defineStep, plainResult, ProcessLimit } from '../step'

/** Sugar into water, stirred to the end: refused where that much water cannot hold it at the mixture's temperature. */
export const dissolve = defineStep({
  op: 'dissolve',
  mixes: true,
  inputs: 'many',
  endSign: 'clear',
  holds: ['vessel'],
  params: { minutes: { unit: 'min', least: 0, most: 1440, optional: true } },
  run(inputs, { minutes }) {
    const out = mixed(inputs)
    if (out.undissolvedG > 0) {
      const percent = sucroseSolubilityPercent(Math.min(80, Math.max(0, out.tempC)))
      throw new ProcessLimit('sugar-more-than-water-holds', {
        sugarG: dissolvedG(out) + out.undissolvedG,
        waterG: liquidWaterG(out),
        holdsG: dissolvedG(out),
        undissolvedG: out.undissolvedG,
        waterNeededG: ((dissolvedG(out) + out.undissolvedG) * (100 - percent)) / percent,
        tempC: out.tempC,
      })
    }
    const hot = out.tempC >= 60
    return { ...plainResult(out), handMin: minutes ?? 0, cautions: hot ? ['hot-sugar'] : [] }
  },
})
