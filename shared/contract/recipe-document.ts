import { CATALOGUE, isChoice, isNumber, type Spec } from '#core/process'
import { MASS_UNITS, VOLUME_UNITS } from '#core/units'
import type { RecipeDocument } from '#core/recipe'
import { key, z } from './endpoint'

const streamName = z.string().min(1).max(80)
const amount = z.object({ value: z.number().min(0).max(1e6), unit: z.enum([...MASS_UNITS, ...VOLUME_UNITS]) })
const item = z.union([z.strictObject({ ingredient: key }), z.strictObject({ prep: z.uuid() })])
const names = z.array(streamName).min(1).max(40)

/** One field of a step, as the catalogue describes it. */
function field(spec: Spec): z.ZodType {
  const type = isNumber(spec) ? z.number().min(spec.least).max(spec.most) : isChoice(spec) ? z.enum(spec.choices as [string, ...string[]]) : streamName
  return 'default' in spec || 'optional' in spec ? type.optional() : type
}
const step = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('take'), out: streamName, item, amount, tempC: z.number().min(-30).max(120) }),
  ...Object.values(CATALOGUE).map((k) => z.strictObject({
    op: z.literal(k.op), in: k.inputs === 'many' ? names : z.array(streamName).length(k.inputs), out: streamName,
    ...Object.fromEntries(Object.entries<Spec>(k.params).map(([name, spec]) => [name, field(spec)])),
  })),
])

const serve = z.strictObject({
  cupId: z.uuid().nullable(),
  iceG: z.number().min(0).max(2000), iceTempC: z.number().min(-30).max(0), pouredTempC: z.number().min(0).max(40),
  garnish: z.array(z.strictObject({ ingredient: key, massG: z.number().positive().max(1000) })).max(5),
  labourS: z.number().min(0).max(3600),
})

/** The recipe document as it travels and is stored: the core's type, checked field by field. */
export const recipeDocument: z.ZodType<RecipeDocument> = z.strictObject({
  schema: z.literal(1), kind: z.enum(['drink', 'prep']), steps: z.array(step).min(1).max(300), output: streamName, serve: serve.optional(),
}) as z.ZodType<RecipeDocument>
