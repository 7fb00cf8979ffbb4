import { createEventStream, defineEventHandler, getHeader, type EventHandler } from 'h3'
import type { z } from 'zod'
import type { Endpoint } from '#shared/contract'
import type { Read } from '../db/connect'
import { admit, problem } from './route'

/** How often it is asked whether the session still lives; also what keeps a quiet line open. */
const ALIVE_MS = 15_000

/** What is open, so that a shutdown does not wait for listeners that would stay for ever. */
const open = new Set<() => Promise<void>>()
export const closeStreams = (): void => open.forEach((close) => void close())

type Subscribe = (push: (event: unknown) => void, end: () => void) => () => void
type Open<E extends Endpoint> = (tx: Read, input: { query: z.infer<E['query']> }) => Promise<Subscribe | null>

/**
 * The same address as server-sent events, for whoever accepts those. Let in like every other route, and ended when the
 * session ends. Events are news, not state: whoever misses one asks again.
 */
export function eventsOr<E extends Endpoint>(plain: EventHandler, endpoint: E, listen: Open<E>): EventHandler {
  return defineEventHandler(async (event) => {
    if (!getHeader(event, 'accept')?.includes('text/event-stream')) return plain(event)
    try {
      const subscribe = await listen(null, await admit(event, endpoint))
      const stream = createEventStream(event)
      const close = (): Promise<void> => stream.close()
      const stop = subscribe?.(
        (data) => void stream.push(JSON.stringify(data)).catch(() => undefined),
        () => void close(),
      )
      const alive = setInterval(
        () =>
          void admit(event, endpoint).then(
            () => stream.push({ event: 'alive', data: '' }),
            () => stream.close(),
          ),
        ALIVE_MS,
      )
      open.add(close)
      stream.onClosed(async () => {
        open.delete(close)
        clearInterval(alive)
        stop?.()
        await stream.close()
      })
      void stream.push({ event: 'alive', data: subscribe ? 'bench' : 'none' })
      return stream.send()
    } catch (e) {
      return problem(event, e)
    }
  })
}
