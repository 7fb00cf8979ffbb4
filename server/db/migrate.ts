import { QueryTypes, type Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import { INGREDIENTS } from '#core/substances'
import { MIGRATIONS, SCHEMA_NUMBER } from './migrations'
import { fillSnapshots } from './snapshots'

const LOCK = 'olvex-migrate'

/**
 * Brings the schema up, one process at a time. `dump` is called first when there is something to lose.
 * @returns names of the migrations that ran
 */
export async function migrate(db: Sequelize, dump?: () => Promise<void>): Promise<string[]> {
  return db.transaction(async (lockHolder) => {
    const [got] = await db.query<{ got: number }>('SELECT GET_LOCK(:lock, 120) AS got', {
      type: QueryTypes.SELECT,
      replacements: { lock: LOCK },
      transaction: lockHolder,
    })
    if (got?.got !== 1) throw new Error('another process has been migrating for two minutes; try again when it is done')
    try {
      const umzug = new Umzug({
        migrations: MIGRATIONS.map((m) => ({ name: m.name, up: async () => void (await db.query(m.sql)) })),
        storage: new SequelizeStorage({ sequelize: db, tableName: 'migration' }),
        logger: undefined,
      })
      const pending = await umzug.pending()
      const done = await umzug.executed()
      if (pending.length && done.length && dump) await dump()
      const ran = await umzug.up()
      await seedShipped(db)
      await db.transaction((tx) => fillSnapshots(db, tx))
      return ran.map((r) => r.name)
    } finally {
      await db.query('SELECT RELEASE_LOCK(:lock)', {
        type: QueryTypes.SELECT,
        replacements: { lock: LOCK },
        transaction: lockHolder,
      })
    }
  })
}

/** Ingredients that ship with this version and are not there yet. */
async function seedShipped(db: Sequelize): Promise<void> {
  const rows = [...INGREDIENTS.values()]
  await db.query(
    `INSERT IGNORE INTO ingredient (\`key\`, name, like_key, kind, version) VALUES ${rows.map(() => '(?, NULL, ?, ?, 1)').join(', ')}`,
    { replacements: rows.flatMap((i) => [i.key, i.key, i.kind]) },
  )
}

/** Whether the database has exactly this program's schema. */
export async function schemaIsCurrent(db: Sequelize): Promise<boolean> {
  const [row] = await db.query<{ n: number }>('SELECT COUNT(*) AS n FROM migration', { type: QueryTypes.SELECT })
  return Number(row?.n) === SCHEMA_NUMBER
}
