import { createHash } from 'node:crypto'
import { mkdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { sayStop, Stop } from './say'

export const ROOT = resolve(fileURLToPath(new URL('../..', import.meta.url)))

export interface Places { data: string; database: string; logs: string; socketDir: string; socket: string; pidFile: string; secrets: string }

/** Where one installation keeps its things. The socket sits in a short temporary folder: its path may not pass 107 characters. */
export function placesFor(dataDir: string): Places {
  const data = resolve(ROOT, dataDir)
  const socketDir = join(tmpdir(), `olvex-${createHash('sha256').update(data).digest('hex').slice(0, 10)}`)
  const places = { data, database: join(data, 'database'), logs: join(data, 'logs'), socketDir, socket: join(socketDir, 'db.sock'), pidFile: join(data, 'database.pid'), secrets: join(data, 'secrets.json') }
  try {
    for (const dir of [data, places.logs, socketDir]) mkdirSync(dir, { recursive: true, mode: 0o700 })
  } catch (e) {
    sayStop((e as NodeJS.ErrnoException).code === 'EACCES' ? new Stop(`There is no right to write in ${data}. Choose another folder with OLVEX_DATA.`) : e)
    process.exit(1)
  }
  return places
}
