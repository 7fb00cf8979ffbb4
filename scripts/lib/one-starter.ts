import { spawnSync } from 'node:child_process'
import { closeSync, existsSync, ftruncateSync, openSync, readFileSync, rmSync, writeFileSync, writeSync } from 'node:fs'
import { join } from 'node:path'
import { alive } from './processes'
import type { Places } from './paths'
import { Stop } from './say'

// One starter per data folder. The lock is the kernel's, on an open file: it ends with the process that holds it,
// however that ends, and is the same whatever the folder is called by. What is written in the file only tells others
// who it is.

/** `bin/demo` and `npm run dev` stay; commands such as `bin/backup` are done in a while. */
export interface Holder {
  pid: number
  what: 'server' | 'command'
  url?: string
}

const fileOf = (places: Places): string => join(places.data, 'starter.lock')

/** util-linux's flock takes the lock on our open file, which we then have, and goes. @returns whether we have it */
const take = (fd: number, waitS: number): boolean =>
  spawnSync('flock', [...(waitS ? ['--timeout', String(waitS)] : ['--nonblock']), '3'], {
    stdio: ['ignore', 'ignore', 'ignore', fd],
  }).status === 0

export function holderOf(places: Places): Holder | null {
  try {
    return JSON.parse(readFileSync(fileOf(places), 'utf8')) as Holder
  } catch {
    return null
  }
}

export interface Held {
  tell: (holder: Omit<Holder, 'pid'>) => void
  release: () => void
}

/** Takes the folder for this process; null where another has it. */
export function holdFolder(places: Places, what: Holder['what'], waitS = 0): Held | null {
  const fd = openSync(fileOf(places), 'a+', 0o600)
  if (!take(fd, waitS)) {
    closeSync(fd)
    return null
  }
  const tell = (holder: Omit<Holder, 'pid'>): void => {
    ftruncateSync(fd)
    writeSync(fd, JSON.stringify({ pid: process.pid, ...holder }))
  }
  tell({ what })
  return {
    tell,
    release: () => {
      ftruncateSync(fd)
      closeSync(fd)
    },
  }
}

/** For whoever stays: the folder, or a sentence that says who has it. */
export function holdFolderOrStop(places: Places, waitS: number): Held {
  const held =
    holdFolder(places, 'server') ?? (holderOf(places)?.what === 'command' ? holdFolder(places, 'server', waitS) : null)
  if (held) return held
  const by = holderOf(places)
  const who = by ? `process ${by.pid}` : 'another process'
  if (by?.what === 'command')
    throw new Stop(`A backup or a restore of this folder is at work (${who}). Try again when it is done.`)
  throw new Stop(
    `Olvex runs from this folder already (${who})${by?.url ? `, at ${by.url}` : ''}. Use that one, or end it with: kill ${by?.pid ?? ''}`,
  )
}

const appFile = (places: Places): string => join(places.data, 'server.pid')
export const rememberApp = (places: Places, pid: number): void =>
  writeFileSync(appFile(places), String(pid), { mode: 0o600 })

/** A server of ours that a dead starter left behind, by its process; 0 where there is none. */
export function leftApp(places: Places): number {
  if (!existsSync(appFile(places))) return 0
  const pid = Number(readFileSync(appFile(places), 'utf8'))
  const isOurs = pid > 0 && alive(pid) && environmentOf(pid).includes(`OLVEX_DATA=${places.data}\0`)
  if (!isOurs) rmSync(appFile(places), { force: true })
  return isOurs ? pid : 0
}

function environmentOf(pid: number): string {
  try {
    return readFileSync(`/proc/${pid}/environ`, 'utf8')
  } catch {
    return ''
  }
}
