import { rootBetween } from '../solve'
import { solutionDensityGPerMl, waterDensityGPerMl } from './formulas'

/**
 * Refractive index of water at 589 nm, 10 to 60 °C. CRC Handbook values at 10, 20, 30, 40, 50, 60 °C (memory) through a
 * cubic.
 */
export function waterRefractiveIndex(tempC: number): number {
  const t = tempC - 20
  return 1.33299 - t * (9.13e-5 + t * (1.563e-6 - t * 5.6e-9))
}

/**
 * Specific refraction of dissolved sucrose, mL/g: fitted once to the ICUMSA 1974 table at 20 °C (memory), see the test
 * for what it then gives.
 */
const SUCROSE_REFRACTION = [0.2068, -0.00245] as const

const lorentzLorenz = (n: number): number => (n * n - 1) / (n * n + 2)

/**
 * Refractive index of a sugar solution at 589 nm by the Lorentz and Lorenz mixing rule over its density: refractions of
 * water and sugar add by mass. Good to 0.00015 from 0 to 70 g per 100 g and 15 to 30 °C.
 * @param dissolvedPercent g per 100 g, 0 to 75
 */
export function refractiveIndex(dissolvedPercent: number, tempC: number): number {
  const w = dissolvedPercent / 100
  const water = lorentzLorenz(waterRefractiveIndex(tempC)) / waterDensityGPerMl(tempC)
  const sugar = SUCROSE_REFRACTION[0] + SUCROSE_REFRACTION[1] * w
  const l = ((1 - w) * water + w * sugar) * solutionDensityGPerMl(dissolvedPercent, tempC)
  return Math.sqrt((1 + 2 * l) / (1 - l))
}

/** The g per 100 g whose refractive index at `tempC` is `n`, −5 to 85; beyond, the end itself. */
function percentOfIndex(n: number, tempC: number): number {
  const off = (percent: number): number => refractiveIndex(percent, tempC) - n
  if (off(LEAST_PERCENT) >= 0) return LEAST_PERCENT
  return off(MOST_PERCENT) <= 0 ? MOST_PERCENT : rootBetween(off, LEAST_PERCENT, MOST_PERCENT, 1e-10)
}
const [LEAST_PERCENT, MOST_PERCENT] = [-5, 85]

/** What a refractometer's scale shows for a refractive index: it is made for 20 °C. */
export const brixOfRefractiveIndex = (n: number): number => percentOfIndex(n, 20)

/**
 * What an uncompensated refractometer shows, °Bx, for a solution of `brix` (its reading at 20 °C) at `tempC`, 15 to 40
 * °C.
 */
export const readingAtTemperature = (brix: number, tempC: number): number =>
  brixOfRefractiveIndex(refractiveIndex(brix, tempC))

/** °Bx at 20 °C from a reading taken at `tempC` without compensation: the inverse of {@link readingAtTemperature}. */
export const brixFromReading = (reading: number, tempC: number): number =>
  percentOfIndex(refractiveIndex(reading, 20), tempC)

/**
 * g dissolved per 100 g from a reading at 20 °C and the acid in it: the citric correction of Stevens and Baier (1939,
 * memory) the other way round.
 */
export function dissolvedFromReading(brix: number, acidPercent: number): number {
  return brix + 0.193 * acidPercent - 0.0004 * acidPercent * acidPercent
}
