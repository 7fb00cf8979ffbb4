import type { FindOptions, Model, ModelStatic } from 'sequelize'
import { database, type Read, type Tx } from './connect'

// Rows as the driver gives them, typed by the columns of their table.

type Typed = ModelStatic<Model> & { readonly row: object }
type Asked<M extends Typed, K extends keyof M['row']> = Omit<FindOptions, 'raw' | 'attributes' | 'transaction'> & {
  attributes?: K[]
  transaction: Read
}

/** A row of a table, as it is read. */
export type Row<M extends Typed> = M['row']

/** All rows that are asked for; of each what `attributes` names, or all. */
export const rowsOf = async <M extends Typed, K extends keyof M['row'] = keyof M['row']>(
  model: M,
  options: Asked<M, K>,
): Promise<Pick<M['row'], K>[]> =>
  (await model.findAll({ ...(options as FindOptions), raw: true })) as unknown as Pick<M['row'], K>[]

/** The first of them, if there is any. */
export const rowOf = async <M extends Typed, K extends keyof M['row'] = keyof M['row']>(
  model: M,
  options: Asked<M, K>,
): Promise<Pick<M['row'], K> | null> =>
  (await model.findOne({ ...(options as FindOptions), raw: true })) as unknown as Pick<M['row'], K> | null

/**
 * Rows that bound what is told of them, such as a lot that may not be taken from for more than is in it: nobody else
 * tells anything of them until this transaction ends. On this node a lock sees to it. It does not reach other nodes of
 * a cluster, so the rows are written as well: of two transactions that write one row on two nodes, the second is
 * refused when it commits, as a deadlock, and is run again. What they bound is read after this.
 */
export async function boundingRows<M extends Typed>(
  model: M,
  tx: Tx,
  ids: readonly string[],
  where: Record<string, unknown> = {},
): Promise<M['row'][]> {
  if (!ids.length) return []
  const rows = await rowsOf(model, {
    where: { id: [...ids], ...where },
    order: ['id'],
    lock: tx.LOCK.UPDATE,
    transaction: tx,
  })
  const there = rows.map((row) => (row as unknown as { id: string }).id)
  if (there.length) await tell(tx, model.tableName, 'id', there)
  return rows
}

/** What is bounded by rows together, as that one owner stays, is bounded by the business: one of them at a time. */
export const boundByBusiness = (tx: Tx): Promise<unknown> =>
  database().query('UPDATE business SET told = told + 1', { transaction: tx })

/** Writes rows so that other nodes see that they were used, and locks them. */
export const tell = (tx: Tx, table: string, key: string, values: readonly (string | number)[]): Promise<unknown> =>
  database().query(`UPDATE \`${table}\` SET told = told + 1 WHERE ${key} IN (:values) ORDER BY ${key}`, {
    replacements: { values: [...values] },
    transaction: tx,
  })
