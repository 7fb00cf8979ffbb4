/** A price as it is said: of a pack. */
export interface PackPrice {
  packPrice: number
  packG: number
}

/** What a kilo costs of what a pack holds. */
export const pricePerKg = ({ packPrice, packG }: PackPrice): number => (packPrice / packG) * 1000
