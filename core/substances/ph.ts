import { rootBetween } from '../solve'
import { ACIDS, COMPONENTS, INDEX } from './components'

/** Ionic product of water at 25 °C. CRC Handbook (memory). */
const PKW = 14
/** Carbonic acid, all dissolved carbon dioxide counted: CRC Handbook (memory). */
const CARBONIC = { component: 'carbonDioxide' as const, molarMassGPerMol: 44.01, pKa: [6.35, 10.33] }
const SYSTEMS = [...ACIDS, CARBONIC].map((a) => ({
  index: INDEX[a.component],
  molarMassGPerMol: a.molarMassGPerMol,
  ka: a.pKa.map((p) => 10 ** -p),
}))
/** Acids in the order in which {@link phOf} takes their concentrations. */
export const PH_ACIDS = SYSTEMS.map((s) => COMPONENTS[s.index]!)

/**
 * Where the buffer groups of protein and phosphate let go of their protons: spread evenly, which gives a nearly
 * constant buffer value from pH 4 to 7.5. A model of our own for milk and pulp; its size is set by {@link
 * bufferMmolOf}.
 */
const BUFFER_KA = [4.2, 5.2, 6.2, 7.2].map((p) => 10 ** -p)

/** Mean negative charge of one acid's molecules at the concentration `h` of protons, mol/L. */
function meanCharge(ka: readonly number[], h: number): number {
  let term = 1
  let total = 1
  let charge = 0
  for (let i = 0; i < ka.length; i++) {
    term *= ka[i]! / h
    total += term
    charge += (i + 1) * term
  }
  return charge / total
}

/**
 * Strong-ion difference, mol/L, that holds a liquid with these acids at this pH (Stewart's charge balance): the
 * negative charge its acids, buffers and hydroxide carry beyond the protons. It and the acids are kept in mixing; pH is
 * not. Constants at 25 °C, no activity coefficients.
 * @param acidsMolPerL in the order of {@link PH_ACIDS}
 */
export function strongIonsAt(ph: number, acidsMolPerL: readonly number[], bufferMolPerL: number): number {
  const h = 10 ** -ph
  let charge = 10 ** (ph - PKW) - h
  for (let i = 0; i < SYSTEMS.length; i++) charge += (acidsMolPerL[i] ?? 0) * meanCharge(SYSTEMS[i]!.ka, h)
  for (const ka of BUFFER_KA) charge += (bufferMolPerL / BUFFER_KA.length) * meanCharge([ka], h)
  return charge
}

/**
 * pH at which the charges balance, 0 to 14, to 1e-9: the charge of acids rises steadily with pH, so there is one. Where
 * it would lie outside, the end itself.
 * @param strongIonMolPerL positive where there are more strong bases (potassium, sodium) than strong acids
 * @param acidsMolPerL in the order of {@link PH_ACIDS}, mol/L
 */
export function phOf(strongIonMolPerL: number, bufferMolPerL: number, ...acidsMolPerL: number[]): number {
  const missing = (ph: number): number => strongIonsAt(ph, acidsMolPerL, bufferMolPerL) - strongIonMolPerL
  if (missing(LEAST_PH) >= 0) return LEAST_PH
  return missing(MOST_PH) <= 0 ? MOST_PH : rootBetween(missing, LEAST_PH, MOST_PH, PH_TOLERANCE)
}
const [LEAST_PH, MOST_PH, PH_TOLERANCE] = [0, 14, 1e-9]

/**
 * Buffer groups in mmol that `proteinG` of protein and the phosphate with it bring. Milk: 3.9 mmol per g, from its
 * buffer value of about 0.032 mol/L per pH (dairy chemistry, memory); plants: 1 mmol per g, the acid side chains of
 * plant protein (memory). Both are rough.
 */
export const bufferMmolOf = (proteinG: number, isDairy: boolean): number => proteinG * (isDairy ? 3.9 : 1)

/** mol of each of {@link PH_ACIDS} in these amounts, in grams by component index. */
export function acidsMol(amountsG: ArrayLike<number>): number[] {
  return SYSTEMS.map((s) => amountsG[s.index]! / s.molarMassGPerMol)
}
