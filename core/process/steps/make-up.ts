import { rootBetween } from '../../solve'
import { massG, scaled, volumeMl, type Stream } from '../stream'
import { mixed, mixedVolume } from '../phase'
import { defineStep, ProcessLimit, plainResult } from '../step'
import { undissolvedFlags } from './dissolve'

/**
 * Makes the concentrate up to a volume: the last input is poured in until the mixture, not the sum of its parts, has
 * `toVolumeMl`. It gives at most what there is; what is over is the by-product `rest`, and a shortfall is flagged. A
 * concentrate that is already over the volume takes nothing and is flagged.
 */
export const makeUp = defineStep({
  op: 'makeUp',
  mixes: () => true,
  takesNothing: true,
  inputs: 'many',
  endSign: 'at-the-mark',
  holds: ['vessel'],
  params: {
    toVolumeMl: { unit: 'mL', least: 1e-3, most: 1e7, limit: 'volume-not-positive', scales: true },
    vesselMl: { unit: 'mL', least: 0, most: 1e7, optional: true },
  },
  run(inputs, { toVolumeMl, vesselMl }) {
    const filler = inputs[inputs.length - 1]!
    const thereG = massG(filler)
    if (!(thereG > TOLERANCE_G)) throw new ProcessLimit('filler-empty', {})
    const wantedG = fillerG(inputs, toVolumeMl)
    const usedG = wantedG > thereG && wantedG < thereG + TOLERANCE_G ? thereG : Math.min(wantedG, thereG)
    const out = mixed([...inputs.slice(0, -1), scaled(filler, usedG / thereG)])
    const flags = undissolvedFlags(out)
    const volume = volumeMl(out)
    if (volume > toVolumeMl + 0.05) flags.push({ code: 'over-volume', numbers: { volumeMl: volume, toVolumeMl } })
    if (wantedG > thereG + TOLERANCE_G)
      flags.push({ code: 'filler-short', numbers: { wantedG, thereG, volumeMl: volume, toVolumeMl } })
    if (vesselMl !== undefined && vesselMl < volume)
      flags.push({ code: 'vessel-too-small', numbers: { volumeMl: volume, vesselMl } })
    const restG = thereG - usedG
    return {
      ...plainResult(out),
      byProducts: restG > TOLERANCE_G ? [{ name: 'rest', stream: scaled(filler, restG / thereG) }] : [],
      flags,
      used: { fillerG: usedG },
    }
  },
  explain: ({ used }) => [used('fillerG', 'fills-up', 'g')],
})
const TOLERANCE_G = 1e-6

/**
 * g of the last input that fill up to `toVolumeMl`, however much of it there is. Mixed volume grows steadily with the
 * amount.
 */
function fillerG(inputs: readonly Stream[], toVolumeMl: number): number {
  const filler = inputs[inputs.length - 1]!
  const unit = scaled(filler, 1 / massG(filler))
  const base = inputs.length > 1 ? mixed(inputs.slice(0, -1)) : null
  const volumeWith = base && mixedVolume(base, unit)
  const missing = (grams: number): number =>
    (volumeWith ? volumeWith(grams) : volumeMl(scaled(unit, grams))) - toVolumeMl
  const start = base ? volumeMl(base) : 0
  if (start >= toVolumeMl) return 0
  const guessG = (toVolumeMl - start) / volumeMl(unit)
  if (!base) return guessG
  // A secant through two amounts is within a millionth after a few steps; what is stranger is closed in on.
  let slope = volumeMl(unit)
  let grams = guessG
  let before: { grams: number; error: number } | undefined
  for (let i = 0; i < FEW; i++) {
    const error = missing(grams)
    if (Math.abs(error) < TOLERANCE_ML) return grams
    if (before && grams !== before.grams) slope = (error - before.error) / (grams - before.grams)
    before = { grams, error }
    grams = Math.max(0, grams - error / slope)
  }
  let most = 2 * guessG
  while (missing(most) < 0) most *= 2
  return rootBetween(missing, 0, most, TOLERANCE_ML)
}
const FEW = 8
const TOLERANCE_ML = 1e-6
