import { CATALOGUE, isChoice, isNumber, RECIPE_OPS, type Spec, type StepKind } from '#core/process'
import { MASS_UNITS, VOLUME_UNITS } from '#core/units'
import {
  DOCUMENT_SCHEMA,
  GARNISH_PLACES,
  MOST_ICE_G,
  MOST_OPTIONS,
  MOST_SIZES,
  OLD_NUMBERS,
  OPTION_KINDS,
  WAYS,
  type RecipeDocument,
  type SignedFigures,
  type Snapshots,
} from '#core/recipe'
import { ICE_SHAPES, INGREDIENT_KINDS, type IngredientData } from '#core/substances'
import { day, key, z } from './endpoint'

const streamName = z.string().min(1).max(160)
const amount = z.object({ value: z.number().min(0).max(1e6), unit: z.enum([...MASS_UNITS, ...VOLUME_UNITS]) })
const item = z.union([z.strictObject({ ingredient: key }), z.strictObject({ prep: z.uuid() })])
const names = z.array(streamName).min(1).max(40)

/** One field of a step, as the catalogue describes it. */
function field(spec: Spec): z.ZodType {
  const type = isNumber(spec)
    ? z.number().min(spec.least).max(spec.most)
    : isChoice(spec)
      ? z.enum(spec.choices as [string, ...string[]])
      : streamName
  return 'default' in spec || 'optional' in spec ? type.optional() : type
}
const step = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('take'), out: streamName, item, amount, tempC: z.number().min(-30).max(120) }),
  ...RECIPE_OPS.map((op) => CATALOGUE[op] as unknown as StepKind).map((k) =>
    z.strictObject({
      op: z.literal(k.op),
      in: k.inputs === 'many' ? names : z.array(streamName).length(k.inputs),
      out: streamName,
      ...Object.fromEntries(Object.entries<Spec>(k.params).map(([name, spec]) => [name, field(spec)])),
      ...Object.fromEntries((OLD_NUMBERS[k.op] ?? []).map((name) => [name, z.number().optional()])),
    }),
  ),
])

/** A named item: an ingredient, or another recipe. */
export const itemRef = item

const serve = z.strictObject({
  cupId: z.uuid().nullable(),
  iceG: z.number().min(0).max(MOST_ICE_G),
  iceShape: z.enum(ICE_SHAPES).optional(),
  way: z.enum(WAYS).optional(),
  iceTempC: z.number().min(-30).max(0),
  pouredTempC: z.number().min(0).max(40),
  garnish: z
    .array(
      z.strictObject({
        ingredient: key,
        massG: z.number().positive().max(1000),
        at: z.enum(GARNISH_PLACES).optional(),
      }),
    )
    .max(5),
  labourS: z.number().min(0).max(3600),
  options: z
    .array(z.strictObject({ kind: z.enum(OPTION_KINDS), item, massG: z.number().positive().max(1000) }))
    .max(MOST_OPTIONS)
    .optional(),
  sizes: z
    .array(
      z.strictObject({
        cupId: z.uuid(),
        drinkMl: z.number().positive().max(5000),
        iceG: z.number().min(0).max(MOST_ICE_G),
      }),
    )
    .max(MOST_SIZES)
    .optional(),
  dispenser: z
    .strictObject({
      drinkMl: z.number().positive().max(100_000),
      iceG: z.number().min(0).max(50_000),
      lateMin: z.number().min(0).max(720),
    })
    .optional(),
  rest: z.literal('next-day').optional(),
})

const kept = z.strictObject({ stream: streamName, costShare: z.number().min(0).max(1) })

/** How long a prep is kept here, and what the authority said of a special process. */
const keeping = z.strictObject({
  days: z.number().min(0.5).max(365).optional(),
  approval: z
    .strictObject({ number: z.string().trim().min(1).max(60), date: day, words: z.string().trim().min(1).max(400) })
    .optional(),
})

/**
 * The recipe document as it travels and is stored: the core's type, checked field by field. A tablet may send one of an
 * older schema that it had kept: whoever reads it brings it up.
 */
export const recipeDocument: z.ZodType<RecipeDocument> = z.strictObject({
  schema: z.union(Array.from({ length: DOCUMENT_SCHEMA }, (_, i) => z.literal(i + 1))),
  kind: z.enum(['drink', 'prep']),
  steps: z.array(step).min(1).max(300),
  output: streamName,
  serve: serve.optional(),
  pot: z.strictObject({ cupMl: field(CATALOGUE.makeUp.params.toVolumeMl) }).optional(),
  kept: z.array(kept).max(20).optional(),
  keeping: keeping.optional(),
}) as unknown as z.ZodType<RecipeDocument>

/** SHA-256 of a content in one form of JSON (RFC 8785), in hexadecimal. */
export const hash = z.string().regex(/^[0-9a-f]{64}$/)

/** An ingredient as it was when something made of it was signed. */
const ingredientRow = z.looseObject({
  key,
  kind: z.enum(INGREDIENT_KINDS),
  composition: z.record(z.string(), z.number()),
  source: z.string(),
  ph: z.number().optional(),
  cupG: z.number().optional(),
}) as unknown as z.ZodType<IngredientData>
const recipeSnapshot = z.object({
  document: recipeDocument,
  ingredients: z.record(key, hash),
  preps: z.record(z.uuid(), hash),
})
/** What standards are evaluated from, each piece once, by the hash of its content. */
export const snapshots: z.ZodType<Snapshots> = z.object({
  ingredients: z.record(hash, ingredientRow),
  recipes: z.record(hash, recipeSnapshot),
})

const sip = z.object({
  volumeMl: z.number(),
  brix: z.number(),
  taGPer100Ml: z.number(),
  ratio: z.number().nullable(),
  tempC: z.number(),
})
/** Figures as they were worked out at sign-off. */
export const signedFigures: z.ZodType<SignedFigures> = z.object({
  jug: sip,
  firstSip: sip.optional(),
  lastSip: sip.optional(),
})
