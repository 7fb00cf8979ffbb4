export * from './series'
export { valueIn, variedNumbers, variedWays, type Point, type Varied } from './varied'
