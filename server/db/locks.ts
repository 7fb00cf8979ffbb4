import { QueryTypes } from 'sequelize'
import { v7 as uuid } from 'uuid'
import { log } from '../utils/log'
import { database, inTransaction } from './connect'

/** The schema that OLVEX_DATABASE_URL names. */
export const schemaName = (): string => new URL(process.env.OLVEX_DATABASE_URL!).pathname.slice(1)

/** A lease is good for so long, and is renewed three times meanwhile: whoever died holds it no longer than this. */
const LEASE_S = 15
const RENEW_MS = (LEASE_S * 1000) / 3
const LOOK_MS = 250

/**
 * Does `work` while no other process of this business does anything under the same name, on whichever machine and by
 * whichever node of the database; null where somebody does for longer than `waitS`. A row is leased, by the clock of
 * the database: locks of a connection are of one node, and clocks of two servers may differ.
 */
export async function exclusively<T>(name: string, work: () => Promise<T>, waitS = 0): Promise<T | null> {
  const holder = uuid()
  const until = performance.now() + waitS * 1000
  while (!(await leased(name, holder))) {
    if (performance.now() >= until) return null
    await new Promise((done) => setTimeout(done, LOOK_MS))
  }
  const renewing = setInterval(() => {
    void leased(name, holder).then(
      (is) => is || log.error({ name }, 'somebody else holds what this process was at work under'),
      (err: unknown) => log.warn({ err, name }, 'a lease was not renewed'),
    )
  }, RENEW_MS)
  try {
    return await work()
  } finally {
    clearInterval(renewing)
    // Where this fails, it ends by itself.
    await given(name, holder).catch((err: unknown) => log.warn({ err, name }, 'a lease was not given back'))
  }
}

const NOW = 'UTC_TIMESTAMP(6)'
/**
 * Takes a lease that is free, has run out, or is one's own, in one statement: the row itself is written, so that a node
 * on which another one takes it at the same moment refuses when it commits. @returns whether it is held
 */
const leased = (name: string, holder: string): Promise<boolean> =>
  inTransaction(async (tx) => {
    const of = { replacements: { name, holder }, transaction: tx }
    // The holder is set first: where it is this one now, the moment follows.
    await database().query(
      `INSERT INTO lease (name, holder, until) VALUES (:name, :holder, ${NOW} + INTERVAL ${LEASE_S} SECOND)
        ON DUPLICATE KEY UPDATE holder = IF(until < ${NOW}, VALUES(holder), holder),
          until = IF(holder = VALUES(holder), VALUES(until), until)`,
      of,
    )
    const [row] = await database().query<{ holder: string }>('SELECT holder FROM lease WHERE name = :name', {
      ...of,
      type: QueryTypes.SELECT,
    })
    return row?.holder === holder
  })
const given = (name: string, holder: string): Promise<unknown> =>
  database().query(`UPDATE lease SET until = ${NOW} - INTERVAL 1 SECOND WHERE name = :name AND holder = :holder`, {
    replacements: { name, holder },
  })
