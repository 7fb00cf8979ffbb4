import { call, given, type Figure } from '../figures'
import {
  bitternessFigure,
  freezingFigure,
  isLiquid,
  massG,
  phFigure,
  soluteMolPerKgWater,
  type Stream,
} from '../process'
import { FREEZING } from '../substances'
import { ingredientShares, mixFigures, MIX_FIGURES, type MixFigures } from './mix-figures'

/** Why there is no figure: message code. */
export interface NotKnown {
  notKnown: 'not-known-dry' | 'not-known-strong'
}
export const isKnown = (f: Figure | NotKnown): f is Figure => !('notKnown' in f)

/**
 * What can be said of any stream, each figure with its sum: the figures of a drink, and pH, boiling and freezing. What
 * only a liquid has is not known of dry matter, nor the freezing point beyond what its rule is known for.
 */
export interface StreamFigures extends Omit<MixFigures, 'brix' | 'ta' | 'dissolved'> {
  dissolved: Figure | NotKnown
  brix: Figure | NotKnown
  ta: Figure | NotKnown
  ph: Figure | NotKnown
  boils: Figure | NotKnown
  freezes: Figure | NotKnown
  /** of whole citrus that was blended; null where there is none */
  bitterness: Figure | null
}

/** @param altitudeM height above the sea, for the boiling point */
export function streamFigures(s: Stream, name: string, altitudeM = 0): StreamFigures {
  const mass = given('mass', massG(s), 'g', 'estimated', 'source.process')
  const part = { name, mass, shares: ingredientShares(s, 'source.composition', { name }), params: { name } }
  const mix = mixFigures([part], given('temperature', s.tempC, '°C', 'estimated', 'source.process'), s)
  const all = Object.fromEntries(MIX_FIGURES.map((name) => [name, mix[name]])) as unknown as MixFigures
  const liquid = isLiquid(s)
  const within = (isIn: boolean, make: () => Figure): Figure | NotKnown =>
    !liquid ? { notKnown: 'not-known-dry' } : isIn ? make() : { notKnown: 'not-known-strong' }
  return {
    ...all,
    dissolved: within(true, () => mix.dissolved),
    brix: within(true, () => mix.brix),
    ta: within(true, () => mix.ta),
    ph: within(true, () => phFigure(s)),
    boils: within(true, () =>
      call('boiling-point', '°C', 'boiling-point', [
        mix.dissolved,
        given('param-altitude-m', altitudeM, 'm', 'default', 'source.sea-level'),
      ]),
    ),
    freezes: within(soluteMolPerKgWater(s) <= FREEZING.mostMolal, () => freezingFigure(s)),
    bitterness: bitternessFigure(s),
  }
}
