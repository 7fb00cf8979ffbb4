import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { closeDatabase, database } from '../server/db/connect'
import { migrate } from '../server/db/migrate'
import { startApp, stopApp, type AppServer } from './lib/app-server'
import { freePort, HOST } from './lib/ports'
import { ensureBuild } from './lib/build'
import { PrivateDatabase } from './lib/mariadb'
import { placesFor } from './lib/paths'
import { unlike } from './lib/replies'
import { withRevision } from './lib/revision'
import { secretsOf } from './lib/secrets'
import { say } from './lib/say'
import { asOwner, firstStand } from './lib/sign-in'
import { Writers } from './lib/writers'

// npm run two-releases -- REVISION [SECONDS]: two servers of an earlier revision write without a pause; the database is
// brought up to this release beneath them, one of them is followed by this release, both releases write side by side
// for a while, and then the other one is followed too. No server may say meanwhile that it is not ready, nothing may be
// lost or done twice, and what the earlier release reads, this one reads alike.
const [revision, seconds] = [process.argv[2], Number(process.argv[3] ?? 60)]
const WRITERS = 6
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))

/** Asks every second whether it is ready, until it is told to end: how often it was, and how often it was not. */
function watch(url: string): { end: () => { ready: number; not: number } } {
  const seen = { ready: 0, not: 0 }
  const timer = setInterval(() => {
    void fetch(`${url}/api/health`).then(
      (r) => (r.ok ? seen.ready++ : seen.not++),
      () => seen.not++,
    )
  }, 1000)
  return {
    end: () => {
      clearInterval(timer)
      return seen
    },
  }
}

if (!revision) {
  say('npm run two-releases -- REVISION [SECONDS]: which revision was served before this one?')
  process.exit(2)
}
await withRevision(revision, async (before) => {
  const places = placesFor(join(before.folder, '.olvex/two-releases'))
  const db = new PrivateDatabase(places)
  const apps: AppServer[] = []
  try {
    await db.start()
    Object.assign(process.env, { OLVEX_DATABASE_URL: db.url, OLVEX_DATA: places.data })
    process.env.OLVEX_SESSION_PASSWORD = secretsOf(places).sessionPassword
    before.prepare()
    const env = { OLVEX_DATABASE_URL: db.url, OLVEX_DEMO: '1', OLVEX_LOG_LEVEL: 'fatal' }
    const ports = [await freePort(), await freePort()] as const
    const earlier = before.build()
    const entry = await ensureBuild(() => say('Building.'))
    for (const port of ports) apps.push(await startApp(earlier, places, port, env))
    const urls = ports.map((port) => `http://${HOST}:${port}`)
    const cookie = await asOwner(urls[0]!)
    const stand = await firstStand(urls[0]!, cookie)
    const writers = new Writers(urls, cookie, stand)
    writers.start(WRITERS)
    await pause(5000)
    const staying = watch(urls[0]!)
    const ran = await migrate(database())
    say(`Beneath ${revision}: ${ran.length ? ran.join(', ') : 'no migration'}`)
    await pause(5000)
    await stopApp(apps[1])
    apps[1] = await startApp(entry, places, ports[1], env)
    const since = writers.acknowledged
    await pause(seconds * 1000)
    const together = writers.acknowledged - since
    const { ready, not } = staying.end()
    await stopApp(apps[0])
    apps[0] = await startApp(entry, places, ports[0], env)
    await pause(5000)
    await writers.end()
    // What was written by both is read by both: once more the earlier one, now that nobody writes.
    await stopApp(apps[0])
    apps[0] = await startApp(earlier, places, ports[0], env)
    const { compared, odd } = await unlike(urls[0]!, urls[1]!, cookie, stand)
    const wrong = [...(await writers.wrong(database())), ...odd]
    if (!compared) wrong.push('no list was read by both')
    if (not || !ready) wrong.push(`${revision} was not ready ${not} of ${ready + not} times`)
    say(
      `${revision} beside this release for ${seconds} s: ${writers.writes.length} writes, ${writers.acknowledged} acknowledged (${together} side by side), ${writers.refused} refused by rule, ready ${ready} of ${ready + not} times, ${compared} lists read by both, ${wrong.length} wrong`,
    )
    for (const w of wrong.slice(0, 20)) say(w)
    process.exitCode = wrong.length ? 1 : 0
  } finally {
    await Promise.all(apps.map((a) => stopApp(a)))
    await closeDatabase()
    await db.stop()
    rmSync(places.socketDir, { recursive: true, force: true })
  }
})
