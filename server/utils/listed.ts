import { defineEventHandler, getHeader, send, setResponseHeader, setResponseStatus } from 'h3'
import type { z } from 'zod'
import type { Endpoint } from '#shared/contract'
import type { Read } from '../db/connect'
import { tagOf } from '../platform/changes'
import { digest } from '../people/secrets'
import { scopeOf, shownTo, type Who } from '../people/who'
import { admit, problem } from './route'

type Work<E extends Endpoint> = (
  tx: Read,
  input: { params: z.infer<E['params']>; query: z.infer<E['query']> },
  who: Who,
) => Promise<z.infer<E['reply']>>

/**
 * Answers as they were sent last, so that many tablets that ask for the same are answered without asking the database
 * for it again.
 */
interface Kept {
  tag: string
  body: Promise<Buffer>
  bytes: number
}
const kept = new Map<string, Kept>()
const MOST_KEPT_BYTES = 24 * 2 ** 20
let keptBytes = 0

function forget(key: string): void {
  keptBytes -= kept.get(key)?.bytes ?? 0
  kept.delete(key)
}

/** The answer for this tag: the one that is kept or being made, or a new one. The newest use is last. */
function answer(key: string, tag: string, make: () => Promise<unknown>): Promise<Buffer> {
  const known = kept.get(key)
  if (known?.tag === tag) {
    kept.delete(key)
    kept.set(key, known)
    return known.body
  }
  forget(key)
  const entry: Kept = { tag, bytes: 0, body: make().then((reply) => Buffer.from(JSON.stringify(reply))) }
  kept.set(key, entry)
  entry.body.then(
    (body) => {
      if (kept.get(key) !== entry) return
      entry.bytes = body.length
      keptBytes += body.length
      for (const oldest of kept.keys()) {
        if (keptBytes <= MOST_KEPT_BYTES) break
        forget(oldest)
      }
    },
    () => {
      if (kept.get(key) === entry) forget(key)
    },
  )
  return entry.body
}

/** The stand that an answer is about. What happens elsewhere and is in it, as something on its way, is told there. */
const standOf = (endpoint: Endpoint, query: unknown): string | null =>
  endpoint.at.includes('named') ? ((query as { stand?: string }).stand ?? null) : null

/**
 * A route that reads what changes only with rows of `change_row`: the contract names them. Its tag is worked out from
 * those rows, so it is the same in every process; whoever asks with it hears in a few bytes that nothing has changed.
 * The tag is read before the answer, which may be newer and is then sent once more, and never older.
 */
export const listed = <E extends Endpoint>(endpoint: E, work: Work<E>) =>
  defineEventHandler(async (event) => {
    try {
      const { who, ...input } = await admit(event, endpoint)
      const scope = scopeOf(who)
      const tag = `"${await tagOf(endpoint.shows!, standOf(endpoint, input.query))}-${who.stands === null ? who.role : digest(scope).slice(0, 12)}"`
      setResponseHeader(event, 'etag', tag)
      if (getHeader(event, 'if-none-match') === tag) {
        setResponseStatus(event, 304)
        return send(event, '')
      }
      const key = `${endpoint.id} ${scope} ${JSON.stringify([input.params, input.query])}`
      const body = await answer(key, tag, async () => shownTo(who, endpoint.reply, await work(null, input, who)))
      return send(event, body, 'application/json')
    } catch (e) {
      return problem(event, e)
    }
  })
