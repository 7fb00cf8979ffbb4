import { QueryTypes } from 'sequelize'
import { database, type Read } from '../db/connect'

/**
 * @param where SQL that a row must meet @param counting and what it must meet to be one of the `n` @param of SQL for
 * the ingredients to look at
 */
export interface Latest {
  table: 'price' | 'press'
  when: 'since' | 'at'
  n: number
  where: string
  counting?: string
  of: string
}

/**
 * SQL for the latest `n` rows of every ingredient, and what to put into it. The moment from which an ingredient has its
 * last `n` is asked first, one probe of the index each, so that years of rows are not numbered to find the last of
 * them. Rows of one moment, as of a list, may make it more than `n`.
 */
export async function latestOfEach(
  tx: Read,
  { table, when, n, where, counting = 'TRUE', of }: Latest,
  replacements: Record<string, unknown> = {},
): Promise<{ sql: string; replacements: Record<string, unknown> }> {
  const found = await database().query<{ k: string; since: Date | null }>(
    `SELECT \`key\` AS k, (SELECT ${when} FROM ${table} WHERE ingredient_key = ingredient.\`key\` AND ${where} AND ${counting} ORDER BY ${when} DESC LIMIT 1 OFFSET ${n - 1}) AS since FROM ingredient WHERE ${of}`,
    { type: QueryTypes.SELECT, replacements, transaction: tx },
  )
  const many = found.filter((f) => f.since)
  return {
    sql: `(${['ingredient_key IN (:few)', ...many.map((_, i) => `(ingredient_key = :many${i} AND ${when} >= :since${i})`)].join(' OR ')}) AND ${where}`,
    replacements: {
      ...replacements,
      few: ['', ...found.filter((f) => !f.since).map((f) => f.k)],
      ...Object.fromEntries(
        many.flatMap((f, i) => [
          [`many${i}`, f.k],
          [`since${i}`, f.since],
        ]),
      ),
    },
  }
}
