import { QueryTypes } from 'sequelize'
import { PRESSES_KNOWN } from '#core/yield'
import { database, type Read } from '../db/connect'
import { counts } from './facts'

/** Prices kept in the list for each ingredient: what costs are worked out from, and what was before. */
export const PRICES_OF_EACH = 6
/** Makings from which the next is learned, of each recipe. */
const MAKINGS_KNOWN = 12
/** Prices that count: typed, of a list, or of a delivery that is in the books. */
export const PRICE_COUNTS = `(lot_id IS NULL OR ${counts('price.lot_id', 'lot')})`
/** Whether a press is learned from, as `isLearned` of the core says it; one of several fruits is of none of them. */
export const IS_LEARNED = 'press.weighed AND press.id NOT IN (SELECT press_id FROM press_mark WHERE left_out)'

/** What a row must meet, what it must meet to be one of the `n`, and what to look for the latest of. */
const LISTS = {
  prices: {
    table: 'price',
    when: 'since',
    n: PRICES_OF_EACH,
    where: PRICE_COUNTS,
    counting: 'TRUE',
    by: 'ingredient_key',
    each: 'SELECT `key` AS k FROM ingredient',
  },
  presses: {
    table: 'press',
    when: 'at',
    n: PRESSES_KNOWN,
    where: `stand_id = :standId AND ${counts('press.id', 'press')}`,
    counting: IS_LEARNED,
    by: 'ingredient_key',
    each: "SELECT `key` AS k FROM ingredient WHERE kind = 'fruit'",
  },
  batches: {
    table: 'batch',
    when: 'at',
    n: MAKINGS_KNOWN,
    where: `stand_id = :standId AND ${counts('batch.id', 'batch')}`,
    counting: 'TRUE',
    by: 'recipe_id',
    each: 'SELECT id AS k FROM recipe',
  },
} as const

/**
 * Ids of the latest `n` rows of every ingredient, or of every recipe. The moment from which it has its last `n` is
 * asked first, one probe of the index each, so that years of rows are not numbered to find the last of them. Rows of
 * one moment, as of a list, may make it more than `n`.
 */
export async function latestOfEach(
  tx: Read,
  list: keyof typeof LISTS,
  replacements: Record<string, unknown> = {},
): Promise<string[]> {
  const { table, when, n, where, counting, by, each } = LISTS[list]
  const select = { type: QueryTypes.SELECT, transaction: tx } as const
  const found = await database().query<{ k: string; since: Date | null }>(
    `SELECT k, (SELECT ${when} FROM ${table} WHERE ${by} = each_of.k AND ${where} AND ${counting}
        ORDER BY ${when} DESC LIMIT 1 OFFSET ${n - 1}) AS since FROM (${each}) each_of`,
    { ...select, replacements },
  )
  const many = found.filter((f) => f.since)
  const since = many.map((_, i) => `(${by} = :many${i} AND ${when} >= :since${i})`)
  const rows = await database().query<{ id: string }>(
    `SELECT id FROM ${table} WHERE (${[`${by} IN (:few)`, ...since].join(' OR ')}) AND ${where}`,
    {
      ...select,
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
    },
  )
  return rows.map((r) => r.id)
}
