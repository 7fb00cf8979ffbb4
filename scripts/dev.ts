import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { closeDatabase } from '../server/db/connect'
import { PrivateDatabase } from './lib/mariadb'
import { holdFolderOrStop, type Held } from './lib/one-starter'
import { placesFor, ROOT } from './lib/paths'
import { prepareDatabase } from './lib/prepare'
import { say, sayStop } from './lib/say'
import { secretsOf } from './lib/secrets'

// Development server with a private database of its own, demo included.
const places = placesFor('.olvex/dev')
const db = new PrivateDatabase(places)
let held: Held | undefined
try {
  held = holdFolderOrStop(places, 0)
  await db.start()
  process.env.OLVEX_DATABASE_URL = db.url
  process.env.OLVEX_DATA = places.data
  await prepareDatabase(true, say)
  await closeDatabase()
  const nuxt = spawn(
    process.execPath,
    [
      join(ROOT, 'node_modules/nuxt/bin/nuxt.mjs'),
      'dev',
      '--host',
      '127.0.0.1',
      '--port',
      process.env.OLVEX_PORT ?? '4621',
    ],
    {
      stdio: 'inherit',
      detached: true,
      cwd: ROOT,
      env: {
        ...process.env,
        OLVEX_DEMO: '1',
        OLVEX_SESSION_PASSWORD: secretsOf(places).sessionPassword,
        NUXT_TELEMETRY_DISABLED: '1',
      },
    },
  )
  // It forks: the whole group is told, or a child of it would live on.
  const end = () => void (nuxt.pid && process.kill(-nuxt.pid, 'SIGTERM'))
  process.on('SIGINT', end)
  process.on('SIGTERM', end)
  process.on('SIGHUP', end)
  await new Promise((done) => nuxt.once('exit', done))
} catch (e) {
  sayStop(e)
  process.exitCode = 1
} finally {
  await db.stop()
  held?.release()
}
