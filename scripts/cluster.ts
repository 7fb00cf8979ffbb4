import { existsSync, mkdirSync, symlinkSync } from 'node:fs'
import { join } from 'node:path'
import { Cluster } from './lib/cluster'
import { holdFolderOrStop } from './lib/one-starter'
import { placesFor } from './lib/paths'
import { secretsOf } from './lib/secrets'
import { say, sayStop } from './lib/say'

// bin/cluster: three nodes of MariaDB on loopback that are one database, until Ctrl-C; see docs/growing.md. Data stays
// in a folder of its own.

const WAIT_S = 30
/** Where the nodes' own user may go, when root starts them. */
const ROOTS = '/var/lib/olvex-cluster'

const places = placesFor(`${process.env.OLVEX_DATA ?? '.olvex'}/cluster`)
function folder(): string {
  if (process.getuid?.() === 0) return ROOTS
  const [real, short] = [join(places.data, 'nodes'), join(places.socketDir, 'nodes')]
  mkdirSync(real, { recursive: true, mode: 0o700 })
  if (!existsSync(short)) symlinkSync(real, short)
  return short
}

let cluster: Cluster | undefined
let ending = false
async function end(): Promise<void> {
  if (ending) return
  ending = true
  say('\nThe nodes are being stopped.')
  await cluster?.stop()
  say('Stopped. The data stay where they are.')
  process.exit(0)
}
try {
  const held = holdFolderOrStop(places, WAIT_S)
  process.once('exit', held.release)
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void end())
  cluster = new Cluster(folder(), secretsOf(places).databasePassword)
  say('Starting three nodes of the database. Usually ten seconds.')
  await cluster.start()
  for (const n of cluster.nodes) say(`  ${n.name}: ${n.host}:${n.ports.client}, data in ${n.folder}, log in ${n.log}`)
  say(`\nThey are one database. For each server, with the same password for all of them:\n`)
  say(
    `  OLVEX_DATABASE_URL='${cluster.url()}' OLVEX_SESSION_PASSWORD='${secretsOf(places).sessionPassword}' bin/demo\n`,
  )
  say('Each wants a folder and a port of its own: OLVEX_DATA, OLVEX_PORT. End the nodes with Ctrl-C.')
  // Whoever holds the nodes stays.
  setInterval(() => undefined, 2 ** 30)
} catch (e) {
  sayStop(e)
  await cluster?.stop()
  process.exit(1)
}
