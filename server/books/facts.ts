import { QueryTypes } from 'sequelize'
import type { FactRowKind, VoidKind } from '#core/books'
import { Fact } from '../db/models'
import { database, type Tx } from '../db/connect'
import { rowOf } from '../db/rows'
import { Refusal } from '../platform/errors'

/** Kinds of rows that have an id of their own. */
export type RowKind = FactRowKind | 'made-lot' | 'price' | 'price-list'

/**
 * The first row that a fact writes: its id is its own from then on, for one kind.
 * @throws 409 `already-there` when something else has this id
 */
export async function register(tx: Tx, kind: RowKind, ...ids: string[]): Promise<void> {
  await Fact.bulkCreate(
    ids.map((id) => ({ id, kind })),
    { transaction: tx },
  )
}

/**
 * The id of a fact that may be told again.
 * @throws 409 `already-there` when something else has this id
 */
export async function registerOnce(tx: Tx, kind: RowKind, id: string): Promise<void> {
  const [, isNew] = await database().query('INSERT IGNORE INTO fact (id, kind) VALUES (:id, :kind)', {
    type: QueryTypes.INSERT,
    replacements: { id, kind },
    transaction: tx,
  })
  if (isNew) return
  const known = await rowOf(Fact, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (known?.kind !== kind) throw new Refusal(409, 'already-there', [{ field: 'id', code: 'already-there' }])
}

/**
 * Whether a fact of this kind counts: its voids and restores add up to nothing. For the WHERE of a list; `id` is a
 * column name. The few that are out of the books are looked up once a query, not once a row: with three years of prices
 * that is half of its time.
 */
export const counts = (id: string, kind: VoidKind): string =>
  `${id} NOT IN (SELECT fact_id FROM fact_void WHERE entity = '${kind}' GROUP BY fact_id HAVING SUM(sign) > 0)`
