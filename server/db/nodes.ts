import type { Socket } from 'node:net'
import mysql2, { type Connection } from 'mysql2'
import { log } from '../utils/log'
import type { DatabaseAddress, Node } from './address'

// Which node of the database this process talks to: the first of those that are named, as long as it is one with the
// others, or else the next. All of it is left to one node, so that whatever reads after a write sees it; the others are
// there for when it is not.

/** How often the node that is used is asked how it is, and how long it may take to say so. */
const LOOK_MS = 500
const ANSWER_MS = 1500
/** The first is used again when it has been well for so long: one that comes and goes is left alone. */
const STEADY_MS = 10_000

/** What `SHOW STATUS` says of a node that has all that the others have, and may be written to. */
const SYNCED = '4'

/**
 * Whether a server may be used, by its status: one of no cluster always; a node when it is of the part that goes on,
 * has what the others have, and is not giving all of it to one of them.
 */
export const isUsable = (status: ReadonlyMap<string, string>): boolean =>
  !status.get('wsrep_provider_name') ||
  (status.get('wsrep_ready') === 'ON' &&
    status.get('wsrep_cluster_status') === 'Primary' &&
    status.get('wsrep_local_state') === SYNCED)

export const STATUS_SQL = `SHOW GLOBAL STATUS WHERE Variable_name IN
  ('wsrep_provider_name', 'wsrep_ready', 'wsrep_cluster_status', 'wsrep_local_state')`
export const statusOf = (rows: readonly { Variable_name: string; Value: string }[]): Map<string, string> =>
  new Map(rows.map((r) => [r.Variable_name, r.Value]))

const nameOf = (n: Node): string => n.socketPath ?? `${n.host}:${n.port}`

const streamOf = (connection: Connection): Socket => (connection as unknown as { stream: Socket }).stream
/** Ends a connection so that whoever waits for its answer hears of it now. */
const breakOff = (connection: Connection): unknown =>
  streamOf(connection).destroy(Object.assign(new Error('its node of the database was left'), { code: 'ECONNRESET' }))

export class Nodes {
  private current: Node
  private readonly open = new Map<Connection, Node>()
  private readonly probes = new Map<Node, Connection>()
  private timer: ReturnType<typeof setTimeout> | undefined
  private wellSince = Infinity
  private closed = false

  constructor(private readonly address: DatabaseAddress) {
    this.current = address.nodes[0]
    if (address.nodes.length > 1) this.lookLater()
  }

  /** Where the next connection goes. */
  get inUse(): Node {
    return this.current
  }
  /** A connection that was opened: it is ended when its node is left for dead. */
  keep(connection: Connection): void {
    for (const one of this.open.keys()) if (streamOf(one).destroyed) this.open.delete(one)
    // As it was opened: another node may be in use by now.
    const { host, port } = (connection as unknown as { config: Node }).config
    const node = this.address.nodes.find((n) => n.host === host && n.port === port)
    this.open.set(connection, node ?? this.current)
  }
  /** Whether a connection is to the node that is used now. */
  isOfUse(connection: Connection): boolean {
    const node = this.open.get(connection)
    return node === undefined || node === this.current
  }
  close(): void {
    this.closed = true
    clearTimeout(this.timer)
    for (const probe of this.probes.values()) probe.destroy()
  }

  private lookLater(): void {
    if (this.closed) return
    this.timer = setTimeout(() => void this.look().finally(() => this.lookLater()), LOOK_MS)
    this.timer.unref()
  }
  private async look(): Promise<void> {
    const [first] = this.address.nodes
    if (!(await this.isWell(this.current))) {
      const next = await this.firstWell()
      if (next && next !== this.current) this.moveTo(next, 'the node that was used does not answer, or is not synced')
    } else if (this.current !== first && (await this.isWell(first))) {
      this.wellSince = Math.min(this.wellSince, performance.now())
      if (performance.now() - this.wellSince > STEADY_MS) this.moveTo(first, 'the preferred node is well again')
    } else this.wellSince = Infinity
  }
  /** The one in the order of the address that is well, of all that are asked at once. */
  private async firstWell(): Promise<Node | undefined> {
    const well = await Promise.all(this.address.nodes.map((n) => this.isWell(n)))
    return this.address.nodes.find((_, i) => well[i])
  }
  private moveTo(node: Node, why: string): void {
    const left = this.current
    log.warn({ from: nameOf(left), to: nameOf(node) }, why)
    this.current = node
    this.wellSince = Infinity
    // What waits for an answer of a node that does not answer would wait for as long as the network lets it. What is
    // under way on one that is well ends there, and its connection is not taken again.
    void this.isWell(left).then((is) => {
      if (is || this.current === left) return
      for (const [connection, of] of this.open) if (of === left) breakOff(connection)
    })
  }

  /** Asks over a connection of its own, which stays open: on one of the pool it would wait for its turn. */
  private isWell(node: Node): Promise<boolean> {
    const probe = this.probes.get(node) ?? this.probeOf(node)
    return new Promise((done) => {
      const say = (is: boolean): void => {
        clearTimeout(late)
        if (!is) this.endProbe(node, probe)
        done(is)
      }
      const late = setTimeout(() => say(false), ANSWER_MS)
      probe.query(STATUS_SQL, (e, rows) => say(!e && isUsable(statusOf(rows as never))))
    })
  }
  private probeOf(node: Node): Connection {
    const { user, password } = this.address
    const at = node.socketPath ? { socketPath: node.socketPath } : { host: node.host, port: node.port }
    const probe = mysql2.createConnection({ ...at, user, password, connectTimeout: ANSWER_MS })
    probe.on('error', () => this.endProbe(node, probe))
    this.probes.set(node, probe)
    return probe
  }
  private endProbe(node: Node, probe: Connection): void {
    if (this.probes.get(node) === probe) this.probes.delete(node)
    probe.destroy()
  }
}
