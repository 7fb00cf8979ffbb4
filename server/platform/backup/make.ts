import { mkdir, stat } from 'node:fs/promises'
import { basename, join } from 'node:path'
import type { BackupCopy } from '#shared/contract'
import { dumpTo, isDiskFull, stampOf } from '../../db/dump'
import { schemaName } from '../../db/address'
import { exclusively } from '../../db/locks'
import { SCHEMA_NUMBER } from '../../db/migrations'
import { now } from '../clock'
import { log } from '../../utils/log'
import { Refusal } from '../errors'
import { contentsOf, dropLeftLooks, rowsIn, withLoaded, type Contents } from './contents'
import { folder, removeBackup, removeHalves, writeManifest, type Manifest } from './copies'

const LOCK = 'backup'

/** One backup at a time, whichever process; null where one is being made for longer than `waitS`. */
export const alone = <T>(work: () => Promise<T>, waitS = 0): Promise<T | null> =>
  exclusively(
    LOCK,
    async () => {
      await dropLeftLooks()
      await removeHalves()
      return work()
    },
    { waitS },
  )

/**
 * A dump of everything, read back into a schema of its own and compared: every table that was still while the dump was
 * made must have the same rows and the same checksum; the others no fewer rows than before and no more than after.
 * @throws Refusal 507 where there is no room for it; what is there already stays
 */
export async function makeBackup(): Promise<BackupCopy> {
  const file = join(folder(), `olvex-${stampOf(new Date())}.sql.gz`)
  try {
    await mkdir(folder(), { recursive: true, mode: 0o700 })
    return await written(file)
  } catch (e) {
    await removeBackup(basename(file)).catch(() => undefined)
    if (isDiskFull(e)) throw new Refusal(507, 'backup-disk-full')
    throw e
  }
}

async function written(file: string): Promise<BackupCopy> {
  const at = now()
  const before = await contentsOf(schemaName())
  await dumpTo(file)
  const after = await contentsOf(schemaName())
  const contents = await withLoaded(file, contentsOf)
  const wrong = Object.keys(before).filter((t) => !isWhole(contents[t], before[t]!, after[t]!))
  if (wrong.length) {
    log.error({ tables: wrong }, 'a backup did not read back as it was written')
    throw new Refusal(500, 'backup-failed')
  }
  const manifest: Manifest = {
    at: at.toISOString(),
    schema: SCHEMA_NUMBER,
    rows: rowsIn(contents),
    checked: true,
    contents,
  }
  await writeManifest(file, manifest)
  return {
    name: basename(file),
    at: manifest.at,
    bytes: (await stat(file)).size,
    rows: manifest.rows,
    checked: true,
    broken: false,
  }
}

function isWhole(
  read: Contents[string] | undefined,
  before: Contents[string],
  after: Contents[string] | undefined,
): boolean {
  if (!read || !after) return false
  // Rows and checksum are read one after the other: where somebody writes in between, only the checksum is of one
  // moment.
  if (before.checksum === after.checksum) return read.checksum === before.checksum
  return read.rows >= Math.min(before.rows, after.rows) && read.rows <= Math.max(before.rows, after.rows)
}
