import { defineNitroPlugin } from 'nitropack/runtime'
import { closeDatabase, inTransaction } from '../db/connect'
import { loadedSolver } from '../books/buying'
import { backupIfDue } from '../platform/backup'
import { closeBridges } from '../platform/bench'
import { now } from '../platform/clock'
import { dropOldKeys } from '../platform/idempotency'
import { dropOldAttempts } from '../people/attempts'
import { endAfterAnswer } from '../utils/body'
import { closeStreams } from '../utils/events'
import { log } from '../utils/log'
import { isLoopbackName } from '../utils/own-address'

const BACKUP_LOOK_MS = 10 * 60_000
const SOLVER_AFTER_MS = 20_000
const FORGET_LOOK_MS = 60 * 60_000

/** Start-up checks that end in a sentence, and a clean end. */
export default defineNitroPlugin((nitro) => {
  const url = process.env.OLVEX_PUBLIC_URL
  if (url) {
    const { protocol, hostname } = new URL(url)
    if (protocol !== 'https:' && !isLoopbackName(hostname)) {
      process.stderr.write(
        `OLVEX_PUBLIC_URL is ${url}: anything but this machine itself must be reached over https, behind your own proxy.\n`,
      )
      process.exit(1)
    }
  }
  now() // refuses OLVEX_NOW in production without the demo
  // What strangers can add to does not grow for ever.
  const forget = (): void =>
    void inTransaction(async (tx) => {
      await dropOldKeys(tx)
      await dropOldAttempts(tx)
    }).catch((err) => log.warn({ err }, 'old keys and attempts were not dropped'))
  forget()
  const forgetting = setInterval(forget, FORGET_LOOK_MS)
  nitro.hooks.hook('request', endAfterAnswer)
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => {
      closeStreams()
      closeBridges()
    })
  setTimeout(
    () => void loadedSolver().catch((err) => log.error({ err }, 'the solver of the buying list was not loaded')),
    SOLVER_AFTER_MS,
  ).unref()
  // Any number of processes may look; one of them makes it.
  const look = setInterval(
    () => void backupIfDue().catch((err) => log.error({ err }, 'the daily backup was not made')),
    BACKUP_LOOK_MS,
  )
  nitro.hooks.hook('close', async () => {
    clearInterval(look)
    clearInterval(forgetting)
    await closeDatabase()
  })
})
