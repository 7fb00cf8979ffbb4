/** A price as it is said: of a pack. */
export interface PackPrice {
  packPriceEur: number
  packG: number
}

/** EUR a kilo of what a pack holds. */
export const eurPerKg = ({ packPriceEur, packG }: PackPrice): number => (packPriceEur / packG) * 1000
