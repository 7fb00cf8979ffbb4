import { DataTypes, type Model, type ModelStatic } from 'sequelize'
import { ALL_TABLES } from '../../db/models'
import { Refusal } from '../errors'

export const FORMAT = 'olvex-archive'
/** 2: amounts of money in a currency that is said, under names without one. */
export const VERSION = 2
export interface Manifest {
  format: string
  version: number
  schema: number
  /** ISO 4217; layout 1 had none but the euro */
  currency?: string
  madeAt: string
  tables: Record<string, { rows: number; sha256: string }>
}
export type Row = Record<string, unknown>

/** Who is signed in, from where, and what was sent: of one installation alone. Everything else is in an archive. */
const STAYS = new Set(['session', 'sign_in_attempt', 'device', 'idempotency_key'])
/** What is in an archive, in the order in which rows lean on each other. */
export const TABLES: [string, ModelStatic<Model>][] = ALL_TABLES.flatMap(([model, name]) =>
  STAYS.has(name) ? [] : [[name, model]],
)
const SECRET: Record<string, string[]> = { person: ['passwordHash', 'pinHash'], panel_event: ['secretHash'] }

export const columnsOf = (name: string, model: ModelStatic<Model>): string[] =>
  Object.keys(model.getAttributes()).filter((c) => !SECRET[name]?.includes(c))
/** Columns that hold JSON: objects in an archive, text in the database. */
export const isJson = (model: ModelStatic<Model>, column: string): boolean =>
  (model.getAttributes() as Record<string, { type: unknown }>)[column]!.type instanceof DataTypes.TEXT

/** Whether every kind in a row is one that there is: the database does not know them. */
export const hasKnownKinds = (model: ModelStatic<Model>, row: Row): boolean =>
  Object.entries(model.getAttributes() as Record<string, { validate?: { isIn?: unknown } }>).every(([column, a]) => {
    const among = (a.validate?.isIn as [unknown[]] | undefined)?.[0]
    return !among || !(column in row) || among.includes(row[column])
  })

export const linesName = (table: string): string => `tables/${table}.jsonl`
export const csvName = (table: string): string => `csv/${table}.csv`

export const unreadable = (what: string): Refusal =>
  new Refusal(422, 'invalid', [{ field: 'archive', code: 'archive-unreadable' }], what)
