import { call, given, type Figure } from '../figures'
import { freezingFigure, massG, phFigure, type Stream } from '../process'
import { ingredientShares, mixFigures, MIX_FIGURES, type MixFigures } from './mix-figures'

/** What can be said of any stream, each figure with its sum: the figures of a drink, and pH, boiling and freezing. */
export interface StreamFigures extends MixFigures {
  ph: Figure
  boils: Figure
  freezes: Figure
}

/** @param altitudeM height above the sea, for the boiling point */
export function streamFigures(s: Stream, name: string, altitudeM = 0): StreamFigures {
  const mass = given('mass', massG(s), 'g', 'estimated', 'source.process')
  const part = { name, mass, shares: ingredientShares(s, 'source.composition', { name }), params: { name } }
  const mix = mixFigures([part], given('temperature', s.tempC, '°C', 'estimated', 'source.process'), s)
  const all = Object.fromEntries(MIX_FIGURES.map((name) => [name, mix[name]])) as unknown as MixFigures
  return {
    ...all,
    ph: phFigure(s),
    boils: call('boiling-point', '°C', 'boiling-point', [
      mix.dissolved,
      given('param-altitude-m', altitudeM, 'm', 'default', 'source.sea-level'),
    ]),
    freezes: freezingFigure(s),
  }
}
