import { CRYSTALS, CRYSTAL_INDEX, INDEX, solubilityPercent } from '../../substances'
import { mixed } from '../phase'
import { liquid, liquidWaterG, minus, type Stream } from '../stream'
import { defineStep, plainResult, type Flag } from '../step'

/** Below this g nobody finds a rest on the bottom. */
const NEXT_TO_NOTHING_G = 0.05

/**
 * Sugar into water, stirred to the end: the liquor goes on, and what that much water cannot hold at the mixture's
 * temperature is the by-product `rest`, with a flag that says how much water would take it. Each sugar by its own curve
 * against all of the water; how they hold each other back is left out.
 */
export const dissolve = defineStep({
  op: 'dissolve',
  mixes: ({ byProducts }) => byProducts.length === 0,
  inputs: 'many',
  takesNothing: true,
  endSign: 'clear',
  holds: ['vessel'],
  params: { minutes: { unit: 'min', least: 0, most: 1440, optional: true } },
  run(inputs, { minutes }) {
    const all = mixed(inputs)
    const handMin = minutes ?? 0
    const cautions = all.tempC >= 60 ? ['hot-sugar'] : []
    if (all.undissolvedG <= NEXT_TO_NOTHING_G) return { ...plainResult(all), handMin, cautions }
    const rest = crystalsOf(all)
    return {
      ...plainResult(minus(all, rest)),
      byProducts: [{ name: 'rest', stream: rest }],
      handMin,
      cautions,
      flags: undissolvedFlags(all),
    }
  },
})

/** What lies on the bottom, by itself. */
function crystalsOf(s: Stream): Stream {
  const amountsG = s.amountsG.map(() => 0)
  s.crystals!.forEach((grams, i) => (amountsG[CRYSTAL_INDEX[i]!] = grams))
  return { ...liquid(amountsG, s.tempC), crystals: s.crystals, undissolvedG: s.undissolvedG }
}

/** Says that sugar lies on the bottom, how much of it would go in, and how much water would take it. */
export function undissolvedFlags(s: Stream): Flag[] {
  if (!s.crystals || s.undissolvedG <= NEXT_TO_NOTHING_G) return []
  const waterG = liquidWaterG(s)
  let [sugarG, waterNeededG] = [0, 0]
  s.crystals.forEach((lies, i) => {
    if (lies <= 0) return
    const percent = solubilityPercent(CRYSTALS[i]!, s.tempC)
    sugarG += s.amountsG[INDEX[CRYSTALS[i]!]]!
    waterNeededG = Math.max(waterNeededG, (s.amountsG[INDEX[CRYSTALS[i]!]]! * (100 - percent)) / percent)
  })
  const numbers = {
    sugarG,
    holdsG: sugarG - s.undissolvedG,
    waterG,
    undissolvedG: s.undissolvedG,
    waterNeededG,
    tempC: s.tempC,
  }
  return [{ code: 'sugar-more-than-water-holds', numbers }]
}
