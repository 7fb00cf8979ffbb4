/** How much, as it was typed: kilos of fruit, or an amount in the unit of the lot. */
export interface AmountTold {
  kg?: number | null
  amount?: number | null
}

/** In the unit of the lot. */
export const amountTold = ({ kg, amount }: AmountTold): number => amount ?? (kg ?? NaN) * 1000
