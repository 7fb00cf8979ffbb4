import { createHash } from 'node:crypto'
import { existsSync, lstatSync, mkdirSync, readlinkSync, rmSync, symlinkSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { sayStop, Stop } from './say'

export const ROOT = resolve(fileURLToPath(new URL('../..', import.meta.url)))

export interface Places {
  data: string
  real: string
  database: string
  logs: string
  socketDir: string
  socket: string
  pidFile: string
  secrets: string
}

/** A socket's path ends at 107 characters; ours is this long behind its folder. */
const MOST_FOLDER = 70
const SOCKET = 'db.sock'

const SHORT = 10

/**
 * Where the database's socket goes, and a name for its data without spaces: a short folder of this user's own, as the
 * programs of MariaDB take neither a long path of a socket nor a folder with a space in its name.
 */
function shortFolder(data: string): string {
  const name = `olvex-${createHash('sha256').update(data).digest('hex').slice(0, SHORT)}`
  const tried = [tmpdir(), '/tmp', '/var/tmp', process.env.XDG_RUNTIME_DIR].filter((d) => d !== undefined)
  for (const parent of tried.filter((d) => d.length <= MOST_FOLDER && !/[\s'"\\]/.test(d))) {
    const folder = join(parent, name)
    try {
      mkdirSync(folder, { recursive: true, mode: 0o700 })
      // Somebody else may have made a folder of this name first, to see what comes into it.
      if (lstatSync(folder).isDirectory() && lstatSync(folder).uid === process.getuid!()) return folder
    } catch {
      // The next one.
    }
  }
  throw new Stop(
    `There is no short folder of yours for the database's socket; looked in ${tried.join(', ')}. Set TMPDIR to one whose path is short and has no spaces.`,
  )
}

/** Where one installation keeps its things. `database` is the folder by its short name. */
export function placesFor(dataDir: string): Places {
  const data = resolve(ROOT, dataDir)
  try {
    const [logs, real] = [join(data, 'logs'), join(data, 'database')]
    for (const dir of [data, logs]) mkdirSync(dir, { recursive: true, mode: 0o700 })
    const socketDir = shortFolder(data)
    const database = join(socketDir, 'data')
    if (!existsSync(database) || readlinkSync(database) !== real) {
      rmSync(database, { force: true })
      symlinkSync(real, database)
    }
    return {
      data,
      real,
      database,
      logs,
      socketDir,
      socket: join(socketDir, SOCKET),
      pidFile: join(socketDir, 'db.pid'),
      secrets: join(data, 'secrets.json'),
    }
  } catch (e) {
    sayStop(
      (e as NodeJS.ErrnoException).code === 'EACCES'
        ? new Stop(`There is no right to write in ${data}. Choose another folder with OLVEX_DATA.`)
        : e,
    )
    process.exit(1)
  }
}
