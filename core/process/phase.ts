import {
  AMOUNTS_LENGTH,
  COMPONENTS,
  FUSION_KJ_PER_KG,
  ICE_CP_KJ_PER_KG_K,
  MOLAR_MASS,
  freezingPointC,
  CRYSTALS,
  CRYSTAL_INDEX,
  liquidWaterAt,
  mixtureVolumeMl,
  mostDissolvedG,
  phaseAt,
} from '../substances'
import {
  ZEROS,
  dissolvedG,
  dot,
  fatG,
  fibreG,
  heatCapacityOf,
  liquidWaterG,
  massG,
  scaled,
  volumeMl,
  waterG,
  type Rind,
  type Stream,
} from './stream'

const MOL_PER_G = COMPONENTS.map((c) => (MOLAR_MASS[c] ? 1 / MOLAR_MASS[c] : 0))
const MOL_PER_G_OF_CRYSTALS = CRYSTAL_INDEX.map((i) => MOL_PER_G[i]!)

/** mol of dissolved particles: sugars, acids, and salts as other solids. Crystals on the bottom do not count. */
export function soluteMol(s: Pick<Stream, 'amountsG' | 'crystals'>): number {
  let mol = dot(s.amountsG, MOL_PER_G)
  s.crystals?.forEach((c, i) => (mol -= c * MOL_PER_G_OF_CRYSTALS[i]!))
  return Math.max(0, mol)
}

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
  let crystals: number[] | null = null
  let rind: Rind | null = null
  for (const s of streams) {
    for (let i = 0; i < AMOUNTS_LENGTH; i++) amountsG[i]! += s.amountsG[i]!
    if (s.crystals) crystals = added(crystals, s.crystals)
    if (s.rind) rind = addedRind(rind, s.rind)
    const c = capacityJPerK(s)
    capacity += c
    heat += c * s.tempC + iceHeatJ(s)
    iceG += s.iceG
  }
  if (iceG <= 0 && heat >= 0) return settled(amountsG, capacity > 0 ? heat / capacity : 20, 0, crystals, rind)
  const phase = phaseAt(waterG({ amountsG }), soluteMol({ amountsG, crystals: null }), capacity, iceG, heat)
  return settled(amountsG, phase.tempC, phase.iceG, crystals, rind)
}

const added = (a: readonly number[] | null, b: readonly number[]): number[] => b.map((x, i) => x + (a ? a[i]! : 0))

const addedRind = (a: Rind | null, b: Rind): Rind =>
  a ? { amountsG: added(a.amountsG, b.amountsG), peelG: a.peelG + b.peelG, pithG: a.pithG + b.pithG } : b

/**
 * Volume, mL, of a stream with so many g of another in it, for whoever tries many amounts: as {@link mixed} and {@link
 * volumeMl} give it. Where nothing is frozen or lies on the bottom, a handful of numbers add up instead of the streams.
 */
export function mixedVolume(base: Stream, gram: Stream): (grams: number) => number {
  const exact = (grams: number): number => volumeMl(mixed([base, scaled(gram, grams)]))
  if (base.iceG > 0 || gram.iceG > 0 || base.crystals || gram.crystals || base.tempC < 0 || gram.tempC < 0) return exact
  const [water, dissolved] = [waterG(base), dissolvedG(base)]
  const [fibre, fat, capacity] = [fibreG(base), fatG(base), capacityJPerK(base)]
  const [waterOf, dissolvedOf] = [waterG(gram), dissolvedG(gram)]
  const [fibreOf, fatOf, capacityOf] = [fibreG(gram), fatG(gram), capacityJPerK(gram)]
  return (grams) => {
    const capacities = capacity + grams * capacityOf
    const tempC = capacities > 0 ? (capacity * base.tempC + grams * capacityOf * gram.tempC) / capacities : 20
    const solids = dissolved + grams * dissolvedOf
    const liquid = water + grams * waterOf
    const liquor = liquid + solids
    const percent = liquor > 0 ? (100 * solids) / liquor : 0
    return mixtureVolumeMl(liquor, percent, tempC, fibre + grams * fibreOf, fat + grams * fatOf, 0)
  }
}

/**
 * The stream of these amounts, in which of `crystals` so much is left as the liquid water cannot hold. Crystals only
 * dissolve: what comes as a syrup, or is cooled or boiled beyond what the water holds, stays in solution until somebody
 * seeds it, and is flagged where that matters.
 * @param crystals g of each of CRYSTALS that came in dry; never more than there is of it
 */
export function settled(
  amountsG: number[],
  tempC: number,
  iceG = 0,
  crystals: readonly number[] | null = null,
  rind: Rind | null = null,
): Stream {
  if (!crystals) return { amountsG, tempC, crystals: null, undissolvedG: 0, iceG, rind }
  const water = Math.max(0, waterG({ amountsG }) - iceG)
  let undissolvedG = 0
  const left = crystals.map((came, i) => {
    const over = amountsG[CRYSTAL_INDEX[i]!]! - mostDissolvedG(CRYSTALS[i]!, water, tempC)
    const lies = came > 0 && over > 1e-9 ? Math.min(came, over, amountsG[CRYSTAL_INDEX[i]!]!) : 0
    undissolvedG += lies
    return lies
  })
  return undissolvedG > 0
    ? { amountsG, tempC, crystals: left, undissolvedG, iceG, rind }
    : { amountsG, tempC, crystals: null, undissolvedG: 0, iceG, rind }
}

/**
 * The same amounts at another temperature, crystals as they were. At 0 °C and above all of it is liquid; below, as much
 * water is frozen as leaves a liquor that freezes at just that temperature.
 */
export function atTemperature(s: Stream, tempC: number): Stream {
  if (tempC >= 0) return { ...s, tempC, iceG: 0 }
  return { ...s, tempC, iceG: Math.max(0, waterG(s) - liquidWaterAt(soluteMol(s), tempC)) }
}
