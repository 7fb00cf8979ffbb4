/**
 * Density of pure water in g/mL, 0 to 100 °C, 1 atm.
 * Source: Kell, J. Chem. Eng. Data 20 (1975) 97 (coefficients from memory).
 */
export function waterDensityGPerMl(tempC: number): number {
  const t = tempC
  const top =
    999.83952 + t * (16.945176 + t * (-7.9870401e-3 + t * (-46.170461e-6 + t * (105.56302e-9 - t * 280.54253e-12))))
  return top / (1 + 16.87985e-3 * t) / 1000
}

const B = [385.1761, 135.3705, 40.9299, -3.9643, 13.4853, -17.289]
const C = [
  [-46.272, -7.172, 1.1597, 5.1126, 17.5254],
  [59.7712, 7.2491, 12.363, -35.4791],
  [-47.2207, -21.6977, 27.6301],
  [18.3184, 12.3081],
]

/**
 * Density of a sugar solution in g/mL. Other dissolved solids of a juice are counted as sucrose.
 * Source: ICUMSA SPS-4 closed form over Kell's water (coefficients from memory). The 20 °C terms are held against
 * the ICUMSA table; the temperature terms are not proved yet, so figures far from 20 °C lean on them alone.
 * @param dissolvedPercent g dissolved per 100 g solution, 0 to 85
 * @param tempC 0 to 80
 */
export function solutionDensityGPerMl(dissolvedPercent: number, tempC: number): number {
  const w = dissolvedPercent / 100
  const tau = (tempC - 20) / 100
  let excess = 0
  let wi = 1
  for (let i = 0; i < B.length; i++) {
    wi *= w
    let term = B[i]!
    let tk = 1
    for (let k = 0; k < C.length; k++) {
      tk *= tau
      term += (C[k]![i] ?? 0) * tk
    }
    excess += term * wi
  }
  return waterDensityGPerMl(tempC) + excess / 1000
}

/**
 * What a refractometer shows, °Bx, for a solution of sugars and fruit acid: acid bends light less than sugar does.
 * Dissolved solids = reading + 0.193 A - 0.0004 A². Source: Stevens and Baier, Ind. Eng. Chem. Anal. Ed. 11 (1939) 447
 * (memory); its constant of 0.012 is left out so that a solution without acid reads as it is.
 * @param dissolvedPercent g per 100 g liquor
 * @param acidPercent g anhydrous citric acid equivalent per 100 g liquor, 0 to 40
 */
export function brixReading(dissolvedPercent: number, acidPercent: number): number {
  return dissolvedPercent - (0.193 * acidPercent - 0.0004 * acidPercent * acidPercent)
}

/**
 * Most sucrose that dissolves, g per 100 g solution, 0 to 80 °C.
 * Source: Vavrinecz, Z. Zuckerind. 12 (1962) 481 (memory).
 */
export function sucroseSolubilityPercent(tempC: number): number {
  const t = tempC
  return 64.447 + t * (0.08222 + t * (1.6169e-3 + t * (-1.558e-6 - t * 4.63e-8)))
}

/**
 * Heat capacity of a sugar solution, kJ/(kg K).
 * Source: Bubník and Kadlec, Sugar Technologists Manual (memory).
 * @param dissolvedPercent g per 100 g, 0 to 80
 * @param purityPercent sucrose as a share of dissolved solids, 0 to 100
 */
export function heatCapacityKjPerKgK(dissolvedPercent: number, purityPercent: number, tempC: number): number {
  return 4.1868 - dissolvedPercent * (0.0297 - 4.6e-5 * purityPercent) + 7.5e-5 * dissolvedPercent * tempC
}

/** g per mL. Fibre 1.5 and milk fat 0.93 from memory; sugar crystal 1.587, CRC Handbook (memory). */
const FIBRE_G_PER_ML = 1.5
const FAT_G_PER_ML = 0.93
const CRYSTAL_G_PER_ML = 1.587
/** At 0 °C. CRC Handbook (memory). */
const ICE_G_PER_ML = 0.9167
/** Past this the matter is a damp powder, and the closed form of a solution does not hold. */
const SOLUTION_MAX_PERCENT = 85

/**
 * Volume of a mixture in mL: its liquor by the density of a sugar solution, and the bulk of what floats or lies in it,
 * its ice too. Volumes are taken to add between the liquor and the rest, not within the liquor (sugar contracts).
 */
export function mixtureVolumeMl(
  liquorG: number,
  dissolvedPercent: number,
  tempC: number,
  fibreG: number,
  fatG: number,
  crystalG: number,
  iceG = 0,
): number {
  const bulk = fibreG / FIBRE_G_PER_ML + fatG / FAT_G_PER_ML + crystalG / CRYSTAL_G_PER_ML + iceG / ICE_G_PER_ML
  if (dissolvedPercent > SOLUTION_MAX_PERCENT) {
    const solids = (liquorG * dissolvedPercent) / 100
    return solids / CRYSTAL_G_PER_ML + (liquorG - solids) / waterDensityGPerMl(tempC) + bulk
  }
  return liquorG / solutionDensityGPerMl(dissolvedPercent, tempC) + bulk
}
