import { z } from 'zod'
import { MOST_PRICE } from '#core/limits/bounds'
import { asMoney } from './money'
import { isKeyed, type Access, type Route } from '../routes'

export * from '../routes'

export interface Endpoint<
  P extends z.ZodType = z.ZodType,
  Q extends z.ZodType = z.ZodType,
  B extends z.ZodType = z.ZodType,
  R extends z.ZodType = z.ZodType,
> {
  id: string
  method: 'GET' | 'POST' | 'PUT' | 'DELETE'
  path: string
  role: Access
  at: Route['at']
  summary: string
  params: P
  query: Q
  body: B
  reply: R
  keyed: boolean
  bodyLimit?: number
  fills?: boolean
  file?: string
  shows?: readonly string[]
}

const nothing = z.object({})
type Nothing = typeof nothing

export function endpoint<
  P extends z.ZodType = Nothing,
  Q extends z.ZodType = Nothing,
  B extends z.ZodType = Nothing,
  R extends z.ZodType = z.ZodAny,
>(e: Route & { summary: string; params?: P; query?: Q; body?: B; reply: R }): Endpoint<P, Q, B, R> {
  return {
    ...e,
    params: e.params ?? (nothing as unknown as P),
    query: e.query ?? (nothing as unknown as Q),
    body: e.body ?? (nothing as unknown as B),
    keyed: isKeyed(e),
  }
}

// Shared field types. Text is trimmed, never interpreted: markup in a name is a name.
export const id = z.uuid()
export const name = z.string().trim().min(1).max(80)
/** Keys and ids as the database holds them: printable ASCII. */
export const key = z.string().regex(/^[\x21-\x7e]{1,80}$/)
export const longText = z.string().trim().max(200)
export const day = z.iso.date()
export const instant = z.iso.datetime()
export const money = asMoney(z.number().min(0).max(MOST_PRICE))
/** What something cost, or would have: worked out, and so without bounds. */
export const cost = asMoney(z.number())
export const confirm = z.array(z.string().max(40)).max(10).default([])
export const version = z.number().int().min(0)
export const locale = z.enum(['en', 'es'])

export const timeZone = z.string().min(1).max(60)

// Answers and addresses that many routes share.
export const ok = z.object({ ok: z.literal(true) })
export const made = z.object({ id, version: version.optional() })
export const byId = z.object({ id })
export const standQuery = z.object({ stand: id })
export { z }
