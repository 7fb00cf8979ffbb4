import {
  defineEventHandler,
  getHeader,
  getQuery,
  getRouterParams,
  setResponseHeader,
  setResponseStatus,
  type H3Event,
} from 'h3'
import { atLeast, z, type Endpoint } from '#shared/contract'
import { todaysBody } from '#shared/earlier'
import type { Problem, ProblemField } from '#shared/problem'
import { inTransaction, type Read, type Tx } from '../db/connect'
import { loggable, refusalOf } from '../db/faults'
import { tillOfSecret } from '../platform/devices'
import { assertSpace } from '../platform/disk'
import { Refusal } from '../platform/errors'
import { once } from '../platform/idempotency'
import { personOfSession } from '../people/sessions'
import { whoAt } from '../people/standing'
import { shownTo, withoutMoney, type Who } from '../people/who'
import { sessionIdOf } from './session'
import { BODY_LIMIT, bodyText } from './body'
import { log } from './log'
import { refuseOtherOrigin } from './own-address'

interface Input<E extends Endpoint> {
  params: z.infer<E['params']>
  query: z.infer<E['query']>
  body: z.infer<E['body']>
}
type Work<E extends Endpoint, T extends Read> = (
  tx: T,
  input: Input<E>,
  who: Who,
  event: H3Event,
) => Promise<z.infer<E['reply']>>
/** What was sent, as text, and what is to be read out of it. */
interface Sent<E extends Endpoint> {
  text: string
  read: () => Input<E>
}
type Answer<E extends Endpoint, T extends Read> = (
  tx: T,
  sent: Sent<E>,
  who: Who,
  event: H3Event,
) => Promise<z.infer<E['reply']>>
type After<E extends Endpoint> = (event: H3Event, reply: z.infer<E['reply']>) => Promise<void>

/** What a public route asks before a byte of a stranger's body is read. */
type MayStart = () => Promise<void>

/** A route that writes: one transaction, and the idempotency key. */
export function route<E extends Endpoint>(endpoint: E, work: Work<E, Tx>, after?: After<E>) {
  return handler<E, Tx>(
    endpoint,
    inTransaction,
    (tx, { text, read }, who, event) => {
      const key = endpoint.keyed ? keyOf(event) : null
      if (key === null) {
        const input = read()
        if (endpoint.keyed) throw new Refusal(400, 'key-missing', [{ field: 'Idempotency-Key', code: 'key-missing' }])
        return bound(tx, endpoint, input, who).then((at) => work(tx, input, at, event))
      }
      // Before it is read: what an earlier release took and answered is not refused for what this one asks for.
      return once(tx, who.personId, key, [endpoint.id, event.path, text], async () => {
        const input = read()
        return work(tx, input, await bound(tx, endpoint, input, { ...who, key }), event)
      })
    },
    after,
  )
}

/** A route that reads. */
export const reads = <E extends Endpoint>(endpoint: E, work: Work<E, Read>) =>
  handler<E, Read>(endpoint, (answer) => answer(null), reading(endpoint, work))

/** A route that waits for something slow: it holds no transaction meanwhile, its work takes short ones of its own. */
export const waits = <E extends Endpoint>(endpoint: E, work: Work<E, null>, after?: After<E>, mayStart?: MayStart) =>
  handler<E, null>(endpoint, (answer) => answer(null), reading(endpoint, work), after, mayStart)

const reading =
  <E extends Endpoint, T extends Read>(endpoint: E, work: Work<E, T>): Answer<E, T> =>
  async (tx, { read }, who, event) => {
    const input = read()
    return work(tx, input, await bound(tx, endpoint, input, who), event)
  }

/** As what they are at the stand that is asked of; whoever needs no session is nobody anywhere. */
const bound = async <E extends Endpoint>(tx: Read, endpoint: E, input: Input<E>, who: Who): Promise<Who> =>
  endpoint.role === 'public' || endpoint.role === 'till' ? who : whoAt(tx, endpoint, input, who)

/**
 * Every route is made here: session and role, origin, size, fields, and problem details for whatever goes wrong. Public
 * endpoints get a `who` without a person.
 */
function handler<E extends Endpoint, T extends Read>(
  endpoint: E,
  within: <R>(answer: (tx: T) => Promise<R>) => Promise<R>,
  answer: Answer<E, T>,
  after?: After<E>,
  mayStart?: MayStart,
) {
  return defineEventHandler(async (event) => {
    let asked: Who | null = null
    try {
      const admitted = await letIn(event, endpoint, mayStart)
      // Read before the transaction: a slow sender must not hold a connection.
      const text = hasBody(endpoint) ? await bodyText(event, endpoint.bodyLimit ?? BODY_LIMIT) : ''
      const reply = await within(async (tx) => {
        // Who it is comes first; a stranger learns nothing of what fields there are.
        const who = (asked = recentOf(admitted) ?? (await authorised(tx, admitted.sid, endpoint)))
        return shownTo(
          who,
          endpoint.reply,
          await answer(tx, { text, read: () => parseInput(event, endpoint, text) }, who, event),
        )
      })
      await after?.(event, reply)
      return reply
    } catch (e) {
      return problem(event, e, asked)
    }
  })
}

const hasBody = (endpoint: Endpoint): boolean => endpoint.method === 'POST' || endpoint.method === 'PUT'

interface Admitted {
  /** what says who asks: null where nothing is asked for */
  sid: string | null
  /** who that was; null where it was not asked yet */
  who: Who | null
  /** ms of the process' clock when it was asked */
  atMs: number
}
/** A session may end while a slow body comes: after so long it is asked again whose it is. */
const RECENT_MS = 250
const recentOf = ({ who, atMs }: Admitted): Who | null => (performance.now() - atMs < RECENT_MS ? who : null)

/** Refuses by origin, session, role and state before a byte of the body is read. */
export async function letIn(event: H3Event, endpoint: Endpoint, mayStart?: MayStart): Promise<Admitted> {
  if (endpoint.method !== 'GET') refuseOtherOrigin(event)
  const sid = await credentialOf(event, endpoint)
  const atMs = performance.now()
  // A route without a body is asked in a moment, with its work.
  const who = hasBody(endpoint) ? await authorised(null, sid, endpoint) : null
  await mayStart?.()
  // Signing in and out goes on: whoever frees the disk may have to.
  if (endpoint.keyed || endpoint.fills) await assertSpace()
  return { sid, who, atMs }
}

/** For what is no single answer: who it is, and what was asked, or a refusal. */
export async function admit<E extends Endpoint>(event: H3Event, endpoint: E): Promise<Input<E> & { who: Who }> {
  const who = await authorised(null, await sessionIdOf(event), endpoint)
  const input = parseInput(event, endpoint, '')
  return { ...input, who: await bound(null, endpoint, input, who) }
}

/** What says who asks: the id of a session, or the secret of a till; null where there is none. */
function credentialOf(event: H3Event, { role }: Endpoint): Promise<string | null> | string | null {
  if (role === 'public') return null
  return role === 'till' ? bearerOf(event) : sessionIdOf(event)
}
const bearerOf = (event: H3Event): string | null =>
  /^Bearer ([\w.-]{1,200})$/.exec(getHeader(event, 'authorization') ?? '')?.[1] ?? null

async function authorised(tx: Read, sid: string | null, endpoint: Endpoint): Promise<Who> {
  if (endpoint.role === 'public') return { personId: '', role: 'crew', stands: [], key: null }
  if (endpoint.role === 'till') {
    const till = sid === null ? null : await tillOfSecret(tx, sid)
    if (!till) throw new Refusal(401, 'not-signed-in')
    const { standId, personId } = till
    return { personId, role: 'crew', stands: [{ standId, role: 'crew' }], key: null, standId }
  }
  const person = sid ? await personOfSession(tx, sid) : null
  if (!person) throw new Refusal(401, 'not-signed-in')
  if (!atLeast(person.role, endpoint.role)) throw new Refusal(403, 'not-your-role')
  return { personId: person.id, role: person.role, stands: person.stands, key: null, sessionId: sid! }
}

const inputs = new WeakMap<Endpoint, z.ZodType>()
function parseInput<E extends Endpoint>(event: H3Event, endpoint: E, text: string): Input<E> {
  let schema = inputs.get(endpoint)
  if (!schema)
    inputs.set(endpoint, (schema = z.object({ params: endpoint.params, query: endpoint.query, body: endpoint.body })))
  return parsed(
    schema,
    { params: getRouterParams(event, { decode: true }), query: getQuery(event), body: todaysBody(parseJson(text)) },
    1,
  ) as Input<E>
}

/**
 * A value as the schema has it, or a refusal that names every field that is wrong. @param skip how much of a field's
 * path nobody typed
 */
export function parsed<S extends z.ZodType>(schema: S, value: unknown, skip = 0): z.infer<S> {
  const result = schema.safeParse(value)
  if (!result.success)
    throw new Refusal(
      422,
      'invalid',
      result.error.issues.map((issue) => asField(issue, skip)),
    )
  return result.data
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

function asField(issue: z.core.$ZodIssue, skip: number): ProblemField {
  const numbers: Record<string, number> = {}
  if ('maximum' in issue) numbers.most = Number(issue.maximum)
  if ('minimum' in issue) numbers.least = Number(issue.minimum)
  return {
    field: issue.path.slice(skip).join('.'),
    code: `field-${issue.code.replace(/_/g, '-')}`,
    ...(Object.keys(numbers).length ? { numbers } : {}),
  }
}

/** The key that a write carries; null where it has none that can be one. */
function keyOf(event: H3Event): string | null {
  const key = getHeader(event, 'idempotency-key')
  return key && /^[\x21-\x7e]{8,80}$/.test(key) ? key : null
}

export function problem(event: H3Event, e: unknown, who: Who | null = null): Problem {
  const refusal = refusalOf(e)
  if (refusal.status >= 500) log.error({ err: loggable(e), path: event.path.split('?')[0] }, 'request failed')
  setResponseStatus(event, refusal.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  return {
    type: 'about:blank',
    title: refusal.code,
    status: refusal.status,
    code: refusal.code,
    ...(refusal.errors.length ? { errors: refusal.errors } : {}),
    // The row as it is, for whoever was too slow: without what they would not be shown.
    ...(refusal.current !== undefined && who ? { current: withoutMoney(who, refusal.current) } : {}),
  }
}
