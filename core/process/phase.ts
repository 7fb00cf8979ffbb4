import {
  AMOUNTS_LENGTH,
  COMPONENTS,
  FUSION_KJ_PER_KG,
  ICE_CP_KJ_PER_KG_K,
  MOLAR_MASS,
  freezingPointC,
  liquidWaterAt,
  mixtureVolumeMl,
  phaseAt,
  sucroseSolubilityPercent,
} from '../substances'
import {
  DISSOLVED,
  ZEROS,
  dissolvedG,
  dot,
  fatG,
  fibreG,
  heatCapacityOf,
  liquidWaterG,
  massG,
  scaled,
  sucroseG,
  volumeMl,
  waterG,
  type Stream,
} from './stream'

const MOL_PER_G = COMPONENTS.map((c) => (MOLAR_MASS[c] ? 1 / MOLAR_MASS[c] : 0))

/** mol of dissolved particles: sugars, acids, and salts as other solids. Crystals on the bottom do not count. */
export const soluteMol = (s: Pick<Stream, 'amountsG' | 'undissolvedG'>): number =>
  Math.max(0, dot(s.amountsG, MOL_PER_G) - s.undissolvedG / MOLAR_MASS.sucrose!)

/** mol of dissolved particles per kg of liquid water. */
export const soluteMolPerKgWater = (s: Stream): number => soluteMol(s) / (liquidWaterG(s) / 1000)

/** °C at which the liquor of a stream freezes. */
export const freezingPointOf = (s: Stream): number => freezingPointC(soluteMolPerKgWater(s))

/** J for each K, of everything in a stream but its ice. */
export const capacityJPerK = (s: Stream): number => (massG(s) - s.iceG) * heatCapacityOf(s)

/** J that the ice of a stream holds, counted from water at 0 °C: below nothing. */
const iceHeatJ = (s: Stream): number =>
  s.iceG > 0 ? s.iceG * (ICE_CP_KJ_PER_KG_K * Math.min(0, s.tempC) - FUSION_KJ_PER_KG) : 0

/**
 * Streams put together: amounts add up; temperature and ice follow from the heat they bring, at the liquor's own
 * freezing point; crystals dissolve as far as the liquid water now there allows. Without ice and above 0 °C nothing can
 * freeze, and heat capacities decide alone.
 */
export function mixed(streams: readonly Stream[]): Stream {
  const amountsG = ZEROS.slice()
  let capacity = 0
  let heat = 0
  let iceG = 0
  for (const s of streams) {
    for (let i = 0; i < AMOUNTS_LENGTH; i++) amountsG[i]! += s.amountsG[i]!
    const c = capacityJPerK(s)
    capacity += c
    heat += c * s.tempC + iceHeatJ(s)
    iceG += s.iceG
  }
  if (iceG <= 0 && heat >= 0) return settled(amountsG, capacity > 0 ? heat / capacity : 20)
  const phase = phaseAt(waterG({ amountsG }), soluteMol({ amountsG, undissolvedG: 0 }), capacity, iceG, heat)
  return settled(amountsG, phase.tempC, phase.iceG)
}

/**
 * Volume, mL, of a stream with so many g of another in it, for whoever tries many amounts: as {@link mixed} and {@link
 * volumeMl} give it. Where nothing is frozen or lies on the bottom, a handful of numbers add up instead of the streams.
 */
export function mixedVolume(base: Stream, gram: Stream): (grams: number) => number {
  const exact = (grams: number): number => volumeMl(mixed([base, scaled(gram, grams)]))
  if (base.iceG > 0 || gram.iceG > 0 || base.undissolvedG > 0 || base.tempC < 0 || gram.tempC < 0) return exact
  const [water, dissolved] = [waterG(base), dissolvedG(base)]
  const [fibre, fat, capacity] = [fibreG(base), fatG(base), capacityJPerK(base)]
  const [waterOf, dissolvedOf] = [waterG(gram), dissolvedG(gram) + gram.undissolvedG]
  const [fibreOf, fatOf, capacityOf] = [fibreG(gram), fatG(gram), capacityJPerK(gram)]
  return (grams) => {
    const capacities = capacity + grams * capacityOf
    const tempC = capacities > 0 ? (capacity * base.tempC + grams * capacityOf * gram.tempC) / capacities : 20
    const solids = dissolved + grams * dissolvedOf
    const liquid = water + grams * waterOf
    if (solids > mostDissolvedG(liquid, tempC)) return exact(grams)
    const liquor = liquid + solids
    const percent = liquor > 0 ? (100 * solids) / liquor : 0
    return mixtureVolumeMl(liquor, percent, tempC, fibre + grams * fibreOf, fat + grams * fatOf, 0)
  }
}

/**
 * g that so much liquid water holds. Other dissolved matter is counted against the same limit, as sucrose: a little
 * early rather than too late.
 */
function mostDissolvedG(liquidWater: number, tempC: number): number {
  const holds = sucroseSolubilityPercent(Math.min(80, Math.max(0, tempC))) / 100
  return (liquidWater * holds) / (1 - holds)
}

/** The stream of these amounts with its sugar dissolved as far as the liquid water holds it at that temperature. */
export function settled(amountsG: number[], tempC: number, iceG = 0): Stream {
  const s = { amountsG, tempC, undissolvedG: 0, iceG }
  const over = dot(amountsG, DISSOLVED) - mostDissolvedG(liquidWaterG(s), tempC)
  return over > 1e-9 ? { ...s, undissolvedG: Math.min(over, sucroseG(s)) } : s
}

/**
 * The same amounts at another temperature, crystals as they were. At 0 °C and above all of it is liquid; below, as much
 * water is frozen as leaves a liquor that freezes at just that temperature.
 */
export function atTemperature(s: Stream, tempC: number): Stream {
  if (tempC >= 0) return { ...s, tempC, iceG: 0 }
  return { ...s, tempC, iceG: Math.max(0, waterG(s) - liquidWaterAt(soluteMol(s), tempC)) }
}
