import { z } from 'zod'

// What only they see who see money is marked where a field is described, and hidden by that mark: on the way out of
// every route, for every role but the owner's.

/** Marks a field as money. */
export const asMoney = <S extends z.ZodType>(field: S): S => field.meta({ money: true }) as S
const isMoney = (schema: z.ZodType): boolean => schema.meta()?.money === true

/** Hides what is marked in a value; null where nothing of its form is. */
export type Mask = ((value: unknown) => unknown) | null

const known = new WeakMap<z.ZodType, { mask: Mask }>()
/** What hides the money in values of a form: worked out once for each. */
export function maskOf(schema: z.ZodType): Mask {
  let found = known.get(schema)
  if (!found) known.set(schema, (found = { mask: made(schema) }))
  return found.mask
}

/** A field without what may stand around it: nullable, optional, a default. What is marked is as it is. */
function bare(field: z.ZodType): z.ZodType {
  let inner = field
  while (
    !isMoney(inner) &&
    (inner instanceof z.ZodNullable || inner instanceof z.ZodOptional || inner instanceof z.ZodDefault)
  )
    inner = inner.unwrap() as z.ZodType
  return inner
}

function made(field: z.ZodType): Mask {
  const schema = bare(field)
  const mask = isMoney(schema) ? () => null : ofWhole(schema)
  return mask && ((value) => (value === null || value === undefined ? value : mask(value)))
}

function ofWhole(schema: z.ZodType): Mask {
  if (schema instanceof z.ZodArray) {
    const each = maskOf(schema.element as z.ZodType)
    return each && ((value) => (value as unknown[]).map(each))
  }
  if (schema instanceof z.ZodObject) return ofFields(schema)
  if (schema instanceof z.ZodUnion) {
    const masks = schema.options.flatMap((o) => maskOf(o as z.ZodType) ?? [])
    return masks.length ? (value) => masks.reduce((v, mask) => mask(v), value) : null
  }
  return null
}

function ofFields(schema: z.ZodObject): Mask {
  const masks = Object.entries(schema.shape).flatMap(([name, field]): [string, NonNullable<Mask>][] => {
    const mask = maskOf(field as z.ZodType)
    return mask ? [[name, mask]] : []
  })
  if (!masks.length) return null
  return (value) => {
    const out = { ...(value as Record<string, unknown>) }
    for (const [name, mask] of masks) if (name in out) out[name] = mask(out[name])
    return out
  }
}

/** Names of the fields of a form that are marked, at any depth. */
export function moneyNames(form: z.ZodType): string[] {
  const schema = bare(form)
  if (schema instanceof z.ZodArray) return moneyNames(schema.element as z.ZodType)
  if (schema instanceof z.ZodUnion) return schema.options.flatMap((o) => moneyNames(o as z.ZodType))
  if (!(schema instanceof z.ZodObject)) return []
  return Object.entries(schema.shape).flatMap(([name, field]) => [
    ...(isMoney(bare(field as z.ZodType)) ? [name] : []),
    ...moneyNames(field as z.ZodType),
  ])
}
