import { Refusal } from './errors'

/** More than this many strangers at once are told to come again: whoever waits longest would wait for half a minute. */
const MOST_WAITING = 200

interface Turn {
  begin: () => void
}
const lanes: { known: Turn[]; strangers: Turn[] } = { known: [], strangers: [] }
let busy = false

function next(): void {
  const turn = lanes.known.shift() ?? lanes.strangers.shift()
  busy = turn !== undefined
  turn?.begin()
}

/**
 * Comparing a password is slow on purpose, so one is compared at a time in this process, and nothing of the database is
 * held meanwhile: however many come at once, other requests have the rest of the machine. Known devices go first.
 */
export function inTurn<T>(lane: keyof typeof lanes, work: () => Promise<T>): Promise<T> {
  if (lanes[lane].length >= MOST_WAITING) return Promise.reject(new Refusal(503, 'busy'))
  return new Promise((done, fail) => {
    lanes[lane].push({ begin: () => void work().then(done, fail).finally(next) })
    if (!busy) next()
  })
}
