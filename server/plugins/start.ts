import type { Server } from 'node:http'
import { defineNitroPlugin } from 'nitropack/runtime'
import { closeDatabase, inTransaction } from '../db/connect'
import { loadSolver } from '../services/buying'
import { backupIfDue } from '../services/backup'
import { closeBridges } from '../devices/bridge'
import { now } from '../services/clock'
import { dropOldKeys } from '../services/idempotency'
import { closeStreams } from '../utils/events'
import { log } from '../utils/log'

const BACKUP_LOOK_MS = 10 * 60_000
const SOLVER_AFTER_MS = 20_000
const KEEP_ALIVE_MS = 75_000

/** Start-up checks that end in a sentence, and a clean end. */
export default defineNitroPlugin((nitro) => {
  const url = process.env.OLVEX_PUBLIC_URL
  if (url) {
    const { protocol, hostname } = new URL(url)
    const loopback = hostname === 'localhost' || hostname === '[::1]' || /^127\./.test(hostname)
    if (protocol !== 'https:' && !loopback) {
      process.stderr.write(`OLVEX_PUBLIC_URL is ${url}: anything but this machine itself must be reached over https, behind your own proxy.\n`)
      process.exit(1)
    }
  }
  now() // refuses OLVEX_NOW in production without the demo
  inTransaction(dropOldKeys).catch((err) => log.warn({ err }, 'old idempotency keys were not dropped'))
  // A browser may reuse a connection just as Node's five seconds end, and a write would be lost to the reader's eye.
  nitro.hooks.hook('request', (event) => {
    const server = (event.node.req.socket as unknown as { server?: Server }).server
    if (server && server.keepAliveTimeout < KEEP_ALIVE_MS) server.keepAliveTimeout = KEEP_ALIVE_MS
  })
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => { closeStreams(); closeBridges() })
  setTimeout(() => void loadSolver().catch((err) => log.error({ err }, 'the solver of the buying list was not loaded')), SOLVER_AFTER_MS).unref()
  // Any number of processes may look; one of them makes it.
  const look = setInterval(() => void backupIfDue().catch((err) => log.error({ err }, 'the daily backup was not made')), BACKUP_LOOK_MS)
  nitro.hooks.hook('close', async () => {
    clearInterval(look)
    await closeDatabase()
  })
})
