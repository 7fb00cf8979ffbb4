import { FUSION_KJ_PER_KG, ICE_CP_KJ_PER_KG_K, VAPORISATION_KJ_PER_KG, WATER_CP_KJ_PER_KG_K } from '../substances'

/**
 * Minutes a burner takes to warm `massG` from `fromC` to `toC`; 0 when it is as warm already. Losses to the room are in
 * the efficiency.
 */
export function minutesToHeat(
  massG: number,
  cpKjPerKgK: number,
  fromC: number,
  toC: number,
  burnerW: number,
  efficiency: number,
  iceG = 0,
): number {
  const iceJ = iceG * (FUSION_KJ_PER_KG + WATER_CP_KJ_PER_KG_K * toC - ICE_CP_KJ_PER_KG_K * Math.min(0, fromC))
  const heatJ = (massG - iceG) * cpKjPerKgK * Math.max(0, toC - fromC) + iceJ
  return heatJ / (burnerW * efficiency) / 60
}

/** Minutes a burner takes to boil `waterG` away, heat of vaporisation at 100 °C. */
export function minutesToBoilAway(waterG: number, burnerW: number, efficiency: number): number {
  return (waterG * VAPORISATION_KJ_PER_KG) / (burnerW * efficiency) / 60
}

/**
 * Share done after `minutes` of a first-order process with a half time: extraction, moisture drawn, inversion. 0 to 1.
 */
export const firstOrderShare = (minutes: number, halfMin: number): number => 1 - 0.5 ** (minutes / halfMin)

/** A half time at another temperature: divided by `factorPer10K` for every 10 K more. */
export const halfTimeAt = (halfMin: number, atC: number, tempC: number, factorPer10K: number): number =>
  halfMin / factorPer10K ** ((tempC - atC) / 10)

/**
 * Minutes to cool or warm from `fromC` to `toC` in surroundings of `surroundingsC` by Newton's law; Infinity where it
 * is never reached.
 */
export function coolingMinutes(fromC: number, toC: number, surroundingsC: number, ratePerMin: number): number {
  const ratio = (fromC - surroundingsC) / (toC - surroundingsC)
  if (fromC === toC) return 0
  return ratio > 0 && Number.isFinite(ratio) ? Math.max(0, Math.log(ratio) / ratePerMin) : Infinity
}

/** Temperature after `minutes` of cooling by Newton's law. Never crosses the surroundings. */
export const cooledTo = (fromC: number, surroundingsC: number, ratePerMin: number, minutes: number): number =>
  surroundingsC + (fromC - surroundingsC) * Math.exp(-ratePerMin * minutes)

/**
 * Cooling rate per minute from two readings taken `minutes` apart; NaN where the readings do not go towards the
 * surroundings.
 */
export const coolingRate = (firstC: number, secondC: number, surroundingsC: number, minutes: number): number =>
  Math.log((firstC - surroundingsC) / (secondC - surroundingsC)) / minutes

/**
 * g of ice that bring a drink from `fromC` down to `toC`, all of it melted: it warms to 0 °C, melts, and warms on.
 * @param capacityKjPerK heat of the drink for each degree
 */
export function iceForTemperature(capacityKjPerK: number, fromC: number, toC: number, iceTempC: number): number {
  const eachKjPerKg = FUSION_KJ_PER_KG - ICE_CP_KJ_PER_KG_K * iceTempC + WATER_CP_KJ_PER_KG_K * toC
  return (1000 * capacityKjPerK * Math.max(0, fromC - toC)) / eachKjPerKg
}

/** Pith is twice as bitter as the outer peel, by weight. Common practice, no source. */
const PITH_TO_PEEL = 2
/**
 * Seconds in a strong blender after which half of the bitterness of whole citrus is out. Common practice, no source.
 */
const BITTER_HALF_S = 20

/**
 * How much bitterness blades free from whole citrus, in g of peel: its peel and twice its pith, times the share that
 * comes out in that time. It has no unit in any standard.
 */
export function bitterFreedG(peelG: number, pithG: number, seconds: number, machineFactor: number): number {
  return (peelG + PITH_TO_PEEL * pithG) * firstOrderShare(seconds * machineFactor, BITTER_HALF_S)
}
/**
 * Seconds in a usual blender after which half of what the fruit holds is free; ripe soft fruit is quicker. Common
 * practice, no source.
 */
const FREED_HALF_S = 8
/** Share of the fruit's liquor that the blades have freed: why more seconds give more juice, less and less. */
export const freedShare = (seconds: number, machineFactor: number): number =>
  firstOrderShare(seconds * machineFactor, FREED_HALF_S)

/** Loads of a jar that is filled to a share, whole ones. */
export const blenderLoads = (volume: number, jarMl: number, fillShare: number): number =>
  Math.ceil(volume / (jarMl * fillShare) - 1e-9)

/**
 * Half times of infusion are given at 95 °C; hot water draws out so many times faster for each 10 K more. From memory
 * of infusion studies: 1.3 to 1.6.
 */
export const INFUSION = { atC: 95, fasterPer10K: 1.4 } as const

/** The share of the soluble matter that has come out of a solid in water of `tempC`, at most `most` of it. */
export function shareDrawn(minutes: number, halfMin: number, tempC: number, most: number): number {
  return most * firstOrderShare(minutes, halfTimeAt(halfMin, INFUSION.atC, tempC, INFUSION.fasterPer10K))
}

/** °C from which a liquid burns, and leaves lie in hot water. Common practice, no source. */
export const HOT_LIQUID_C = 60
