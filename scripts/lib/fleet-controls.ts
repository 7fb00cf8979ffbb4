import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { HOST } from './ports'
import type { Fleet } from './fleet'

/** What only whoever started a fleet can do: its tests ask for it over loopback, as `/kill-node/1`. */
export async function fleetControls(f: Fleet): Promise<{ url: string; close: () => void }> {
  const act: Record<string, (i: number) => Promise<unknown> | void> = {
    'kill-app': (i) => f.killApp(i),
    'start-app': (i) => f.startAppAt(i),
    'kill-node': (i) => f.cluster.killNode(i),
    'start-node': (i) => f.cluster.startNode(i),
    // What a node takes of one transaction at once; it is 2 GB.
    'small-writes': (i) => f.cluster.sql(i, `SET GLOBAL wsrep_max_ws_size = ${2 * 2 ** 20}`),
    'large-writes': (i) => f.cluster.sql(i, 'SET GLOBAL wsrep_max_ws_size = DEFAULT'),
  }
  const server = createServer((request, answer) => {
    const [, what, i] = (request.url ?? '').split('/')
    Promise.resolve(act[what!]?.(Number(i)) ?? null).then(
      () => answer.end('done'),
      (e: Error) => answer.writeHead(500).end(e.message),
    )
  })
  await new Promise<void>((done) => server.listen(0, HOST, done))
  return { url: `http://${HOST}:${(server.address() as AddressInfo).port}`, close: () => void server.close() }
}
