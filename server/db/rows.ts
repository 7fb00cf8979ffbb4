import type { FindOptions, Model, ModelStatic } from 'sequelize'
import type { Read } from './connect'

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
