import { QueryTypes } from 'sequelize'
import { database, inTransaction } from './connect'

/** The schema that OLVEX_DATABASE_URL names. */
export const schemaName = (): string => new URL(process.env.OLVEX_DATABASE_URL!).pathname.slice(1)

/**
 * Does `work` while no other process of this business does anything under the same name; null where somebody does for
 * longer than `waitS`. The lock ends with its connection, so a process that died holds nothing.
 */
export async function exclusively<T>(name: string, work: () => Promise<T>, waitS = 0): Promise<T | null> {
  return inTransaction(async (tx) => {
    const of = {
      type: QueryTypes.SELECT,
      replacements: { lock: `${schemaName()}/${name}`, waitS },
      transaction: tx,
    } as const
    const [got] = await database().query<{ got: number }>('SELECT GET_LOCK(:lock, :waitS) AS got', of)
    if (got?.got !== 1) return null
    try {
      return await work()
    } finally {
      await database().query('SELECT RELEASE_LOCK(:lock)', of)
    }
  })
}
