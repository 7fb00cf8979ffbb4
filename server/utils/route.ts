import { defineEventHandler, getHeader, getQuery, getRequestIP, getRouterParams, readRawBody, setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import type { z } from 'zod'
import { atLeast, type Endpoint } from '#shared/contract'
import type { Problem, ProblemField } from '#shared/problem'
import { inTransaction, type Read, type Tx } from '../db/connect'
import { assertSpace } from '../services/disk'
import { Refusal } from '../services/errors'
import { once } from '../services/idempotency'
import { personOfSession } from '../services/sessions'
import type { Who } from '../services/who'
import { sessionIdOf } from './session'
import { log } from './log'

export const BODY_LIMIT = 64 * 1024

interface Input<E extends Endpoint> { params: z.infer<E['params']>; query: z.infer<E['query']>; body: z.infer<E['body']> }
type Work<E extends Endpoint, T extends Read> = (tx: T, input: Input<E>, who: Who, event: H3Event) => Promise<z.infer<E['reply']>>
type After<E extends Endpoint> = (event: H3Event, reply: z.infer<E['reply']>) => Promise<void>

/** A route that writes: one transaction, and the idempotency key. */
export function route<E extends Endpoint>(endpoint: E, work: Work<E, Tx>, after?: After<E>) {
  return handler<E, Tx>(endpoint, inTransaction, (tx, input, who, event) => {
    if (!endpoint.keyed) return work(tx, input, who, event)
    const key = requiredKey(event)
    return once(tx, who.personId, key, [endpoint.id, input.params, input.body], () => work(tx, input, { ...who, key }, event))
  }, after)
}

/** A route that reads. */
export const reads = <E extends Endpoint>(endpoint: E, work: Work<E, Read>) => handler<E, Read>(endpoint, (answer) => answer(null), work)

/**
 * Every route is made here: session and role, origin, size, fields, and problem details for whatever goes wrong. Public endpoints get a `who` without a
 * person.
 */
function handler<E extends Endpoint, T extends Read>(endpoint: E, within: <R>(answer: (tx: T) => Promise<R>) => Promise<R>, work: Work<E, T>, after?: After<E>) {
  return defineEventHandler(async (event) => {
    try {
      if (endpoint.method !== 'GET') checkOrigin(event)
      // Signing in and out goes on: whoever frees the disk may have to.
      if (endpoint.keyed || endpoint.bodyLimit) await assertSpace()
      const sid = endpoint.role === 'public' ? null : await sessionIdOf(event)
      // Read before the transaction: a slow sender must not hold a connection.
      const text = endpoint.method === 'POST' || endpoint.method === 'PUT' ? await readText(event, endpoint.bodyLimit ?? BODY_LIMIT) : ''
      const reply = await within(async (tx) => {
        // Who it is comes first: a stranger learns nothing of what fields there are.
        const who = await authorised(tx, sid, endpoint)
        return work(tx, parseInput(event, endpoint, text), who, event)
      })
      await after?.(event, reply)
      return reply
    } catch (e) {
      return problem(event, e)
    }
  })
}

/** For what is no single answer: who it is, and what was asked, or a refusal. */
export async function admit<E extends Endpoint>(event: H3Event, endpoint: E): Promise<Input<E> & { who: Who }> {
  const who = await authorised(null, await sessionIdOf(event), endpoint)
  return { ...parseInput(event, endpoint, ''), who }
}

async function authorised(tx: Read, sid: string | null, endpoint: Endpoint): Promise<Who> {
  if (endpoint.role === 'public') return { personId: '', role: 'crew', key: null }
  const person = sid ? await personOfSession(tx, sid) : null
  if (!person) throw new Refusal(401, 'not-signed-in')
  if (!atLeast(person.role, endpoint.role)) throw new Refusal(403, 'not-your-role')
  return { personId: person.id, role: person.role, key: null, sessionId: sid! }
}

/** A write must come from our own page: browsers send Origin, and it must be the address we are reached at. */
function checkOrigin(event: H3Event): void {
  const origin = getHeader(event, 'origin')
  const site = getHeader(event, 'sec-fetch-site')
  const own = process.env.OLVEX_PUBLIC_URL ? new URL(process.env.OLVEX_PUBLIC_URL).origin : `http://${getHeader(event, 'host')}`
  if ((origin && origin !== own) || (site && site !== 'same-origin' && site !== 'none')) throw new Refusal(403, 'other-origin')
}

function parseInput<E extends Endpoint>(event: H3Event, endpoint: E, text: string): Input<E> {
  const body = parseJson(text)
  const errors: ProblemField[] = []
  const parse = (schema: z.ZodType, value: unknown) => {
    const result = schema.safeParse(value)
    if (!result.success) errors.push(...result.error.issues.map(asField))
    return result.data
  }
  const input = { params: parse(endpoint.params, getRouterParams(event, { decode: true })), query: parse(endpoint.query, getQuery(event)), body: parse(endpoint.body, body) }
  if (errors.length) throw new Refusal(422, 'invalid', errors)
  return input as Input<E>
}

async function readText(event: H3Event, most: number): Promise<string> {
  const tooLarge = () => new Refusal(413, 'body-too-large', [{ field: '', code: 'body-too-large', numbers: { most } }])
  if (Number(getHeader(event, 'content-length') ?? 0) > most) throw tooLarge()
  const text = (await readRawBody(event)) ?? ''
  if (Buffer.byteLength(text) > most) throw tooLarge()
  return text
}

function parseJson(text: string): unknown {
  try {
    return text === '' ? {} : JSON.parse(text, wholeText)
  } catch {
    throw new Refusal(400, 'not-json')
  }
}

/** Half a character is valid in JSON and in no database. */
function wholeText(_key: string, value: unknown): unknown {
  if (typeof value === 'string' && !value.isWellFormed()) throw new SyntaxError('half a character')
  return value
}

function asField(issue: z.core.$ZodIssue): ProblemField {
  const numbers: Record<string, number> = {}
  if ('maximum' in issue) numbers.most = Number(issue.maximum)
  if ('minimum' in issue) numbers.least = Number(issue.minimum)
  return { field: issue.path.join('.'), code: `field-${issue.code.replace(/_/g, '-')}`, ...(Object.keys(numbers).length ? { numbers } : {}) }
}

function requiredKey(event: H3Event): string {
  const key = getHeader(event, 'idempotency-key')
  if (!key || !/^[\x21-\x7e]{8,80}$/.test(key)) throw new Refusal(400, 'key-missing', [{ field: 'Idempotency-Key', code: 'key-missing' }])
  return key
}

const DATABASE_DOWN = new Set(['SequelizeConnectionError', 'SequelizeConnectionRefusedError', 'SequelizeHostNotFoundError', 'SequelizeConnectionAcquireTimeoutError', 'SequelizeConnectionTimedOutError'])

function asRefusal(e: unknown): Refusal {
  if (e instanceof Refusal) return e
  const { name, original } = e as { name?: string; original?: { code?: string } }
  if (DATABASE_DOWN.has(name ?? '') || original?.code === 'PROTOCOL_CONNECTION_LOST') return new Refusal(503, 'database-down')
  if (name === 'SequelizeUniqueConstraintError') return new Refusal(409, 'already-there')
  if (original?.code === 'ER_RECORD_FILE_FULL' || original?.code === 'ER_DISK_FULL') return new Refusal(507, 'disk-full')
  return new Refusal(500, 'internal')
}

export function problem(event: H3Event, e: unknown): Problem {
  const refusal = asRefusal(e)
  if (refusal.status >= 500) log.error({ err: e, path: event.path }, 'request failed')
  setResponseStatus(event, refusal.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  return {
    type: 'about:blank', title: refusal.code, status: refusal.status, code: refusal.code,
    ...(refusal.errors.length ? { errors: refusal.errors } : {}), ...(refusal.current !== undefined ? { current: refusal.current } : {}),
  }
}

/** For a write whose answer was no, but whose record must be kept: the refusal comes after the transaction. */
export const refuseAfter = (field: string, code: string) => async (event: H3Event): Promise<void> => {
  if (!event.context.right) throw new Refusal(422, 'invalid', [{ field, code }])
}

/** Where a sign-in comes from. */
export const callerOf = (event: H3Event): { address: string; agent: string | null } => ({ address: getRequestIP(event) ?? 'unknown', agent: getHeader(event, 'user-agent') ?? null })
