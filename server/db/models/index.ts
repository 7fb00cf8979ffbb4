import type { ModelAttributes, Sequelize } from 'sequelize'
import type { Table } from './columns'
import { PEOPLE } from './people'
import { PLACES } from './places'
import { BATCHES, BOOKS } from './books'
import { HATCH } from './hatch'
import { MENU } from './menu'
import { LOG } from './log'
import { TASTE } from './taste'

export * from './people'
export * from './places'
export * from './books'
export * from './hatch'
export * from './menu'
export * from './log'
export * from './taste'

/** Every table, in the order in which rows lean on each other. */
export const ALL_TABLES: readonly Table[] = [
  ...PLACES,
  ...PEOPLE,
  ...BOOKS,
  ...MENU,
  ...BATCHES,
  ...HATCH,
  ...TASTE,
  ...LOG,
]

export function defineModels(db: Sequelize): void {
  for (const [model, tableName, attributes] of ALL_TABLES) {
    // Sequelize writes onto the attribute objects, so each model gets its own.
    const own = Object.fromEntries(
      Object.entries(attributes).map(([k, v]) => [k, { ...(v as object) }]),
    ) as ModelAttributes
    model.init(own, { sequelize: db, tableName })
  }
}
