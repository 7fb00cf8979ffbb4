export * from './event'
export {
  contentOf,
  drinkMlOf,
  emptyHold,
  foldOn,
  frozenShareOf,
  later,
  levelMlOf,
  strengthOf,
  type Folded,
  type HoldContent,
  type HoldContext,
  type HoldPlace,
  type Strength,
} from './content'
export * from './ahead'
export * from './clocks'
export { wPerKRead } from './learned'
export { SLUSH_C, SLUSH_LEAST_BRIX, usualWPerK, wPerKKnown, W_PER_K_SPREAD } from './vessel'
export { boundsOf } from './bounds'
export { iceVolumeMl } from './ice'
export { laidG, outAt, USUAL_OUT_MIN } from './laid'
