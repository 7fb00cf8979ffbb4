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
