import type { Op, ParamsOf } from '../process'
import type { IceShape } from '../substances'
import type { AmountUnit } from '../units'

/** Number of the document's form; older documents are brought up by the functions in `upgrade.ts`. */
export const DOCUMENT_SCHEMA = 2

/** An ingredient, or another recipe (a prep) by its id. */
export type ItemRef = { ingredient: string } | { prep: string }

/** What was typed, with its unit. */
export interface Amount {
  value: number
  unit: AmountUnit
}

export interface TakeStep {
  op: 'take'
  out: string
  item: ItemRef
  amount: Amount
  tempC: number
}
/**
 * A step of the catalogue, with the names of what goes in and what it makes, and its numbers as the catalogue asks for
 * them.
 */
export type StepOf<O extends Op> = { op: O; in: string[]; out: string } & ParamsOf<O>
/** The last of `in` is the one that fills up to the volume. */
export type MakeUpStep = StepOf<'makeUp'>
export type RecipeStep = TakeStep | { [O in Op]: StepOf<O> }[Op]

/** Where something is put on a cup: on top, on its rim, between the ice. */
export const GARNISH_PLACES = ['top', 'rim', 'ice'] as const
export type GarnishPlace = (typeof GARNISH_PLACES)[number]
export interface Garnish {
  ingredient: string
  massG: number
  /** left out: on top */
  at?: GarnishPlace
}

/** What a guest may have with it: a sparkling top, a spoon of something. */
export const OPTION_KINDS = ['top', 'spoon'] as const
export interface GuestOption {
  kind: (typeof OPTION_KINDS)[number]
  item: ItemRef
  /** g that go into one cup */
  massG: number
}
/** The same drink in another cup. */
export interface Size {
  cupId: string
  /** mL of drink */
  drinkMl: number
  iceG: number
}
/** A dispenser in which it stands with ice. */
export interface Dispenser {
  drinkMl: number
  iceG: number
  /** min from filling it until a late guest */
  lateMin: number
}
/** No drink has more. */
export const [MOST_OPTIONS, MOST_SIZES] = [6, 4]

/**
 * What is done with the ice of a cup: the drink is poured over it, shaken with it and handed over with it, or blended
 * with it until it is part of the drink.
 */
export const WAYS = ['poured', 'shaken', 'blended'] as const
export type Way = (typeof WAYS)[number]

/** How one cup is put together from the jug. */
export interface Serve {
  cupId: string | null
  /** as it is scooped, water on it and all */
  iceG: number
  /** left out: cubes */
  iceShape?: IceShape
  /** left out: poured */
  way?: Way
  iceTempC: number
  /** the jug as it comes out of the fridge */
  pouredTempC: number
  garnish: Garnish[]
  /** hand time to pour, garnish and hand over one cup */
  labourS: number
  options?: GuestOption[]
  sizes?: Size[]
  dispenser?: Dispenser
  /** better after a night in the cold: it is made on the day before; left out: on the day */
  rest?: 'next-day'
}

/** A by-product that is kept for another use, and the share of what its step cost that it carries away. */
export interface Kept {
  /** `<out>/<name>` of the step that leaves it */
  stream: string
  /** 0 to 1 */
  costShare: number
}

/** The by-product `name` of the step that makes `out`, as later steps take it. */
export const byProductName = (out: string, name: string): string => `${out}/${name}`

/** How a drink that was typed for a pot is poured. */
export interface Pot {
  /** mL of it that go into one cup */
  cupMl: number
}

/** What the authority said of a special process, as the owner put it down. */
export interface Approval {
  number: string
  /** a calendar day */
  date: string
  words: string
}
/** How long a prep is kept here, where that is not as it ships. */
export interface OwnKeeping {
  days?: number
  approval?: Approval
}

/**
 * A recipe: steps over named streams. Amounts of a drink are for one cup, or for a pot where it has one; of a prep they
 * are for one making.
 */
export interface RecipeDocument {
  schema: typeof DOCUMENT_SCHEMA
  kind: 'drink' | 'prep'
  steps: RecipeStep[]
  output: string
  serve?: Serve
  pot?: Pot
  kept?: Kept[]
  keeping?: OwnKeeping
}

export const itemKey = (item: ItemRef): string => ('ingredient' in item ? item.ingredient : `prep:${item.prep}`)

/** The step that makes the output: its inputs are the layers of the glass. */
export function finalStep(doc: RecipeDocument): Exclude<RecipeStep, TakeStep> | undefined {
  const step = doc.steps.find((s) => s.out === doc.output)
  return step && step.op !== 'take' ? step : undefined
}

/** The input that fills up, if the drink is made up to a volume. */
export function fillsUp(doc: RecipeDocument): string | undefined {
  const step = finalStep(doc)
  return step?.op === 'makeUp' ? step.in[step.in.length - 1] : undefined
}
