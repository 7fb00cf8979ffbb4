import { COMPONENT_COUNT, INDEX } from '../../substances'
import { firstOrderShare } from '../kinetics'
import { mixed } from '../phase'
import { liquid, massG, minus, type Stream } from '../stream'
import { product, type Figure } from '../../figures'
import { defineStep, plainResult, type Explain, type StepResult } from '../step'

interface Lying {
  hours: number
  halfH: number
  most: number
}
/**
 * Liquor of the peel, with what is dissolved in it and its oil, drawn by what it lies in; the rest of the peel is taken
 * out again.
 */
function drawn([peel, by]: readonly Stream[], { hours, halfH, most }: Lying): StepResult<{ share: number }> {
  const share = most * firstOrderShare(hours, halfH)
  const liquor = liquid(
    peel!.amountsG.map((a, i) => (i >= COMPONENT_COUNT || i !== INDEX.fibre ? a * share : 0)),
    peel!.tempC,
  )
  return {
    ...plainResult(mixed([by!, liquor])),
    byProducts: [{ name: 'spent-peel', stream: { ...minus(peel!, liquor), rind: null } }],
    handMin: 2,
    waitMin: hours * 60,
    used: { share },
  }
}
/** Share of the peel's liquor that came over: the most that can, and how far it has got. */
const shareDrawn = ({ param, call }: Pick<Explain<typeof SUGAR_PARAMS, never>, 'param' | 'call'>): Figure =>
  product('share-drawn', '1', [
    param('most'),
    call('share-of-most', '1', 'first-order-share', param('hours'), param('halfH')),
  ])

const PEEL = {
  hours: { unit: 'h', least: 0, most: 72 },
  halfH: { unit: 'h', least: 0.05, most: 24, default: 1.5, source: 'source.practice', model: [0.25, 6] },
} as const

const SUGAR_PARAMS = {
  ...PEEL,
  most: { unit: '1', least: 0.05, most: 0.9, default: 0.45, source: 'source.practice' },
} as const

/**
 * Peel and sugar left together: the sugar draws oil and moisture until it is a wet sand or a syrup. Thin peel without
 * pith, one to two times its weight of sugar; less than an hour gives little, more than a day turns it bitter. At most
 * 45 % of the peel's weight comes over. Common practice, no source.
 */
export const peelSugar = defineStep({
  op: 'peelSugar',
  inputs: 2,
  endSign: 'wet-and-fragrant',
  holds: ['vessel'],
  params: SUGAR_PARAMS,
  // An hour to a day, at the usual half time.
  window: ({ halfH }) => [40 * halfH, 960 * halfH],
  run(inputs, p) {
    const result = drawn(inputs, p)
    const times = massG(inputs[1]!) / massG(inputs[0]!)
    if (times < 0.5 || times > 8) result.flags.push({ code: 'peel-proportion', numbers: { times } })
    return { ...result, cautions: ['wash-produce'] }
  },
  explain: (of) => [shareDrawn(of)],
})

/**
 * Peel and food acid left together, then water: what the peel gives up is carried by an acid as strong as juice. Weigh
 * the acid; undiluted it stings skin and eyes. An hour is usual. Common practice, no source.
 */
export const peelAcid = defineStep({
  op: 'peelAcid',
  inputs: 2,
  endSign: 'wet-and-fragrant',
  holds: ['vessel'],
  params: {
    ...PEEL,
    halfH: { ...PEEL.halfH, default: 0.5 },
    most: { unit: '1', least: 0.05, most: 0.9, default: 0.4, source: 'source.practice' },
  },
  window: ({ halfH }) => [60 * halfH, 480 * halfH],
  run: (inputs, p) => ({ ...drawn(inputs, p), cautions: ['weigh-acid', 'wash-produce'] }),
  explain: (of) => [shareDrawn(of)],
})
