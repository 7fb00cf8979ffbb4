import mysql2, { type Connection } from 'mysql2'
import { QueryTypes, Sequelize, Transaction } from 'sequelize'
import { addressOf, type Node } from './address'
import { isCrowded } from './faults'
import { defineModels } from './models'
import { isUsable, Nodes, STATUS_SQL, statusOf } from './nodes'

export type Tx = Transaction
/**
 * What a read is given: the transaction of the write it is part of, or nothing where it stands alone. Under READ
 * COMMITTED every statement sees what is committed when it starts, in a transaction or not, so a transaction around
 * reads would buy two more round trips and no more certainty.
 */
export type Read = Tx | null

const nodesOf = new WeakMap<Sequelize, Nodes>()

/** The one pool of the process, of the database that OLVEX_DATABASE_URL names: see `addressOf`. */
export function connect(url = process.env.OLVEX_DATABASE_URL): Sequelize {
  const address = addressOf(url)
  const nodes = new Nodes(address)
  const db: Sequelize = new Sequelize({
    dialect: 'mysql',
    dialectModule: mysql2,
    logging: false,
    timezone: '+00:00',
    database: address.schema,
    username: address.user,
    password: address.password,
    dialectOptions: { charset: 'utf8mb4', supportBigNumbers: true, decimalNumbers: false },
    pool: {
      max: 12,
      min: 1,
      acquire: 15000,
      idle: 30000,
      validate: (c) => managerOf(db).validate(c) && nodes.isOfUse(c as Connection),
    },
    define: { timestamps: false, freezeTableName: true, underscored: true },
  })
  nodesOf.set(db, nodes)
  db.addHook('beforeConnect', (config) => {
    const { host, port, socketPath } = nodes.inUse
    Object.assign(config, { host, port })
    const options = { ...config.dialectOptions, connectTimeout: CONNECT_MS, ...(socketPath && { socketPath }) }
    config.dialectOptions = options as typeof config.dialectOptions
  })
  db.addHook('afterConnect', async (connection) => {
    nodes.keep(connection as Connection)
    await begin(connection as Connection)
  })
  defineModels(db)
  return db
}

/** What the pool asks of a connection where nothing else is said; the types do not know it. */
const managerOf = (db: Sequelize): { validate(connection: unknown): boolean } =>
  db.connectionManager as unknown as { validate(connection: unknown): boolean }

const CONNECT_MS = 3000
/** Changes of one transaction are sent to other nodes in parts of so many bytes, and still all take effect or none. */
const FRAGMENT_BYTES = 2 ** 20
/**
 * Set once a connection, not once a transaction, which saves a round trip on every request. READ COMMITTED: a sum read
 * after waiting for a lock must see what the other writer committed. In a cluster a read waits until its node has what
 * the others had when it began.
 */
async function begin(connection: Connection): Promise<void> {
  const ask = connection.promise()
  await ask.query('SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED')
  const [rows] = await ask.query(STATUS_SQL)
  if (!statusOf(rows as never).get('wsrep_provider_name')) return
  await ask.query(`SET SESSION wsrep_sync_wait = 1, wsrep_trx_fragment_size = ${FRAGMENT_BYTES}`)
}

/** Whether the database may be written to: a node of a cluster that is not one with the others may not. */
export async function databaseIsReady(db: Sequelize): Promise<boolean> {
  const rows = await db.query(STATUS_SQL, { type: QueryTypes.SELECT })
  return isUsable(statusOf(rows as never))
}
/** The node that this process uses now. */
export const nodeInUse = (): Node => nodesOf.get(database())!.inUse

let shared: Sequelize | undefined
export const database = (): Sequelize => (shared ??= connect())
export async function closeDatabase(): Promise<void> {
  if (shared) nodesOf.get(shared)?.close()
  await shared?.close()
  shared = undefined
}

/**
 * Runs reads that must fit together, such as a whole archive: all of them see the business as it stood at the first.
 */
export const inSnapshot = <T>(work: (tx: Tx) => Promise<T>): Promise<T> =>
  database().transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, work)

const MOST_ATTEMPTS = 6

/** Runs `work` in a transaction, as often as `again` does. */
export const inTransaction = <T>(work: (tx: Tx) => Promise<T>): Promise<T> => again(() => database().transaction(work))

/**
 * Does it again where it was refused as a deadlock, also when it committed: on another node of the database somebody
 * wrote one of the same rows meanwhile.
 */
export async function again<T>(work: () => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await work()
    } catch (e) {
      if (attempt >= MOST_ATTEMPTS || !isCrowded(e)) throw e
      await new Promise((done) => setTimeout(done, 20 * attempt + Math.floor(Math.random() * 30)))
    }
  }
}

/** DECIMAL comes as text so that nothing is lost on the way; this is where it becomes a number. */
export const toNumber = (v: string | number): number => Number(v)
export const toNumberOrNull = (v: string | number | null): number | null => (v === null ? null : Number(v))
/** MariaDB keeps JSON as checked text, and the driver hands the text over. */
export const fromJson = <T>(v: unknown): T => (typeof v === 'string' ? JSON.parse(v) : v) as T
export const toJson = (v: unknown): string => JSON.stringify(v)
