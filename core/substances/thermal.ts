/**
 * Pressure of the standard atmosphere at a height above the sea, Pa. ICAO standard atmosphere (memory), to 11 000 m.
 */
export function pressureAtAltitudePa(altitudeM: number): number {
  return 101325 * (1 - 2.25577e-5 * altitudeM) ** 5.25588
}

/** Boiling point of water at a pressure, °C. Antoine equation, 60 to 150 °C (NIST Chemistry WebBook, memory). */
export function waterBoilsAtC(pressurePa: number): number {
  return 1730.63 / (8.07131 - Math.log10(pressurePa / 133.322)) - 233.426
}

/**
 * How much higher than water a sugar solution boils, °C: 2 B / (100 - B). Hugot, Handbook of Cane Sugar Engineering
 * (memory), to 75 °Bx; beyond, and for fruit acid and other sugars, it is only an indication.
 */
export const boilingRiseC = (dissolvedPercent: number): number => (2 * dissolvedPercent) / (100 - dissolvedPercent)

/** °C at which a solution boils at a height above the sea. */
export const boilingPointC = (dissolvedPercent: number, altitudeM: number): number =>
  waterBoilsAtC(pressureAtAltitudePa(altitudeM)) + boilingRiseC(dissolvedPercent)

/**
 * g dissolved per 100 g of a solution that boils at `boilsAtC` at this height: the inverse of {@link boilingPointC}.
 */
export function dissolvedFromBoilingPoint(boilsAtC: number, altitudeM: number): number {
  const rise = Math.max(0, boilsAtC - waterBoilsAtC(pressureAtAltitudePa(altitudeM)))
  return (100 * rise) / (2 + rise)
}

/**
 * Freezing point, °C: 1.86 K per mol of solute and kg of water, raised for how sugar binds water, 1 + 0.106 m. The
 * factor is fitted to osmotic data of sucrose (memory); other solutes are taken to behave the same, which is fair up to
 * some 2 mol/kg.
 */
export const freezingPointC = (soluteMolPerKgWater: number): number =>
  -FREEZING.perMolal * soluteMolPerKgWater * (1 + FREEZING.bound * soluteMolPerKgWater)
/** @property mostMolal beyond which the rule is no use: about the strength of a sucrose syrup of 65 °Bx */
export const FREEZING = { perMolal: 1.86, bound: 0.106, mostMolal: 5.5 } as const

/** Heat to boil water away, kJ/kg at 100 °C. CRC Handbook (memory). */
export const VAPORISATION_KJ_PER_KG = 2257

/**
 * Rate at which sucrose splits into glucose and fructose in acid, per second: k = A [H+] exp(-Ea / R T), Ea 108 kJ/mol,
 * 2.0e-4 L/(mol s) at 25 °C. From memory of the classical polarimetric work; good to a factor of two, and pH in hot
 * syrup is itself an estimate.
 */
export function inversionPerS(ph: number, tempC: number): number {
  const kelvin = tempC + 273.15
  return 2.0e-4 * 10 ** -ph * Math.exp((108_000 / 8.314) * (1 / 298.15 - 1 / kelvin))
}
