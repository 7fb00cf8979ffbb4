import { spawn } from 'node:child_process'
import { createReadStream, createWriteStream } from 'node:fs'
import { mkdir, readdir, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import { addressOf } from './address'
import { nodeInUse } from './connect'
import { settle } from './files'

const KEPT = 5

export const dataFolder = (name: string): string => join(process.env.OLVEX_DATA ?? '.olvex', name)
export const stampOf = (at: Date): string => at.toISOString().replace(/[:.]/g, '-')

/**
 * How the database's own programs reach it: as we do. The password goes by the environment, where no list of processes
 * shows it.
 */
function access(): { args: string[]; schema: string; env: NodeJS.ProcessEnv } {
  const { user, password, schema } = addressOf()
  const { host, port, socketPath } = nodeInUse()
  return {
    schema,
    env: { ...process.env, MYSQL_PWD: password },
    args: [
      '--no-defaults',
      `--user=${user}`,
      ...(socketPath ? [`--socket=${socketPath}`] : [`--host=${host}`, `--port=${port}`]),
    ],
  }
}

function started(command: string, args: string[], env: NodeJS.ProcessEnv) {
  const child = spawn(command, args, { env, stdio: ['pipe', 'pipe', 'pipe'] })
  let said = ''
  child.stderr.on('data', (d: Buffer) => (said = (said + d.toString()).slice(-2000)))
  const ended = new Promise<void>((done, fail) => {
    child.once('error', fail)
    child.once('close', (code) =>
      code === 0 ? done() : fail(new Error(`${command} ended with ${code}: ${said.trim()}`)),
    )
  })
  ended.catch(() => undefined)
  return { child, ended }
}

/** A consistent dump of the schema, compressed. It has its name only when it is whole. */
export async function dumpTo(file: string): Promise<void> {
  const { args, schema, env } = access()
  const { child, ended } = started('mariadb-dump', [...args, '--single-transaction', '--skip-dump-date', schema], env)
  child.stdin.end()
  const part = `${file}.part`
  try {
    await pipeline(child.stdout, createGzip(), createWriteStream(part, { mode: 0o600 }))
    await ended
    await settle(part, file)
  } catch (e) {
    await rm(part, { force: true })
    throw e
  }
}

/** Reads a dump into a schema, whatever it was called when it was made. */
export async function loadDump(file: string, schema: string): Promise<void> {
  const { args, env } = access()
  const { child, ended } = started('mariadb', [...args, schema], env)
  child.stdout.resume()
  try {
    await pipeline(createReadStream(file), createGunzip(), child.stdin)
  } catch (e) {
    // The client may still be at work on what came through: nothing may follow before it has ended.
    child.kill('SIGKILL')
    await ended.catch((said: Error) => {
      if (isBrokenPipe(e)) throw said
    })
    throw e
  }
  await ended
}
/** The client went away first: what it said is the reason, not the pipe. */
const isBrokenPipe = (e: unknown): boolean =>
  ['EPIPE', 'ERR_STREAM_PREMATURE_CLOSE', 'ECONNRESET'].includes((e as NodeJS.ErrnoException).code ?? '')
/** Whether something failed because a disk is full, ours or the database's. */
export const isDiskFull = (e: unknown): boolean =>
  (e as NodeJS.ErrnoException).code === 'ENOSPC' ||
  /ENOSPC|No space left|ERROR 1021|ERROR 1114|Errcode: 28/i.test((e as Error).message ?? '')

/** A dump beside the data before a migration touches it; the last five are kept. */
export async function dumpBeforeMigrating(): Promise<void> {
  const folder = dataFolder('before-migration')
  await mkdir(folder, { recursive: true, mode: 0o700 })
  for (const half of (await readdir(folder)).filter((n) => n.endsWith('.part')))
    await rm(join(folder, half), { force: true })
  await dumpTo(join(folder, `${stampOf(new Date())}.sql.gz`))
  for (const old of (await readdir(folder)).sort().slice(0, -KEPT)) await rm(join(folder, old))
}
