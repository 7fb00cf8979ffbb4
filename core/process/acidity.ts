import { BUFFER, LACTIC_UNSURE, MOLAR_MASS, PH_ACIDS, STRONG_ION, acidsMol, mostDissolvedG, phOf } from '../substances'
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
export function concentrations(s: Stream): number[] {
  const litres = volumeMl(s) / 1000
  return [
    s.amountsG[STRONG_ION]! / 1000 / litres,
    s.amountsG[BUFFER]! / 1000 / litres,
    ...acidsMol(s.amountsG).map((mol) => mol / litres),
  ]
}
const LACTIC = PH_ACIDS.indexOf('lactic')

/** pH with so many g of lactic acid more or less, never less than none. */
function phWith(s: Stream, [strong, buffer, ...acids]: readonly number[], lacticG: number): number {
  const mol = lacticG / MOLAR_MASS.lactic! / (volumeMl(s) / 1000)
  return phOf(strong!, buffer!, ...acids.map((a, i) => (i === LACTIC ? Math.max(0, a + mol) : a)))
}

/** g of liquid water in 100 g below which there is no liquid that has a °Bx or a pH: sugar, dry leaf, powder. */
const LEAST_WATER_PERCENT = 11
/** Whether a stream is wet enough to have what only liquids have. */
export const isLiquid = (s: Stream): boolean => liquidWaterG(s) > (LEAST_WATER_PERCENT / 100) * massG(s)

/**
 * pH of a stream, estimated from its acids, strong ions and buffer, as a range. It is not to be trusted where there is
 * hardly any acid or buffer (a trace of anything moves it), where most of the pH comes from protein, or where there is
 * hardly any water. A meter reading replaces it.
 */
export function phEstimate(s: Stream): PhEstimate {
  const all = concentrations(s)
  const [strong, buffer, ...acids] = all
  const ph = phOf(strong!, buffer!, ...acids)
  const total = acids.reduce((a, b) => a + b, 0)
  const doubts: string[] = []
  if (total + buffer! < 0.003) doubts.push('ph-hardly-buffered')
  if (buffer! > total && buffer! > 0.003) doubts.push('ph-from-protein')
  if (liquidWaterG(s) < 0.3 * massG(s)) doubts.push('ph-little-water')
  const spread = SPREAD + (doubts.length ? MORE_SPREAD : 0)
  // A culture may have made more acid than was worked out, or less.
  const unsureG = s.amountsG[LACTIC_UNSURE]!
  const [lowest, highest] = unsureG > 0 ? [phWith(s, all, unsureG), phWith(s, all, -unsureG)] : [ph, ph]
  return { ph, low: Math.max(0, lowest - spread), high: Math.min(14, highest + spread), doubts }
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
  return sucroseG(s) / mostDissolvedG('sucrose', liquidWaterG(s), tempC)
}
