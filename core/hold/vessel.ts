// What the room lets into a vessel before anybody has read it.

/**
 * W that go through a square metre of it for each K: still air on the outside and a wall of plastic or glass. From
 * memory of heat transfer handbooks: 5 to 10 for free convection of air with radiation.
 */
const W_PER_M2_K = 7
/** How far a vessel of its size may be from it: a factor either way, for the wall, the lid and the wind. */
export const W_PER_K_SPREAD = 2

/**
 * W for each K between the room and a full vessel: of a cylinder as high as it is wide, all around.
 * @param capacityMl mL to the brim
 */
export function usualWPerK(capacityMl: number): number {
  const volumeM3 = capacityMl * 1e-6
  const widthM = Math.cbrt((4 * volumeM3) / Math.PI)
  return W_PER_M2_K * 1.5 * Math.PI * widthM * widthM
}

/** A vessel varies by such a factor from day to day, by wind, lid and sun. Common practice, no source. */
const DAY_SPREAD = 1.35

/**
 * The same, with what readings of this vessel taught: each counts as much as it is surer than the guess by its size.
 * @param learned W for each K, as earlier services of it were read; above 0
 */
export function wPerKKnown(capacityMl: number, learned: readonly number[]): number {
  const [prior, each] = [1 / Math.log(W_PER_K_SPREAD) ** 2, 1 / Math.log(DAY_SPREAD) ** 2]
  const logs = learned.filter((w) => w > 0).map((w) => Math.log(w))
  const sum = prior * Math.log(usualWPerK(capacityMl)) + logs.reduce((s, l) => s + each * l, 0)
  return Math.exp(sum / (prior + each * logs.length))
}

/** °C at which a slush machine keeps a drink before anybody reads it. Common practice, no source: -3 to -1 °C. */
export const SLUSH_C = -2
/** °Bx beneath which a drink freezes hard in such a machine. Common practice, no source: 11 to 12 °Bx at the least. */
export const SLUSH_LEAST_BRIX = 11
