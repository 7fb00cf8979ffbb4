import { request, type IncomingMessage } from 'node:http'
import { defineEventHandler, getHeader, sendStream, setResponseHeader, setResponseStatus } from 'h3'
import type { EventHandler, H3Event } from 'h3'
import type { z } from 'zod'
import type { Endpoint } from '#shared/contract'
import { log } from './log'
import { admit, problem } from './route'

/** Said of a request that was passed on once: it is answered where it is, or not at all. */
const PASSED = 'olvex-passed'
/** A process of one's own network that does not take a connection by then is gone. */
const CONNECT_MS = 1500

interface Where<E extends Endpoint> {
  /** address of the process that can answer @param dead one that did not take the connection */
  holder: (query: z.infer<E['query']>, dead?: string) => Promise<string>
  isHere: (holder: string) => boolean
}

/**
 * A route that only one process of the business can answer at a time. Another one passes the request on, as it came,
 * and what is answered back, as it comes. Whoever asks is let in here first, and there again.
 */
export function passedOn<E extends Endpoint>(
  endpoint: E,
  { holder, isHere }: Where<E>,
  here: EventHandler,
): EventHandler {
  return defineEventHandler(async (event) => {
    try {
      const { query } = await admit(event, endpoint)
      const at = await holder(query)
      if (isHere(at) || getHeader(event, PASSED)) return here(event)
      const answer = await ask(event, at)
      if (answer) return give(event, answer)
      log.warn({ process: at }, 'a process that held something does not answer')
      const next = await holder(query, at)
      const there = isHere(next) ? null : await ask(event, next)
      return there ? give(event, there) : here(event)
    } catch (e) {
      return problem(event, e)
    }
  })
}

/** The same request to another process; null where nobody takes it. */
function ask(event: H3Event, base: string): Promise<IncomingMessage | null> {
  const headers = {
    cookie: getHeader(event, 'cookie') ?? '',
    accept: getHeader(event, 'accept') ?? '*/*',
    [PASSED]: '1',
  }
  return new Promise((done) => {
    const asked = request(base + event.path, { headers, timeout: CONNECT_MS })
    asked.once('timeout', () => asked.destroy())
    asked.once('error', () => done(null))
    asked.once('response', (answer) => {
      // From here on silence is not the end: what is said now and then comes as it is said.
      asked.setTimeout(0)
      event.node.res.once('close', () => answer.destroy())
      done(answer)
    })
    asked.end()
  })
}
function give(event: H3Event, answer: IncomingMessage): Promise<void> {
  setResponseStatus(event, answer.statusCode ?? 502)
  for (const name of ['content-type', 'cache-control'])
    if (answer.headers[name]) setResponseHeader(event, name, answer.headers[name])
  return sendStream(event, answer)
}
