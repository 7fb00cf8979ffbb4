import { MOLAR_MASS, PH_ACIDS, phOf } from '../substances'

/**
 * Lactic cultures are given at 30 °C and work twice as fast for 10 K more, from 15 to 42 °C. From memory of dairy
 * handbooks.
 */
const AT_C = 30
const PER_10K = 2

/**
 * Cardinal pH of lactic bacteria: none work below the first, they work best at the second, and stop above the third.
 * Means over strains, from memory of the literature on lactobacilli; a strain may bear some 0.2 less.
 */
export const CULTURE_PH = { least: 3.4, best: 6.2, most: 8.5 } as const

/**
 * Share of its best rate at which a culture works at a pH, 0 to 1: the cardinal pH model (Rosso, Lobry, Bajard and
 * Flandrois, Applied and Environmental Microbiology 61, 1995, 610; memory).
 */
export function cultureShareAtPh(ph: number): number {
  const { least, best, most } = CULTURE_PH
  if (ph <= least || ph >= most) return 0
  const product = (ph - least) * (ph - most)
  return product / (product - (ph - best) ** 2)
}

const LACTIC = PH_ACIDS.indexOf('lactic')
/** Steps of the time: each as far as the one before brought the pH. */
const STEPS = 48

/**
 * g of lactic acid that a culture makes in 100 g: its rate falls with the pH that its own acid makes, and the sugar
 * ends. Midpoint rule over {@link STEPS} steps; volume is taken as it was at the start.
 * @param per100GPerH rate at 30 °C and the best pH
 * @param litresPer100G volume of 100 g at the start
 * @param strongIonMolPerL @param bufferMolPerL @param acidsMolPerL as {@link phOf} asks for them, at the start
 */
export function lacticFrom(
  hours: number,
  per100GPerH: number,
  tempC: number,
  sugarPer100G: number,
  litresPer100G: number,
  strongIonMolPerL: number,
  bufferMolPerL: number,
  ...acidsMolPerL: number[]
): number {
  const acids = acidsMolPerL.slice()
  const start = acids[LACTIC] ?? 0
  const perHour = per100GPerH * PER_10K ** ((tempC - AT_C) / 10)
  const rate = (made: number): number => {
    acids[LACTIC] = start + made / MOLAR_MASS.lactic! / litresPer100G
    return made >= sugarPer100G ? 0 : perHour * cultureShareAtPh(phOf(strongIonMolPerL, bufferMolPerL, ...acids))
  }
  const step = hours / STEPS
  let made = 0
  for (let i = 0; i < STEPS && made < sugarPer100G; i++) {
    const now = rate(made)
    if (now <= 0) break
    made = Math.min(sugarPer100G, made + step * rate(Math.min(sugarPer100G, made + (now * step) / 2)))
  }
  return made
}
