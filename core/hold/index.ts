export * from './event'
export {
  contentOf,
  drinkMlOf,
  emptyHold,
  later,
  levelMlOf,
  strengthOf,
  type HoldContent,
  type HoldContext,
  type HoldPlace,
  type Strength,
} from './content'
export * from './ahead'
export * from './clocks'
export { wPerKRead } from './learned'
