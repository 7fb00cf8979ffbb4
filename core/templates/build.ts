import { DOCUMENT_SCHEMA, type Kept, type RecipeDocument, type RecipeStep, type TakeStep } from '../recipe'
import type { AmountUnit } from '../units'

// What templates are written with: a line for each step, in the order of the work.

/** Families in the order in which they are offered. */
export const TEMPLATE_FAMILIES = ['syrup', 'peel', 'fruit', 'pod-root-seed', 'tea-flower', 'milk', 'other'] as const
export type TemplateFamily = (typeof TEMPLATE_FAMILIES)[number]

export interface Template {
  /** its words are in the languages under this key: name, one line, and a line for each school */
  key: string
  family: TemplateFamily
  document: RecipeDocument
  /** how many schools it can follow, each with a line of words */
  schools: number
}

/** g or mL out of a bag, a bottle or the tap. */
export const take = (out: string, ingredient: string, value: number, unit: AmountUnit = 'g', tempC = 20): TakeStep => ({
  op: 'take',
  out,
  item: { ingredient },
  amount: { value, unit },
  tempC,
})

/** A prep of these steps; the last of them makes it. */
export const prep = (steps: readonly RecipeStep[], kept?: Kept[]): RecipeDocument => ({
  schema: DOCUMENT_SCHEMA,
  kind: 'prep',
  steps: [...steps],
  output: steps.at(-1)!.out,
  ...(kept ? { kept } : {}),
})

/** Down to the fridge's 5 °C in an ice bath: within the two stages that cooked food is to be cooled in. */
export const cooled = (from: string, out: string): RecipeStep => ({
  op: 'cool',
  in: [from],
  out,
  place: 'ice-bath',
  toC: 5,
})

/** What is left of grain, roots and nuts holds less than pulp of fruit does. Common practice, no source. */
export const GRAIN_STRAINED = { mode: 'pressed', heldGPerG: 1.5 } as const
