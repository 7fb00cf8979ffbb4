import { connect } from '../server/db/connect'
import { withFleet, type Fleet } from './lib/fleet'
import { Networks } from './lib/networks'
import { say } from './lib/say'
import { asOwner, firstStand } from './lib/sign-in'
import { Writers } from './lib/writers'

// npm run cluster-torture [-- KILLS [CUTS]]: two app processes, each of which prefers another node of three, write
// without a pause while one thing after the other is killed, and the network between nodes is cut. Never two nodes at
// once, but for the end: then two are lost, nothing may be written, and all arrives when they are back.
const KILLS = Number(process.argv[2] ?? 200)
const CUTS = Number(process.argv[3] ?? 20)
const WRITERS = 6
const CUT_MS = 5000
const NODE_EVERY = 2

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))
const began = Date.now()
const minutes = (): string => ((Date.now() - began) / 60e3).toFixed(1)
const random = (n: number): number => Math.floor(Math.random() * n)

async function killSomething(f: Fleet, kill: number): Promise<void> {
  await pause(100 + random(400))
  if (kill % NODE_EVERY) {
    const i = random(f.apps.length)
    await f.killApp(i)
    return f.startAppAt(i)
  }
  const node = random(f.cluster.nodes.length)
  await f.cluster.killNode(node)
  await pause(random(3000))
  await f.cluster.startNode(node)
}

async function cut(f: Fleet, networks: Networks): Promise<void> {
  const node = random(f.cluster.nodes.length)
  networks.cut(node)
  await pause(CUT_MS)
  networks.join(node)
  await f.cluster.untilSynced(node)
}

/** Two of three are lost: the third may not write, and says so. */
async function loseTwo(f: Fleet, cookie: string, stand: string): Promise<string[]> {
  await Promise.all([f.cluster.killNode(1), f.cluster.killNode(2)])
  await pause(10_000)
  const body = { id: crypto.randomUUID(), standId: stand, ingredientKey: 'lemon', supplier: null, kg: 1, price: null }
  const answer = await fetch(`${f.apps[0]!.url}/api/v1/lots`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'idempotency-key': crypto.randomUUID(), cookie },
    body: JSON.stringify({ ...body, count: null }),
  })
  const { code } = (await answer.json()) as { code: string }
  const health = await fetch(`${f.apps[0]!.url}/api/health`)
  await Promise.all([f.cluster.startNode(1), f.cluster.startNode(2)])
  const said = `${answer.status} ${code}, health ${health.status}`
  say(`Two nodes lost: ${said}`)
  return said === '503 database-down, health 503' ? [] : [`with two nodes lost: ${said}`]
}

const networks = new Networks(3)
const isApart = networks.open()
if (!isApart) say('No networks of their own: only root may make them. Nothing is cut.')
try {
  const own = isApart ? { hosts: networks.hosts, wrap: networks.wrap } : {}
  await withFleet('cluster', { ...own, preferred: (app) => app }, async (f) => {
    const cookie = await asOwner(f.url)
    const stand = await firstStand(f.url, cookie)
    const writers = new Writers([f.apps[0]!.url, f.apps[1]!.url, f.url], cookie, stand)
    writers.start(WRITERS)
    const wrong: string[] = []
    let cuts = 0
    try {
      for (let kill = 1; kill <= KILLS; kill++) {
        await killSomething(f, kill)
        if (isApart && cuts < CUTS && kill % Math.max(1, Math.floor(KILLS / CUTS)) === 0) {
          await cut(f, networks)
          cuts++
        }
        if (kill % 20 === 0)
          say(`${kill} kills, ${cuts} cuts, ${writers.acknowledged} writes acknowledged, ${minutes()} min`)
      }
      wrong.push(...(await loseTwo(f, cookie, stand)))
    } finally {
      await writers.end()
    }
    for (const i of f.cluster.nodes.keys()) {
      const db = connect(f.cluster.urlOf(i))
      wrong.push(...(await writers.wrong(db)).map((w) => `node ${i + 1}: ${w}`))
      await db.close()
    }
    say(
      `${KILLS} kills (${Math.floor(KILLS / NODE_EVERY)} of nodes), ${cuts} cuts, ${writers.writes.length} writes, ${writers.acknowledged} acknowledged, ${writers.refused} refused by rule, the longest ${(writers.longestMs / 1000).toFixed(1)} s, ${wrong.length} wrong, ${minutes()} min`,
    )
    for (const w of wrong.slice(0, 20)) say(w)
    process.exitCode = wrong.length ? 1 : 0
  })
} finally {
  networks.close()
}
