import { readFile, readdir, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import type { BackupCopy } from '#shared/contract'
import { dataFolder } from '../../db/dump'
import { writeWhole } from '../../db/files'
import type { Contents } from './contents'

export interface Manifest {
  at: string
  schema: number
  rows: number
  checked: boolean
  contents: Contents
}

export const folder = (): string => dataFolder('backups')
const manifestFile = (file: string): string => `${file}.json`

export const writeManifest = (file: string, manifest: Manifest): Promise<void> =>
  writeWhole(manifestFile(file), JSON.stringify(manifest))

/** What was written down beside a backup: null where nothing was, `broken` where it cannot be read. */
export async function manifestOf(file: string): Promise<Manifest | null | 'broken'> {
  const text = await readFile(manifestFile(file), 'utf8').catch((e: NodeJS.ErrnoException) => {
    if (e.code === 'ENOENT') return null
    throw e
  })
  if (text === null) return null
  try {
    const manifest = JSON.parse(text) as Manifest
    return typeof manifest?.at === 'string' && typeof manifest.contents === 'object' ? manifest : 'broken'
  } catch {
    return 'broken'
  }
}

/** The backups there are, newest first; one that was never finished or cannot be read is among them, and says so. */
export async function listBackups(): Promise<BackupCopy[]> {
  const names = (await readdir(folder()).catch(() => []))
    .filter((n) => n.endsWith('.sql.gz'))
    .sort()
    .reverse()
  return Promise.all(
    names.map(async (name): Promise<BackupCopy> => {
      const file = join(folder(), name)
      const [manifest, { size, mtime }] = [await manifestOf(file), await stat(file)]
      const known = manifest === 'broken' ? null : manifest
      const at = known && !Number.isNaN(Date.parse(known.at)) ? known.at : mtime.toISOString()
      return {
        name,
        at,
        bytes: size,
        rows: known?.rows ?? 0,
        checked: known?.checked ?? false,
        broken: manifest === 'broken' || size === 0,
      }
    }),
  )
}

export async function removeBackup(name: string): Promise<void> {
  for (const file of [name, manifestFile(name), `${name}.part`, `${manifestFile(name)}.part`])
    await rm(join(folder(), file), { force: true })
}

/** Keeps the newest whole ones; broken ones that are older than these go too, and what was begun and never finished. */
export async function keepNewest(keep: number): Promise<void> {
  const copies = await listBackups()
  const oldest = copies.filter((c) => !c.broken)[keep - 1]
  if (oldest) for (const c of copies.slice(copies.indexOf(oldest) + 1)) await removeBackup(c.name)
  await removeHalves()
}

/** What was begun and never finished: only under the lock of backups, when nobody is at it. */
export async function removeHalves(): Promise<void> {
  for (const half of (await readdir(folder()).catch(() => [])).filter((n) => n.endsWith('.part')))
    await rm(join(folder(), half), { force: true })
}
