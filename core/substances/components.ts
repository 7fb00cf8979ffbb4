/** What a stream is made of. The order is the index into a stream's amounts; append only, documents name components. */
export const COMPONENTS = [
  'water',
  'sucrose',
  'glucose',
  'fructose',
  'lactose',
  'otherSugars',
  'sweetener',
  'citric',
  'malic',
  'tartaric',
  'ascorbic',
  'lactic',
  'acetic',
  'oxalic',
  'otherSolids',
  'protein',
  'fat',
  'fibre',
  'caffeine',
  'ethanol',
  'carbonDioxide',
] as const
export type Component = (typeof COMPONENTS)[number]
export const COMPONENT_COUNT = COMPONENTS.length
export const INDEX = Object.fromEntries(COMPONENTS.map((c, i) => [c, i])) as Record<Component, number>

/**
 * Beside grams a stream carries what has no mass of its own but is kept when streams are put together: the net charge
 * of its strong ions in mmol, the groups of protein and phosphate that take up acid in mmol, the sweetness of
 * sweeteners that are no sugar in g of sucrose, what blades freed of the bitterness of peel and pith in g of peel, and
 * the g of lactic acid that a culture may have made less, or more, than was worked out.
 */
export const STRONG_ION = COMPONENT_COUNT
export const BUFFER = COMPONENT_COUNT + 1
export const SWEET_WITHOUT_SUGAR = COMPONENT_COUNT + 2
export const BITTER = COMPONENT_COUNT + 3
export const LACTIC_UNSURE = COMPONENT_COUNT + 4
export const AMOUNTS_LENGTH = COMPONENT_COUNT + 5

/** Grams of each component per 100 g; water is what is left to 100. */
export type Composition = Partial<Record<Exclude<Component, 'water'>, number>>

export const SUGARS: readonly Component[] = ['sucrose', 'glucose', 'fructose', 'lactose', 'otherSugars']

/** Neither dissolved nor water: kept out of dissolved solids and of the liquor. */
export const NOT_DISSOLVED: readonly Component[] = ['water', 'fat', 'fibre']

/**
 * Sweetness against sucrose = 1, by mass. Food chemistry handbooks (memory): fructose 1.2 to 1.7, glucose 0.6 to 0.8,
 * lactose 0.2 to 0.4; the middles are used, for a cold drink. Other sugars (maltose, galactose) 0.4, from memory.
 */
export const RELATIVE_SWEETNESS: Partial<Record<Component, number>> = {
  sucrose: 1,
  fructose: 1.4,
  glucose: 0.7,
  lactose: 0.3,
  otherSugars: 0.4,
}

/**
 * Molar mass in g/mol, protons titrated to pH 8.1, and pKa at 25 °C. Source: CRC Handbook of Chemistry and Physics
 * (memory); oxalic acid (90.03) and the proton counts from memory. The second proton of ascorbic acid (pKa 11.6) is not
 * reached.
 */
export const ACIDS: readonly {
  component: Component
  molarMassGPerMol: number
  protons: number
  pKa: readonly number[]
}[] = [
  { component: 'citric', molarMassGPerMol: 192.12, protons: 3, pKa: [3.13, 4.76, 6.4] },
  { component: 'malic', molarMassGPerMol: 134.09, protons: 2, pKa: [3.4, 5.11] },
  { component: 'tartaric', molarMassGPerMol: 150.09, protons: 2, pKa: [2.98, 4.34] },
  { component: 'ascorbic', molarMassGPerMol: 176.12, protons: 1, pKa: [4.04] },
  { component: 'lactic', molarMassGPerMol: 90.08, protons: 1, pKa: [3.86] },
  { component: 'acetic', molarMassGPerMol: 60.05, protons: 1, pKa: [4.76] },
  { component: 'oxalic', molarMassGPerMol: 90.03, protons: 2, pKa: [1.25, 3.81] },
]
const CITRIC_EQUIVALENT_G = 192.12 / 3

/** Grams of anhydrous citric acid that titrate as one gram of the acid, by equivalents (1 for citric itself). */
export const CITRIC_EQUIVALENT: Readonly<Partial<Record<Component, number>>> = Object.fromEntries(
  ACIDS.map((a) => [a.component, (a.protons / a.molarMassGPerMol) * CITRIC_EQUIVALENT_G]),
)

/**
 * g/mol of what lowers the freezing point or takes part in inversion. CRC Handbook; salts as potassium citrate and
 * chloride, an average from memory; sweeteners without sugar as erythritol, the only one taken by the gram.
 */
export const MOLAR_MASS: Readonly<Partial<Record<Component, number>>> = {
  sucrose: 342.3,
  glucose: 180.16,
  fructose: 180.16,
  lactose: 342.3,
  otherSugars: 342.3,
  sweetener: 122.12,
  otherSolids: 60,
  ethanol: 46.07,
  carbonDioxide: 44.01,
  caffeine: 194.19,
  ...Object.fromEntries(ACIDS.map((a) => [a.component, a.molarMassGPerMol])),
}
