import { massG, mixed, scaled, volumeMl, type Stream } from '../stream'
import { defineStep, ProcessLimit } from '../step'
import { withUndissolvedFlag } from './combine'

/**
 * Makes the concentrate up to a volume: the last input is poured in until the mixture, not the sum of its parts, has
 * `toVolumeMl`. A concentrate that is already over the volume takes nothing and is flagged.
 */
export const makeUp = defineStep({
  op: 'makeUp', mixes: true, inputs: 'many', endSign: 'at-the-mark', holds: ['vessel'],
  params: { toVolumeMl: { unit: 'mL', least: 1e-3, most: 1e6, limit: 'volume-not-positive' }, vesselMl: { unit: 'mL', least: 0, most: 1e6, optional: true } },
  run(inputs, { toVolumeMl, vesselMl }) {
    if (massG(inputs[inputs.length - 1]!) <= 0) throw new ProcessLimit('filler-empty', {})
    const filler = fillerFor(inputs, toVolumeMl)
    const result = withUndissolvedFlag(mixed([...inputs.slice(0, -1), filler]))
    const volume = volumeMl(result.out)
    if (volume > toVolumeMl + 0.05) result.flags.push({ code: 'over-volume', numbers: { volumeMl: volume, toVolumeMl } })
    if (vesselMl !== undefined && vesselMl < volume) result.flags.push({ code: 'vessel-too-small', numbers: { volumeMl: volume, vesselMl } })
    return result
  },
})

/**
 * The last input scaled to the amount that fills up to `toVolumeMl`. Mixed volume grows steadily with the amount, so a
 * few secant steps settle it to a millionth of a mL.
 */
function fillerFor(inputs: readonly Stream[], toVolumeMl: number): Stream {
  const base = inputs.length > 1 ? mixed(inputs.slice(0, -1)) : null
  const filler = inputs[inputs.length - 1]!
  const unit = scaled(filler, 1 / massG(filler))
  const start = base ? volumeMl(base) : 0
  if (start >= toVolumeMl) return scaled(unit, 0)
  const mlPerGram = volumeMl(unit)
  let grams = (toVolumeMl - start) / mlPerGram
  let slope = mlPerGram
  let before: { grams: number; volume: number } | undefined
  for (let i = 0; i < 12 && base; i++) {
    const volume = volumeMl(mixed([base, scaled(unit, grams)]))
    const error = toVolumeMl - volume
    if (Math.abs(error) < 1e-6) break
    if (before && grams !== before.grams) slope = (volume - before.volume) / (grams - before.grams)
    before = { grams, volume }
    grams = Math.max(0, grams + error / slope)
  }
  return scaled(unit, grams)
}
