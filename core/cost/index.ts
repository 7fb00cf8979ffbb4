export {
  costPerGram,
  dearer,
  juiceCostPerL,
  minutesToPress,
  pricePerGram,
  type CupItem,
  type Missing,
  type PrepMade,
  type Price,
  type PriceBook,
} from './price-book'
export { costOfSteps, costPerLitre, prepCostPerGram, type CostLine } from './making'
export * from './cup'
export * from './shown'
export * from './earnings'
export * from './price'
export * from './spread'
export * from './menu'
export * from './net-price'
export * from './saving'
export * from './size-price'
export * from './varies'
