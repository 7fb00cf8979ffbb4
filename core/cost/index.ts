export {
  costPerGram,
  juiceCostPerL,
  minutesToPress,
  pricePerGram,
  type CupItem,
  type Missing,
  type Price,
  type PriceBook,
} from './price-book'
export { prepCostPerGram, type CostLine } from './making'
export * from './cup'
export * from './shown'
export * from './earnings'
export * from './price'
