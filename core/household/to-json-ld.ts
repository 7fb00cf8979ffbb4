import type { Recipe, WithContext } from 'schema-dts'
import type { RecipeDocument } from '../recipe'
import { OWN_DOCUMENT } from './json-ld'

/** A recipe to give away, in words of the language of whoever gives it. */
export interface GivenRecipe {
  name: string
  note: string
  /** what kind of drink it is */
  category: string
  /** BCP 47 */
  language: string
  /** a calendar day */
  day: string
  /** one line for each thing: "45 mL lemon juice" */
  ingredients: readonly string[]
  /** what is done, in order */
  steps: readonly string[]
  /** "1 cup of 300 mL" */
  makes: string
  /** min of hands and of waiting, in all */
  minutes: number
  document: RecipeDocument
}

/** ISO 8601: whole minutes. */
const durationOf = (minutes: number): string => `PT${Math.max(1, Math.round(minutes))}M`

/**
 * A recipe as schema.org describes one (JSON-LD), for any program to read; and beside it the document as it is, so that
 * it comes back to Olvex equal.
 */
export const recipeJsonLd = (r: GivenRecipe): WithContext<Recipe> => ({
  '@context': 'https://schema.org',
  '@type': 'Recipe',
  name: r.name,
  ...(r.note ? { description: r.note } : {}),
  inLanguage: r.language,
  datePublished: r.day,
  recipeCategory: r.category,
  recipeYield: r.makes,
  totalTime: durationOf(r.minutes),
  recipeIngredient: [...r.ingredients],
  recipeInstructions: r.steps.map((text) => ({ '@type': 'HowToStep' as const, text })),
  identifier: { '@type': 'PropertyValue', propertyID: OWN_DOCUMENT, value: JSON.stringify(r.document) },
})
