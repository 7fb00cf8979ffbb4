/** Heat of fusion and heat capacities. Source: CRC Handbook (memory). */
export const FUSION_KJ_PER_KG = 333.55
export const ICE_CP_KJ_PER_KG_K = 2.06
export const WATER_CP_KJ_PER_KG_K = 4.18

/**
 * Ice that melts while a drink cools from `fromC` to `toC`, in g, at most `iceG` and never below 0. A heat balance of
 * drink and ice alone: the vessel and the room are left out. All the ice first warms to 0 °C, then the part that melts
 * warms on to `toC`.
 * @param drinkG mass of the drink, g
 * @param cpKjPerKgK heat capacity of the drink
 * @param iceTempC temperature of the ice, 0 or below
 */
export function iceMeltedG(
  drinkG: number, cpKjPerKgK: number, fromC: number, toC: number, iceG: number, iceTempC: number,
): number {
  if (fromC <= toC || iceG <= 0) return 0
  const heat = drinkG * cpKjPerKgK * (fromC - toC) - iceG * ICE_CP_KJ_PER_KG_K * (0 - iceTempC)
  return Math.min(iceG, Math.max(0, heat / (FUSION_KJ_PER_KG + WATER_CP_KJ_PER_KG_K * toC)))
}

/** Temperature of the drink, °C, once `meltedG` of its ice has melted into it; balance and limits of {@link iceMeltedG}. */
export function temperatureAfterMeltC(
  drinkG: number, cpKjPerKgK: number, fromC: number, meltedG: number, iceG: number, iceTempC: number,
): number {
  if (iceG <= 0) return fromC
  const taken = meltedG * FUSION_KJ_PER_KG + iceG * ICE_CP_KJ_PER_KG_K * (0 - iceTempC)
  const drink = drinkG * cpKjPerKgK
  return Math.max(0, (drink * fromC - taken) / (drink + meltedG * WATER_CP_KJ_PER_KG_K))
}
