import { statfs } from 'node:fs/promises'
import { Refusal } from './errors'

/**
 * Below this the database would soon stand still in the middle of a write; what is left is for finishing what was
 * begun.
 */
const LEAST_FREE_MB = 64
const ASKED_EVERY_MS = 2000

let asked = 0
let full = false

/** Refuses a write while the disk that holds the data is as good as full: said at once, and nothing is begun. */
export async function assertSpace(folder = process.env.OLVEX_DATA): Promise<void> {
  if (!folder) return
  if (Date.now() - asked > ASKED_EVERY_MS) {
    asked = Date.now()
    // A folder that cannot be asked is no reason to refuse: the database may be elsewhere.
    full = await statfs(folder).then(
      ({ bavail, bsize }) => (bavail * bsize) / 2 ** 20 < LEAST_FREE_MB,
      () => false,
    )
  }
  if (full) throw new Refusal(507, 'disk-full')
}
