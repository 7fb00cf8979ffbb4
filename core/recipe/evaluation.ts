import type { Figure } from '../figures'
import type { Equipment, NamedStream, Op, StepResult, Stream } from '../process'
import type { Bill } from './bill'
import type { CupFigures } from './cup'
import type { ItemRef, RecipeDocument, RecipeStep, TakeStep } from './document'
import type { MixFigures, Part } from './mix-figures'

/** One layer of the glass: an input of the last step. */
export interface Layer {
  stream: string
  item: ItemRef | null
  key: string
  fillsUp: boolean
  mass: Figure
  mlPerG: Figure
  volume: Figure
  sugars: Figure
  acid: Figure
}

export interface TimedStep {
  op: Op
  out: string
  handMin: number
  waitMin: number
  holds: readonly Equipment[]
  endSign: string
  window: readonly [earliestMin: number, latestMin: number] | null
}

/** What is made at once where a drink was typed for a pot. */
export interface PotFigures {
  /** mL of the whole pot, mixed */
  volume: Figure
  /** cups in it */
  cups: Figure
}

export interface Evaluation {
  /** what was evaluated: of a drink that was typed for a pot, what one cup of it takes */
  document: RecipeDocument
  pot: PotFigures | null
  layers: Layer[]
  jug: MixFigures
  /** volumes of the layers put side by side; more than the mixed volume, since sugar contracts */
  sumOfLayers: Figure
  cup: CupFigures | null
  output: Stream
  parts: Part[]
  /** what went in */
  bill: Bill
  /** left over by a step and taken by none, by the name that a later step could take it under */
  byProducts: NamedStream[]
  /** made, and neither used nor the output */
  unused: NamedStream[]
  losses: NamedStream[]
  handMin: number
  waitMin: number
  energyKj: number
  /** of the work, of what is taken, and of what preps bring with them */
  cautions: string[]
  flags: StepResult['flags']
  /** what was done, in order: who is busy, what is held, and how one sees that it is done */
  timeline: TimedStep[]
  /** the same with all that each step gave, from which it explains itself */
  done: readonly { step: MakingStep; result: StepResult; inputs: readonly Stream[] }[]
}

/** A stream of a recipe under way, and what it adds to the figures. */
export interface Made {
  stream: Stream
  part: Part
  item: ItemRef | null
  /** of a take that fills up: more of it than it can need, kept for the next time it is asked */
  plenty?: { toVolumeMl: number; stream: Stream }
}
export type MakingStep = Exclude<RecipeStep, TakeStep>
