import { DataTypes, type Model, type ModelAttributeColumnOptions, type ModelAttributes } from 'sequelize'

// The columns that tables are made of, each with what the driver reads of it: decimals as text, so that nothing is lost
// on the way; JSON as text; a moment as a date; yes as 1. What may be empty says so.
const { STRING, CHAR, INTEGER, BIGINT, BOOLEAN, DECIMAL, DATE, DATEONLY, TEXT, ENUM } = DataTypes

/** A column, and the type of what is read of it. */
export interface Column<T> extends ModelAttributeColumnOptions {
  readonly reads?: T
}
type Attribute = Omit<ModelAttributeColumnOptions, 'allowNull'>
const filled = <T>(attribute: Attribute): Column<T> => ({ allowNull: false, ...attribute })
const orNull = <T>(attribute: Attribute): Column<T | null> => ({ allowNull: true, ...attribute })
const key = <T>(attribute: Attribute): Column<T> => ({ primaryKey: true, ...attribute })

export const pk = key<string>({ type: CHAR(36) })
export const ref = filled<string>({ type: CHAR(36) })
export const refOrNull = orNull<string>({ type: CHAR(36) })
export const text = (length: number) => filled<string>({ type: STRING(length) })
/** A kind out of a list that grows with the code, and not with the database. */
export const kindOf = <V extends string>(...values: readonly V[]) =>
  filled<V>({ type: STRING(20), validate: { isIn: [values] } })
/** A word of a list that the code knows. */
export const word = <V extends string>(length: number) => filled<V>({ type: STRING(length) })
/** Nothing said, where nobody says anything. */
export const emptyText = (length: number) => filled<string>({ type: STRING(length), defaultValue: '' })
export const textOrNull = (length: number) => orNull<string>({ type: STRING(length) })
export const amount = filled<string>({ type: DECIMAL(14, 4) })
export const amountOrNull = orNull<string>({ type: DECIMAL(14, 4) })
export const at = filled<Date>({ type: DATE(6) })
export const atOrNull = orNull<Date>({ type: DATE(6) })
export const json = filled<string>({ type: TEXT('long') })
export const jsonOrNull = orNull<string>({ type: TEXT('long') })
export const whole = filled<number>({ type: INTEGER })
export const wholeOrNull = orNull<number>({ type: INTEGER })
export const yes = filled<number>({ type: BOOLEAN })
export const yesByDefault = filled<number>({ type: BOOLEAN, defaultValue: true })
export const noByDefault = filled<number>({ type: BOOLEAN, defaultValue: false })
export const day = filled<string>({ type: DATEONLY })
export const dayOrNull = orNull<string>({ type: DATEONLY })
export const maybe = <V extends string>(...values: V[]) => orNull<V>({ type: ENUM(...values) })
export const one = <V extends string>(...values: V[]) => filled<V>({ type: ENUM(...values) })
export const price = filled<string>({ type: DECIMAL(12, 4) })
export const named = (length: number) => key<string>({ type: STRING(length) })
/** SHA-256 of a content, in hexadecimal. */
export const hashKey = key<string>({ type: CHAR(64) })
export const hashOrNull = orNull<string>({ type: CHAR(64) })
export const counted = key<number>({ type: BIGINT, autoIncrement: true })

/** What is read of a table's columns. */
export type RowOf<Columns> = { -readonly [K in keyof Columns]: Columns[K] extends Column<infer T> ? T : never }

/** A model, its table, and its columns. */
export type Table = [typeof Model & { new (): Model }, string, ModelAttributes]
