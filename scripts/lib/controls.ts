import { execFile } from 'node:child_process'
import { existsSync, readFileSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import { basename, join } from 'node:path'
import { promisify } from 'node:util'
import { startApp, stopApp, type AppServer } from './app-server'
import { freePort, HOST } from './ports'
import { PrivateDatabase } from './mariadb'
import { placesFor, ROOT, type Places } from './paths'

/** One installation that runs: its database and its server. */
export interface Running {
  places: Places
  db: PrivateDatabase
  app: AppServer
  entry: string
  port: number
  env: Record<string, string>
}

export async function killApp(s: Running): Promise<void> {
  const ended = new Promise((done) => s.app.child.once('exit', done))
  s.app.child.kill('SIGKILL')
  await ended
  s.app = await startApp(s.entry, s.places, s.port, s.env)
}
export async function killDatabase(s: Running): Promise<void> {
  process.kill(s.db.pid, 'SIGKILL')
  await new Promise((done) => setTimeout(done, 200))
  await s.db.start()
}

const run = promisify(execFile)

/** An installation made by bin/restore out of a backup, and its server. */
async function fromBackup(file: string, data: string, entry: string, env: Record<string, string>): Promise<Running> {
  const { OLVEX_DATABASE_URL: _, ...rest } = process.env
  await run(process.execPath, ['--import', 'tsx', join(ROOT, 'scripts/restore.ts'), file, '--yes'], {
    cwd: ROOT,
    env: { ...rest, OLVEX_DATA: data },
  })
  const places = placesFor(join(data, 'own'))
  const db = new PrivateDatabase(places)
  await db.start()
  const [port, own] = [await freePort(), { ...env, OLVEX_DATABASE_URL: db.url }]
  return { places, db, entry, port, env: own, app: await startApp(entry, places, port, own) }
}
/** Makes an installation as new: nobody has set it up. */
async function makeEmpty(s: Running): Promise<void> {
  await stopApp(s.app)
  await s.db.empty()
  await run(process.execPath, ['--import', 'tsx', join(ROOT, 'server/db/migrate-cli.ts')], {
    cwd: ROOT,
    env: { ...process.env, OLVEX_DATABASE_URL: s.db.url, OLVEX_DATA: s.places.data },
  })
  s.app = await startApp(s.entry, s.places, s.port, s.env)
}

/** For the server whose memory is asked for: it answers a signal with what it holds. */
export function memoryProbe(file: string): Record<string, string> {
  const probe = JSON.stringify(join(ROOT, 'scripts/lib/memory-probe.mjs'))
  return { NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --import ${probe}`.trim(), OLVEX_MEMORY_FILE: file }
}
/** Bytes that a server with the probe holds once its garbage is collected. */
async function memoryOf(s: Running): Promise<number> {
  const file = s.env.OLVEX_MEMORY_FILE!
  rmSync(file, { force: true })
  s.app.child.kill('SIGUSR2')
  for (let i = 0; i < 100 && !existsSync(file); i++) await new Promise((done) => setTimeout(done, 50))
  return Number(readFileSync(file, 'utf8'))
}

/** What only whoever started the servers can do: tests of what survives ask for it over loopback. */
export async function controls(s: Running, empty: Running): Promise<{ url: string; close: () => Promise<void> }> {
  const second: AppServer[] = []
  const restored: Running[] = []
  const endRestored = async (): Promise<void> => {
    for (const r of restored.splice(0)) {
      await stopApp(r.app)
      await r.db.stop()
      rmSync(r.places.socketDir, { recursive: true, force: true })
    }
  }
  const act: Record<string, () => Promise<string>> = {
    '/kill-app': async () => {
      await killApp(s)
      return ''
    },
    '/make-empty': async () => {
      await makeEmpty(empty)
      return empty.app.url
    },
    '/end-restored': async () => {
      await endRestored()
      return ''
    },
    '/memory': async () => String(await memoryOf(s)),
    '/kill-database': async () => {
      await killDatabase(s)
      return ''
    },
    '/second': async () => {
      second.push(await startApp(s.entry, s.places, await freePort(), s.env))
      return second.at(-1)!.url
    },
    '/end-second': async () => {
      for (const app of second.splice(0)) await stopApp(app)
      return ''
    },
  }
  const server = createServer((request, answer) => {
    const [path, name] = (request.url ?? '').split('?')
    const restore = async (): Promise<string> => {
      const file = join(ROOT, 'tests/fixtures', basename(name!), 'backup.sql.gz')
      restored.push(await fromBackup(file, join(s.places.data, '..', `of-${basename(name!)}`), s.entry, s.env))
      return restored.at(-1)!.app.url
    }
    void (
      path === '/restore' && name ? restore() : (act[path!]?.() ?? Promise.reject(new Error('no such control')))
    ).then(
      (text) => answer.end(text),
      (e: Error) => answer.writeHead(500).end(e.message),
    )
  })
  await new Promise<void>((done) => server.listen(0, HOST, done))
  return {
    url: `http://${HOST}:${(server.address() as { port: number }).port}`,
    close: async () => {
      for (const app of second) app.child.kill('SIGTERM')
      await endRestored()
      server.close()
    },
  }
}
