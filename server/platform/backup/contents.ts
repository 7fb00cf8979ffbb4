import { randomBytes } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import { database } from '../../db/connect'
import { loadDump } from '../../db/dump'
import { schemaName } from '../../db/address'

/** Rows and a checksum of every table: what must come out of a dump again. */
export type Contents = Record<string, { rows: number; checksum: string }>

const select = { type: QueryTypes.SELECT } as const

export async function tablesOf(schema: string): Promise<string[]> {
  const sql =
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = :schema AND table_type = 'BASE TABLE' ORDER BY table_name"
  return (await database().query<{ name: string }>(sql, { ...select, replacements: { schema } })).map((t) => t.name)
}

/** Who is at work at this moment is nothing of the business. */
const OF_THE_MOMENT = ['lease']

export async function contentsOf(schema: string): Promise<Contents> {
  const out: Contents = {}
  for (const name of await tablesOf(schema)) {
    if (OF_THE_MOMENT.includes(name)) continue
    const [count] = await database().query<{ n: string }>(`SELECT COUNT(*) AS n FROM \`${schema}\`.\`${name}\``, select)
    const [sum] = await database().query<{ Checksum: string }>(`CHECKSUM TABLE \`${schema}\`.\`${name}\``, select)
    out[name] = { rows: Number(count!.n), checksum: String(sum!.Checksum) }
  }
  return out
}

export const rowsIn = (contents: Contents): number => Object.values(contents).reduce((n, t) => n + t.rows, 0)

/**
 * A schema of its own for a dump that is looked at, gone afterwards. Its name begins as that of the business does,
 * which is what the user's rights are given for.
 */
export async function withLoaded<T>(file: string, look: (schema: string) => Promise<T>): Promise<T> {
  const schema = `${schemaName()}_check_${randomBytes(6).toString('hex')}`
  await database().query(`CREATE DATABASE ${schema} CHARACTER SET utf8mb4 COLLATE utf8mb4_uca1400_as_ci`)
  try {
    await loadDump(file, schema)
    return await look(schema)
  } finally {
    await database().query(`DROP DATABASE IF EXISTS ${schema}`)
  }
}

/** Schemas that a look left behind when its process was killed. Only under the lock of backups: then nobody looks. */
export async function dropLeftLooks(): Promise<void> {
  const sql = "SELECT schema_name AS name FROM information_schema.schemata WHERE schema_name LIKE :like ESCAPE '!'"
  const left = await database().query<{ name: string }>(sql, {
    ...select,
    replacements: { like: `${schemaName().replace(/_/g, '!_')}!_check!_%` },
  })
  for (const { name } of left) await database().query(`DROP DATABASE IF EXISTS \`${name}\``)
}
