import '#nitro-internal-pollyfills'
import { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { toNodeListener } from 'h3'
import { useNitroApp } from 'nitropack/runtime'
import { setupGracefulShutdown, trapUnhandledNodeErrors } from 'nitropack/runtime/internal'

// The start of the production server: Nitro's own for Node.js, with limits on how long anybody may take. They are
// options of the server's constructor, so they cannot be set from a plugin.

/** Headers that are not there by then end the connection, also one that never sends a byte. */
const HEADERS_MS = 10_000
/** A whole request, the longest upload included; what a route allows its body is less (`BODY_MS`). */
const REQUEST_MS = 10 * 60_000
/** How often the two are looked at. */
const LOOK_MS = 2_000
/** A connection on which nothing moves, either way. Streams of events say something every 15 s. */
const IDLE_MS = 180_000
/** A browser may reuse a connection just as Node's five seconds end, and a write would be lost to the reader's eye. */
const KEEP_ALIVE_MS = 75_000

const nitro = useNitroApp()
const limits = {
  headersTimeout: HEADERS_MS,
  requestTimeout: REQUEST_MS,
  connectionsCheckingInterval: LOOK_MS,
  keepAliveTimeout: KEEP_ALIVE_MS,
}
const server = new Server(limits, toNodeListener(nitro.h3App))
server.timeout = IDLE_MS

const port = Number(process.env.NITRO_PORT ?? process.env.PORT ?? 3000)
const host = process.env.NITRO_HOST ?? process.env.HOST
const listener = server.listen({ port, host }, () => {
  const { address, port: at } = server.address() as AddressInfo
  process.stdout.write(`Listening on http://${address}:${at}\n`)
})
server.once('error', (e) => {
  process.stderr.write(`The program cannot listen at ${host}:${port}: ${e.message}\n`)
  process.exit(1)
})
trapUnhandledNodeErrors()
setupGracefulShutdown(listener, nitro)
