import { createServer } from 'node:http'
import { freePort, HOST, startApp, stopApp, type AppServer } from './app-server'
import type { PrivateDatabase } from './mariadb'
import type { Places } from './paths'

/** One installation that runs: its database and its server. */
export interface Running { places: Places; db: PrivateDatabase; app: AppServer; entry: string; port: number; env: Record<string, string> }

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

/** What only whoever started the servers can do: tests of what survives ask for it over loopback. */
export async function controls(s: Running): Promise<{ url: string; close: () => void }> {
  const second: AppServer[] = []
  const act: Record<string, () => Promise<string>> = {
    '/kill-app': async () => {
      await killApp(s)
      return ''
    },
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
    void (act[request.url ?? '']?.() ?? Promise.reject(new Error('no such control'))).then((text) => answer.end(text), (e: Error) => answer.writeHead(500).end(e.message))
  })
  await new Promise<void>((done) => server.listen(0, HOST, done))
  return { url: `http://${HOST}:${(server.address() as { port: number }).port}`, close: () => { for (const app of second) app.child.kill('SIGTERM'); server.close() } }
}
