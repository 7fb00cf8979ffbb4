import { factor, given, product, quotient, type Figure } from '../figures'

/**
 * Citric acid, anhydrous: 192.12 g/mol with three protons to give, so mg of it that one milliequivalent of base stands
 * for.
 */
export const CITRIC_MG_PER_MEQ = 192.12 / 3

export interface Titration {
  /** mL of juice taken */
  sampleMl: number
  /** mL of sodium hydroxide run in until pH 8.1 */
  baseMl: number
  /** mol/L of the base; 0.1 is usual */
  baseN: number
}

/**
 * The most acid that any fruit here has, g per 100 mL as citric: lime reaches 8. More is a slip of the burette, the
 * sample or the base.
 */
export const MOST_TA = 12

/** Why a titration cannot be, or null. A sample of 1 to 100 mL, base of 0.01 to 1 mol/L, and some of it run in. */
export function titrationLimit(t: Titration): { code: string; numbers: Record<string, number> } | null {
  if (!(t.sampleMl >= 0.5 && t.sampleMl <= 200)) return { code: 'titration-sample', numbers: { value: t.sampleMl } }
  if (!(t.baseN >= 0.005 && t.baseN <= 2)) return { code: 'titration-base-strength', numbers: { value: t.baseN } }
  if (!(t.baseMl > 0 && t.baseMl <= 500)) return { code: 'titration-base', numbers: { value: t.baseMl } }
  const ta = titratableAcidity(t).value
  return ta > MOST_TA ? { code: 'titration-impossible', numbers: { ta, most: MOST_TA } } : null
}

/**
 * Titratable acidity as citric acid, g per 100 mL of juice, from the base it takes to pH 8.1 (ISO 750; AOAC 942.15,
 * memory): mL of base × mol/L × 64.04 mg per milliequivalent, per mL of juice, and 100 mL of it in grams.
 */
export function titratableAcidity(t: Titration): Figure {
  const base = given('base', t.baseMl, 'mL', 'measured', 'source.burette')
  const strength = given('base-strength', t.baseN, 'mol/L', 'measured', 'source.bottle')
  const acidMg = product('acid-mg', '1', [
    base,
    strength,
    given('citric-per-meq', CITRIC_MG_PER_MEQ, '1', 'default', 'source.iso-750'),
  ])
  const perMl = quotient('acid-mg-per-ml', '1', acidMg, given('sample', t.sampleMl, 'mL', 'measured', 'source.pipette'))
  return quotient('titratable-acidity', 'g/100 mL', perMl, factor(10))
}
