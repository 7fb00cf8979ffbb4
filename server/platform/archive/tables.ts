import { DataTypes, type Model, type ModelStatic } from 'sequelize'
import {
  Business,
  Change,
  Cup,
  Fact,
  FactVoid,
  Ingredient,
  Lot,
  LotEvent,
  Movement,
  Person,
  PlanLine,
  Press,
  PressMark,
  Price,
  Recipe,
  RecipeUse,
  RecipeVersion,
  Setting,
  Snapshot,
  Stand,
  Vessel,
} from '../../db/models'
import { Refusal } from '../errors'

export const FORMAT = 'olvex-archive'
/** 2: amounts of money in a currency that is said, under names without one. */
export const VERSION = 2
/** What amounts of money are in. */
export const CURRENCY = 'EUR'

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

/**
 * What is in an archive, in the order in which rows lean on each other. Sessions, devices, keys and attempts stay
 * behind.
 */
export const TABLES: [string, ModelStatic<Model>][] = [
  ['business', Business],
  ['stand', Stand],
  ['person', Person],
  ['ingredient', Ingredient],
  ['cup', Cup],
  ['vessel', Vessel],
  ['lot', Lot],
  ['price', Price],
  ['lot_event', LotEvent],
  ['movement', Movement],
  ['press', Press],
  ['press_mark', PressMark],
  ['recipe', Recipe],
  ['snapshot', Snapshot],
  ['recipe_version', RecipeVersion],
  ['recipe_use', RecipeUse],
  ['plan_line', PlanLine],
  ['fact', Fact],
  ['fact_void', FactVoid],
  ['setting', Setting],
  ['change_row', Change],
]
const SECRET: Record<string, string[]> = { person: ['passwordHash', 'pinHash'] }

export const columnsOf = (name: string, model: ModelStatic<Model>): string[] =>
  Object.keys(model.getAttributes()).filter((c) => !SECRET[name]?.includes(c))
/** Columns that hold JSON: objects in an archive, text in the database. */
export const isJson = (model: ModelStatic<Model>, column: string): boolean =>
  (model.getAttributes() as Record<string, { type: unknown }>)[column]!.type instanceof DataTypes.TEXT

export const linesName = (table: string): string => `tables/${table}.jsonl`
export const csvName = (table: string): string => `csv/${table}.csv`

export const unreadable = (what: string): Refusal =>
  new Refusal(422, 'invalid', [{ field: 'archive', code: 'archive-unreadable' }], what)
