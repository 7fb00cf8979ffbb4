import { z } from 'zod'
import { contract, type Endpoint } from '#shared/contract'

const schema = (type: z.ZodType, io: 'input' | 'output') => {
  const { $schema: _, ...rest } = z.toJSONSchema(type, { unrepresentable: 'any', io }) as Record<string, unknown>
  return rest
}

function contentOf(e: Endpoint): Record<string, unknown> {
  const fields = schema(e.body, 'input') as { properties: object; required: string[] }
  if (!e.file) return { 'application/json': { schema: fields } }
  const file = { [e.file]: { type: 'string', format: 'binary' } }
  return {
    'multipart/form-data': {
      schema: { ...fields, properties: { ...fields.properties, ...file }, required: [...fields.required, e.file] },
    },
  }
}

function operation(e: Endpoint): Record<string, unknown> {
  const parameters = [...e.path.matchAll(/\{(\w+)\}/g)].map((m) => ({
    name: m[1],
    in: 'path',
    required: true,
    schema: { type: 'string', format: 'uuid' },
  }))
  const asked = schema(e.query, 'input') as { properties?: Record<string, unknown>; required?: string[] }
  const problemReply = {
    description: 'Problem details (RFC 9457)',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  }
  return {
    operationId: e.id,
    summary: e.summary,
    'x-role': e.role,
    parameters: [
      ...parameters,
      ...Object.entries(asked.properties ?? {}).map(([name, s]) => ({
        name,
        in: 'query',
        required: (asked.required ?? []).includes(name),
        schema: s,
      })),
      ...(e.keyed
        ? [
            {
              name: 'Idempotency-Key',
              in: 'header',
              required: true,
              schema: { type: 'string', minLength: 8, maxLength: 80 },
            },
          ]
        : []),
    ],
    ...(e.method === 'POST' || e.method === 'PUT' ? { requestBody: { required: true, content: contentOf(e) } } : {}),
    responses: {
      200: { description: 'Done', content: { 'application/json': { schema: schema(e.reply, 'output') } } },
      default: problemReply,
    },
    ...(e.role === 'public' ? { security: [] } : {}),
  }
}

/** The contract as OpenAPI 3.1. */
export function openApi(): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const e of Object.values(contract) as Endpoint[]) (paths[e.path] ??= {})[e.method.toLowerCase()] = operation(e)
  return {
    openapi: '3.1.0',
    info: { title: 'Olvex', version: '1' },
    security: [{ session: [] }],
    paths,
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'olvex' } },
      schemas: {
        Problem: {
          type: 'object',
          required: ['type', 'title', 'status', 'code'],
          properties: {
            type: { type: 'string' },
            title: { type: 'string' },
            status: { type: 'integer' },
            code: { type: 'string' },
            current: {},
            errors: {
              type: 'array',
              items: {
                type: 'object',
                required: ['field', 'code'],
                properties: {
                  field: { type: 'string' },
                  code: { type: 'string' },
                  numbers: { type: 'object', additionalProperties: { type: 'number' } },
                },
              },
            },
          },
        },
      },
    },
  }
}
