import { addDairy, garnish, spoonPuree, sweeten, topUp } from './steps/add'
import { blend } from './steps/blend'
import { combine } from './steps/combine'
import { chillWithIce, cool } from './steps/cool'
import { culture } from './steps/culture'
import { dissolve } from './steps/dissolve'
import { peelAcid, peelSugar } from './steps/draw-peel'
import { drip } from './steps/drip'
import { heat } from './steps/heat'
import { iceInDispenser, rest } from './steps/hold'
import { iceInCup } from './steps/ice-in-cup'
import { observe, spill } from './steps/observe'
import { makeUp } from './steps/make-up'
import { press } from './steps/press'
import { reduce, simmer } from './steps/reduce'
import { brew, steep } from './steps/steep'
import { split } from './steps/split'
import { rinse, strain } from './steps/strain'
import { trim } from './steps/trim'
import { soak, wash } from './steps/wash'
import type { Given } from './step'

/** The steps Olvex can compute, by the name a recipe calls them, in the order of the work. */
export const CATALOGUE = {
  wash,
  soak,
  trim,
  press,
  blend,
  strain,
  rinse,
  drip,
  peelSugar,
  peelAcid,
  dissolve,
  heat,
  simmer,
  reduce,
  steep,
  brew,
  cool,
  chillWithIce,
  combine,
  makeUp,
  split,
  addDairy,
  sweeten,
  culture,
  rest,
  iceInCup,
  iceInDispenser,
  topUp,
  spoonPuree,
  garnish,
  observe,
  spill,
}
export type Op = keyof typeof CATALOGUE
/** What a recipe is written with: the others are told of a batch. */
export const RECIPE_OPS = (Object.keys(CATALOGUE) as Op[]).filter((op) => !CATALOGUE[op].ofBatch)
export type ParamsOf<O extends Op> = Given<(typeof CATALOGUE)[O]['params']>
