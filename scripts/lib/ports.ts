import { randomInt } from 'node:crypto'
import { createServer } from 'node:net'

export const HOST = '127.0.0.1'

/**
 * Below what a system gives connections that go out (Linux from 32768, other systems from 49152): a port from there may
 * be another's before a program listens on it, or while it is started anew.
 */
const [FIRST, LAST] = [20_000, 32_000]
/** What this process chose already, whether something listens on it by now or not. */
const chosen = new Set<number>()

export function portIsFree(port: number): Promise<boolean> {
  return new Promise((done) => {
    const probe = createServer()
      .once('error', () => done(false))
      .once('listening', () => probe.close(() => done(true)))
    probe.listen(port, HOST)
  })
}

/** A port for a program that is started soon, and may be started again on it. */
export async function freePort(): Promise<number> {
  for (;;) {
    const port = randomInt(FIRST, LAST)
    if (chosen.has(port)) continue
    chosen.add(port)
    if (await portIsFree(port)) return port
  }
}
