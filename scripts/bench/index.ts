import { mkdtempSync, rmSync } from 'node:fs'
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
say('| figure | measured | to hold |\n| --- | --- | --- |')
print(benchCore())

const work = mkdtempSync(join(tmpdir(), 'olvex-bench-'))
const places = placesFor(work)
const db = new PrivateDatabase(places)
let app: AppServer | undefined
try {
  await db.start()
  process.env.OLVEX_DATABASE_URL = db.url
  await prepareDatabase(true, () => undefined)
  app = await startApp(await ensureBuild(), places, await freePort(), { OLVEX_DATABASE_URL: db.url, OLVEX_DEMO: '1', OLVEX_LOG_LEVEL: 'warn' })
  print(await benchBrowser(app.url))
  print(await benchApi(app.url, 'the demo'))
  const rows = await threeYears()
  print(await benchFruit(app.url))
  print(await benchApi(app.url, `three years (${Math.round(rows / 1000)} 000 rows)`))
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
