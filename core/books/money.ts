/** Money as the books keep it: to a hundredth of a cent. */
export const roundMoney = (amount: number): number => Math.round(amount * 1e4) / 1e4
