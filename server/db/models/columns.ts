import { DataTypes, type Model, type ModelAttributes } from 'sequelize'

// The columns that tables are made of. What may be empty says so.
const { STRING, CHAR, INTEGER, BIGINT, BOOLEAN, DECIMAL, DATE, DATEONLY, TEXT, ENUM } = DataTypes

export const pk = { type: CHAR(36), primaryKey: true }
export const ref = { type: CHAR(36), allowNull: false }
export const refOrNull = { type: CHAR(36), allowNull: true }
export const text = (length: number) => ({ type: STRING(length), allowNull: false })
export const textOrNull = (length: number) => ({ type: STRING(length), allowNull: true })
export const amount = { type: DECIMAL(14, 4), allowNull: false }
export const amountOrNull = { type: DECIMAL(14, 4), allowNull: true }
export const at = { type: DATE(6), allowNull: false }
export const atOrNull = { type: DATE(6), allowNull: true }
export const json = { type: TEXT('long'), allowNull: false }
export const jsonOrNull = { type: TEXT('long'), allowNull: true }
export const whole = { type: INTEGER, allowNull: false }
export const wholeOrNull = { type: INTEGER, allowNull: true }
export const yes = { type: BOOLEAN, allowNull: false }
export const yesByDefault = { type: BOOLEAN, allowNull: false, defaultValue: true }
export const dayOrNull = { type: DATEONLY, allowNull: true }
export const maybe = (...values: string[]) => ({ type: ENUM(...values), allowNull: true })
export const one = (...values: string[]) => ({ type: ENUM(...values), allowNull: false })
export const price = { type: DECIMAL(12, 4), allowNull: false }
export const day = { type: DATEONLY, allowNull: false }
export const named = (length: number) => ({ type: STRING(length), primaryKey: true })
/** SHA-256 of a content, in hexadecimal. */
export const hashKey = { type: CHAR(64), primaryKey: true }
export const hashOrNull = { type: CHAR(64), allowNull: true }
export const noByDefault = { type: BOOLEAN, allowNull: false, defaultValue: false }
export const counted = { type: BIGINT, primaryKey: true, autoIncrement: true }

/** A model, its table, and its columns. */
export type Table = [typeof Model & { new (): Model }, string, ModelAttributes]
