import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { closeDatabase } from '../../server/db/connect'
import { startApp, stopApp } from './app-server'
import { freePort } from './ports'
import { ensureBuild } from './build'
import type { Running } from './controls'
import { PrivateDatabase } from './mariadb'
import { placesFor } from './paths'
import { prepareDatabase } from './prepare'
import { say, sayStop } from './say'

/**
 * An installation of its own with the demo, for as long as the work takes: in a temporary folder, on loopback, gone
 * afterwards. What goes wrong ends the command with a sentence.
 */
export async function withInstallation(
  name: string,
  more: Record<string, string>,
  work: (s: Running) => Promise<void>,
): Promise<void> {
  const places = placesFor(mkdtempSync(join(tmpdir(), `olvex-${name}-`)))
  const db = new PrivateDatabase(places)
  let running: Running | undefined
  try {
    await db.start()
    Object.assign(process.env, {
      OLVEX_DATABASE_URL: db.url,
      OLVEX_DATA: places.data,
      ...(more.OLVEX_NOW ? { OLVEX_NOW: more.OLVEX_NOW } : {}),
    })
    await prepareDatabase(true, () => undefined)
    const [entry, port] = [await ensureBuild(() => say('Building.')), await freePort()]
    const env = { OLVEX_DATABASE_URL: db.url, OLVEX_DEMO: '1', OLVEX_LOG_LEVEL: 'fatal', ...more }
    running = { places, db, entry, port, env, app: await startApp(entry, places, port, env) }
    await work(running)
  } catch (e) {
    sayStop(e)
    process.exitCode = 1
  } finally {
    await stopApp(running?.app)
    await closeDatabase()
    await db.stop()
    rmSync(places.data, { recursive: true, force: true })
    rmSync(places.socketDir, { recursive: true, force: true })
  }
}
