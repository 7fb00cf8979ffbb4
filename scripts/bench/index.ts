import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { closeDatabase } from '../../server/db/connect'
import { freePort, startApp, stopApp, type AppServer } from '../lib/app-server'
import { ensureBuild } from '../lib/build'
import { PrivateDatabase } from '../lib/mariadb'
import { placesFor } from '../lib/paths'
import { prepareDatabase } from '../lib/prepare'
import { say, sayStop } from '../lib/say'
import { benchApi, threeYears } from './api'
import { benchBrowser, benchFruit } from './browser'
import { benchCore } from './core'

// npm run bench: the figures of docs/performance.md. On a private installation of its own.
const print = (rows: [string, string, string][]): void => rows.forEach(([what, got, hold]) => say(`| ${what} | ${got} | ${hold} |`))

/** Jiffies of all processors since the start: all, and those that a virtual machine had work for and did not get (Linux; elsewhere nothing is known). */
function jiffies(): { all: number; stolen: number } {
  try {
    const times = readFileSync('/proc/stat', 'utf8').split('\n')[0]!.trim().split(/\s+/).slice(1, 9).map(Number)
    return { all: times.reduce((a, b) => a + b, 0), stolen: times[7] ?? 0 }
  } catch {
    return { all: 0, stolen: 0 }
  }
}
/** Runs a part and says what share of the processors others took meanwhile: a figure taken while that is much is the neighbour's, not ours. */
async function measured(part: () => [string, string, string][] | Promise<[string, string, string][]>): Promise<void> {
  const before = jiffies()
  print(await part())
  const after = jiffies()
  if (after.all > before.all) print([['of the processors, taken by others meanwhile', `${((100 * (after.stolen - before.stolen)) / (after.all - before.all)).toFixed(1)} %`, '']])
}
say('| figure | measured | to hold |\n| --- | --- | --- |')
await measured(benchCore)

const work = mkdtempSync(join(tmpdir(), 'olvex-bench-'))
const places = placesFor(work)
const db = new PrivateDatabase(places)
let app: AppServer | undefined
try {
  await db.start()
  process.env.OLVEX_DATABASE_URL = db.url
  await prepareDatabase(true, () => undefined)
  app = await startApp(await ensureBuild(), places, await freePort(), { OLVEX_DATABASE_URL: db.url, OLVEX_DEMO: '1', OLVEX_LOG_LEVEL: 'warn' })
  const { url } = app
  await measured(() => benchBrowser(url))
  await measured(() => benchApi(url, 'the demo'))
  const rows = await threeYears()
  await measured(() => benchFruit(url))
  await measured(() => benchApi(url, `three years (${Math.round(rows / 1000)} 000 rows)`))
} catch (e) {
  sayStop(e)
  process.exitCode = 1
} finally {
  await stopApp(app)
  await closeDatabase()
  await db.stop()
  rmSync(work, { recursive: true, force: true })
  rmSync(places.socketDir, { recursive: true, force: true })
}
