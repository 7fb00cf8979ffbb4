import { BUFFER, PH_ACIDS, STRONG_ION, acidsMol, phOf, sucroseSolubilityPercent } from '../substances'
import { call, given, type Figure } from '../figures'
import { soluteMolPerKgWater } from './phase'
import { liquidWaterG, massG, sucroseG, volumeMl, type Stream } from './stream'

export interface PhEstimate {
  ph: number
  low: number
  high: number
  /** where not to lean on it: code */
  doubts: string[]
}
/** pH units by which an estimate of a plain juice or its dilution may be off: the spread of pH within one fruit. */
const SPREAD = 0.25
const MORE_SPREAD = 0.35

/** Concentrations that pH follows from, mol/L: strong ions, buffer, then the acids of {@link PH_ACIDS}. */
function concentrations(s: Stream): number[] {
  const litres = volumeMl(s) / 1000
  return [
    s.amountsG[STRONG_ION]! / 1000 / litres,
    s.amountsG[BUFFER]! / 1000 / litres,
    ...acidsMol(s.amountsG).map((mol) => mol / litres),
  ]
}

/**
 * pH of a stream, estimated from its acids, strong ions and buffer, as a range. It is not to be trusted where there is
 * hardly any acid or buffer (a trace of anything moves it), where most of the pH comes from protein, or where there is
 * hardly any water. A meter reading replaces it.
 */
export function phEstimate(s: Stream): PhEstimate {
  const [strong, buffer, ...acids] = concentrations(s)
  const ph = phOf(strong!, buffer!, ...acids)
  const total = acids.reduce((a, b) => a + b, 0)
  const doubts: string[] = []
  if (total + buffer! < 0.003) doubts.push('ph-hardly-buffered')
  if (buffer! > total && buffer! > 0.003) doubts.push('ph-from-protein')
  if (liquidWaterG(s) < 0.3 * massG(s)) doubts.push('ph-little-water')
  const spread = SPREAD + (doubts.length ? MORE_SPREAD : 0)
  return { ph, low: Math.max(0, ph - spread), high: Math.min(14, ph + spread), doubts }
}

/** The estimate with the concentrations it was solved from. */
export function phFigure(s: Stream): Figure {
  const [strong, buffer, ...acids] = concentrations(s)
  const leaf = (label: string, value: number): Figure => given(label, value, 'mol/L', 'estimated', 'source.composition')
  return call('ph', 'pH', 'ph', [
    leaf('strong-ions', strong!),
    leaf('buffer-groups', buffer!),
    ...acids.map((v, i) => leaf(`acid-${PH_ACIDS[i]!.toLowerCase()}`, v)),
  ])
}

/** Freezing point of a stream, °C, with what it was worked out from. */
export const freezingFigure = (s: Stream): Figure =>
  call('freezing-point', '°C', 'freezing-point', [
    given('solute', soluteMolPerKgWater(s), 'mol/kg', 'estimated', 'source.composition'),
  ])

/**
 * Saturation of the sucrose of a syrup that stands at `tempC`, against the water that is there. Above 1 it can
 * crystallise, and does when seeded by one crystal. Invert sugar and glucose hold sucrose back, which is left out:
 * early rather than late.
 */
export function sucroseSaturation(s: Stream, tempC: number): number {
  const holds = sucroseSolubilityPercent(Math.min(80, Math.max(0, tempC))) / 100
  return sucroseG(s) / ((liquidWaterG(s) * holds) / (1 - holds))
}
