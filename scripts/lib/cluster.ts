import { execFile, spawn } from 'node:child_process'
import {
  chownSync,
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import { userInfo } from 'node:os'
import { promisify } from 'node:util'
import { freePort, HOST } from './ports'
import { alive, endProcess, serverPath, withUs } from './processes'
import { say, Stop } from './say'

const run = promisify(execFile)
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))
const PROVIDER = '/usr/lib/galera/libgalera_smm.so'
/** A node that says nothing for so long is left out by the others, who wait for it until then. */
const SUSPECT_S = 2
const INACTIVE_S = 4
/** A node that missed more than this gets everything anew. */
const KEPT = '64M'
const READY_MS = 90_000
/** One that ends while it joins is started so often, as a service manager does: the others may just have been away. */
const TRIES = 3
const BETWEEN_MS = 3000

/**
 * Who the nodes run as. Root would be refused its own files by the program that copies a node to another: MariaDB's own
 * user of the Debian package runs them then.
 */
interface Runner {
  name: string
  ids: { uid: number; gid: number } | null
}
async function runner(): Promise<Runner> {
  if (process.getuid?.() !== 0) return { name: userInfo().username, ids: null }
  const idOf = async (flag: string): Promise<number> => Number((await run('id', [flag, 'mysql'])).stdout)
  return { name: 'mysql', ids: { uid: await idOf('-u'), gid: await idOf('-g') } }
}

/** What a node said was wrong, the last of it. @param from where in its log, of what it says now */
const errorsIn = (log: string, from = 0): string =>
  readFileSync(log)
    .subarray(from)
    .toString()
    .split('\n')
    .filter((line) => line.includes('[ERROR]'))
    .slice(-12)
    .map((line) => line.slice(0, 300))
    .join('\n')

/** Where a node listens: for clients, for its group, for what it missed, and for a whole copy. */
interface Ports {
  client: number
  group: number
  missed: number
  copy: number
}
export interface ClusterNode {
  name: string
  host: string
  folder: string
  ports: Ports
  pid: number
  log: string
}
/** What a command is wrapped in so that it runs where a node is. */
export type Wrap = (node: number, command: string, args: string[]) => [string, string[]]
export interface ClusterOptions {
  /** a host for each node; loopback where none is said */
  hosts?: readonly string[]
  wrap?: Wrap
  /** a folder for the data of a node, where it is not beside the others */
  folderOf?: (node: number) => string | undefined
  /** more options of the server */
  options?: readonly string[]
}

/**
 * Nodes of MariaDB that are one database, on loopback or in networks of their own; data in a folder of their own, no
 * service of the system. Nothing of a server that runs here already is touched.
 */
export class Cluster {
  readonly nodes: ClusterNode[] = []
  private who: Runner = { name: '', ids: null }

  constructor(
    readonly folder: string,
    private readonly password: string,
    private readonly size = 3,
    private readonly more: ClusterOptions = {},
  ) {}

  /** For an app process: all nodes, the preferred one first. */
  url(preferred = 0): string {
    const at = this.nodes.map((n) => `${n.host}:${n.ports.client}`)
    return `mysql://olvex:${this.password}@${[...at.slice(preferred), ...at.slice(0, preferred)].join(',')}/olvex`
  }
  /** For one node alone. */
  urlOf(node: number): string {
    const { host, ports } = this.nodes[node]!
    return `mysql://olvex:${this.password}@${host}:${ports.client}/olvex`
  }

  /** Starts all of it: for the first time, or from what was stopped, beginning with the node that has most. */
  async start(): Promise<void> {
    this.who = await runner()
    this.make(this.folder)
    for (let i = this.nodes.length; i < this.size; i++) this.nodes.push(await this.place(i))
    const first = await this.mostAdvanced()
    await this.startNode(first, true)
    await this.prepare(first)
    for (const i of this.nodes.keys()) if (i !== first) await this.startNode(i)
  }
  /** Ends the nodes one after the other; the last has everything, and begins the next time. */
  async stop(): Promise<void> {
    for (const i of this.nodes.keys()) await this.stopNode(i)
  }
  async stopNode(node: number): Promise<void> {
    const { pid } = this.nodes[node]!
    if (pid && alive(pid)) await endProcess(pid, 60_000)
  }
  async killNode(node: number): Promise<void> {
    const { pid } = this.nodes[node]!
    // A frozen one, too.
    if (pid && alive(pid)) process.kill(pid, 'SIGKILL')
    while (pid && alive(pid)) await pause(20)
  }

  private make(folder: string): void {
    mkdirSync(folder, { recursive: true, mode: 0o700 })
    if (this.who.ids) chownSync(folder, this.who.ids.uid, this.who.ids.gid)
  }
  private async place(i: number): Promise<ClusterNode> {
    const folder = this.more.folderOf?.(i) ?? join(this.folder, `node-${i + 1}`)
    for (const each of [folder, join(folder, 'tmp')]) this.make(each)
    const ports = await this.portsOf(folder)
    const host = this.more.hosts?.[i] ?? HOST
    return { name: `node-${i + 1}`, host, folder, ports, pid: 0, log: join(folder, 'node.log') }
  }
  /** The same at every start: the others look for a node where it was. */
  private async portsOf(folder: string): Promise<Ports> {
    const file = join(folder, 'ports.json')
    if (existsSync(file)) return JSON.parse(readFileSync(file, 'utf8')) as Ports
    const ports: Ports = {
      client: await freePort(),
      group: await freePort(),
      missed: await freePort(),
      copy: await freePort(),
    }
    writeFileSync(file, JSON.stringify(ports))
    return ports
  }
  private dataOf = (n: ClusterNode): string => join(n.folder, 'data')
  private socketOf = (n: ClusterNode): string => join(n.folder, 'db.sock')

  /** The node to begin with: what the others have, it has too. */
  private async mostAdvanced(): Promise<number> {
    const at = await Promise.all(this.nodes.map((n) => this.positionOf(n)))
    return at.indexOf(Math.max(...at))
  }
  /** How far a node came: as it wrote down when it was stopped, or as its tables say when it was not. */
  private async positionOf(n: ClusterNode): Promise<number> {
    const file = join(this.dataOf(n), 'grastate.dat')
    if (!existsSync(file)) return -1
    const state = readFileSync(file, 'utf8')
    if (/safe_to_bootstrap: 1/.test(state)) return Number.MAX_SAFE_INTEGER
    const written = Number(/seqno:\s*(-?\d+)/.exec(state)?.[1] ?? -1)
    if (written >= 0) return written
    const i = this.nodes.indexOf(n)
    const [command, args] = this.command(i, ['--wsrep-recover', '--log-error=/dev/stderr'])
    const { stderr } = await run(command, args, { env: this.env(n) })
    return Number(/Recovered position: [^:]+:(-?\d+)/.exec(stderr)?.[1] ?? -1)
  }

  private env = (n: ClusterNode): NodeJS.ProcessEnv => ({
    ...process.env,
    PATH: serverPath(),
    TMPDIR: join(n.folder, 'tmp'),
    HOME: n.folder,
  })
  /** A command as the nodes' own user, where a node is; it ends when this process does. */
  private as(node: number, command: string, args: string[]): [string, string[]] {
    const { ids } = this.who
    const mine = ids ? ['--reuid', String(ids.uid), '--regid', String(ids.gid), '--clear-groups'] : []
    const [set, all] = withUs(command, args)
    const whole: [string, string[]] = [set, [...mine, ...all]]
    return this.more.wrap ? this.more.wrap(node, ...whole) : whole
  }
  private command(node: number, more: string[]): [string, string[]] {
    const n = this.nodes[node]!
    const provider = [
      `base_host=${n.host}`,
      `base_port=${n.ports.group}`,
      `gmcast.listen_addr=tcp://${n.host}:${n.ports.group}`,
      `ist.recv_addr=${n.host}:${n.ports.missed}`,
      `gcache.size=${KEPT}`,
      `evs.suspect_timeout=PT${SUSPECT_S}S`,
      `evs.inactive_timeout=PT${INACTIVE_S}S`,
      'evs.inactive_check_period=PT0.5S',
      'evs.keepalive_period=PT0.5S',
    ]
    return this.as(node, 'mariadbd', [
      '--no-defaults',
      `--datadir=${this.dataOf(n)}`,
      `--socket=${this.socketOf(n)}`,
      `--pid-file=${join(n.folder, 'db.pid')}`,
      `--tmpdir=${join(n.folder, 'tmp')}`,
      `--bind-address=${n.host}`,
      `--port=${n.ports.client}`,
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_uca1400_as_ci',
      '--innodb-buffer-pool-size=128M',
      '--max-connections=300',
      '--skip-name-resolve',
      '--default-time-zone=+00:00',
      '--binlog-format=ROW',
      '--default-storage-engine=InnoDB',
      '--innodb-autoinc-lock-mode=2',
      '--wsrep-on=ON',
      `--wsrep-provider=${PROVIDER}`,
      `--wsrep-provider-options=${provider.join(';')}`,
      '--wsrep-cluster-name=olvex',
      `--wsrep-cluster-address=gcomm://${this.nodes.map((x) => `${x.host}:${x.ports.group}`).join(',')}`,
      `--wsrep-node-name=${n.name}`,
      `--wsrep-node-address=${n.host}`,
      '--wsrep-sst-method=rsync',
      `--wsrep-sst-receive-address=${n.host}:${n.ports.copy}`,
      '--wsrep-slave-threads=4',
      ...(this.more.options ?? []),
      ...more,
    ])
  }

  /** Starts one node and waits until it has what the others have. @param first whether it begins the cluster */
  async startNode(node: number, first = false): Promise<void> {
    const n = this.nodes[node]!
    if (first) await this.install(node)
    else this.make(this.dataOf(n))
    for (let tries = 1; ; tries++) {
      const said = existsSync(n.log) ? statSync(n.log).size : 0
      const failed = await this.tryNode(node, first)
      if (!failed) return
      const why = `${n.name} of the cluster did not start (${failed}):\n${errorsIn(n.log, said)}`
      if (tries === TRIES) throw new Stop(why, n.log)
      say(`${why}\nOnce more.`)
      await pause(BETWEEN_MS)
    }
  }
  /** @returns why it ended by itself; empty where it has what the others have */
  private async tryNode(node: number, first: boolean): Promise<string> {
    const n = this.nodes[node]!
    rmSync(join(n.folder, 'db.pid'), { force: true })
    const out = openSync(n.log, 'a')
    const [command, args] = this.command(node, first ? ['--wsrep-new-cluster'] : [])
    const child = spawn(command, args, { stdio: ['ignore', out, out], detached: true, env: this.env(n) })
    closeSync(out)
    child.unref()
    let failed = ''
    child.once('error', (e) => (failed = e.message))
    child.once('exit', (code, signal) => (failed ||= `it ended with ${code ?? signal}`))
    n.pid = child.pid ?? 0
    await this.untilSynced(node, () => failed)
    return failed
  }
  /** Waits until a node has what the others have. @param ended says that it never will */
  async untilSynced(node: number, ended: () => string = () => ''): Promise<void> {
    const n = this.nodes[node]!
    for (const until = Date.now() + READY_MS; Date.now() < until; await pause(300))
      if (ended() || (await this.stateOf(node)) === 'Synced') return
    throw new Stop(
      `${n.name} of the cluster was not ready within ${READY_MS / 1000} seconds:\n${errorsIn(n.log)}`,
      n.log,
    )
  }
  /** What a node says it is, such as Synced; null where it does not answer. */
  stateOf(node: number): Promise<string | null> {
    return this.sql(node, "SHOW STATUS LIKE 'wsrep_local_state_comment'").then(
      (text) => text.trim().split('\t')[1] ?? null,
      () => null,
    )
  }
  private async install(node: number): Promise<void> {
    const n = this.nodes[node]!
    const data = this.dataOf(n)
    if (existsSync(join(data, 'mysql'))) {
      // Whoever starts all of it has looked which one has most.
      const file = join(data, 'grastate.dat')
      if (existsSync(file))
        writeFileSync(file, readFileSync(file, 'utf8').replace(/safe_to_bootstrap: 0/, 'safe_to_bootstrap: 1'))
      return
    }
    this.make(data)
    const [command, args] = this.as(node, 'mariadb-install-db', [
      '--no-defaults',
      `--datadir=${data}`,
      '--auth-root-authentication-method=socket',
      `--auth-root-socket-user=${userInfo().username}`,
      '--skip-test-db',
      '--skip-name-resolve',
    ])
    await run(command, args, { env: this.env(n) })
  }
  /** As whoever runs this, over the socket of a node. */
  async sql(node: number, statement: string): Promise<string> {
    const args = ['--no-defaults', `--socket=${this.socketOf(this.nodes[node]!)}`, `--user=${userInfo().username}`]
    return (
      await run('mariadb', [...args, '--connect-timeout=2', '--batch', '--skip-column-names', '-e', statement], {
        timeout: 20_000,
      })
    ).stdout
  }
  private async prepare(node: number): Promise<void> {
    await this.sql(
      node,
      `CREATE DATABASE IF NOT EXISTS olvex CHARACTER SET utf8mb4 COLLATE utf8mb4_uca1400_as_ci;
      CREATE USER IF NOT EXISTS olvex@'%' IDENTIFIED BY '${this.password}'; ALTER USER olvex@'%' IDENTIFIED BY '${this.password}';
      GRANT ALL ON olvex.* TO olvex@'%'; GRANT ALL ON \`olvex\\_check%\`.* TO olvex@'%';`,
    )
  }
}
