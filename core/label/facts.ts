import { given, product, sum, type Figure, type Unit } from '../figures'
import { acidG, fatG, fibreG, sugarsG, type Stream } from '../process'
import { COMPONENTS, INDEX, CITRIC_EQUIVALENT } from '../substances'

// What a label says of a cup: sugar, energy, fat, protein, caffeine. Of the drink itself, without what is laid on it.

export const ENERGY_RULES = ['eu', 'us'] as const
export type EnergyRule = (typeof ENERGY_RULES)[number]
/** Whose factors a region labels by. */
export const energyRuleOf = (region: string): EnergyRule => (region === 'US' ? 'us' : 'eu')

/** Parts that give energy. Erythritol, the only sweetener that is taken by the gram, gives none. */
const PARTS = ['sugars', 'protein', 'fat', 'acids', 'fibre', 'ethanol'] as const
type EnergyPart = (typeof PARTS)[number]

const ACIDS_G = COMPONENTS.map((c) => ((CITRIC_EQUIVALENT[c] ?? 0) > 0 ? 1 : 0))
const GRAMS: Readonly<Record<EnergyPart, (s: Stream) => number>> = {
  sugars: sugarsG,
  protein: (s) => s.amountsG[INDEX.protein]!,
  fat: fatG,
  acids: (s) => s.amountsG.reduce((g, a, i) => g + (ACIDS_G[i] ? a : 0), 0),
  fibre: fibreG,
  ethanol: (s) => s.amountsG[INDEX.ethanol]!,
}

/**
 * kJ for a gram: Regulation (EU) No 1169/2011, annex XIV. US labels count 4, 4 and 9 kcal for carbohydrate by
 * difference (acids and fibre with it), protein and fat, and 7 for ethanol: 21 CFR 101.9(c)(1). Both from memory.
 */
const KJ_PER_G: Readonly<Record<EnergyPart, number>> = {
  sugars: 17,
  protein: 17,
  fat: 37,
  acids: 13,
  fibre: 8,
  ethanol: 29,
}
const KCAL_PER_G: Readonly<Record<EnergyRule, Readonly<Record<EnergyPart, number>>>> = {
  eu: { sugars: 4, protein: 4, fat: 9, acids: 3, fibre: 2, ethanol: 7 },
  us: { sugars: 4, protein: 4, fat: 9, acids: 4, fibre: 4, ethanol: 7 },
}
const SOURCE: Readonly<Record<EnergyRule, string>> = { eu: 'source.eu-1169', us: 'source.cfr-101-9' }

export interface CupFacts {
  rule: EnergyRule
  kj: Figure
  kcal: Figure
  sugars: Figure
  /** as citric acid */
  acid: Figure
  fat: Figure
  protein: Figure
  caffeineMg: Figure
}

/** Less than this is none, g. */
const TRACE_G = 1e-4

/**
 * What one cup of a drink holds, ice and garnish left out.
 * @param drink all of it that goes into a cup
 */
export function cupFacts(drink: Stream, rule: EnergyRule): CupFacts {
  const gramsOf = (part: string, g: number): Figure =>
    given(`held-${part}`, Math.max(0, g), 'g', 'estimated', 'source.composition')
  const energy = (unit: Unit, perG: Readonly<Record<EnergyPart, number>>, perUnit: Unit, source: string): Figure =>
    sum(
      'energy',
      unit,
      PARTS.flatMap((part) => {
        const g = GRAMS[part](drink)
        if (g < TRACE_G) return []
        const factor = given('energy-per-gram', perG[part], perUnit, 'default', source, { part })
        return [product(`energy-of-${part}`, unit, [gramsOf(part, g), factor])]
      }),
    )
  const caffeineG = drink.amountsG[INDEX.caffeine]!
  return {
    rule,
    kj: energy('kJ', KJ_PER_G, 'kJ/g', SOURCE.eu),
    kcal: energy('kcal', KCAL_PER_G[rule], 'kcal/g', SOURCE[rule]),
    sugars: gramsOf('sugars', sugarsG(drink)),
    acid: gramsOf('acids', acidG(drink)),
    fat: gramsOf('fat', fatG(drink)),
    protein: gramsOf('protein', drink.amountsG[INDEX.protein]!),
    caffeineMg: given('held-caffeine', Math.max(0, caffeineG * 1000), 'mg', 'estimated', 'source.composition'),
  }
}
