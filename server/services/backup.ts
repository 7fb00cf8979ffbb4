import { mkdir, readFile, readdir, rm, stat, writeFile } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { QueryTypes } from 'sequelize'
import type { BackupCopy, BackupSetting } from '#shared/contract'
import { Setting, Stand } from '../db/models'
import { database, fromJson, inTransaction, toJson, type Read, type Tx } from '../db/connect'
import { dataFolder, dumpTo, loadDump, stampOf } from '../db/dump'
import { SCHEMA_NUMBER } from '../db/migrations'
import { recordChange } from './changes'
import { now } from './clock'
import { log } from '../utils/log'
import { Refusal, stale } from './errors'
import type { Who } from './who'

const LOCK = 'olvex-backup'
const CHECK_SCHEMA = 'olvex_check'
const DEFAULT: BackupSetting = { hour: 4, keep: 14, version: 0 }
/** Rows and a checksum of every table: what must come out of a dump again. */
export type Contents = Record<string, { rows: number; checksum: string }>
interface Manifest { at: string; schema: number; rows: number; checked: boolean; contents: Contents }

const folder = (): string => dataFolder('backups')

export async function contentsOf(schema: string): Promise<Contents> {
  const tables = await database().query<{ name: string }>("SELECT table_name AS name FROM information_schema.tables WHERE table_schema = :schema AND table_type = 'BASE TABLE' ORDER BY table_name", { type: QueryTypes.SELECT, replacements: { schema } })
  const out: Contents = {}
  for (const { name } of tables) {
    const [count] = await database().query<{ n: string }>(`SELECT COUNT(*) AS n FROM \`${schema}\`.\`${name}\``, { type: QueryTypes.SELECT })
    const [sum] = await database().query<{ Checksum: string }>(`CHECKSUM TABLE \`${schema}\`.\`${name}\``, { type: QueryTypes.SELECT })
    out[name] = { rows: Number(count!.n), checksum: String(sum!.Checksum) }
  }
  return out
}

/**
 * A dump of everything, read back into a schema of its own and compared: every table that was still while the dump was made must
 * have the same rows and the same checksum; the others no fewer rows than before and no more than after.
 */
export async function makeBackup(): Promise<BackupCopy> {
  await mkdir(folder(), { recursive: true, mode: 0o700 })
  const at = now()
  const file = join(folder(), `olvex-${stampOf(new Date())}.sql.gz`)
  const schema = new URL(process.env.OLVEX_DATABASE_URL!).pathname.slice(1)
  const before = await contentsOf(schema)
  await dumpTo(file)
  const after = await contentsOf(schema)
  const contents = await readBack(file)
  const wrong = Object.keys(before).filter((t) => !isWhole(contents[t], before[t]!, after[t]!))
  if (wrong.length) {
    await rm(file)
    log.error({ tables: wrong }, 'a backup did not read back as it was written')
    throw new Refusal(500, 'backup-failed')
  }
  const rows = Object.values(contents).reduce((n, t) => n + t.rows, 0)
  const manifest: Manifest = { at: at.toISOString(), schema: SCHEMA_NUMBER, rows, checked: true, contents }
  await writeFile(`${file}.json`, JSON.stringify(manifest), { mode: 0o600 })
  return { name: basename(file), at: manifest.at, bytes: (await stat(file)).size, rows, checked: true }
}

function isWhole(read: Contents[string] | undefined, before: Contents[string], after: Contents[string] | undefined): boolean {
  if (!read || !after) return false
  // Rows and checksum are read one after the other: where somebody writes in between, only the checksum is of one moment.
  if (before.checksum === after.checksum) return read.checksum === before.checksum
  return read.rows >= Math.min(before.rows, after.rows) && read.rows <= Math.max(before.rows, after.rows)
}

async function readBack(file: string): Promise<Contents> {
  await database().query(`DROP DATABASE IF EXISTS ${CHECK_SCHEMA}`)
  await database().query(`CREATE DATABASE ${CHECK_SCHEMA} CHARACTER SET utf8mb4 COLLATE utf8mb4_uca1400_as_ci`)
  try {
    await loadDump(file, CHECK_SCHEMA)
    return await contentsOf(CHECK_SCHEMA)
  } finally {
    await database().query(`DROP DATABASE IF EXISTS ${CHECK_SCHEMA}`)
  }
}

export const manifestOf = async (file: string): Promise<Manifest | null> => JSON.parse(await readFile(`${file}.json`, 'utf8').catch(() => 'null')) as Manifest | null

export async function listBackups(): Promise<BackupCopy[]> {
  const names = (await readdir(folder()).catch(() => [])).filter((n) => n.endsWith('.sql.gz')).sort().reverse()
  return Promise.all(names.map(async (name) => {
    const file = join(folder(), name)
    const manifest = await manifestOf(file)
    const { size, mtime } = await stat(file)
    return { name, at: manifest?.at ?? mtime.toISOString(), bytes: size, rows: manifest?.rows ?? 0, checked: manifest?.checked ?? false }
  }))
}

export async function backupSetting(tx: Read): Promise<BackupSetting> {
  const row = await Setting.findOne({ where: { name: 'backup' }, transaction: tx, raw: true }) as unknown as { value: string; version: number } | null
  return row ? { ...fromJson<BackupSetting>(row.value), version: row.version } : DEFAULT
}

export async function putBackupSetting(tx: Tx, body: BackupSetting, who: Who): Promise<{ version: number }> {
  const row = await Setting.findOne({ where: { name: 'backup' }, lock: tx.LOCK.UPDATE, transaction: tx, raw: true })
  const before = await backupSetting(tx)
  if (before.version !== body.version) throw stale(before)
  const next = { name: 'backup', value: toJson({ hour: body.hour, keep: body.keep }), version: body.version + 1 }
  if (row) await Setting.update(next, { where: { name: 'backup' }, transaction: tx })
  else await Setting.create(next, { transaction: tx })
  await recordChange(tx, who, 'setting', 'backup', before, { ...body, version: next.version })
  return { version: next.version }
}

/** One backup at a time, whichever process: the others go away again. */
export async function exclusively<T>(work: () => Promise<T>): Promise<T | null> {
  return inTransaction(async (tx) => {
    const [got] = await database().query<{ got: number }>('SELECT GET_LOCK(:lock, 0) AS got', { type: QueryTypes.SELECT, replacements: { lock: LOCK }, transaction: tx })
    if (got?.got !== 1) return null
    try {
      return await work()
    } finally {
      await database().query('SELECT RELEASE_LOCK(:lock)', { type: QueryTypes.SELECT, replacements: { lock: LOCK }, transaction: tx })
    }
  })
}

/** Makes today's backup when its hour has come and there is none yet, by the clock of the first stand; drops the oldest. */
export async function backupIfDue(): Promise<BackupCopy | null> {
  const { setting, zone } = await inTransaction(async (tx) => ({
    setting: await backupSetting(tx), zone: (await Stand.findOne({ order: ['id'], transaction: tx, raw: true }) as unknown as { timeZone: string } | null)?.timeZone,
  }))
  if (setting.hour === null || !zone) return null
  return exclusively(async () => {
    const local = (at: Date) => new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short' }).format(at)
    const hour = Number(new Intl.DateTimeFormat('en', { timeZone: zone, hour: 'numeric', hourCycle: 'h23' }).format(now()))
    const copies = await listBackups()
    if (hour < setting.hour! || copies.some((c) => local(new Date(c.at)) === local(now()))) return null
    const made = await makeBackup()
    for (const old of (await listBackups()).slice(setting.keep)) for (const name of [old.name, `${old.name}.json`]) await rm(join(folder(), name), { force: true })
    return made
  })
}
