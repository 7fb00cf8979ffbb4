import { spawn, type ChildProcess } from 'node:child_process'
import { openSync } from 'node:fs'
import { join } from 'node:path'
import type { Places } from './paths'
import { HOST } from './ports'
import { rememberApp } from './one-starter'
import { withUs } from './processes'
import { secretsOf } from './secrets'
import { Stop } from './say'

export interface AppServer {
  child: ChildProcess
  log: string
  url: string
}

/** Starts the production build on loopback and waits until it is ready. */
export async function startApp(
  entry: string,
  places: Places,
  port: number,
  env: Record<string, string>,
): Promise<AppServer> {
  const log = join(places.logs, 'server.log')
  const out = openSync(log, 'a')
  const [command, args] = withUs(process.execPath, [entry])
  const child = spawn(command, args, {
    stdio: ['ignore', out, out],
    detached: true,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      HOST,
      NITRO_HOST: HOST,
      PORT: String(port),
      NITRO_PORT: String(port),
      // Servers of one business that have folders of their own are given one password.
      OLVEX_SESSION_PASSWORD: process.env.OLVEX_SESSION_PASSWORD ?? secretsOf(places).sessionPassword,
      OLVEX_DATA: places.data,
      ...env,
    },
  })
  if (child.pid) rememberApp(places, child.pid)
  let ended = false
  child.once('exit', () => (ended = true))
  const url = `http://${HOST}:${port}`
  for (let i = 0; i < 300; i++) {
    if (ended) throw new Stop('The program ended while starting.', log)
    const ready = await fetch(`${url}/api/health`).then(
      (r) => r.ok,
      () => false,
    )
    if (ready) return { child, log, url }
    await new Promise((done) => setTimeout(done, 100))
  }
  child.kill('SIGTERM')
  throw new Stop('The program did not get ready within 30 seconds.', log)
}

export function stopApp(server: AppServer | undefined): Promise<void> {
  if (!server || server.child.exitCode !== null || server.child.signalCode !== null) return Promise.resolve()
  return new Promise((done) => {
    const force = setTimeout(() => server.child.kill('SIGKILL'), 8000)
    server.child.once('exit', () => {
      clearTimeout(force)
      done()
    })
    server.child.kill('SIGTERM')
  })
}
