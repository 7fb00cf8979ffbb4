import { spawn, type ChildProcess } from 'node:child_process'
import { mkdirSync, mkdtempSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { closeDatabase } from '../../server/db/connect'
import { startApp, stopApp, type AppServer } from './app-server'
import { freePort, HOST } from './ports'
import { ensureBuild } from './build'
import { Cluster, type ClusterOptions } from './cluster'
import { placesFor, ROOT, type Places } from './paths'
import { prepareDatabase } from './prepare'
import { serverPath, withUs } from './processes'
import { secretsOf } from './secrets'
import { say } from './say'

/** App processes behind a proxy, over a cluster, as docs/growing.md describes it: all of it on this machine. */
export interface Fleet {
  cluster: Cluster
  apps: AppServer[]
  /** where tablets ask */
  url: string
  /** kills an app process, and starts it again where it was */
  killApp(i: number): Promise<void>
  startAppAt(i: number): Promise<void>
  entry: string
}

interface FleetOptions extends ClusterOptions {
  apps?: number
  nodes?: number
  withDemo?: boolean
  /** which node each app process prefers; the first where nothing is said */
  preferred?: (app: number) => number
  env?: Record<string, string>
  /** more for one app process */
  envOf?: (app: number) => Record<string, string>
}

/** The proxy of the sample file, with these addresses in place of its own. */
async function startProxy(folder: string, apps: readonly number[]): Promise<{ child: ChildProcess; url: string }> {
  const port = await freePort()
  const sample = readFileSync(join(ROOT, 'docs/haproxy.cfg'), 'utf8')
  const file = join(folder, 'haproxy.cfg')
  writeFileSync(
    file,
    sample.replaceAll(':4600', `:${port}`).replaceAll(/:462(\d)/g, (_, n) => `:${apps[Number(n) - 1]}`),
  )
  const out = openSync(join(folder, 'haproxy.log'), 'a')
  const [command, args] = withUs('haproxy', ['-db', '-f', file])
  const child = spawn(command, args, { stdio: ['ignore', out, out], env: { ...process.env, PATH: serverPath() } })
  const url = `http://${HOST}:${port}`
  for (let i = 0; i < 100; i++) {
    if (
      await fetch(`${url}/api/health`).then(
        (r) => r.ok,
        () => false,
      )
    )
      break
    await new Promise((done) => setTimeout(done, 100))
  }
  return { child, url }
}

/** For as long as the work takes; all of it is gone afterwards. */
export async function withFleet(
  name: string,
  {
    apps: count = 2,
    nodes = 3,
    withDemo = true,
    preferred = () => 0,
    env: more = {},
    envOf = () => ({}),
    ...options
  }: FleetOptions,
  work: (f: Fleet) => Promise<void>,
): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), `olvex-${name}-`))
  // The nodes are another user's, where root starts them.
  const cluster = new Cluster(mkdtempSync(join(tmpdir(), `olvex-${name}-db-`)), 'of-this-run-only', nodes, options)
  const places: Places[] = []
  const apps: AppServer[] = []
  let proxy: ChildProcess | undefined
  try {
    await cluster.start()
    for (let i = 0; i < count; i++) places.push(placesFor(join(folder, `app-${i + 1}`)))
    // One password for all, as their cookies are.
    for (const p of places.slice(1)) writeFileSync(p.secrets, JSON.stringify(secretsOf(places[0]!)), { mode: 0o600 })
    Object.assign(process.env, { OLVEX_DATABASE_URL: cluster.url(), OLVEX_DATA: places[0]!.data })
    if (more.OLVEX_NOW) process.env.OLVEX_NOW = more.OLVEX_NOW
    await prepareDatabase(withDemo, () => undefined)
    const entry = await ensureBuild(() => say('Building.'))
    const ports = await Promise.all(places.map(() => freePort()))
    const startAppAt = async (i: number): Promise<void> => {
      const env = { OLVEX_DATABASE_URL: cluster.url(preferred(i)), OLVEX_DEMO: '1', OLVEX_LOG_LEVEL: 'warn' }
      apps[i] = await startApp(entry, places[i]!, ports[i]!, { ...env, OLVEX_PROXY: HOST, ...more, ...envOf(i) })
    }
    for (const i of places.keys()) await startAppAt(i)
    mkdirSync(join(folder, 'proxy'))
    const started = await startProxy(join(folder, 'proxy'), [ports[0]!, ports[1] ?? ports[0]!])
    proxy = started.child
    const killApp = async (i: number): Promise<void> => {
      const { child } = apps[i]!
      if (child.exitCode !== null || child.signalCode !== null) return
      const ended = new Promise((done) => child.once('exit', done))
      child.kill('SIGKILL')
      await ended
    }
    await work({ cluster, apps, url: started.url, killApp, startAppAt, entry })
  } finally {
    proxy?.kill('SIGTERM')
    await Promise.all(apps.map((a) => stopApp(a)))
    await closeDatabase()
    for (const i of cluster.nodes.keys()) await cluster.killNode(i)
    for (const p of places) rmSync(p.socketDir, { recursive: true, force: true })
    for (const each of [folder, cluster.folder]) rmSync(each, { recursive: true, force: true })
  }
}
