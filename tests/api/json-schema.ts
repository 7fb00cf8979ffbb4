import fc, { type Arbitrary } from 'fast-check'

export interface Schema {
  type?: string | string[]
  properties?: Record<string, Schema>
  required?: string[]
  items?: Schema
  enum?: unknown[]
  const?: unknown
  anyOf?: Schema[]
  oneOf?: Schema[]
  allOf?: Schema[]
  format?: string
  pattern?: string
  minimum?: number
  maximum?: number
  exclusiveMinimum?: number
  minLength?: number
  maxLength?: number
  minItems?: number
  maxItems?: number
  additionalProperties?: unknown
  $ref?: string
  $defs?: Record<string, Schema>
}

/** What a JSON schema lets through; ids come half from `known`, so that they meet something. */
export function fromSchema(s: Schema, known: string[], depth = 0): Arbitrary<unknown> {
  if (s.const !== undefined) return fc.constant(s.const)
  if (s.enum) return fc.constantFrom(...s.enum)
  const any = s.anyOf ?? s.oneOf
  if (any) return fc.oneof(...any.map((x) => fromSchema(x, known, depth)))
  if (s.allOf)
    return fc
      .tuple(...s.allOf.map((x) => fromSchema(x, known, depth)))
      .map((parts) => Object.assign({}, ...(parts as object[])) as object)
  switch (Array.isArray(s.type) ? s.type[0] : s.type) {
    case 'object':
      return objectOf(s, known, depth)
    case 'array':
      return depth > 4
        ? fc.constant([])
        : fc.array(fromSchema(s.items ?? {}, known, depth + 1), {
            minLength: s.minItems ?? 0,
            maxLength: Math.min(s.maxItems ?? 4, 4),
          })
    case 'string':
      return textOf(s, known)
    case 'integer':
      return fc.integer({ min: Math.max(s.minimum ?? -10, -1e6), max: Math.min(s.maximum ?? 1000, 1e6) })
    case 'number':
      return fc.double({
        min: s.minimum ?? s.exclusiveMinimum ?? -100,
        max: s.maximum ?? 5000,
        noNaN: true,
        noDefaultInfinity: true,
      })
    case 'boolean':
      return fc.boolean()
    case 'null':
      return fc.constant(null)
    default:
      return fc.jsonValue({ maxDepth: 2 })
  }
}

function objectOf(s: Schema, known: string[], depth: number): Arbitrary<unknown> {
  const fields = Object.fromEntries(
    Object.entries(s.properties ?? {}).map(([k, v]) => [k, fromSchema(v, known, depth + 1)]),
  )
  return fc.record(fields, { requiredKeys: (s.required ?? []).filter((k) => k in fields) })
}

function textOf(s: Schema, known: string[]): Arbitrary<string> {
  if (s.format === 'uuid') return fc.oneof(fc.constantFrom(...known), fc.uuid())
  if (s.format === 'date')
    return fc
      .date({ min: new Date('2020-01-01'), max: new Date('2030-01-01'), noInvalidDate: true })
      .map((d) => d.toISOString().slice(0, 10))
  if (s.format === 'date-time')
    return fc
      .date({ min: new Date('2020-01-01'), max: new Date('2030-01-01'), noInvalidDate: true })
      .map((d) => d.toISOString())
  if (s.pattern && !/\\p|\(\?/.test(s.pattern)) return fc.stringMatching(new RegExp(s.pattern))
  const words = fc.constantFrom(
    'lemon',
    'white-sugar',
    'lemon-juice',
    'water',
    '<script>alert(1)</script>',
    "' OR 1=1 --",
    '{{7*7}}',
    'piña',
    '😀',
    '../../etc/passwd',
  )
  return fc.oneof(
    words,
    fc.string({ unit: 'grapheme', minLength: s.minLength ?? 0, maxLength: Math.min(s.maxLength ?? 60, 60) }),
  )
}

/** The same with something broken in it: a field gone, of another kind, or far too much of it. */
export function broken(valid: Arbitrary<unknown>): Arbitrary<unknown> {
  const odd = fc.constantFrom<unknown>(
    null,
    '',
    'x'.repeat(5000),
    -1,
    0,
    1e308,
    -1e308,
    0.1 + 0.2,
    9007199254740993,
    [],
    {},
    [[[]]],
    true,
    '\u0000',
    '\ud800',
    { $gt: '' },
    '2026-02-31',
    'NaN',
    Array(200).fill(0),
    { __proto__: { role: 'owner' } },
    { constructor: 1 },
  )
  return fc.tuple(valid, fc.nat(), odd, fc.boolean()).map(([value, at, what, drop]) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return what
    const keys = Object.keys(value)
    if (!keys.length) return what
    const copy = { ...value } as Record<string, unknown>
    const key = keys[at % keys.length]!
    if (drop) delete copy[key]
    else copy[key] = what
    return copy
  })
}
