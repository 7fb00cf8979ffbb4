import { QueryTypes, type Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import { INGREDIENTS } from '#core/substances'
import { again } from './connect'
import { exclusively } from './locks'
import { LEASE_TABLE, MIGRATIONS, SCHEMA_NUMBER } from './migrations'
import { fillSnapshots } from './snapshots'

/** Whoever dies while it migrates holds the others up for no longer than this. */
const LEASE_S = 5
const WAIT_S = 120

/**
 * Brings the schema up, one process at a time. `dump` is called first when there is something to lose.
 * @returns names of the migrations that ran
 */
export async function migrate(db: Sequelize, dump?: () => Promise<void>): Promise<string[]> {
  await again(() => db.query(LEASE_TABLE))
  const ran = await exclusively('migrate', () => bringUp(db, dump), { waitS: WAIT_S, leaseS: LEASE_S, db })
  if (!ran) throw new Error('another process has been migrating for two minutes; try again when it is done')
  return ran
}

async function bringUp(db: Sequelize, dump?: () => Promise<void>): Promise<string[]> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map((m) => ({ name: m.name, up: async () => void (await db.query(m.sql)) })),
    storage: new SequelizeStorage({ sequelize: db, tableName: 'migration' }),
    logger: undefined,
  })
  const pending = await umzug.pending()
  const done = await umzug.executed()
  if (pending.length && done.length && dump) await dump()
  const ran = await umzug.up()
  await again(() => seedShipped(db))
  await again(() => db.transaction((tx) => fillSnapshots(db, tx)))
  return ran.map((r) => r.name)
}

/** Ingredients that ship with this version and are not there yet. */
async function seedShipped(db: Sequelize): Promise<void> {
  const rows = [...INGREDIENTS.values()]
  await db.query(
    `INSERT IGNORE INTO ingredient (\`key\`, name, like_key, kind, version) VALUES ${rows.map(() => '(?, NULL, ?, ?, 1)').join(', ')}`,
    { replacements: rows.flatMap((i) => [i.key, i.key, i.kind]) },
  )
}

/** The first release that still works once a migration has run, where that is not any: it says so in its name. */
const worksFrom = (name: string): number => Number(/-from-(\d{4})$/.exec(name)?.[1] ?? 0)

/**
 * Whether this program works on the database as it is: everything that it needs is there, and nothing that came since
 * took something away that it needs. So servers of two releases may work side by side while one follows the other.
 */
export async function schemaFits(db: Sequelize): Promise<boolean> {
  const rows = await db.query<{ name: string }>('SELECT name FROM migration', { type: QueryTypes.SELECT })
  const own = new Set(MIGRATIONS.map((m) => m.name))
  const since = rows.filter((r) => !own.has(r.name))
  return rows.length - since.length === SCHEMA_NUMBER && since.every((r) => worksFrom(r.name) <= SCHEMA_NUMBER)
}
