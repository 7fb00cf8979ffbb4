import { rootBetween } from '../solve'
import { FREEZING, freezingPointC } from './thermal'

/** Heat of fusion and heat capacities. Source: CRC Handbook (memory). */
export const FUSION_KJ_PER_KG = 333.55
export const ICE_CP_KJ_PER_KG_K = 2.06
export const WATER_CP_KJ_PER_KG_K = 4.18

/** What ice is like as it is scooped. */
export const ICE_SHAPES = ['cube', 'nugget', 'crushed'] as const
export type IceShape = (typeof ICE_SHAPES)[number]
/**
 * Share of it that is water already. AHRI 810 and ASHRAE 29 call the rest the ice hardness (memory): near 100 % for
 * cubes, 80 to 90 % for nuggets. Crushed cubes are wet all around: common practice, no source.
 */
export const WET_SHARE: Readonly<Record<IceShape, number>> = { cube: 0, nugget: 0.15, crushed: 0.08 }

/** What is frozen of a mixture, and how warm all of it is. */
export interface Phase {
  iceG: number
  tempC: number
}

const MOST_FROZEN = 0.9999
const TOLERANCE_G = 1e-7

/**
 * Ice and temperature of a mixture that holds so much heat, at rest: nothing frozen, or as much as leaves a liquor that
 * freezes at just that temperature. Walls and room are left out. Freezing points as {@link freezingPointC}, fair to
 * some 2 mol/kg; where nearly all of the water is frozen the temperature is only an indication.
 * @param waterG all of the water, frozen or not
 * @param soluteMol dissolved particles
 * @param capacityJPerK of everything but the ice that is there now
 * @param iceG that is there now
 * @param heatJ counted from everything liquid at 0 °C
 */
export function phaseAt(waterG: number, soluteMol: number, capacityJPerK: number, iceG: number, heatJ: number): Phase {
  const capacityWith = (frozenG: number): number => capacityJPerK + (iceG - frozenG) * WATER_CP_KJ_PER_KG_K
  const freezesC = (frozenG: number): number =>
    soluteMol > 0 ? freezingPointC(soluteMol / ((waterG - frozenG) / 1000)) : 0
  const thawedC = capacityWith(0) > 0 ? heatJ / capacityWith(0) : 0
  if (waterG <= 0 || thawedC >= freezesC(0)) return { iceG: 0, tempC: thawedC }
  const heatWith = (frozenG: number): number =>
    capacityWith(frozenG) * freezesC(frozenG) + frozenG * (ICE_CP_KJ_PER_KG_K * freezesC(frozenG) - FUSION_KJ_PER_KG)
  // Water alone freezes at 0 °C; once all of it is frozen, the rest of the cold is in the ice.
  const mostG = soluteMol > 0 ? waterG * MOST_FROZEN : waterG
  if (heatWith(mostG) >= heatJ) {
    const tempC = (heatJ + mostG * FUSION_KJ_PER_KG) / (capacityWith(mostG) + mostG * ICE_CP_KJ_PER_KG_K)
    return { iceG: mostG, tempC }
  }
  const frozenG = rootBetween((g) => heatWith(g) - heatJ, 0, mostG, TOLERANCE_G)
  return { iceG: frozenG, tempC: freezesC(frozenG) }
}

/** g of water that stay liquid at a temperature below 0 °C, beside ice: the inverse of {@link freezingPointC}. */
export function liquidWaterAt(soluteMol: number, tempC: number): number {
  const { perMolal, bound } = FREEZING
  const molal = (Math.sqrt(1 + (4 * bound * -tempC) / perMolal) - 1) / (2 * bound)
  return (1000 * soluteMol) / molal
}

/** What ice in a drink has come to after some minutes. */
export interface Melt {
  /** g that melted; below 0 where colder ice froze water onto itself */
  meltedG: number
  tempC: number
  /** minutes after which no ice was left; Infinity where there is some */
  goneMin: number
}

/** Steps of the room's heat: at least so many, and more where it warms fast. */
const LEAST_STEPS = 20
const MOST_STEPS = 400

/**
 * Ice in a drink against time: both come to rest with each other at once, then the room lets heat in through the walls
 * and melts ice at the drink's freezing point while there is any, then warms the drink towards itself. The walls' own
 * heat, and the minute or two that the first chilling takes, are left out.
 * @param drinkG mass of the drink, its own ice left out
 * @param cpKjPerKgK its heat capacity
 * @param waterG of the drink
 * @param soluteMol dissolved particles in it
 * @param wPerK heat that the walls let in, W for each K
 */
export function meltAfter(
  drinkG: number,
  cpKjPerKgK: number,
  fromC: number,
  waterG: number,
  soluteMol: number,
  iceG: number,
  iceTempC: number,
  wPerK: number,
  roomC: number,
  minutes: number,
): Melt {
  const capacity = drinkG * cpKjPerKgK
  const iceHeat = iceG > 0 ? iceG * (ICE_CP_KJ_PER_KG_K * Math.min(0, iceTempC) - FUSION_KJ_PER_KG) : 0
  let heat = capacity * fromC + iceHeat
  const rest = (): Phase =>
    iceG > 0 || heat < 0
      ? phaseAt(waterG + iceG, soluteMol, capacity, iceG, heat)
      : { iceG: 0, tempC: capacity > 0 ? heat / capacity : fromC }
  let now = rest()
  let goneMin = now.iceG > 0 ? Infinity : 0
  const tau = (capacity + iceG * WATER_CP_KJ_PER_KG_K) / (wPerK * 60)
  const steps = Math.min(MOST_STEPS, Math.max(LEAST_STEPS, Math.ceil((8 * minutes) / tau)))
  const dt = minutes / steps
  for (let i = 0; i < steps && wPerK > 0 && minutes > 0; i++) {
    const liquid = capacity + (iceG - now.iceG) * WATER_CP_KJ_PER_KG_K
    // Ice holds the temperature, so heat comes in evenly; without ice the difference dies away.
    heat +=
      now.iceG > 0
        ? wPerK * (roomC - now.tempC) * dt * 60
        : liquid * (roomC - now.tempC) * (1 - Math.exp((-wPerK * 60 * dt) / liquid))
    now = rest()
    if (now.iceG <= 0 && goneMin === Infinity) goneMin = (i + 1) * dt
  }
  return { meltedG: iceG - now.iceG, tempC: now.tempC, goneMin }
}

/** g of ice that have melted after some minutes: see {@link meltAfter}. */
export const iceMeltedG = (...p: Parameters<typeof meltAfter>): number => meltAfter(...p).meltedG
/** °C of the drink after some minutes: see {@link meltAfter}. */
export const temperatureAfterMeltC = (...p: Parameters<typeof meltAfter>): number => meltAfter(...p).tempC
