export * from './price-book'
export type { CostLine } from './making'
export * from './cup'
export * from './shown'
