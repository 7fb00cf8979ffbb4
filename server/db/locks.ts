import { QueryTypes, type Sequelize } from 'sequelize'
import { v7 as uuid } from 'uuid'
import { log } from '../utils/log'
import { again, database } from './connect'

/** A lease is good for so long, and is renewed three times meanwhile: whoever died holds it no longer than this. */
const LEASE_S = 15
const LOOK_MS = 250
/** Whoever is first in line says so at every look: who stopped waiting without a word is forgotten after this. */
const IN_LINE_S = 2
const NOW = 'UTC_TIMESTAMP(6)'

interface Wait {
  /** how long to wait for whoever is at it */
  waitS?: number
  leaseS?: number
  db?: Sequelize
}

/**
 * Does `work` while no other process of this business does anything under the same name, on whichever machine and by
 * whichever node of the database; null where somebody does for longer than `waitS`. A row is leased, by the clock of
 * the database: locks of a connection are of one node, and clocks of two servers may differ.
 */
export async function exclusively<T>(
  name: string,
  work: () => Promise<T>,
  { waitS = 0, leaseS = LEASE_S, db = database() }: Wait = {},
): Promise<T | null> {
  const holder = uuid()
  const until = performance.now() + waitS * 1000
  while (!(await isTurn(name, holder, waitS > 0, db)) || (await lease(name, holder, { leaseS, db })) !== holder) {
    if (performance.now() >= until) return null
    await new Promise((done) => setTimeout(done, LOOK_MS))
  }
  // Where this fails, it ends by itself.
  await given(db, lineOf(name), holder).catch(() => undefined)
  const end = renewed(name, holder, { leaseS, db }, () =>
    log.error({ name }, 'somebody else holds what this process was at work under'),
  )
  try {
    return await work()
  } finally {
    await end()
  }
}

const lineOf = (name: string): string => `${name}, first in line`
/**
 * Whether nobody waits who came before: between two pieces of work the row is free for a moment, and whoever comes
 * again at once would take it each time before the one who waits looks. One who waits is first in line from then on.
 */
async function isTurn(name: string, holder: string, waits: boolean, db: Sequelize): Promise<boolean> {
  const line = lineOf(name)
  if (waits) return (await lease(line, holder, { leaseS: IN_LINE_S, db })) === holder
  const waiting = await db.query(`SELECT holder FROM lease WHERE name = :line AND until > ${NOW}`, {
    replacements: { line },
    type: QueryTypes.SELECT,
  })
  return !waiting.length
}

/**
 * Renews a lease that is held, until it is given back.
 * @param lost is called when somebody else has it @returns gives it back
 */
export function renewed(
  name: string,
  holder: string,
  { leaseS = LEASE_S, db = database() }: Omit<Wait, 'waitS'>,
  lost: () => void,
): () => Promise<void> {
  const renewing = setInterval(
    () => {
      void lease(name, holder, { leaseS, db }).then(
        (has) => has === holder || lost(),
        (err: unknown) => log.warn({ err, name }, 'a lease was not renewed'),
      )
    },
    (leaseS * 1000) / 3,
  )
  return async () => {
    clearInterval(renewing)
    // Where this fails, it ends by itself.
    await given(db, name, holder).catch((err: unknown) => log.warn({ err, name }, 'a lease was not given back'))
  }
}

/**
 * Takes a lease that is free, has run out, or is one's own, in one statement: the row itself is written, so that a node
 * on which another one takes it at the same moment refuses when it commits.
 * @param dead a holder that is known to be gone: its lease is free, too @returns who holds it now
 */
export const lease = (
  name: string,
  holder: string,
  { leaseS = LEASE_S, db = database(), dead = '' }: Omit<Wait, 'waitS'> & { dead?: string } = {},
): Promise<string> =>
  again(() =>
    db.transaction(async (transaction) => {
      // The holder is set first: where it is this one now, the moment follows.
      await db.query(
        `INSERT INTO lease (name, holder, until) VALUES (:name, :holder, ${NOW} + INTERVAL :leaseS SECOND)
          ON DUPLICATE KEY UPDATE holder = IF(until < ${NOW} OR holder = :dead, VALUES(holder), holder),
            until = IF(holder = VALUES(holder), VALUES(until), until)`,
        { replacements: { name, holder, leaseS, dead }, transaction },
      )
      const [row] = await db.query<{ holder: string }>('SELECT holder FROM lease WHERE name = :name', {
        replacements: { name },
        transaction,
        type: QueryTypes.SELECT,
      })
      return row!.holder
    }),
  )
const given = (db: Sequelize, name: string, holder: string): Promise<unknown> =>
  db.query(`UPDATE lease SET until = ${NOW} - INTERVAL 1 SECOND WHERE name = :name AND holder = :holder`, {
    replacements: { name, holder },
  })
